import type { Job, JobEvent, Order, OrderChange } from '@benevox/contract'
import type { Breach } from '@benevox/core/job'

/** The interface's texts, English, in one place; the core keeps those of the route and the procedures. */

export const STATION_WORDS = {
  counter: 'Counter',
  bench: 'Bench',
  accounts: 'Accounts',
  carriers: 'Carriers',
  'hand-back': 'Hand-back',
  closed: 'Closed',
  ledger: 'Ledger',
  playbook: 'Playbook',
  shop: 'Shop',
} as const

export const KEY_HELP: readonly (readonly [string, string])[] = [
  ['1 to 9', 'at the counter: answers the question asked now'],
  ['R', 'at the counter, when the registry is the question: asks it'],
  ['L', 'at the counter: later, on to the next question'],
  ['Esc', 'out of a field, so that the numbers answer again'],
  ['C', 'at the counter: turn the agreement to the customer'],
  ['P', 'at the agreement: it was signed on paper'],
  ['N', 'at the counter: take in a device'],
  ['Space', 'at the bench: seen, next (a foot switch may send it)'],
  ['X', 'at the bench: it went wrong'],
  ['D', 'at the bench: a dry run on the twin'],
  ['1 to 9', 'at the bench: what was seen, one press; answers what is asked then'],
  ['0', 'at the bench: it worked'],
  ['← →', 'watching a way on the twin: back, one step'],
  ['1 to 6 held', 'on the twin by hand: the device’s keys, in the order of its edge'],
  ['hold Enter', 'releases the last presses, once every gate is open'],
  ['scanner', 'an IMEI goes to the job on the screen, a ticket opens its job'],
  ['?', 'this list'],
]

/** A clock on the shelf: what it waits for, what comes then, and what to do when it is due. */
export const SHELF_WORDS = {
  charging: { name: 'charging', then: 'then the keys', due: 'should have 20 %.', next: 'Try the keys.' },
  wipe: { name: 'wiping', then: 'then the restart', due: 'the wipe should be over.', next: 'Restart it.' },
  'first-start': {
    name: 'first start',
    then: 'then the wizard',
    due: 'the set-up wizard should be there.',
    next: 'Look at the device.',
  },
  carrier: { name: 'carrier', then: 'then the release', due: 'the answer is due.', next: 'Look for it.' },
  account: {
    name: 'account release',
    then: 'then the wizard',
    due: 'the answer is due.',
    next: 'Look for it.',
  },
} as const

export const WAITS_WORDS = {
  charging: 'charging',
  wipe: 'wiping',
  'first-start': 'first start',
  carrier: 'carrier’s answer',
  account: 'account release',
} as const

export const HOW_AGREED = {
  signature: 'on the screen',
  paper: 'on paper',
  telephone: 'on the telephone',
} as const

export const ORDER_WORDS: Readonly<Record<Order['state'], string>> = {
  waiting: 'waiting for the answer',
  answered: 'answered, to be carried out',
  released: 'released and proven',
  blocked: 'blocked: no tries left',
  failed: 'failed',
}

export const ANSWER_WORDS: Readonly<Record<NonNullable<Order['answer']>, { name: string; how: string }>> = {
  code: {
    name: 'a code',
    how: 'Power off, put in a SIM of another carrier, power on. The device asks: enter the code digit by digit. Never guess; tries are counted.',
  },
  'over-the-air': {
    name: 'released over the air',
    how: 'Connect to Wi-Fi and restart. Then prove it with another carrier’s SIM: it registers and a call goes through.',
  },
  app: {
    name: 'use the app',
    how: 'Open the carrier’s app on Wi-Fi and ask for the permanent release, not the temporary one. Then prove it with another carrier’s SIM.',
  },
}

/** What is done at the device once an account release was granted. */
export const ACCOUNT_RELEASED =
  'Connect to Wi-Fi and restart. Then go through the set-up wizard: that the account step can be skipped is the proof.'

