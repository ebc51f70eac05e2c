import type { JobEvent as WireEvent } from '@benevox/contract'
import { releasedBy, together, type JobEvent } from '@benevox/core/job'
import { withoutPersonal } from '@benevox/core/route'
import type { DataSource } from 'typeorm'
import { keysOf, unsealedParts, type PersonalKeys } from '../forgetting/keys.ts'
import { staffEntity } from '../session/entity.ts'
import { jobEventEntity, type JobEventRow } from './entity.ts'

/** What is no deed of anybody’s is not shown: what a job was before it was kept as events, and a question on its way. */
export const isShown = ({ kind }: Pick<JobEventRow, 'kind'>): boolean =>
  kind !== 'carried-over' && kind !== 'registry-asked'

/** What happened on a job, line by line. */
export async function historyOf({ manager }: DataSource, jobId: number): Promise<WireEvent[]> {
  const names = new Map((await manager.find(staffEntity)).map(({ id, name }) => [id, name]))
  const rows = await manager.find(jobEventEntity, { where: { jobId }, order: { id: 'ASC' } })
  const keys = await keysOf(manager, jobId)
  return rows.filter(isShown).map((row) => historyLine(row, keys, names.get(row.staffId) ?? ''))
}

/** An event as the history of a job shows it: who did what when, and nothing that points to a customer. */
export function historyLine(row: JobEventRow, keys: PersonalKeys, staffName: string): WireEvent {
  const line = { id: row.id, at: row.at.toISOString(), by: staffName }
  // From before jobs were kept as events.
  if (row.nth === null) {
    const { kind, ...detail } = { ...eventOf(row, keys) }
    return { ...line, kind, detail }
  }
  const event = eventOf(row, keys)
  // What a mail said was nobody’s deed here.
  const isNobodys =
    (event.kind === 'order-changed' && event.mail !== undefined) ||
    (event.kind === 'forgotten' && event.record.because === 'days-over')
  return { ...line, ...(isNobodys ? { by: '' } : {}), ...told(event) }
}

/** An event with what of it is not forgotten. */
export function eventOf(
  { kind, detail, personal }: Pick<JobEventRow, 'kind' | 'detail' | 'personal'>,
  keys: PersonalKeys,
): JobEvent {
  return together({
    kind: kind as JobEvent['kind'],
    stays: { ...detail },
    personal: unsealedParts(personal ?? {}, keys),
  })
}

/** A code is nothing for a list: it stands on its order. */
function orderDetail(change: Extract<JobEvent, { kind: 'order-changed' }>['change']): WireEvent['detail'] {
  switch (change.kind) {
    case 'code-entered':
      return { worked: change.worked }
    case 'sent':
      return { number: change.number }
    case 'delayed':
      return { until: change.until }
    case 'answered':
      return { answer: change.answer }
    default:
      return {}
  }
}

function told(event: JobEvent): Pick<WireEvent, 'kind' | 'detail'> {
  switch (event.kind) {
    case 'answered': {
      const { customer, set } = event
      return {
        kind: 'answered',
        detail: {
          ...withoutPersonal(set),
          ...(customer ? { customer: Object.keys(customer) } : {}),
        },
      }
    }
    case 'step-made': {
      const { kind, attempt: _, ...rest } = { attempt: undefined, ...event.step.change }
      const { without } = event.step
      return { kind, detail: { ...rest, ...(without ? { without } : {}) } }
    }
    case 'taken-back':
      return { kind: 'taken-back', detail: { what: event.what, reason: event.reason } }
    case 'attempt-started': {
      const { methodId, link, cable, without } = event.attempt
      return {
        kind: 'attempt-started',
        detail: { methodId, link, ...(cable === null ? {} : { cable }), ...(without ? { without } : {}) },
      }
    }
    case 'attempt-ended':
      return { kind: `attempt-${event.outcome}`, detail: { seen: event.seen, notSeen: event.notSeen } }
    case 'attempt-told':
      return { kind: 'attempt-told', detail: { seen: event.seen, notSeen: event.notSeen } }
    case 'agreement-signed': {
      const { language, how, digest } = event.record
      return { kind: 'agreement-signed', detail: { language, how, digest } }
    }
    case 'check-waived': {
      const { check, reason, by } = event.waived
      return { kind: 'check-waived', detail: { gate: check, reason, by } }
    }
    case 'order-placed': {
      const { supplier, carrier, feeMinor, promise, because } = event.order
      const what = releasedBy(event.order) === 'account' ? 'account-release-ordered' : 'order-placed'
      return { kind: what, detail: { supplier, carrier, feeMinor, latest: promise.latest, because } }
    }
    case 'order-changed':
      return {
        kind: `order-${event.change.kind}`,
        detail: {
          ...orderDetail(event.change),
          ...(event.mail === undefined ? {} : { byMail: true }),
        },
      }
    case 'registry-said': {
      const { at: _, imei: __, feeMinor: ___, currency: ____, ...said } = event.record
      return { kind: 'registry', detail: said }
    }
    case 'remote-said':
      return { kind: 'remote-unlock', detail: { did: event.did, state: event.state } }
    case 'account-confirmed':
      return { kind: 'account-confirmed', detail: { proof: event.confirmed.how } }
    case 'line-added': {
      const { text, minor, reason, by } = event.line
      return { kind: 'line-added', detail: { text, minor, reason, by } }
    }
    case 'payment-taken': {
      const { minor, currency, how } = event.payment
      return { kind: 'payment-taken', detail: { minor, currency, how } }
    }
    case 'customer-told': {
      const { what, how, language } = event.told
      return { kind: `customer-told-${what}`, detail: { how, language } }
    }
    case 'bill-corrected': {
      const { reason, by, bill, settled } = event.record
      const { currency, totalMinor } = bill ?? {}
      return { kind: 'bill-corrected', detail: { reason, by, currency, totalMinor, how: settled.how } }
    }
    case 'handed-back': {
      const { screen, account, carrier, returned } = event.record
      return { kind: 'handed-back', detail: { screen, account, carrier, returned } }
    }
    case 'hold-placed': {
      const { reason, by } = event.hold
      return { kind: 'hold-placed', detail: { reason, by } }
    }
    case 'hold-lifted':
      return { kind: 'hold-lifted', detail: { by: event.by } }
    case 'forgotten': {
      const { kinds, because, copy, by } = event.record
      return { kind: `forgotten-${because}`, detail: { kinds, copy, by } }
    }
    case 'file-kept':
      return { kind: 'file-kept', detail: { type: event.file.type, size: event.file.bytes } }
    case 'registry-asked':
    case 'file-removed':
    case 'opened':
    case 'carried-over':
    case 'intake-recorded':
    case 'agreement-refused':
      return { kind: event.kind, detail: {} }
  }
}
