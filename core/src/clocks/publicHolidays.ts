import Holidays from 'date-holidays'

/**
 * A test for the public holidays of a country and region, from the date-holidays data set; bank and
 * observance days do not count. Substitute days (a holiday moved to Monday) do.
 * @param country ISO 3166-1 alpha-2
 * @param region subdivision code without the country, or undefined for the national days only
 * @throws RangeError when the data set does not know the country
 */
export function publicHolidays(country: string, region?: string): (day: string) => boolean {
  const calendar = region ? new Holidays(country, region) : new Holidays(country)
  const byYear = new Map<number, ReadonlySet<string>>()
  const ofYear = (year: number): ReadonlySet<string> => {
    const known = byYear.get(year)
    if (known) return known
    const days = calendar.getHolidays(year).filter((holiday) => holiday.type === 'public')
    const spans = days.flatMap((holiday) => daysOf(holiday.date, holiday.start, holiday.end))
    const made = new Set(spans)
    byYear.set(year, made)
    return made
  }
  if (ofYear(2026).size === 0) throw new RangeError(`No public holidays known for ${country} ${region ?? ''}`)
  return (day) => ofYear(Number(day.slice(0, 4))).has(day)
}

/** A holiday's local days; the data set gives the first day as text and the span as two instants. */
function daysOf(date: string, start: Date, end: Date): string[] {
  const count = Math.max(1, Math.round((end.getTime() - start.getTime()) / 86_400_000))
  const first = Date.parse(`${date.slice(0, 10)}T00:00:00Z`)
  return Array.from({ length: count }, (_, n) => new Date(first + n * 86_400_000).toISOString().slice(0, 10))
}
