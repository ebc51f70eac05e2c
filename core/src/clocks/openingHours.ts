import { z } from 'zod'

/** A time zone of the IANA that this machine knows. */
export const timeZone = z.string().refine((zone) => {
  try {
    return zone !== '' && Boolean(new Intl.DateTimeFormat('en', { timeZone: zone }))
  } catch {
    return false
  }
}, 'time-zone')

const localTime = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'time-of-day')
/** One day of the week; null where the shop is closed. */
const openDay = z
  .strictObject({ from: localTime, until: localTime })
  .refine(({ from, until }) => from < until, 'closes-after-it-opens')
  .nullable()

/** When a shop is open: local times from Monday to Sunday (ISO 8601), closed on public holidays. */
export const openingHours = z.strictObject({
  zone: timeZone,
  /** Country and region of the public holidays, as ISO 3166 has them; a country without data has none. */
  country: z.string().regex(/^[A-Z]{2}$/, 'country-code'),
  region: z.string().max(3).optional(),
  days: z
    .array(openDay)
    .length(7)
    .refine((days) => days.some((day) => day !== null), 'open-one-day'),
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
