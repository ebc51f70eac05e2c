import { DateTime, IANAZone } from 'luxon'
import { z } from 'zod'
import { promiseInWorkingDays, type WorkingCalendar } from './workingDays.ts'

const localTime = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'a time of day, like 09:30')
/** One day of the week; null where the shop is closed. */
const openDay = z
  .strictObject({ from: localTime, until: localTime })
  .refine(({ from, until }) => from < until, 'closes after it opens')
  .nullable()

/** When a shop is open: local times from Monday to Sunday (ISO 8601), closed on public holidays. */
export const openingHours = z.strictObject({
  zone: z.string().refine((zone) => IANAZone.isValidZone(zone), 'a zone, like Europe/Berlin'),
  /** Country and region of the public holidays, as ISO 3166 has them; a country without data has none. */
  country: z.string().regex(/^[A-Z]{2}$/, 'two capital letters'),
  region: z.string().max(3).optional(),
  days: z
    .array(openDay)
    .length(7)
    .refine((days) => days.some((day) => day !== null), 'open on one day of the week at least'),
})
export type OpeningHours = z.infer<typeof openingHours>

const WEEKDAY = { from: '09:00', until: '18:00' }
/** Of a shop that has not said its own. Common practice, no source. */
export const USUAL_OPENING: OpeningHours = {
  zone: 'Europe/Berlin',
  country: 'DE',
  days: [WEEKDAY, WEEKDAY, WEEKDAY, WEEKDAY, WEEKDAY, { from: '10:00', until: '14:00' }, null],
}

/** The hours with the days on which it is closed for all that, `YYYY-MM-DD` on its own calendar. */
export interface ShopTime {
  readonly hours: OpeningHours
  readonly isPublicHoliday: (day: string) => boolean
}

/** An opening of the shop, as instants in milliseconds: until the second is past. */
type Opening = readonly [opens: number, closes: number]

const MINUTE_MS = 60_000
const QUARTER_MS = 15 * MINUTE_MS
const LONGEST_AHEAD_DAYS = 400
const WEEKEND = [6, 7]
/** What comes to others after this is taken up on their next working day. Common practice, no source. */
const CUT_OFF = '15:00'

/** The time of a shop from an instant on; instants in milliseconds since 1970. */
export class OpenTime {
  readonly #hours: OpeningHours
  readonly #today: DateTime
  readonly #openings: Opening[] = []
  readonly #calendar: WorkingCalendar
  readonly #workingDays = new Map<string, number>()
  #daysRead = 0

  /** @param from nothing is asked before it */
  constructor({ hours, isPublicHoliday }: ShopTime, from: number) {
    this.#hours = hours
    this.#today = DateTime.fromMillis(from, { zone: hours.zone }).startOf('day')
    this.#calendar = {
      zone: hours.zone,
      weekend: WEEKEND,
      cutOff: CUT_OFF,
      isPublicHoliday,
    }
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
    // Offsets of zones and the cut-off lie on quarters of an hour: within one nothing changes.
    const name = `${Math.floor(at / QUARTER_MS)} ${days}`
    const known = this.#workingDays.get(name)
    if (known !== undefined) return known
    const count = { min: days, max: days }
    const { latestBefore } = promiseInWorkingDays(this.#calendar, new Date(at).toISOString(), count)
    const made = Date.parse(latestBefore)
    this.#workingDays.set(name, made)
    return made
  }

  /** The opening that is under way at an instant, or the next. @throws RangeError for none within a year */
  #opening(at: number): Opening {
    for (;;) {
      const found = this.#openings.find(([, closes]) => at < closes)
      if (found) return found
      this.#readDay()
    }
  }

  #readDay(): void {
    const day = this.#today.plus({ days: this.#daysRead++ })
    const open = this.#hours.days[day.weekday - 1]
    if (open && !this.#calendar.isPublicHoliday(day.toFormat('yyyy-MM-dd')))
      this.#openings.push([at(day, open.from), at(day, open.until)])
    else if (this.#daysRead > LONGEST_AHEAD_DAYS && this.#openings.length === 0)
      throw new RangeError('Never open within a year')
  }
}

const at = (day: DateTime, time: string): number =>
  day.set({ hour: Number(time.slice(0, 2)), minute: Number(time.slice(3)) }).toMillis()
