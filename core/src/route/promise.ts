import { OpenTime, type ShopTime } from '../clocks/index.ts'
import { quantileOf, type Chances } from '../decision/index.ts'
import type { WholeCourse } from './figures.ts'
import { DAY_MINUTES } from './usual.ts'

/**
 * How the time of an act passes: at the bench only while the shop is open; by itself on every clock; at others on
 * their working days.
 */
export type Pace = 'at-the-bench' | 'by-itself' | 'working-days'

/** One way the work can go, as far as its time is concerned. The chances of all of them sum to 1. */
export interface TimedCourse {
  readonly chance: number
  readonly acts: readonly { readonly pace: Pace; readonly minutes: Chances }[]
}

export const timedCoursesOf = (courses: readonly WholeCourse[]): readonly TimedCourse[] =>
  courses.map(({ chance, outcomes }) => ({
    chance,
    acts: outcomes.map(({ made: { pace, minutes } }) => ({ pace, minutes })),
  }))

/** By when it can be fetched: instants in ISO 8601 at which the shop is open, not exceeded so often. */
export interface Promised {
  readonly half: string
  readonly nineInTen: string
}

const WORKING_DAYS_OF_A_WEEK = 5 / 7
const QUARTER_MS = 15 * 60_000

/** The calendar of each shop is read once: the counter asks it at every answer. */
const calendars = new WeakMap<ShopTime, OpenTime>()
function openTimeOf(shop: ShopTime, from: number): OpenTime {
  const known = calendars.get(shop)
  if (known?.reachesBackTo(from)) return known
  const made = new OpenTime(shop, from)
  calendars.set(shop, made)
  return made
}

/**
 * What the shop can promise if the work begins now, or when it opens: each act after the one before it. A usual
 * time at others in calendar days is taken for as many of their working days as a week has for it.
 * @param now instant, ISO 8601
 */
export function promisedBy(courses: readonly TimedCourse[], now: string, shop: ShopTime): Promised {
  const start = Date.parse(now)
  const time = openTimeOf(shop, start)
  const after = (at: number, pace: Pace, minutes: number): number => {
    if (minutes === 0) return at
    if (pace === 'at-the-bench') return time.afterOpen(at, minutes)
    if (pace === 'by-itself') return at + minutes * 60_000
    return time.afterWorkingDays(at, Math.ceil((minutes / DAY_MINUTES) * WORKING_DAYS_OF_A_WEEK))
  }
  const ready = new Map<number, number>()
  for (const { chance, acts } of courses) {
    let ends = new Map([[start, chance]])
    for (const { pace, minutes } of acts) {
      const then = new Map<number, number>()
      for (const [at, p] of ends)
        for (const [takes, share] of minutes) add(then, after(at, pace, takes), p * share)
      ends = then
    }
    for (const [at, p] of ends)
      add(ready, time.nextOpen(Math.ceil(time.nextOpen(at) / QUARTER_MS) * QUARTER_MS), p)
  }
  const instant = (share: number) => new Date(quantileOf([...ready], share)).toISOString()
  return { half: instant(0.5), nineInTen: instant(0.9) }
}

function add(to: Map<number, number>, at: number, chance: number): void {
  to.set(at, (to.get(at) ?? 0) + chance)
}
