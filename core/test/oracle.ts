import type { JobEvent } from '../src/job/index.ts'

/**
 * What must hold of a job, read off its bare list of events in the plainest way. It shares no code with what it
 * checks: no fold, no route, no gates.
 */

export const stepsIn = (events: readonly JobEvent[]) => {
  const undone = new Set(
    events.flatMap((event) =>
      event.kind === 'taken-back' && event.what.kind === 'step' ? [event.what.key] : [],
    ),
  )
  return events.flatMap((event) =>
    event.kind === 'step-made' && !undone.has(event.step.key) ? [event.step] : [],
  )
}

/** Whether the registry, or a person on its behalf, has said *reported* of an IMEI, and the registry never took it back. */
export function reportStands(events: readonly JobEvent[]): boolean {
  const standing = new Set<string>()
  for (const event of events) {
    if (event.kind !== 'registry-said') continue
    const { imei, answer, source } = event.record
    if (answer === 'reported') standing.add(imei)
    if (answer === 'clean' && source === 'registry' && imei !== '') standing.delete(imei)
  }
  return standing.size > 0
}

/** Whether what the customer last said lets us delete: all along, or because something gentler was tried in vain. */
export function customerLetsUsDelete(events: readonly JobEvent[]): boolean {
  let lets = false
  let onlyIfGentlerFails = false
  let tried = false
  for (const event of events) {
    if (event.kind === 'agreement-refused') lets = onlyIfGentlerFails = false
    if (event.kind === 'agreement-signed') {
      lets = event.record.terms.storage === 'gone'
      onlyIfGentlerFails = event.record.terms.storage === 'perhaps-gone'
    }
    if (event.kind === 'step-made' && event.step.change.kind === 'did-not-help') tried = true
  }
  return lets || (onlyIfGentlerFails && tried)
}

/** What was said at the counter, as it was said last, and for what a supervisor has answered since. */
function saidAtTheCounter(events: readonly JobEvent[]) {
  let said: Readonly<Record<string, unknown>> = {}
  const waived = new Set<string>()
  for (const event of events) {
    if (event.kind === 'check-waived') waived.add(event.waived.check)
    if (event.kind !== 'answered') continue
    const now: typeof said = { ...said, ...event.set }
    if (now['workManaged'] === 'yes' && said['workManaged'] !== 'yes') waived.delete('not-work-managed')
    if (now['legalMatter'] === 'yes' && said['legalMatter'] !== 'yes') waived.delete('no-legal-matter')
    said = now
  }
  return { said, waived }
}

/** Whether all of that lets anybody delete what is on it. */
export function intakeLetsUs(events: readonly JobEvent[]): boolean {
  const { said, waived } = saidAtTheCounter(events)
  const { hazard, whose, workManaged, legalMatter, ownership, ownershipNote } = said
  const shows = ['receipt', 'box', 'account', 'id', ...(ownershipNote ? ['shown'] : [])]
  return (
    hazard === 'none' &&
    ['own', 'childs-guardian-here'].includes(String(whose)) &&
    (['no', 'unknown'].includes(String(workManaged)) || waived.has('not-work-managed')) &&
    (['no', 'unknown'].includes(String(legalMatter)) || waived.has('no-legal-matter')) &&
    (shows.includes(String(ownership)) || waived.has('ownership'))
  )
}

/** Whether some of that forbids it outright. */
export function intakeForbids(events: readonly JobEvent[]): boolean {
  const { said, waived } = saidAtTheCounter(events)
  const { whose, workManaged, legalMatter, ownership } = said
  return (
    whose === 'somebody-elses' ||
    (workManaged === 'yes' && !waived.has('not-work-managed')) ||
    (legalMatter === 'yes' && !waived.has('no-legal-matter')) ||
    (ownership === 'not-shown' && !waived.has('ownership'))
  )
}

