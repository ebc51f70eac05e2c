import { verify } from '@node-rs/argon2'
import type { Session } from '@benevox/contract'
import { USUAL_OPENING } from '@benevox/core/clocks'
import { isAtLeast } from '@benevox/core/shop'
import type { Request } from 'express'
import { IsNull, type DataSource } from 'typeorm'
import type { Config } from '../config.ts'
import type { Handlers } from '../http/mount.ts'
import { ProblemError } from '../http/problem.ts'
import type { PriceLists } from '../prices/service.ts'
import type { FirstRun } from '../shop/firstRun.ts'
import type { Shop } from '../shop/service.ts'
import type { SecurityLog } from '../shop/securityLog.ts'
import type { Codes } from './codes.ts'
import { guessingFirstCode, guessingName, guessingSecondStep, type Guesses } from './guesses.ts'
import { peopleHandlers } from './peopleRoutes.ts'
import { SecondSteps } from './secondStep.ts'
import { secondStepHandlers } from './secondStepRoutes.ts'
import { hashSecret } from './secrets.ts'
import { sessionsFor } from './sessionsFor.ts'
import { staffEntity, type StaffRow } from './entity.ts'

export function sessionHandlers(
  database: DataSource,
  { signInHint }: Pick<Config, 'signInHint'>,
  csrfToken: (request: Request, overwrite: boolean) => string,
  {
    prices,
    shop,
    firstRun,
    guesses,
    codes,
    log,
  }: {
    prices: PriceLists
    shop: Shop
    firstRun: FirstRun
    guesses: Guesses
    codes: Codes
    log: SecurityLog
  },
): Handlers {
  const staff = database.getRepository(staffEntity)
  const secondSteps = new SecondSteps(database)

  const describe = async (request: Request, fresh = false): Promise<Session> => {
    const { staffId } = request.session
    const member = staffId ? await staff.findOneBy({ id: staffId }) : null
    const isNew = await firstRun.isDue()
    // A new shop has no place yet: the machine's clock, written as anywhere.
    const { zone, country } = isNew ? USUAL_OPENING : (await prices.inUse()).prices.opening
    const { name, language = 'en' } = isNew ? { name: '' } : (await shop.settings()).settings
    return {
      staff: member && {
        id: member.id,
        name: member.name,
        supervisor: isAtLeast(request.session.role ?? member.role, 'supervisor'),
        role: request.session.role ?? member.role,
        language: member.language,
      },
      csrfToken: csrfToken(request, fresh),
      shop: name,
      isNew,
      place: { zone, country },
      papersIn: language,
      secondStepDue: request.session.secondStepDue === true,
      hint: signInHint ?? null,
    }
  }
  /** Whether the shop wants one of whoever may do as much, and they have none. */
  const isSecondStepDue = async ({ id, role }: StaffRow): Promise<boolean> =>
    isAtLeast(role, 'supervisor') &&
    (await shop.settings()).settings.secondStep === true &&
    (await secondSteps.spareOf(id)) === undefined
  const letBe = async (request: Request, known?: StaffRow): Promise<void> => {
    const member = known ?? (await staff.findOneByOrFail({ id: request.session.staffId ?? 0 }))
    const isDue = await isSecondStepDue(member)
    request.session.secondStepDue = isDue
    request.session.role = isDue ? 'technician' : member.role
  }
  const begin = async (request: Request, member: StaffRow): Promise<Session> => {
    await settled((done) => request.session.regenerate(done))
    request.session.staffId = member.id
    await letBe(request, member)
    request.session.from = {
      address: placeOf(request),
      agent: (request.get('user-agent') ?? '').slice(0, 200),
    }
    // Nobody is told that they are in before it is so.
    await settled((done) => request.session.save(done))
    return describe(request, true)
  }

  /** @throws ProblemError where one is asked of them, and it is none or wrong */
  const secondStepOf = async (id: number, entered: string | undefined, request: Request): Promise<void> => {
    if ((await secondSteps.spareOf(id)) === undefined) return
    if (entered === undefined) throw new ProblemError('wrong-credentials', { code: 'second-step-needed' })
    await guesses.entering(
      guessingSecondStep(id),
      () =>
        secondSteps.enter(id, entered).catch(async (error: unknown) => {
          await log.note({ kind: 'refused', what: 'secondStep' }, id, request)
          throw error
        }),
      { isForgiven: true },
    )
  }

  const sessionsOf = (request: Request) => sessionsFor(database, request)

  return {
    ...peopleHandlers(database, { shop, guesses, log, begin, secondStepOf, sessionsOf }),
    ...secondStepHandlers(database, {
      secondSteps,
      guesses,
      log,
      shop,
      secondStepOf,
      describe,
      sessionsOf,
      letBe,
    }),
    getSession: ({ request }) => describe(request),
    async signIn({ body: { name, password, secondStep }, request }) {
      const member = await guesses.entering(
        guessingName(name, placeOf(request)),
        async () => {
          const known = await staff.findOneBy({ name, leftAt: IsNull() })
          // An unknown name takes as long as a wrong password.
          const isRight = await verify(known?.passwordHash ?? (await decoyHash), password)
          if (known && isRight) return known
          await log.note({ kind: 'refused', what: 'password' }, known?.id ?? null, request)
          throw new ProblemError('wrong-credentials', { code: 'wrong-name-or-password' })
        },
        { isForgiven: true },
      )
      await secondStepOf(member.id, secondStep, request)
      await log.note({ kind: 'signed-in' }, member.id, request)
      return begin(request, member)
    },
    async beginShop({ body, request }) {
      const owner = await guesses.entering(guessingFirstCode(), () =>
        firstRun.begin(body).catch(async (error: unknown) => {
          if (error instanceof ProblemError && error.problem.code === 'wrong-credentials')
            await log.note({ kind: 'refused', what: 'firstCode' }, null, request)
          throw error
        }),
      )
      await log.note({ kind: 'shop-begun' }, owner.id, request)
      return begin(request, owner)
    },
    async switchPerson({ body, staffId, request }) {
      const member = await codes.ownerOf(body.code, staffId, request)
      await log.note({ kind: 'changed-person' }, member.id, request)
      return begin(request, member)
    },
    async chooseLanguage({ body, request, staffId }) {
      await staff.update({ id: staffId }, { language: body.language })
      return describe(request)
    },
    async signOut({ staffId, request }) {
      await log.note({ kind: 'signed-out' }, staffId, request)
      await settled((done) => request.session.regenerate(done))
      return describe(request, true)
    },
  }
}

const settled = (ask: (done: (error?: unknown) => void) => unknown): Promise<void> =>
  new Promise((resolve, reject) => ask((error) => (error ? reject(error as Error) : resolve())))
const placeOf = ({ ip }: Request): string => (ip ?? '').slice(0, 45)
const decoyHash = hashSecret('nobody')
