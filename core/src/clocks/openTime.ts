import { DateTime } from 'luxon'
import type { ShopTime } from './openingHours.ts'
import { isWorkingDay } from './workingDays.ts'

/** A day of the shop's calendar, as instants in milliseconds: until the second of two is past. */
interface Day {
  readonly begins: number
  readonly opening: readonly [opens: number, closes: number] | undefined
  /** Until when others take up what comes on it; undefined where they do not work. */
  readonly takenUpUntil: number | undefined
}

const MINUTE_MS = 60_000
const LONGEST_AHEAD_DAYS = 400
const LONGEST_DAY_MS = 26 * 60 * MINUTE_MS
const WEEKEND = [6, 7]
/** What comes to others after this is taken up on their next working day. Common practice, no source. */
const CUT_OFF = '15:00'

/**
 * The time of a shop from an instant on; instants in milliseconds since 1970. Each day is read from the calendar once.
 * Working days of others are counted as those of an order are.
 */
export class OpenTime {
  readonly #shop: ShopTime
  readonly #today: DateTime
  readonly #days: Day[] = []

  /** @param from nothing is asked before it */
  constructor(shop: ShopTime, from: number) {
    this.#shop = shop
    this.#today = DateTime.fromMillis(from, { zone: shop.hours.zone }).startOf('day')
  }

  /** Whether it can be asked from an instant on. */
  reachesBackTo(from: number): boolean {
    return from >= this.#today.toMillis()
  }

  /** The instant itself where the shop is open then, else its next opening. */
  nextOpen(at: number): number {
    return Math.max(at, this.#opening(at)[0])
  }

  /** When so much open time is over, from an instant on. @param minutes 0 or more */
  afterOpen(at: number, minutes: number): number {
    let left = minutes * MINUTE_MS
    let now = this.nextOpen(at)
    for (;;) {
      const [, closes] = this.#opening(now)
      if (now + left <= closes) return now + left
      left -= closes - now
      now = this.nextOpen(closes)
    }
  }

  /** The end of the day that is so many working days of others after the one on which they take it up. */
  afterWorkingDays(at: number, days: number): number {
    let day = this.#dayOf(at)
    const { takenUpUntil } = this.#day(day)
    if (takenUpUntil === undefined || at >= takenUpUntil) day = this.#nextWorkingDay(day)
    for (let gone = 0; gone < days; gone++) day = this.#nextWorkingDay(day)
    return this.#day(day + 1).begins
  }

  /** The opening that is under way at an instant, or the next. @throws RangeError for none within a year */
  #opening(at: number): readonly [opens: number, closes: number] {
    const from = this.#dayOf(at)
    for (let day = from; day < from + LONGEST_AHEAD_DAYS; day++) {
      const { opening } = this.#day(day)
      if (opening && at < opening[1]) return opening
    }
    throw new RangeError('Never open within a year')
  }

  /** @throws RangeError for none within a year */
  #nextWorkingDay(from: number): number {
    for (let day = from + 1; day < from + LONGEST_AHEAD_DAYS; day++)
      if (this.#day(day).takenUpUntil !== undefined) return day
    throw new RangeError('No working day within a year')
  }

  /** The number of the day, today's is 0. */
  #dayOf(at: number): number {
    // No day has more than 26 hours: from there on it is a few days ahead at the most.
    let day = Math.max(0, Math.floor((at - this.#day(0).begins) / LONGEST_DAY_MS))
    while (this.#day(day + 1).begins <= at) day++
    return day
  }

  #day(number: number): Day {
    while (this.#days.length <= number) this.#days.push(this.#read(this.#days.length))
    const day = this.#days[number]
    if (!day) throw new RangeError(`No day ${number} of the calendar`)
    return day
  }

  #read(number: number): Day {
    const { hours, isPublicHoliday } = this.#shop
    const day = this.#today.plus({ days: number }).startOf('day')
    const date = day.toFormat('yyyy-MM-dd')
    const open = isPublicHoliday(date) ? undefined : hours.days[day.weekday - 1]
    const othersWork = isWorkingDay({ weekend: WEEKEND, isPublicHoliday }, date)
    return {
      begins: day.toMillis(),
      opening: open ? [at(day, open.from), at(day, open.until)] : undefined,
      takenUpUntil: othersWork ? at(day, CUT_OFF) : undefined,
    }
  }
}

const at = (day: DateTime, time: string): number =>
  day.set({ hour: Number(time.slice(0, 2)), minute: Number(time.slice(3)) }).toMillis()
