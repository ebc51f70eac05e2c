import type { AccountForesight } from './foresight.ts'
import type { AccountRecord } from './steps.ts'

/** How long something takes: the earliest, the usual and the latest. */
export interface Usual {
  readonly least: number
  readonly usual: number
  readonly most: number
}
/** The account's own recovery, minutes to days, in hours. Common practice, no source. */
export const RECOVERY_HOURS: Usual = { least: 0.5, usual: 12, most: 72 }
/** Until a previous owner has answered, in hours. Common practice, no source. */
export const SELLER_HOURS: Usual = { least: 1, usual: 24, most: 120 }
/** A device at the maker's service, in working days. Common practice, no source. */
export const SERVICE_DAYS: Usual = { least: 5, usual: 10, most: 20 }
/** After too many entries, in hours, where the device says nothing else. Common practice, no source. */
const ENTRIES_WAIT_HOURS = 24

export const ACCOUNT_WAITS = ['sign-in', 'recovery', 'seller', 'service'] as const
export type AccountWaitFor = (typeof ACCOUNT_WAITS)[number]

/** What is waited for, with its instants: ISO 8601 in UTC. */
export interface AccountWait {
  readonly for: AccountWaitFor
  readonly since: string
  /** The earliest it may be over, when it should be, and when it is late. */
  readonly earliest: string
  readonly until: string
  readonly latest: string
}

/** So many working days after an instant, as an instant. */
export type AfterWorkingDays = (from: string, days: number) => string

const HOUR_MS = 3_600_000
const plusHours = (from: string, hours: number) => new Date(Date.parse(from) + hours * HOUR_MS).toISOString()

/**
 * What is waited for on the way to the end of the account lock; none where it has ended. A wait that is over stays
 * until somebody has looked.
 */
export function accountWaits(
  record: AccountRecord,
  { waitHours }: Pick<AccountForesight, 'waitHours'>,
  afterWorkingDays: AfterWorkingDays,
): readonly AccountWait[] {
  const { recovery, seller, service } = record
  const waits: AccountWait[] = []
  const signIn = signInWait(record, waitHours)
  if (signIn) waits.push(signIn)
  if (recovery && !recovery.endedAt)
    waits.push(within('recovery', recovery.startedAt, RECOVERY_HOURS, plusHours))
  if (seller && !seller.answeredAt)
    waits.push(within('seller', seller.remindedAt ?? seller.writtenAt, SELLER_HOURS, plusHours))
  if (service && !service.returnedAt)
    waits.push(within('service', service.sentAt, SERVICE_DAYS, afterWorkingDays))
  return waits
}

/** A sign-in is refused for so long after the password was changed, or after too many entries. */
function signInWait(
  { passwordChangedAt, stopped }: AccountRecord,
  waitHours: AccountForesight['waitHours'],
): AccountWait | undefined {
  const waits: AccountWait[] = []
  const wait = (since: string, { from, to }: AccountForesight['waitHours']) => {
    const until = plusHours(since, to)
    waits.push({ for: 'sign-in', since, earliest: plusHours(since, from), until, latest: until })
  }
  if (stopped?.why === 'too-many-entries')
    wait(stopped.at, { from: ENTRIES_WAIT_HOURS, to: ENTRIES_WAIT_HOURS })
  if (waitHours.to > 0) {
    if (passwordChangedAt !== undefined) wait(passwordChangedAt, waitHours)
    const isOver = waits.every(({ until }) => stopped && Date.parse(until) <= Date.parse(stopped.at))
    // Refused for it all the same, or nobody knows when it was changed: the refusal is the latest it can have been.
    if (stopped?.why === 'too-soon' && isOver) wait(stopped.at, waitHours)
  }
  return waits.reduce<AccountWait | undefined>(
    (last, one) => (last && last.until >= one.until ? last : one),
    undefined,
  )
}

function within(
  what: AccountWaitFor,
  since: string,
  { least, usual, most }: Usual,
  after: (from: string, amount: number) => string,
): AccountWait {
  return {
    for: what,
    since,
    earliest: after(since, least),
    until: after(since, usual),
    latest: after(since, most),
  }
}
