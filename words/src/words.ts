import { IntlMessageFormat } from 'intl-messageformat'
import { CATALOGUES, type Messages } from './catalogues.ts'

/** A language in which everything is said: one file of messages each. */
export type Language = keyof typeof CATALOGUES
export const LANGUAGES = Object.keys(CATALOGUES) as readonly Language[] as readonly [Language, ...Language[]]
export const isLanguage = (tag: string): tag is Language => tag in CATALOGUES
/** The one of ours that serves whoever reads this language; English where there is none. */
export const languageFor = (tag: string): Language => (isLanguage(tag) ? tag : 'en')
/** What a language calls itself. */
export const nameOf = (language: Language): string => CATALOGUES[language]['language.self']
export type Key = keyof Messages
/** What a message has places for; nothing where it has none. */
export type PlacesOf<K extends Key> = keyof Messages[K] extends never ? [] : [places: Messages[K]]

/** Where the shop is: its clock and its calendar. */
export interface At {
  /** IANA time zone. */
  readonly zone: string
  /** Its country as ISO 3166 has it: dates and numbers are written as they are there, in whichever language. */
  readonly country: string
}

/** Everything that is said and written in one language, by the shop's clock. */
export interface Words {
  readonly language: Language
  say<K extends Key>(key: K, ...places: PlacesOf<K>): string
  /** @param minor amount in minor units @param currency ISO 4217 */
  money(minor: number, currency: string): string
  /** @param at an instant, ISO 8601 */
  day(at: string): string
  /** Day and time of day, the day of the week with it. @param at an instant, ISO 8601 */
  moment(at: string): string
  /** A stretch of time rounded up as one says it: minutes, hours or days. */
  duration(minutes: number): string
  /** “a, b and c”. */
  list(parts: readonly string[]): string
}

/** @throws RangeError where the time zone is none */
export function wordsIn(language: Language, { zone, country }: At): Words {
  const name = `${language} ${zone} ${country}`
  const words = MADE.get(name) ?? made(language, zone, country)
  MADE.set(name, words)
  return words
}
/** Made once each: making a format takes a hundred times as long as writing with it. */
const MADE = new Map<string, Words>()

function made(language: Language, timeZone: string, region: string): Words {
  const locale = new Intl.Locale(language, { region })
  const messages: Readonly<Record<string, string>> = CATALOGUES[language]
  const formats = new Map<Key, IntlMessageFormat>()
  const numbers = new Map<string, Intl.NumberFormat>()
  const days = new Intl.DateTimeFormat(locale, { timeZone, dateStyle: 'long' })
  const moments = new Intl.DateTimeFormat(locale, { timeZone, dateStyle: 'full', timeStyle: 'short' })
  const lists = new Intl.ListFormat(locale)
  const number = (key: string, options: Intl.NumberFormatOptions) => {
    const format = numbers.get(key) ?? new Intl.NumberFormat(locale, options)
    numbers.set(key, format)
    return format
  }
  const inUnit = (amount: number, unit: 'minute' | 'hour' | 'day') =>
    number(unit, { style: 'unit', unit, unitDisplay: 'long' }).format(amount)
  return {
    language,
    say(key, ...[places]) {
      const format =
        formats.get(key) ??
        new IntlMessageFormat(messages[key] ?? '', locale.toString(), undefined, { ignoreTag: true })
      formats.set(key, format)
      return String(format.format(places as Record<string, string | number> | undefined))
    },
    money: (minor, currency) => {
      const format = number(currency, { style: 'currency', currency })
      return format.format(minor / 10 ** (format.resolvedOptions().maximumFractionDigits ?? 2))
    },
    day: (at) => days.format(new Date(at)),
    moment: (at) => moments.format(new Date(at)),
    duration(minutes) {
      if (minutes < 120) return inUnit(Math.max(1, Math.ceil(minutes / 5)) * 5, 'minute')
      return minutes < 2880
        ? inUnit(Math.ceil(minutes / 60), 'hour')
        : inUnit(Math.ceil(minutes / 1440), 'day')
    },
    list: (parts) => lists.format(parts),
  }
}