/** What was deleted by us, or at the maker's service, as the list tells it. */
export function somethingWasDeleted(events: readonly JobEvent[]): boolean {
  return stepsIn(events).some(
    ({ change }) =>
      change.kind === 'wipe-started' ||
      change.kind === 'wipe-finished' ||
      (change.kind === 'service-returned' && change.unlocked) ||
      (change.kind === 'screen-lifted' && change.how === 'settings'),
  )
}

/** Whether the customer has last said that the device may go to the maker's service. */
export function customerLetsItGo(events: readonly JobEvent[]): boolean {
  const last = events.findLast(({ kind }) => kind === 'agreement-signed' || kind === 'agreement-refused')
  return last?.kind === 'agreement-signed' && last.record.terms.makersService
}

/** Whether the device has shown, or somebody has seen, that nothing locks its screen any more. */
export function screenWasSeenOpen(events: readonly JobEvent[]): boolean {
  const woken = lastWoken(events)
  if (woken !== undefined) return woken !== 'old-lock'
  return stepsIn(events).some(({ change }) => change.kind === 'set-up' || change.kind === 'screen-lifted')
}

/** What it asked for when it was last locked and woken, unless it has shown itself since; the later of two by the clock. */
function lastWoken(events: readonly JobEvent[]): string | undefined {
  // At the same instant in the order of the work.
  const SHOWS = ['recovery-again', 'set-up', 'screen-lifted', 'locked-and-woken']
  const last = stepsIn(events)
    .filter(({ change }) => SHOWS.includes(change.kind))
    .sort(
      (a, b) =>
        Date.parse(a.at) - Date.parse(b.at) ||
        SHOWS.indexOf(a.change.kind) - SHOWS.indexOf(b.change.kind) ||
        (a.key < b.key ? -1 : 1),
    )
    .at(-1)?.change
  return last?.kind === 'locked-and-woken' ? last.asks : undefined
}

/** Work on a device: an attempt, a reveal, an unlock, an order, an agreement to work. */
export function isWork(event: JobEvent): boolean {
  switch (event.kind) {
    case 'attempt-started':
      return event.attempt.without === undefined
    case 'step-made': {
      const { kind } = event.step.change
      return (
        kind === 'revealed' ||
        (['wipe-started', 'wipe-finished', 'screen-lifted', 'service-sent'].includes(kind) &&
          event.step.without === undefined)
      )
    }
    case 'order-placed':
    case 'agreement-signed':
    case 'account-confirmed':
    case 'remote-said':
      return true
    default:
      return false
  }
}

/** Whether another carrier's SIM was seen to work. */
const anotherSimWorks = (events: readonly JobEvent[]): boolean =>
  stepsIn(events).some(
    ({ change }) =>
      change.kind === 'other-sim-works' ||
      (change.kind === 'carrier-lock-seen' && !change.on && change.by === 'other-sim'),
  )

/** Whether some event shows a lock to be off. */
export function isShownOff(lock: 'screen' | 'account' | 'carrier', events: readonly JobEvent[]): boolean {
  const kinds = stepsIn(events).map(({ change }) => change)
  switch (lock) {
    case 'screen':
      if (lastWoken(events) !== undefined) return lastWoken(events) !== 'old-lock'
      return kinds.some(
        (change) =>
          change.kind === 'set-up' ||
          (change.kind === 'screen-lifted' &&
            ['remembered', 'remote-unlock', 'settings'].includes(change.how)),
      )
    case 'account':
      return (
        events.some(({ kind }) => kind === 'account-confirmed') ||
        // What the device itself asks for was not taken off, whatever its list said.
        (kinds.some(({ kind }) => kind === 'account-taken-off') &&
          !kinds.some(({ kind }) => kind === 'asked-after-all'))
      )
    case 'carrier':
      return (
        anotherSimWorks(events) ||
        events.some(
          (event) =>
            event.kind === 'order-changed' &&
            events.some(
              (placed) =>
                placed.kind === 'order-placed' &&
                placed.order.id === event.id &&
                placed.order.lock !== 'account',
            ) &&
            (event.change.kind === 'proven' || (event.change.kind === 'code-entered' && event.change.worked)),
        )
      )
  }
}