const EVENT_WORDS: Readonly<Record<string, string>> = {
  opened: 'opened the job',
  facts: 'recorded',
  answered: 'recorded',
  'chose-procedure': 'chose a procedure',
  'try-started': 'began a try',
  'try-reached': 'reached recovery',
  'try-failed': 'a try failed',
  'try-left': 'left a try out',
  'try-told': 'told more of a try',
  'attempt-started': 'began an attempt',
  'attempt-reached': 'reached recovery',
  'attempt-failed': 'an attempt failed',
  'attempt-left': 'left an attempt out',
  'attempt-told': 'told more of an attempt',
  'key-tested': 'tested a key',
  'charging-started': 'put it on charge',
  'charging-ended': 'charged',
  'recovery-again': 'recovery came back by itself',
  'remote-unlock': 'the maker’s service',
  'in-recovery': 'in recovery',
  'back-to-keys': 'back to the keys',
  'right-device': 'confirmed the right device',
  released: 'released the last presses',
  revealed: 'showed the way to the reset',
  'account-taken-off': 'saw the list of accounts empty',
  'taken-back': 'took back a step',
  'wipe-started': 'wipe began',
  'wipe-finished': 'wipe over',
  'first-start': 'first start began',
  'set-up': 'set-up wizard reached',
  'screen-lifted': 'it works again',
  'account-proven': 'account lock proven clear',
  'account-confirmed': 'account lock confirmed off',
  'order-placed': 'ordered the carrier’s release',
  'account-release-ordered': 'ordered the account’s release',
  'order-answered': 'the supplier answered',
  'order-code-tried': 'tried the code',
  'order-proven': 'proved the release',
  'order-failed': 'the order failed',
  'handed-back': 'handed back',
  'did-not-help': 'tried what did not help',
  'consent-signed': 'the customer agreed',
  'consent-refused': 'the customer refused',
  'agreement-signed': 'the customer agreed',
  'agreement-refused': 'the customer refused',
  'gate-opened': 'a lead opened a gate',
  'check-waived': 'a supervisor waived a check',
  intake: 'condition and accessories',
  'intake-recorded': 'condition and accessories',
  evidence: 'kept evidence',
  'evidence-removed': 'removed evidence',
  'file-kept': 'kept an ownership document',
  'file-removed': 'removed an ownership document',
  registry: 'the registry’s answer',
}

export const BREACH_WORDS: Readonly<Record<Breach['did'], string>> = {
  'deleted-by-recovery': 'the device was wiped from recovery',
  'deleted-by-settings': 'the device was reset from its settings',
  attempt: 'an attempt was made',
  lifted: 'the screen lock was lifted',
}
export const NOT_HELD_WORDS: Readonly<Record<Breach['without'], string>> = {
  reported: 'although the device is reported',
  barred: 'although no work may be done on it',
  'right-not-shown': 'although their right to it was not shown',
  agreement: 'although the agreement did not allow deleting anything',
  'not-revealed': 'although the wipe keys had not been shown',
}

/** How far a job has come, in one line: what stands there when somebody else was quicker. */
export function jobStands({ station, bench, accountConfirmed, handBack }: Job): string {
  const { setUpAt, firstStartAt, wipeFinishedAt, wipeStartedAt, revealedAt, inRecoveryAt } = bench
  const steps = {
    'set-up': setUpAt,
    'first-start': firstStartAt,
    'wipe-finished': wipeFinishedAt,
    'wipe-started': wipeStartedAt,
    revealed: revealedAt,
    'in-recovery': inRecoveryAt,
  }
  const furthest = Object.entries(steps).find(([, at]) => at !== undefined)?.[0]
  return [
    STATION_WORDS[station],
    ...(furthest ? [eventWords({ kind: furthest })] : []),
    ...(accountConfirmed ? [eventWords({ kind: 'account-confirmed' })] : []),
    ...(handBack ? [eventWords({ kind: 'handed-back' })] : []),
  ].join(', ')
}

export function orderStands({ state, answer, code, triesMade }: Order): string {
  return [
    ORDER_WORDS[state],
    ...(answer ? [ANSWER_WORDS[answer].name] : []),
    ...(code ? [code] : []),
    ...(triesMade > 0 ? [`${triesMade} tries made`] : []),
  ].join(', ')
}

export function orderChangeWords(change: OrderChange): string {
  if (change.kind === 'answered')
    return [ANSWER_WORDS[change.answer].name, ...(change.code ? [change.code] : [])].join(', ')
  if (change.kind === 'code-tried') return change.worked ? 'the code was taken' : 'the code was refused'
  return eventWords({ kind: `order-${change.kind}` })
}

