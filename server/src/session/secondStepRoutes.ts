import { verify } from '@node-rs/argon2'
import type { Answer, Session } from '@benevox/contract'
import type { Request } from 'express'
import type { DataSource } from 'typeorm'
import type { Reason } from '@benevox/words'
import type { Handlers } from '../http/mount.ts'
import { ProblemError } from '../http/problem.ts'
import { qrSvg } from '../intake/tag.ts'
import type { SecurityLog } from '../shop/securityLog.ts'
import type { Shop } from '../shop/service.ts'
import { staffEntity, type StaffRow } from './entity.ts'
import { refuseGuessed } from './guessed.ts'
import { guessingSecondStep, type Guesses } from './guesses.ts'
import { People } from './people.ts'
import { digestOf } from './secrets.ts'
import type { SecondSteps } from './secondStep.ts'

/** Each one's own password, code and second step; an owner takes it from whoever has lost their phone. */
export function secondStepHandlers(
  database: DataSource,
  {
    secondSteps,
    guesses,
    log,
    shop,
    secondStepOf,
    describe,
    sessionsOf,
    letBe,
  }: {
    secondSteps: SecondSteps
    guesses: Guesses
    log: SecurityLog
    shop: Shop
    secondStepOf: (id: number, entered: string | undefined, request: Request) => Promise<void>
    describe: (request: Request, fresh?: boolean) => Promise<Session>
    /** Somebody may from now on what they may with or without a second step. */
    letBe: (request: Request) => Promise<void>
    sessionsOf: (request: Request) => Promise<Answer<'listSessions'>>
  },
): Handlers {
  const people = new People(database)
  const of = async (staffId: number) => ({ spare: (await secondSteps.spareOf(staffId)) ?? null })
  /** Whoever found a session open knows no password. @throws ProblemError for another one */
  const byPassword = (staffId: number, password: string, request: Request): Promise<StaffRow> =>
    guesses.entering(
      guessingSecondStep(staffId),
      async () => {
        const member = await database.manager.findOneByOrFail(staffEntity, { id: staffId })
        if (await verify(member.passwordHash, password)) return member
        await log.note({ kind: 'refused', what: 'password' }, staffId, request)
        // Signed in they are; it is the entry that is wrong.
        throw new ProblemError('not-possible-now', { code: 'wrong-password' })
      },
      { isForgiven: true },
    )
  return {
    async chooseSecrets({ body: { password, secondStep, chosen }, staffId, request }) {
      const { name } = await byPassword(staffId, password, request)
      await refuseGuessed(chosen.password, [name, (await shop.settings()).settings.name])
      await secondStepOf(staffId, secondStep, request).catch(asEntry)
      await people.choose(staffId, chosen.password, chosen.code, digestOf(request.sessionID))
      await log.note({ kind: 'password-chosen' }, staffId, request)
      return sessionsOf(request)
    },
    getSecondStep: ({ staffId }) => of(staffId),
    async beginSecondStep({ body, staffId, request }) {
      const { name } = await byPassword(staffId, body.password, request)
      const begun = await secondSteps.begin(staffId, (await shop.settings()).settings.name, name)
      return { ...begun, code: qrSvg(begun.uri) }
    },
    async confirmSecondStep({ body, staffId, request }) {
      const spare = await guesses.entering(
        guessingSecondStep(staffId),
        () => secondSteps.confirm(staffId, body.secondStep).catch(asEntry),
        { isForgiven: true },
      )
      await log.note({ kind: 'second-step-begun' }, staffId, request)
      await letBe(request)
      return { spare: [...spare], session: await describe(request) }
    },
    async endSecondStep({ body, staffId, request }) {
      await byPassword(staffId, body.password, request)
      await secondStepOf(staffId, body.secondStep, request).catch(asEntry)
      await secondSteps.end(staffId)
      await log.note({ kind: 'second-step-ended' }, staffId, request)
      await letBe(request)
      return of(staffId)
    },
    async endSecondStepOf({ params, staffId, request }) {
      // Whoever finds an owner’s session open takes nothing from them by it.
      if (params.id === staffId) throw new ProblemError('not-possible-now', { code: 'own-second-step' })
      await secondSteps.end(params.id)
      // Where the phone was stolen, it may be signed in.
      await database.query('DELETE FROM sessions WHERE staff_id = ?', [params.id])
      await log.note({ kind: 'second-step-taken', person: params.id }, staffId, request)
      return { people: await people.all() }
    },
  }
}

/** To somebody who is signed in a wrong entry is no reason to sign in anew. */
function asEntry(error: unknown): never {
  if (error instanceof ProblemError && error.problem.code === 'wrong-credentials')
    throw new ProblemError('not-possible-now', error.problem.reason as Reason)
  throw error
}
