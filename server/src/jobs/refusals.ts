import type { ProblemCode } from '@benevox/contract'
import type { Refusal, RefusalCode } from '@benevox/core/job'
import { ENGLISH } from '@benevox/words'
import { ProblemError } from '../http/problem.ts'

/** Which kind of problem each refusal is to a program. */
const KIND: Readonly<Record<RefusalCode, ProblemCode>> = {
  'job-closed': 'not-possible-now',
  'looks-like-secret': 'looks-like-secret',
  'stays-once-said': 'gate-closed',
  'turned-out': 'not-possible-now',
  'report-names-it': 'not-possible-now',
  'report-stands': 'gate-closed',
  'asked-where': 'bad-request',
  reported: 'gate-closed',
  'no-work': 'gate-closed',
  'checks-missing': 'gate-closed',
  'registry-being-asked': 'stale-version',
  'no-imei': 'not-possible-now',
  'no-model': 'not-possible-now',
  'customer-name-missing': 'not-possible-now',
  'text-is-old': 'not-possible-now',
  'signature-missing': 'bad-request',
  'not-by-telephone': 'not-possible-now',
  'not-a-supervisor': 'not-a-supervisor',
  begun: 'not-possible-now',
  'not-yet': 'not-possible-now',
  'no-such-method': 'not-possible-now',
  'model-missing': 'not-possible-now',
  'other-device': 'gate-closed',
  'account-still-on-it': 'gate-closed',
  'something-stands-on-it': 'not-possible-now',
  'nothing-to-take-back': 'not-possible-now',
  'supervisor-takes-back': 'not-a-supervisor',
  'reason-missing': 'bad-request',
  'attempt-elsewhere': 'not-possible-now',
  'attempt-unknown': 'not-found',
  'attempt-ended': 'not-possible-now',
  'ended-before-start': 'bad-request',
  'not-at-the-wizard': 'gate-closed',
  'order-under-way': 'not-possible-now',
  'device-blocked': 'not-possible-now',
  'ask-the-carrier-first': 'not-possible-now',
  'other-model': 'not-possible-now',
  'other-carrier': 'not-possible-now',
  'order-unknown': 'not-found',
  'order-changed-meanwhile': 'stale-version',
  'order-not-so': 'not-possible-now',
  'account-confirmed': 'not-possible-now',
  'carrier-confirmed': 'not-possible-now',
  'account-not-asked': 'not-possible-now',
  'answer-not-of-this-lock': 'not-possible-now',
  'code-missing': 'not-possible-now',
  'answer-has-no-code': 'not-possible-now',
  'code-refused-before': 'not-possible-now',
  'refund-above-fee': 'not-possible-now',
  'request-of-another-job': 'gate-closed',
  'file-unknown': 'not-found',
  'too-many-files': 'not-possible-now',
  'not-so': 'gate-closed',
  'other-price': 'gate-closed',
  'not-asked': 'not-possible-now',
  'nothing-to-tell': 'not-possible-now',
  'how-paid': 'gate-closed',
  'more-than-owed': 'not-possible-now',
  'nothing-to-correct': 'not-possible-now',
  'other-currency': 'bad-request',
  'not-closed': 'not-possible-now',
  'on-hold': 'gate-closed',
  'not-on-hold': 'not-possible-now',
  'nothing-to-forget': 'not-possible-now',
}

/** A refusal as a problem document: its code for programs, its facts for a sentence. */
export function problemOf(refusal: Refusal, current?: unknown): ProblemError {
  const errors =
    refusal.code === 'looks-like-secret'
      ? {
          errors: refusal.texts.map(({ field, found }) => ({
            path: `body.${field}`,
            sentence: ENGLISH.say('refusal.looks-like-secret', { found }),
          })),
        }
      : {}
  return new ProblemError(KIND[refusal.code], refusal, {
    ...errors,
    ...(current === undefined ? {} : { current }),
  })
}
