import type { Answer, Session } from '@benevox/contract'
import type { Request } from 'express'
import type { DataSource } from 'typeorm'
import type { Handlers } from '../http/mount.ts'
import { ProblemError } from '../http/problem.ts'
import { SHOP_ID } from '../shop/entity.ts'
import type { SecurityLog } from '../shop/securityLog.ts'
import type { Shop } from '../shop/service.ts'
import type { StaffRow } from './entity.ts'
import { refuseGuessed } from './guessed.ts'
import { guessingInvitation, type Guesses } from './guesses.ts'
import { People } from './people.ts'

const ENTRIES_AT_ONCE = 100

export function peopleHandlers(
  database: DataSource,
  {
    shop,
    guesses,
    log,
    begin,
    secondStepOf,
    sessionsOf,
  }: {
    shop: Shop
    guesses: Guesses
    log: SecurityLog
    begin: (request: Request, member: StaffRow) => Promise<Session>
    sessionsOf: (request: Request) => Promise<Answer<'listSessions'>>
    secondStepOf: (id: number, entered: string | undefined, request: Request) => Promise<void>
  },
): Handlers {
  const people = new People(database)
  const all = async () => ({ people: await people.all() })
  return {
    listStaff: all,
    async addPerson({ body: { name, role }, staffId, request }) {
      const secret = await people.add(name, role, staffId)
      await log.note({ kind: 'person-added', name, role }, staffId, request)
      return { ...(await all()), secret }
    },
    async changePerson({ params, body: { name, role }, staffId, request }) {
      await people.change(params.id, name, role)
      await log.note({ kind: 'person-changed', person: params.id, name, role }, staffId, request)
      return all()
    },
    async invitePerson({ params, staffId, request }) {
      const secret = await people.invite(params.id, staffId)
      await log.note({ kind: 'person-invited', person: params.id }, staffId, request)
      return { ...(await all()), secret }
    },
    async personLeaves({ params, staffId, request }) {
      await people.leave(params.id)
      await log.note({ kind: 'person-left', person: params.id }, staffId, request)
      return all()
    },
    async personReturns({ params, staffId, request }) {
      await people.return(params.id)
      await log.note({ kind: 'person-returned', person: params.id }, staffId, request)
      return all()
    },
    async getInvitation({ body, request }) {
      const { name } = await guesses.entering(guessingInvitation(request.ip ?? ''), () =>
        people.invited(body.secret),
      )
      return { name, shop: (await shop.settings()).settings.name }
    },
    async takeInvitation({ body: { secret, password, code, secondStep }, request }) {
      // A link does not take the place of what somebody has in their hand.
      const { id, name } = await guesses.entering(guessingInvitation(request.ip ?? ''), () =>
        people.invited(secret),
      )
      await refuseGuessed(password, [name, (await shop.settings()).settings.name])
      await secondStepOf(id, secondStep, request)
      const member = await guesses.entering(guessingInvitation(request.ip ?? ''), () =>
        people.take(secret, password, code),
      )
      await log.note({ kind: 'password-chosen' }, member.id, request)
      return begin(request, member)
    },
    listSessions: ({ request }) => sessionsOf(request),
    async endSession({ params, staffId, request }) {
      const mine = (await sessionsOf(request)).sessions.find(({ id }) => id === params.id)
      if (!mine) throw new ProblemError('not-found', { code: 'no-such-session' })
      await database.query('DELETE FROM sessions WHERE id = ?', [params.id])
      await log.note({ kind: 'session-ended', name: mine.name }, staffId, request)
      return sessionsOf(request)
    },
    async getSecurityLog({ query }) {
      const rows = await database.query<
        { id: number; at: Date; kind: string; by: string | null; address: string; detail: string | object }[]
      >(
        `SELECT l.id, l.at, l.kind, p.name AS \`by\`, l.address, l.detail FROM security_log l LEFT JOIN staff p ON p.id = l.staff_id
          WHERE l.shop_id = ? AND l.id < ? ORDER BY l.id DESC LIMIT ?`,
        [SHOP_ID, query.before ?? 2_147_483_647, ENTRIES_AT_ONCE + 1],
      )
      const entries = rows.slice(0, ENTRIES_AT_ONCE).map(({ at, by, detail, ...row }) => ({
        ...row,
        at: at.toISOString(),
        by: by ?? '',
        detail: (typeof detail === 'string' ? JSON.parse(detail) : detail) as Record<string, string | number>,
      }))
      return { entries, more: rows.length > ENTRIES_AT_ONCE }
    },
  }
}
