import { isPersonal } from '../facts/index.ts'
import type { JobEvent } from './events.ts'

/** An event as it is stored: what stays, and what points to a person and can be forgotten later. */
export interface StoredEvent {
  readonly kind: JobEvent['kind']
  readonly stays: Readonly<Record<string, unknown>>
  readonly personal: Readonly<Record<string, unknown>> | null
}

/** Which parts of an event point to a person. */
function personalParts(event: JobEvent): readonly string[] {
  switch (event.kind) {
    case 'carried-over':
      return ['job']
    case 'answered':
      return ['customer']
    case 'intake-recorded':
      return ['intake']
    case 'file-kept':
      return ['file']
    case 'registry-asked':
      return ['question']
    case 'registry-said':
    case 'agreement-signed':
    case 'handed-back':
      return ['record']
    case 'remote-said':
      return ['device', 'requestId']
    case 'order-placed':
      return ['imei']
    // Free text, with which a person may be meant.
    case 'line-added':
      return ['line']
    case 'bill-corrected':
      return ['record']
    case 'customer-told':
      return ['told']
    case 'agreement-refused':
    case 'opened':
    case 'file-removed':
    case 'check-waived':
    case 'step-made':
    case 'taken-back':
    case 'attempt-started':
    case 'attempt-ended':
    case 'attempt-told':
    case 'account-confirmed':
    case 'order-changed':
    case 'payment-taken':
      return []
  }
}

/** Takes an event apart for storing; `together` is its inverse. */
export function apart(event: JobEvent): StoredEvent {
  const { kind, ...rest } = event
  const names = personalParts(event)
  const stays: Record<string, unknown> = {}
  const personal: Record<string, unknown> = {}
  for (const [name, value] of Object.entries(rest)) {
    if (value === undefined) continue
    if (kind === 'answered' && name === 'set') {
      const answers = Object.entries(value as object)
      const isAbout = ([fact, said]: readonly [string, unknown]) => said !== null && isPersonal(fact)
      stays['set'] = Object.fromEntries(answers.filter((one) => !isAbout(one)))
      const about = answers.filter(isAbout)
      if (about.length > 0) personal['set'] = Object.fromEntries(about)
    } else if (names.includes(name)) personal[name] = value
    else stays[name] = value
  }
  return { kind, stays, personal: Object.keys(personal).length > 0 ? personal : null }
}

export function together({ kind, stays, personal }: StoredEvent): JobEvent {
  const set = { ...(stays['set'] as object | undefined), ...(personal?.['set'] as object | undefined) }
  const hasSet = stays['set'] !== undefined || personal?.['set'] !== undefined
  return { kind, ...stays, ...personal, ...(hasSet ? { set } : {}) } as unknown as JobEvent
}
