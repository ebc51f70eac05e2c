import usHolidays from '@18f/us-federal-holidays'
import frenchHolidays from '@socialgouv/jours-feries'
import { getHolidays as germanHolidays } from 'feiertagejs'
import { describe, expect, it } from 'vitest'
import {
  chargeMs,
  chargeRange,
  isWorkingDay,
  PLATFORM_WAIT_LAW,
  promiseInWorkingDays,
  publicHolidays,
  totalForMoreMs,
  waitAfterMs,
} from './index.ts'
import type { WorkingCalendar } from './index.ts'

const SECOND = 1000
const DAY = 86_400_000

describe('the wait after wrong entries', () => {
  // The open-source platform's gatekeeper, ComputeRetryTimeout (from memory).
  it.each([
    [0, 0],
    [4, 0],
    [5, 30 * SECOND],
    [6, 0],
    [9, 0],
    [10, 30 * SECOND],
    [11, 30 * SECOND],
    [29, 30 * SECOND],
    [30, 30 * SECOND],
    [39, 30 * SECOND],
    [40, 60 * SECOND],
    [55, 120 * SECOND],
    [139, 30 * SECOND * 2 ** 10],
    [140, DAY],
    [500, DAY],
  ])('after %i wrong entries is %i ms', (failures, waitMs) => {
    expect(waitAfterMs(PLATFORM_WAIT_LAW, failures)).toBe(waitMs)
  })
  it('adds up for more attempts, with none after the last', () => {
    // before attempts 5 to 9: none; after the 5th: 30 s; typing 4 s each
    expect(totalForMoreMs(PLATFORM_WAIT_LAW, 4, 2, 4 * SECOND)).toBe(30 * SECOND + 8 * SECOND)
    expect(totalForMoreMs(PLATFORM_WAIT_LAW, 28, 3, 0)).toBe(90 * SECOND)
    expect(totalForMoreMs(PLATFORM_WAIT_LAW, 3, 0, 4 * SECOND)).toBe(0)
  })
  it('follows a family with a law of its own', () => {
    const law = [
      { kind: 'none', fromFailures: 0 },
      { kind: 'each', fromFailures: 3, waitMs: 60_000 },
    ] as const
    expect([2, 3, 9].map((n) => waitAfterMs(law, n))).toEqual([0, 60_000, 60_000])
  })
})

describe('a promise in working days', () => {
  const berlin: WorkingCalendar = {
    zone: 'Europe/Berlin',
    weekend: [6, 7],
    cutOff: '15:00',
    isPublicHoliday: publicHolidays('DE', 'BE'),
  }
  it('counts from the day of the order, over the weekend', () => {
    expect(promiseInWorkingDays(berlin, '2026-11-26T09:00:00+01:00', { min: 1, max: 3 })).toEqual({
      countsFrom: '2026-11-26',
      earliest: '2026-11-27',
      latest: '2026-12-01',
      latestBefore: '2026-12-01T23:00:00.000Z',
    })
  })
  it('counts from the next working day after the cut-off, in the supplier’s own time zone', () => {
    expect(promiseInWorkingDays(berlin, '2026-11-26T13:59:00Z', { min: 1, max: 1 }).earliest).toBe(
      '2026-11-27',
    )
    expect(promiseInWorkingDays(berlin, '2026-11-26T14:00:00Z', { min: 1, max: 1 }).earliest).toBe(
      '2026-11-30',
    )
  })
  it('steps over Christmas and New Year', () => {
    expect(promiseInWorkingDays(berlin, '2026-12-24T10:00:00+01:00', { min: 2, max: 5 })).toMatchObject({
      earliest: '2026-12-29',
      latest: '2027-01-04',
    })
  })
  // The zones of the IANA data in which clocks went forward at midnight in 2010, read by the platform's own Intl.
  it.each([
    'America/Havana',
    'Asia/Beirut',
    'America/Asuncion',
    'America/Sao_Paulo',
    'Africa/Cairo',
    'Europe/Berlin',
  ])('ends with the last instant of its latest day in %s, also where midnight is skipped', (zone) => {
    const calendar: WorkingCalendar = { zone, weekend: [], cutOff: '24:00', isPublicHoliday: () => false }
    const day = new Intl.DateTimeFormat('sv-SE', { timeZone: zone, dateStyle: 'short' })
    for (let n = 0; n < 366; n++) {
      const orderedAt = new Date(Date.UTC(2010, 0, 1 + n, 17)).toISOString()
      const { latest, latestBefore } = promiseInWorkingDays(calendar, orderedAt, { min: 0, max: n % 4 })
      const ends = Date.parse(latestBefore)
      expect(day.format(ends - 1)).toBe(latest)
      expect(day.format(ends) > latest).toBe(true)
    }
  })
  it('refuses what is no instant', () => {
    expect(() => promiseInWorkingDays(berlin, 'tomorrow', { min: 1, max: 1 })).toThrow(RangeError)
  })
  it('refuses a country the data set does not know', () => {
    expect(() => publicHolidays('XX')).toThrow(RangeError)
  })
})

