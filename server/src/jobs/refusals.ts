import type { ProblemCode } from '@benevox/contract'
import type { Refusal } from '@benevox/core/job'
import { FACT_WORDS, gateName, gateSentence, LOCK_WORDS } from '@benevox/core/route'
import { ProblemError } from '../http/problem.ts'

type Said = readonly [code: ProblemCode, sentence: string]

/** A refusal as a problem document: its code for programs, one sentence for people. */
export function problemOf(refusal: Refusal, current?: unknown): ProblemError {
  const [code, sentence] = said(refusal)
  const errors =
    refusal.code === 'looks-like-secret'
      ? {
          errors: refusal.texts.map(({ field, found }) => ({
            path: `body.${field}`,
            sentence: `“${found}” looks like a secret.`,
          })),
        }
      : {}
  return new ProblemError(code, sentence, { ...errors, ...(current === undefined ? {} : { current }) })
}

function said(refusal: Refusal): Said {
  switch (refusal.code) {
    case 'job-closed':
      return ['not-possible-now', 'This job is closed.']
    case 'looks-like-secret':
      return [
        'looks-like-secret',
        `“${refusal.texts[0]?.found ?? ''}” looks like a secret. PINs, patterns and passwords are never kept: take it out, or say that it is none.`,
      ]
    case 'stays-once-said':
      return [
        'gate-closed',
        `“${FACT_WORDS[refusal.fact]}” was answered with yes. Only a supervisor lifts it, with a reason.`,
      ]
    case 'report-stands':
      return [
        'gate-closed',
        'This device is reported. Only the registry itself takes a report back, asked about the same IMEI. Was the IMEI misread? Then close this job and open a new one.',
      ]
    case 'reported':
      return ['gate-closed', 'This device is reported: no work on it.']
    case 'no-work':
      return ['gate-closed', `No work on this device: ${refusal.gates.map(gateSentence).join(' ')}`]
    case 'checks-missing':
      return [
        'gate-closed',
        `Still closed: ${refusal.gates.map((gate) => (gate.because ? `${gateName(gate)} (${gateSentence(gate)})` : gateName(gate))).join('; ')}.`,
      ]
    case 'registry-being-asked':
      return ['stale-version', 'The registry is being asked already; its answer comes in a moment.']
    case 'no-imei':
      return [
        'not-possible-now',
        'There is no IMEI or the serial number on this job: record it at the counter.',
      ]
    case 'customer-name-missing':
      return ['not-possible-now', 'The customer’s name is missing: whoever agrees to something has one.']
    case 'text-is-old':
      return [
        'not-possible-now',
        'The route has changed while the customer was reading: this text no longer fits. Show them the new one.',
      ]
    case 'signature-missing':
      return ['bad-request', 'The signature is missing.']
    case 'not-by-telephone':
      return ['not-possible-now', 'What may delete something is signed, not said on the telephone.']
    case 'not-a-supervisor':
      return ['not-a-lead', `${refusal.name} is no lead: only a lead opens this.`]
    case 'begun':
      return ['not-possible-now', 'The wipe has begun: what was agreed to stands.']
    case 'not-yet':
      return ['not-possible-now', 'The device is not in recovery yet.']
    case 'no-such-procedure':
      return ['not-possible-now', 'The model on this job has no such procedure.']
    case 'model-missing':
      return ['not-possible-now', 'The model is not on this job: scan the tag instead.']
    case 'other-device':
      return [
        'gate-closed',
        `This reads ${refusal.read}, the job says ${refusal.wanted}: this may be another device. Stop and compare.`,
      ]
    case 'account-still-on-it':
      return [
        'gate-closed',
        'First take the account off in the settings and see that the list of accounts is empty; record that here.',
      ]
    case 'something-stands-on-it':
      return ['not-possible-now', 'Something was recorded after it: take that back first.']
    case 'nothing-to-take-back':
      return ['not-possible-now', 'There is nothing of that kind to take back.']
    case 'supervisor-takes-back':
      return ['not-a-lead', 'This stands on the record as a breach: only a supervisor takes it back.']
    case 'attempt-elsewhere':
      return [
        'not-possible-now',
        'A try is under way on this device at another machine. End it there, or close it here, before the next.',
      ]
    case 'attempt-unknown':
      return ['not-found', 'There is no such try on this job.']
    case 'attempt-ended':
      return ['not-possible-now', `This try is recorded as ${refusal.outcome} already.`]
    case 'ended-before-start':
      return ['bad-request', 'body.finishedAt: before the try began.']
    case 'not-at-the-wizard':
      return [
        'gate-closed',
        'The account lock is shown to be off at the set-up wizard: it has not been reached after a reset.',
      ]
    case 'order-under-way':
      return [
        'not-possible-now',
        `An order on this job is ${refusal.state} already: a second one would cost a second fee.`,
      ]
    case 'other-carrier':
      return [
        'not-possible-now',
        `The job says the original carrier is ${refusal.wanted}, this service is for ${refusal.service}: an error here costs the fee.`,
      ]
    case 'order-unknown':
      return ['not-found', 'There is no such order.']
    case 'order-changed-meanwhile':
      return ['stale-version', 'Somebody else changed this order meanwhile.']
    case 'order-not-so':
      return ['not-possible-now', `This order is ${refusal.state}: that cannot be recorded now.`]
    case 'account-confirmed':
      return ['not-possible-now', 'The account lock is confirmed off already: nothing is ordered for it.']
    case 'account-not-asked':
      return [
        'not-possible-now',
        'Nothing asks for an account yet: the set-up wizard has not been reached after a reset. Nothing was ordered.',
      ]
    case 'answer-not-of-this-lock':
      return [
        'not-possible-now',
        'An account lock is released from afar: there is no code and no app for it.',
      ]
    case 'code-missing':
      return ['not-possible-now', 'The answer is a code: type it in.']
    case 'answer-has-no-code':
      return ['not-possible-now', 'This answer has no code.']
    case 'request-of-another-job':
      return ['gate-closed', 'This request was not begun for this job and its device: begin one here.']
    case 'file-unknown':
      return ['not-found', 'This file is not on the job.']
    case 'too-many-files':
      return ['not-possible-now', `A job keeps ${refusal.most} files at most.`]
    case 'not-so':
      return [
        'gate-closed',
        `The record does not show that of the ${LOCK_WORDS[refusal.lock]}. Say what is so, or show it first.`,
      ]
    case 'price-above-agreed':
      return [
        'gate-closed',
        refusal.mostMinor === 0
          ? 'Nothing was agreed that costs anything.'
          : `The customer agreed to ${(refusal.mostMinor / 100).toFixed(2)} ${refusal.currency} at most.`,
      ]
    case 'other-currency':
      return ['bad-request', `body.currency: this job is in ${refusal.currency}.`]
  }
}
