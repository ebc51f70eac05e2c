/** How dates, times, amounts and shares are written: by the platform, in one language, at one shop. */
export interface Formats {
  /** @param minor amount in minor units @param currency ISO 4217 */
  money(minor: number, currency: string): string
  /** The same without cents, where it is an estimate. */
  wholeMoney(minor: number, currency: string): string
  number(value: number): string
  /** A share from 0 to 1 in whole percent. */
  percent(share: number): string
  /** An amount of money without its currency, as somebody would type it. */
  decimal(value: number): string
  /** A rate of tax, with its fractions. */
  rate(share: number): string
  /** @param at an instant, ISO 8601 */
  day(at: string): string
  /** Day of the week, day and month. @param at an instant or a day, ISO 8601 */
  shortDay(at: string): string
  /** The day of the week in full. @param day YYYY-MM-DD */
  weekday(day: string): string
  /** A month in short. @param month year and month, ISO 8601 */
  month(month: string): string
  /** @param at an instant, ISO 8601 */
  time(at: string): string
  /** Day, month and time of day. @param at an instant, ISO 8601 */
  instant(at: string): string
  /** Day and time as one says them: *today*, *tomorrow*, else the day of the week. @param at an instant, ISO 8601 */
  dayAndTime(at: string, now: Date): string
  /** Day and time of day, the day of the week with it. @param at an instant, ISO 8601 */
  moment(at: string): string
  /** A stretch of time rounded up as one says it: minutes, hours or days in full. */
  duration(minutes: number): string
  /** The same as short as it is written in a table; hours by halves. */
  span(minutes: number): string
  /** A wait rounded up, so that nobody comes too early: seconds, minutes, hours or days. */
  wait(ms: number): string
  /** A length of time in the unit it is best read in. */
  length(ms: number): string
  /** Seconds with one decimal, rounded down: room is never said larger than it is. */
  tenths(ms: number): string
  /** As it is written at the start of a line. */
  atStart(text: string): string
  /** A language by its tag, as it is called in this one. */
  languageName(tag: string): string
  /** A country by its two letters; undefined where they name none. */
  country(code: string): string | undefined
  /** “a, b and c”. */
  list(parts: readonly string[]): string
  /** “a, b or c”. */
  either(parts: readonly string[]): string
}

type Unit = 'millisecond' | 'second' | 'minute' | 'hour' | 'day'
const DAY_MINUTES = 1440
/** Below so many hours a half one matters. */
const HALVES_BELOW = 6

/**
 * How numbers are written there, each way made once. Who reads a language that is not the region's own reads numbers as that
 * language writes them: “3.1 s” in English.
 */
export function numbersOf(locale: Intl.Locale): (options?: Intl.NumberFormatOptions) => Intl.NumberFormat {
  const numbers = new Map<string, Intl.NumberFormat>()
  const isOwn = new Intl.Locale(`und-${locale.region ?? ''}`).maximize().language === locale.language
  const writing = isOwn ? locale : new Intl.Locale(locale.language)
  return (options = {}) => {
    const key = JSON.stringify(options)
    const format = numbers.get(key) ?? new Intl.NumberFormat(writing, options)
    numbers.set(key, format)
    return format
  }
}

/**
 * @param locale language and region @param timeZone IANA
 * @throws RangeError where the time zone is none
 */
