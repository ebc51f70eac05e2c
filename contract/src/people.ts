import { newCode, newPassword, personName, role } from '@benevox/core/shop'
import { z } from 'zod'
import { id, type Route } from './route.ts'
import { enteredStep, session } from './session.ts'

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
  /** Whether a second step is asked of them at sign-in. */
  hasSecondStep: z.boolean(),
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
const secondStep = z.strictObject({ spare: z.int().nullable() })

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
    body: z.strictObject({
      secret,
      password: newPassword,
      code: newCode,
      secondStep: enteredStep.optional(),
    }),
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
  chooseSecrets: {
    method: 'put',
    path: '/api/session/secrets',
    says: 'Another password and code for oneself, by the one before; one is signed in nowhere else from then on',
    body: z.strictObject({
      password: z.string().min(1).max(200),
      secondStep: enteredStep.optional(),
      chosen: z.strictObject({ password: newPassword, code: newCode }),
    }),
    answer: sessions,
  },
  getSecondStep: {
    method: 'get',
    path: '/api/second-step',
    says: 'Whether one is asked for a second step at sign-in, and how many spare codes are left',
    answer: secondStep,
  },
  beginSecondStep: {
    method: 'post',
    path: '/api/second-step',
    says: 'What a phone makes codes of, by one’s password; nothing is asked for before it is confirmed',
    body: z.strictObject({ password: z.string().min(1).max(200) }),
    answer: z.strictObject({ secret: z.string(), uri: z.string(), code: z.string() }),
  },
  confirmSecondStep: {
    method: 'put',
    path: '/api/second-step',
    says: 'By a code of the phone: from now on one is asked for, and spare codes are handed over, once',
    body: z.strictObject({ secondStep: enteredStep }),
    answer: z.strictObject({ spare: z.array(z.string()), session }),
  },
  endSecondStep: {
    method: 'post',
    path: '/api/second-step/end',
    says: 'No second step any more, by password and a code',
    body: z.strictObject({ password: z.string().min(1).max(200), secondStep: enteredStep }),
    answer: secondStep,
  },
  endSecondStepOf: {
    method: 'post',
    path: '/api/staff/:id/second-step/end',
    says: 'Somebody has lost their phone: none is asked of them any more',
    params: ofPerson,
    answer: people,
  },
  getSecurityLog: {
    method: 'get',
    path: '/api/security-log',
    says: 'What matters for the shop’s safety, the newest first',
    query: z.strictObject({ before: id.optional() }),
    answer: z.strictObject({ entries: z.array(logged), more: z.boolean() }),
  },
} as const satisfies Record<string, Route>
