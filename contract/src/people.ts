import { newCode, newPassword, personName, role } from '@benevox/core/shop'
import { z } from 'zod'
import { id, type Route } from './route.ts'
import { session } from './session.ts'

const instant = z.iso.datetime()

/** Somebody of the shop, as its owner sees them. */
const person = z.strictObject({
  id: z.int(),
  name: z.string(),
  role,
  /** Since when they are of the shop no more; what they did stays theirs. */
  leftAt: instant.nullable(),
  /** Until when a link stands with which they choose their password; null where there is none. */
  invitedUntil: instant.nullable(),
  /** When they last did anything, in a session that is still there. */
  seenAt: instant.nullable(),
})
export type PersonOfShop = z.infer<typeof person>
const people = z.strictObject({ people: z.array(person) })
/** Handed over once: it is kept nowhere. */
const invited = people.extend({ secret: z.string() })

const openSession = z.strictObject({
  id: z.int(),
  name: z.string(),
  address: z.string(),
  agent: z.string(),
  startedAt: instant,
  seenAt: instant,
  /** The one that asks. */
  isThis: z.boolean(),
})
const sessions = z.strictObject({ sessions: z.array(openSession) })

const logged = z.strictObject({
  id: z.int(),
  at: instant,
  kind: z.string(),
  /** Empty where nobody was signed in. */
  by: z.string(),
  address: z.string(),
  detail: z.record(z.string(), z.union([z.string(), z.number()])),
})

const secret = z.string().regex(/^[\w-]{43}$/)
const ofPerson = z.object({ id })

export const peopleRoutes = {
  listStaff: {
    method: 'get',
    path: '/api/staff',
    says: 'Everybody who is or was of the shop',
    answer: people,
  },
  addPerson: {
    method: 'post',
    path: '/api/staff',
    says: 'Somebody new, with a secret by which they choose password and code, once',
    body: z.strictObject({ name: personName, role }),
    answer: invited,
  },
  changePerson: {
    method: 'patch',
    path: '/api/staff/:id',
    says: 'Another name or role for somebody; one owner stays',
    params: ofPerson,
    body: z.strictObject({ name: personName, role }),
    answer: people,
  },
  invitePerson: {
    method: 'post',
    path: '/api/staff/:id/invitation',
    says: 'Another secret by which somebody chooses a new password and code; one before it holds no more',
    params: ofPerson,
    answer: invited,
  },
  personLeaves: {
    method: 'post',
    path: '/api/staff/:id/leave',
    says: 'Somebody is of the shop no more: at once, and everywhere',
    params: ofPerson,
    answer: people,
  },
  personReturns: {
    method: 'post',
    path: '/api/staff/:id/return',
    says: 'Somebody who had left is of the shop again',
    params: ofPerson,
    answer: people,
  },
  getInvitation: {
    method: 'post',
    path: '/api/welcome',
    says: 'Whom an invitation is for',
    body: z.strictObject({ secret }),
    answer: z.strictObject({ name: z.string(), shop: z.string() }),
  },
  takeInvitation: {
    method: 'post',
    path: '/api/welcome/taken',
    says: 'Choose password and code by an invitation, once; whoever does is signed in',
    body: z.strictObject({ secret, password: newPassword, code: newCode }),
    answer: session,
  },
  listSessions: {
    method: 'get',
    path: '/api/sessions',
    says: 'Where one is signed in; an owner sees everybody',
    answer: sessions,
  },
  endSession: {
    method: 'delete',
    path: '/api/sessions/:id',
    says: 'End one of one’s own sessions; an owner ends any',
    params: ofPerson,
    answer: sessions,
  },
  getSecurityLog: {
    method: 'get',
    path: '/api/security-log',
    says: 'What matters for the shop’s safety, the newest first',
    query: z.strictObject({ before: id.optional() }),
    answer: z.strictObject({ entries: z.array(logged), more: z.boolean() }),
  },
} as const satisfies Record<string, Route>