/**
 * Whether the registry's report names the device of the job: by a model of the catalogue, or as a person has compared
 * it since IMEI, model and report were last others.
 */
export function reportNamesTheDevice(events: readonly JobEvent[]): 'same' | 'other' | 'nobody has said' {
  const reports = new Map<string, { text: string; id: string | undefined }>()
  let [imei, model, compared] = ['', '', '']
  for (const event of events) {
    if (event.kind === 'registry-said' && event.record.model !== undefined) {
      if (event.record.imei === imei && reports.get(imei)?.text !== event.record.model) compared = ''
      reports.set(event.record.imei, { text: event.record.model, id: event.record.modelId })
    }
    if (event.kind !== 'answered') continue
    const { set } = event
    const now = [
      set.imei === undefined ? imei : (set.imei ?? ''),
      set.modelId === undefined ? model : (set.modelId ?? ''),
    ]
    if (now[0] !== imei || now[1] !== model) compared = ''
    ;[imei = '', model = ''] = now
    if (set.reportModel !== undefined) compared = set.reportModel ?? ''
  }
  const named = reports.get(imei)?.id
  if (named !== undefined && model !== '') return named === model ? 'same' : 'other'
  return compared === 'same' || compared === 'other' ? compared : 'nobody has said'
}

/** Steps at the two desks, each as the events tell that it was done; who has answered was asked. Undone steps are not. */
export function wasDone(events: readonly JobEvent[], step: string): boolean {
  const told = stepsIn(events).map(({ change }) => change)
  const ordered = (lock: 'account' | 'carrier') =>
    events.some((event) => event.kind === 'order-placed' && (event.order.lock ?? 'carrier') === lock)
  const changed = (...kinds: readonly string[]) =>
    events.some((event) => event.kind === 'order-changed' && kinds.includes(event.change.kind))
  const isConfirmed = events.some(({ kind }) => kind === 'account-confirmed')
  switch (step) {
    case 'say-when-changed':
      return told.some(({ kind }) => kind === 'password-changed')
    case 'start-the-recovery':
      return told.some(({ kind }) => kind === 'recovery-started' || kind === 'recovery-ended')
    case 'wait-for-the-recovery':
      return told.some((one) => one.kind === 'recovery-ended' && one.found)
    case 'write-to-the-seller':
      return told.some(
        ({ kind }) => kind === 'seller-written' || kind === 'seller-reminded' || kind === 'seller-answered',
      )
    case 'wait-for-the-seller':
      return told.some((one) => one.kind === 'seller-answered' && one.removed)
    case 'send-to-the-service':
      return told.some(({ kind }) => kind === 'service-sent' || kind === 'service-returned')
    case 'wait-for-the-service':
      return told.some((one) => one.kind === 'service-returned' && one.unlocked)
    case 'order-the-release':
      return ordered('account')
    case 'order-the-unlock':
      return ordered('carrier')
    case 'wait-for-the-release':
    case 'wait-for-the-supplier':
      return changed('answered')
    case 'activate':
      return changed('code-entered', 'proven')
    case 'ask-the-carrier':
      return told.some(({ kind }) => kind === 'carrier-asked' || kind === 'carrier-answered')
    case 'wait-for-the-carrier':
      return told.some((one) => one.kind === 'carrier-answered' && one.says === 'unlocked')
    case 'see-that-it-is-on':
      return told.some(({ kind }) => kind === 'carrier-lock-seen' || kind === 'other-sim-works')
    case 'see-that-it-is-off':
      return anotherSimWorks(events) || changed('proven', 'code-entered')
    case 'sign-in':
    case 'type-the-old-lock':
    case 'remove-and-skip':
    case 'restart-and-skip':
    case 'see-that-it-never-asks':
      return isConfirmed
    default:
      return true
  }
}
