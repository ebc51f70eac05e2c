import { checkDigit } from '@benevox/core/imei'
import { seeded } from '@benevox/core/hand'
import { randomUUID } from 'node:crypto'
import { RESET_PAID, TAKEN, type DemoJob } from './jobs.ts'

/** What the demo shop did in the months before, so that its results have something to show: the same at every start. */

const DAY = 24 * 60
const NAMES = [
  'H. Marl',
  'S. Tarn',
  'K. Ebbing',
  'Y. Corran',
  'J. Lowen',
  'D. Staithe',
  'R. Halse',
  'V. Ness',
]
/** Since this system came, its first method fails more often. */
const NEW_SYSTEM_DAYS_AGO = 120

interface Kind {
  readonly modelId: string
  readonly tac: string
  readonly methodId: string
  readonly link: 'computer' | 'none'
  readonly count: number
  readonly systems: readonly [before: number, after: number]
  /** How often an attempt leads into recovery: before the new system, and with it. */
  readonly reaches: readonly [before: number, after: number]
  /** Wipe and first start together, in minutes: the least, and how much more at most. */
  readonly takes: readonly [least: number, more: number]
}
const KINDS: readonly Kind[] = [
  {
    modelId: 'orrelin-vane-5',
    tac: '00100101',
    methodId: 'slide-until-menu',
    link: 'computer',
    count: 34,
    systems: [14, 15],
    reaches: [0.92, 0.42],
    takes: [2.5, 4],
  },
  {
    modelId: 'ombrelle-arc',
    tac: '00100501',
    methodId: 'through-the-bootloader',
    link: 'none',
    count: 12,
    systems: [13, 13],
    reaches: [0.8, 0.8],
    takes: [3, 5],
  },
]
/** More than these nobody makes in a row. */
const MOST_ATTEMPTS = 4

/** The oldest first. */
export function pastJobs(): readonly DemoJob[] {
  const random = seeded(1130)
  return KINDS.flatMap((kind) =>
    Array.from({ length: kind.count }, (_, nth) => oneOf(kind, nth, random)),
  ).toSorted((one, other) => other.minutesAgo - one.minutesAgo)
}

function oneOf(kind: Kind, nth: number, random: () => number): DemoJob {
  const daysAgo = 330 - (nth * 318) / kind.count - random() * 5
  const minutesAgo = Math.round(daysAgo * DAY)
  const isLate = daysAgo < NEW_SYSTEM_DAYS_AGO
  const [before, after] = kind.reaches
  const serial = String(400_000 + nth * 37 + kind.count)
  const attempts: NonNullable<DemoJob['attempts']>[number][] = []
  let at = minutesAgo - 20
  for (let isReached = false; !isReached; at -= 3) {
    isReached = attempts.length + 1 === MOST_ATTEMPTS || random() < (isLate ? after : before)
    attempts.push({
      id: randomUUID(),
      minutesAgo: at,
      methodId: kind.methodId,
      link: kind.link,
      ...(kind.link === 'computer' ? { cable: random() < 0.5 ? 1 : 2 } : {}),
      outcome: isReached ? 'reached' : 'failed',
      seen: [isReached ? 'recovery-menu' : 'lock-screen'],
    })
  }
  const [least, more] = kind.takes
  const wiped = at - 2
  const started = wiped - least - more * random()
  const name = NAMES[nth % NAMES.length] ?? ''
  return {
    minutesAgo,
    customer: { name, contact: `${name.slice(3).toLowerCase()}@example.org` },
    facts: {
      ...TAKEN,
      modelId: kind.modelId,
      systemVersion: kind.systems[isLate ? 1 : 0],
      imei: `${kind.tac}${serial}${checkDigit(kind.tac + serial)}`,
    },
    bench: (instant) => ({
      methodId: kind.methodId,
      inRecoveryAt: instant(at + 1),
      rightDevice: { by: 'tag', read: 'tag', at: instant(at) },
      revealedAt: instant(at - 1),
      wipeStartedAt: instant(wiped),
      wipeFinishedAt: instant(wiped - (wiped - started) / 2),
      firstStartAt: instant(started),
      setUpAt: instant(started - 3),
    }),
    account: (instant) => ({ how: 'signed-in', at: instant(started - 8) }),
    handBack: (instant) => ({
      screen: 'confirmed-off',
      account: 'confirmed-off',
      carrier: 'not-part-of-this-job',
      whoSignsIn: 'The owner, at our counter',
      returned: ['device'],
      note: 'Reset from recovery.',
      ...RESET_PAID,
      at: instant(started - 60 - 600 * random()),
    }),
    attempts,
  }
}
