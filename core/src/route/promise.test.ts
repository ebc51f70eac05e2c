import fc from 'fast-check'
import { getHolidays } from 'feiertagejs'
import { describe, expect, it } from 'vitest'
import { RANDOM_FACTS } from '../../test/randomFacts.ts'
import {
  holidaysFrom,
  openingHours,
  OpenTime,
  promiseInWorkingDays,
  shopTimeOf,
  USUAL_OPENING,
  type OpeningHours,
} from '../clocks/index.ts'
import { USUAL_PRICES } from '../price/index.ts'
import { PHONE } from './fixtures.ts'
import { NOTHING_DONE, planRoute, promisedBy, type Pace, type TimedCourse } from './index.ts'

const MINUTE = 60_000
const HOUR = 60 * MINUTE
const DAY = 1440
const USUAL_SHOP = shopTimeOf(USUAL_OPENING)

/**
 * The shop’s clock as somebody reads it who has only a wall clock, a calendar and patience: minute by minute, by the
 * platform’s own Intl and another data set of holidays than the one that is used. It shares nothing with core.
 */
class PatientClock {
  readonly #hours: OpeningHours
  readonly #wall: Intl.DateTimeFormat
  readonly #free: ReadonlySet<string>
  readonly #hour = new Map<number, readonly string[]>()
  constructor(hours: OpeningHours) {
    this.#hours = hours
    const region = hours.region === 'BY' ? 'BY' : 'BUND'
    const days = [2026, 2027, 2028, 2029].flatMap((year) => getHolidays(year, region))
    // Assumption is a holiday in those of Bavaria's municipalities that have more Catholics than Protestants (BayFTG
    // art. 1, from memory): one data set has it for all, the other for none.
    const agreed = days.filter(({ dateString }) => !dateString.endsWith('-08-15'))
    this.#free = new Set(agreed.map(({ dateString }) => dateString))
    this.#wall = new Intl.DateTimeFormat('sv-SE', {
      timeZone: hours.zone,
      dateStyle: 'short',
      timeStyle: 'short',
    })
  }
  #read(at: number): { day: string; time: string } {
    const hour = Math.floor(at / HOUR)
    const known = this.#hour.get(hour) ?? this.#wall.format(hour * HOUR).split(' ')
    this.#hour.set(hour, known)
    // In its zones every hour of the day is a whole one.
    const [day = '', time = ''] = known
    return { day, time: `${time.slice(0, 3)}${String(Math.floor(at / MINUTE) % 60).padStart(2, '0')}` }
  }
  isOpen(at: number): boolean {
    const { day, time } = this.#read(at)
    const weekday = (new Date(`${day}T12:00:00Z`).getUTCDay() + 6) % 7
    const hours = this.#hours.days[weekday]
    return (
      !this.#free.has(day) &&
      hours !== null &&
      hours !== undefined &&
      hours.from <= time &&
      time < hours.until
    )
  }
  nextOpen(at: number): number {
    let now = at
    while (!this.isOpen(now)) now += MINUTE
    return now
  }
  after(at: number, pace: Pace, minutes: number): number {
    let now = at
    if (minutes === 0 || pace === 'by-itself') return now + minutes * MINUTE
    if (pace === 'at-the-bench') {
      for (let left = minutes; left > 0; now += MINUTE) if (this.isOpen(now)) left--
      return now
    }
    const isWorked = (day: string) => {
      const weekday = new Date(`${day}T12:00:00Z`).getUTCDay()
      return weekday !== 0 && weekday !== 6 && !this.#free.has(day)
    }
    const midnight = () => {
      const { day } = this.#read(now)
      while (this.#read(now).day === day) now += MINUTE
    }
    const { day, time } = this.#read(now)
    if (time >= '15:00' || !isWorked(day)) {
      do midnight()
      while (!isWorked(this.#read(now).day))
    }
    for (let left = Math.ceil((minutes / DAY) * (5 / 7)); left > 0; left--)
      do midnight()
      while (!isWorked(this.#read(now).day))
    midnight()
    return now
  }
}

const HOURS: readonly OpeningHours[] = [
  USUAL_OPENING,
  {
    zone: 'Europe/Berlin',
    country: 'DE',
    region: 'BY',
    days: [
      null,
      { from: '10:30', until: '12:45' },
      null,
      null,
      { from: '14:00', until: '20:00' },
      null,
      null,
    ],
  },
]
/** Whole minutes of three years in which clocks change, Easter moves and Christmas falls on several weekdays. */
const someMinute = fc
  .integer({ min: Date.UTC(2026, 0, 1) / MINUTE, max: Date.UTC(2028, 11, 31) / MINUTE })
  .map((minute) => minute * MINUTE)
const pace = fc.constantFrom<Pace>('at-the-bench', 'by-itself', 'working-days')
const minutesOf = (one: Pace) =>
  one === 'working-days'
    ? fc.integer({ min: 0, max: 9 }).map((days) => days * DAY)
    : fc.integer({ min: 0, max: 900 })

describe('what the shop promises', () => {
  it('is what whoever goes through the calendar minute by minute comes to', { timeout: 600_000 }, () => {
    const act = pace.chain((one) =>
      fc.tuple(minutesOf(one), minutesOf(one)).map(([a, b]): TimedCourse['acts'][number] => ({
        pace: one,
        minutes: [
          [a, 0.75],
          [b, 0.25],
        ],
      })),
    )
    const course = fc.array(act, { maxLength: 3 })
    let slept = 0
    fc.assert(
      fc.property(fc.constantFrom(...HOURS), someMinute, course, course, (hours, now, first, second) => {
        const clock = new PatientClock(hours)
        const ends: [number, number][] = []
        for (const [acts, chance] of [
          [first, 0.6],
          [second, 0.4],
        ] as const) {
          const go = (at: number, left: TimedCourse['acts'], p: number): void => {
            const [next, ...rest] = left
            if (next)
              for (const [takes, share] of next.minutes)
                go(clock.after(at, next.pace, takes), rest, p * share)
            else {
              let ready = clock.nextOpen(at)
              while (ready % (15 * MINUTE) !== 0) ready += MINUTE
              ends.push([clock.nextOpen(ready), p])
            }
          }
          go(now, acts, chance)
        }
        const by = (share: number) => {
          let sum = 0
          for (const [at, p] of [...ends].sort(([a], [b]) => a - b)) if ((sum += p) >= share - 1e-9) return at
          return Number.NaN
        }
        const courses = [
          { chance: 0.6, acts: first },
          { chance: 0.4, acts: second },
        ]
        const { half, nineInTen } = promisedBy(courses, new Date(now).toISOString(), shopTimeOf(hours))
        expect([Date.parse(half), Date.parse(nineInTen)]).toEqual([by(0.5), by(0.9)])
        if (by(0.9) - now > DAY * MINUTE) slept++
      }),
      { numRuns: Number(process.env['BENEVOX_PROMISES'] ?? 40), seed: 12 },
    )
    expect(slept).toBeGreaterThan(5)
  })

  it('of any job is a moment at which the shop is open, and the later one never before the earlier', () => {
    fc.assert(
      fc.property(RANDOM_FACTS, someMinute, (facts, now) => {
        const { courses } = planRoute(facts, PHONE, NOTHING_DONE, USUAL_PRICES)
        expect(courses.reduce((sum, { chance }) => sum + chance, 0)).toBeCloseTo(1, 9)
        const { half, nineInTen } = promisedBy(courses, new Date(now).toISOString(), USUAL_SHOP)
        const clock = new PatientClock(USUAL_OPENING)
        expect([clock.isOpen(Date.parse(half)), clock.isOpen(Date.parse(nineInTen))]).toEqual([true, true])
        expect(nineInTen >= half && Date.parse(half) >= now).toBe(true)
      }),
      { numRuns: 25, seed: 13 },
    )
  })

  it('is the same at the server, with its data set, and in a browser that was told the days', () => {
    const days = new Set(holidaysFrom(2026, 4, USUAL_SHOP))
    const told = { hours: USUAL_OPENING, isPublicHoliday: (day: string) => days.has(day) }
    expect(days.size).toBeGreaterThan(30)
    fc.assert(
      fc.property(RANDOM_FACTS, someMinute, (facts, now) => {
        const { courses } = planRoute(facts, PHONE, NOTHING_DONE, USUAL_PRICES)
        const at = new Date(now).toISOString()
        expect(promisedBy(courses, at, told)).toEqual(promisedBy(courses, at, USUAL_SHOP))
      }),
      { numRuns: 25, seed: 14 },
    )
  })

  it('of half an hour’s work on a Saturday at a quarter to two is Monday', () => {
    const bench: readonly TimedCourse[] = [
      { chance: 1, acts: [{ pace: 'at-the-bench', minutes: [[30, 1]] }] },
    ]
    expect(promisedBy(bench, '2026-11-28T13:45:00+01:00', USUAL_SHOP)).toEqual({
      half: '2026-11-30T08:15:00.000Z',
      nineInTen: '2026-11-30T08:15:00.000Z',
    })
  })
  it('of ten days at others over Christmas is after their holidays', () => {
    const others: readonly TimedCourse[] = [
      { chance: 1, acts: [{ pace: 'working-days', minutes: [[10 * DAY, 1]] }] },
    ]
    // Taken up on Wednesday the 23rd; 24, 28, 29, 30, 31 December, 4, 5 and 6 January: eight working days.
    expect(promisedBy(others, '2026-12-23T10:00:00+01:00', USUAL_SHOP).half).toBe('2027-01-07T08:00:00.000Z')
  })
})

describe('opening hours', () => {
  it.each([
    ['closed all week', { ...USUAL_OPENING, days: Array(7).fill(null) }],
    ['six days', { ...USUAL_OPENING, days: USUAL_OPENING.days.slice(1) }],
    [
      'closes before it opens',
      { ...USUAL_OPENING, days: USUAL_OPENING.days.map(() => ({ from: '18:00', until: '09:00' })) },
    ],
    [
      'no time of day',
      { ...USUAL_OPENING, days: USUAL_OPENING.days.map(() => ({ from: '9', until: '25:00' })) },
    ],
    ['no zone', { ...USUAL_OPENING, zone: 'Europe/Nowhere' }],
    ['no country', { ...USUAL_OPENING, country: 'de' }],
  ])('are refused: %s', (_, hours) => {
    expect(openingHours.safeParse(hours).success).toBe(false)
  })
  it('counts working days of others as those of an order, where clocks change at midnight, by half an hour or not at all', () => {
    const zones = [
      'Europe/Berlin',
      'America/Santiago',
      'Australia/Lord_Howe',
      'Asia/Kathmandu',
      'Asia/Beirut',
    ]
    fc.assert(
      fc.property(
        fc.constantFrom(...zones),
        someMinute,
        fc.integer({ min: 0, max: 40 * 24 * 60 }),
        fc.nat(12),
        (zone, from, later, days) => {
          const shop = shopTimeOf({ ...USUAL_OPENING, zone })
          const at = from + later * MINUTE
          const calendar = { zone, weekend: [6, 7], cutOff: '15:00', isPublicHoliday: shop.isPublicHoliday }
          const order = promiseInWorkingDays(calendar, new Date(at).toISOString(), { min: days, max: days })
          expect(new OpenTime(shop, from).afterWorkingDays(at, days)).toBe(Date.parse(order.latestBefore))
        },
      ),
      { seed: 14, numRuns: 400 },
    )
  })
  it('of a country without data are those of a country without holidays', () => {
    const time = new OpenTime(
      shopTimeOf({ ...USUAL_OPENING, country: 'XX' }),
      Date.parse('2026-12-25T10:00:00Z'),
    )
    expect(time.nextOpen(Date.parse('2026-12-25T10:00:00Z'))).toBe(Date.parse('2026-12-25T10:00:00Z'))
  })
})