export function formatsOf(locale: Intl.Locale, timeZone: string): Formats {
  const number = numbersOf(locale)
  const date = (options: Intl.DateTimeFormatOptions) =>
    new Intl.DateTimeFormat(locale, { timeZone, ...options })
  const days = date({ dateStyle: 'long' })
  const moments = date({ dateStyle: 'full', timeStyle: 'short' })
  const shortDays = date({ weekday: 'short', day: 'numeric', month: 'short' })
  const instants = date({ day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' })
  const months = new Intl.DateTimeFormat(locale, { timeZone: 'UTC', month: 'short', year: '2-digit' })
  const weekdays = new Intl.DateTimeFormat(locale, { timeZone: 'UTC', weekday: 'long' })
  const times = date({ hour: '2-digit', minute: '2-digit' })
  const isoDays = new Intl.DateTimeFormat('sv-SE', { timeZone, dateStyle: 'short' })
  // As in the sentences around it: 20 %, with its space, where the region writes one.
  const percents = new Intl.NumberFormat(locale, { style: 'percent' })
  const relative = new Intl.RelativeTimeFormat(locale, { numeric: 'auto' })
  const countries = new Intl.DisplayNames(locale, { type: 'region', fallback: 'none' })
  const languages = new Intl.DisplayNames(locale, { type: 'language' })
  const [lists, eithers] = [new Intl.ListFormat(locale), new Intl.ListFormat(locale, { type: 'disjunction' })]
  const inUnit = (amount: number, unit: Unit, unitDisplay: 'long' | 'short' = 'short') =>
    // A day is too short a word to be cut.
    number({
      style: 'unit',
      unit,
      unitDisplay: unit === 'day' ? 'long' : unitDisplay,
      maximumFractionDigits: 1,
    }).format(amount)
  const rounded = (minutes: number, unitDisplay: 'long' | 'short') => {
    if (minutes < 120) return inUnit(Math.max(1, Math.ceil(minutes / 5)) * 5, 'minute', unitDisplay)
    if (minutes >= 2 * DAY_MINUTES) return inUnit(Math.ceil(minutes / DAY_MINUTES), 'day', unitDisplay)
    const hours = minutes < HALVES_BELOW * 60 ? Math.ceil(minutes / 30) / 2 : Math.ceil(minutes / 60)
    return inUnit(hours, 'hour', unitDisplay)
  }
  return {
    money(minor, currency) {
      const format = number({ style: 'currency', currency })
      return format.format(minor / 10 ** (format.resolvedOptions().maximumFractionDigits ?? 2))
    },
    wholeMoney(minor, currency) {
      const digits = number({ style: 'currency', currency }).resolvedOptions().maximumFractionDigits ?? 2
      return number({ style: 'currency', currency, maximumFractionDigits: 0 }).format(minor / 10 ** digits)
    },
    number: (value) => number({}).format(value),
    decimal: (value) =>
      number({ minimumFractionDigits: 2, maximumFractionDigits: 2, useGrouping: false }).format(value),
    percent: (share) => percents.format(share),
    rate: (share) =>
      percents.format(0).replace('0', number({ maximumFractionDigits: 2 }).format(share * 100)),
    day: (at) => days.format(new Date(at)),
    // A day alone begins at midnight in Greenwich: its noon is on the same day nearly everywhere.
    shortDay: (at) => shortDays.format(new Date(at.length > 10 ? at : `${at}T12:00:00Z`)),
    weekday: (day) => weekdays.format(new Date(`${day}T12:00:00Z`)),
    month: (month) => months.format(new Date(`${month}-15T12:00:00Z`)),
    time: (at) => times.format(new Date(at)),
    instant: (at) => instants.format(new Date(at)),
    dayAndTime(at, now) {
      const dayOf = (of: Date) => Date.parse(isoDays.format(of))
      const away = (dayOf(new Date(at)) - dayOf(now)) / 86_400_000
      const day = away === 0 || away === 1 ? relative.format(away, 'day') : shortDays.format(new Date(at))
      return `${day}, ${times.format(new Date(at))}`
    },
    moment: (at) => moments.format(new Date(at)),
    duration: (minutes) => rounded(minutes, 'long'),
    span: (minutes) => rounded(minutes, 'short'),
    wait(ms) {
      if (ms < 120_000) return inUnit(Math.ceil(ms / 1000), 'second')
      if (ms < 7_200_000) return inUnit(Math.ceil(ms / 60_000), 'minute')
      return ms < 172_800_000
        ? inUnit(Math.ceil(ms / 3_600_000), 'hour')
        : inUnit(Math.ceil(ms / 86_400_000), 'day')
    },
    length(ms) {
      if (ms < 1000) return inUnit(ms, 'millisecond')
      return ms < 100_000 ? inUnit(ms / 1000, 'second') : inUnit(ms / 60_000, 'minute')
    },
    tenths: (ms) =>
      number({ minimumFractionDigits: 1, maximumFractionDigits: 1 }).format(Math.floor(ms / 100) / 10 || 0),
    languageName: (tag) => (/^[a-z]{2,3}(-|$)/.test(tag) ? (languages.of(tag) ?? tag) : tag),
    country: (code) => (/^[A-Z]{2}$/.test(code) ? countries.of(code) : undefined),
    atStart: (text) => text.charAt(0).toLocaleUpperCase(locale.toString()) + text.slice(1),
    list: (parts) => lists.format(parts),
    either: (parts) => eithers.format(parts),
  }
}