export function bothVersions(sentence: string, stands: string, mine: string): string {
  return `${sentence} It stands now: ${stands}. You were recording: ${mine}.`
}

export const LIFTED_WORDS = {
  remembered: 'The owner remembered it: it is unlocked',
  'remote-unlock': 'It is unlocked',
  settings: 'It is reset from its settings',
  'cache-cleared': 'It works again: the cache was cleared',
  'system-installed': 'It works again: the system was installed again',
} as const

/** What happened, in the words of the history; how it came to work again where that is told. */
export function eventWords({ kind, how }: Pick<JobEvent, 'kind'> & { readonly how?: unknown }): string {
  const lifted = kind === 'screen-lifted' && Object.entries(LIFTED_WORDS).find(([name]) => name === how)?.[1]
  return lifted ? lifted.charAt(0).toLowerCase() + lifted.slice(1) : (EVENT_WORDS[kind] ?? kind)
}

export function money(minor: number, currency: string): string {
  return new Intl.NumberFormat('en', { style: 'currency', currency }).format(minor / 100)
}

/** An amount without its cents, where it is an estimate. */
export function wholeMoney(minor: number, currency: string): string {
  const options = { style: 'currency', currency, maximumFractionDigits: 0 } as const
  return new Intl.NumberFormat('en', options).format(minor / 100)
}

export function dayText(day: string): string {
  return new Date(`${day}T12:00:00Z`).toLocaleDateString('en-GB', {
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    timeZone: 'UTC',
  })
}

export function clockText(instant: string): string {
  return new Date(instant).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })
}

/** A day and its time as one says them at the counter. @param zone whose clock and calendar are meant */
export function dayAndTime(instant: string, now: Date, timeZone: string): string {
  const at = new Date(instant)
  const dateOf = (of: Date) => Date.parse(of.toLocaleDateString('sv-SE', { timeZone }))
  const days = (dateOf(at) - dateOf(now)) / 86_400_000
  const day =
    days === 0
      ? 'today'
      : days === 1
        ? 'tomorrow'
        : at.toLocaleDateString('en-GB', { timeZone, weekday: 'short', day: 'numeric', month: 'short' })
  return `${day}, ${at.toLocaleTimeString('en-GB', { timeZone, hour: '2-digit', minute: '2-digit' })}`
}

export function instantText(instant: string): string {
  return new Date(instant).toLocaleString('en-GB', {
    day: 'numeric',
    month: 'short',
    hour: '2-digit',
    minute: '2-digit',
  })
}

export function minutesText(ms: number): string {
  const seconds = Math.max(0, Math.round(Math.abs(ms) / 1000))
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`
}

/** A chance as it is said: never certain unless it is. */
export function chanceText(chance: number): string {
  if (chance <= 0) return 'no'
  if (chance < 0.01) return '< 1 %'
  if (chance > 0.99 && chance < 1 - 1e-9) return '> 99 %'
  return `${Math.round(chance * 100)} %`
}

/** Calendar time from minutes, in the unit it is best told in. */
export function calendarText(minutes: number): string {
  if (minutes < 1) return 'at once'
  if (minutes < 120) return `${Math.ceil(minutes / 5) * 5} min`
  if (minutes < 2880) return `${Math.ceil(minutes / 60)} h`
  return `${Math.ceil(minutes / 1440)} days`
}

/** A wait in words: seconds, minutes, hours or days, rounded up so that nobody comes too early. */
export function waitText(ms: number): string {
  if (ms <= 0) return 'no wait'
  if (ms < 120_000) return `${Math.ceil(ms / 1000)} s`
  if (ms < 7_200_000) return `${Math.ceil(ms / 60_000)} min`
  if (ms < 172_800_000) return `${Math.ceil(ms / 3_600_000)} h`
  return `${Math.ceil(ms / 86_400_000)} days`
}

/** A length of time in the unit it is best told in. */
export function lengthText(ms: number): string {
  if (ms < 1000) return `${ms} ms`
  if (ms < 100_000) return `${Number((ms / 1000).toFixed(1))} s`
  return `${Number((ms / 60_000).toFixed(1))} min`
}

/** Seconds with one decimal, rounded down: slack is never told larger than it is. */
export function tenthsText(ms: number): string {
  return (Math.floor(ms / 100) / 10).toFixed(1)
}
