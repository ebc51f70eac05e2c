import { z } from 'zod'

/** The languages in which a customer reads and signs; each names itself. */
export const CUSTOMER_LANGUAGES = ['en', 'de', 'fr', 'es'] as const
export const customerLanguage = z.enum(CUSTOMER_LANGUAGES)
export type CustomerLanguage = z.infer<typeof customerLanguage>

export const LANGUAGE_NAMES: Readonly<Record<CustomerLanguage, string>> = {
  en: 'English',
  de: 'Deutsch',
  fr: 'Français',
  es: 'Español',
}

/** An amount of money as its reader writes it. */
export function moneyText(language: CustomerLanguage, minor: number, currency: string): string {
  const name = `${language} ${currency}`
  const format = FORMATS.get(name) ?? new Intl.NumberFormat(language, { style: 'currency', currency })
  FORMATS.set(name, format)
  return format.format(minor / 100)
}
/** Made once each: making one takes a hundred times as long as writing an amount with it. */
const FORMATS = new Map<string, Intl.NumberFormat>()