describe('working days agree day by day over 10 years with independent holiday data', () => {
  const years = Array.from({ length: 10 }, (_, n) => 2020 + n)
  const daysOf = (year: number) => {
    const days: string[] = []
    for (let at = Date.UTC(year, 0, 1); at < Date.UTC(year + 1, 0, 1); at += DAY)
      days.push(new Date(at).toISOString().slice(0, 10))
    return days
  }
  const disagreements = (calendar: WorkingCalendar, isFree: (day: string) => boolean) =>
    years.flatMap(daysOf).filter((day) => isWorkingDay(calendar, day) === isFree(day))
  const isWeekend = (day: string) => [0, 6].includes(new Date(`${day}T12:00:00Z`).getUTCDay())
  const calendar = (zone: string, country: string, region?: string): WorkingCalendar => ({
    zone,
    weekend: [6, 7],
    cutOff: '23:59',
    isPublicHoliday: publicHolidays(country, region),
  })

  const german = new Set(years.flatMap((year) => germanHolidays(year, 'NW').map((d) => d.dateString)))
  it('for North Rhine-Westphalia, with feiertagejs', () => {
    const free = (day: string) => isWeekend(day) || german.has(day)
    expect(german.size).toBeGreaterThan(100)
    expect(disagreements(calendar('Europe/Berlin', 'DE', 'NW'), free)).toEqual([])
  })
  it('for France, with @socialgouv/jours-feries', () => {
    const french = new Set(
      years.flatMap((year) => Object.values(frenchHolidays(year)).map((d) => d.toISOString().slice(0, 10))),
    )
    expect(disagreements(calendar('Europe/Paris', 'FR'), (day) => isWeekend(day) || french.has(day))).toEqual(
      [],
    )
  })
  it('for the United States, with @18f/us-federal-holidays, but for the observed day of a Veterans Day at the weekend', () => {
    const observed = { shiftSaturdayHolidays: true, shiftSundayHolidays: true, utc: true }
    const federal = new Set(
      years.flatMap((year) => usHolidays.allForYear(year, observed).map((d) => d.dateString)),
    )
    const days = disagreements(
      calendar('America/New_York', 'US'),
      (day) => isWeekend(day) || federal.has(day),
    )
    expect(days).toEqual(['2023-11-10', '2028-11-10', '2029-11-12'])
  })
  it('and the promise agrees with counting those days one by one', () => {
    const free = (day: string) => isWeekend(day) || german.has(day)
    const days = years.flatMap(daysOf)
    const rhine = calendar('Europe/Berlin', 'DE', 'NW')
    for (let start = 0; start < days.length - 60; start += 37) {
      const working = days.slice(start).filter((day) => !free(day))
      const promise = promiseInWorkingDays(rhine, `${days[start]}T09:00:00+01:00`, { min: 3, max: 7 })
      expect([promise.countsFrom, promise.earliest, promise.latest]).toEqual([
        working[0],
        working[3],
        working[7],
      ])
    }
  })
})

describe('charging to the safe level', () => {
  it('is energy over power, by hand: 4 Ah at 3.85 V, a tenth of it, with 10 W of which 85 % are kept', () => {
    expect(chargeMs(10, 20, { capacityMah: 4000, watts: 10 })).toBe(Math.round((1.54 / 8.5) * 3_600_000))
    expect(chargeMs(25, 20, { capacityMah: 4000, watts: 10 })).toBe(0)
  })
  it('takes longer from flat, and has a range where nothing is known', () => {
    const charging = { capacityMah: 4000, watts: 10 }
    expect(chargeMs(0, 20, charging) - chargeMs(3, 20, charging)).toBeGreaterThan(180_000)
    const { minMs, medianMs, maxMs } = chargeRange('phone', 0)
    expect(minMs).toBeLessThan(medianMs)
    expect(medianMs).toBeLessThan(maxMs)
    // Common practice, no source: a quarter of an hour on the charger, then it is tried again.
    expect(medianMs).toBeGreaterThan(8 * 60_000)
    expect(medianMs).toBeLessThan(30 * 60_000)
  })
  it.each(['phone', 'tablet', 'watch'] as const)(
    'of a %s: longer the emptier, never at the level',
    (kind) => {
      const levels = Array.from({ length: 21 }, (_, percent) => chargeRange(kind, percent))
      for (const [percent, { minMs, medianMs, maxMs }] of levels.entries()) {
        const fuller = levels[percent + 1]
        if (fuller) {
          expect(minMs).toBeGreaterThan(fuller.minMs)
          expect(maxMs).toBeGreaterThan(fuller.maxMs)
          expect(minMs).toBeLessThan(medianMs)
          expect(medianMs).toBeLessThan(maxMs)
        } else expect([minMs, medianMs, maxMs]).toEqual([0, 0, 0])
      }
      // Common practice, no source: flat to a fifth in minutes, in any case within two hours.
      expect(levels[0]?.medianMs).toBeGreaterThan(5 * 60_000)
      expect(levels[0]?.maxMs).toBeLessThan(120 * 60_000)
    },
  )
})
