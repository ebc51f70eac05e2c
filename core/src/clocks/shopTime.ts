import type { OpeningHours, ShopTime } from './openingHours.ts'
import { publicHolidays } from './publicHolidays.ts'

/** Read once for each country and region. */
const HOLIDAYS = new Map<string, ShopTime['isPublicHoliday']>()

/** The time of a shop by the data set of public holidays. A country that it does not know has none. */
export function shopTimeOf(hours: OpeningHours): ShopTime {
  const { country, region } = hours
  const name = `${country} ${region ?? ''}`
  const isPublicHoliday = HOLIDAYS.get(name) ?? readHolidays(country, region)
  HOLIDAYS.set(name, isPublicHoliday)
  return { hours, isPublicHoliday }
}

function readHolidays(country: string, region: string | undefined): ShopTime['isPublicHoliday'] {
  try {
    return publicHolidays(country, region)
  } catch (error) {
    if (!(error instanceof RangeError)) throw error
    return () => false
  }
}

/** All public holidays from the first day of a year on, for whoever has no data set. */
export function holidaysFrom(year: number, years: number, { isPublicHoliday }: ShopTime): readonly string[] {
  const days: string[] = []
  for (let at = Date.UTC(year, 0, 1); at < Date.UTC(year + years, 0, 1); at += 86_400_000) {
    const day = new Date(at).toISOString().slice(0, 10)
    if (isPublicHoliday(day)) days.push(day)
  }
  return days
}
