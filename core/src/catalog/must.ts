/** What schemas ask for beyond a plain form: said to whoever wrote something else, by these names. */
export const MUST = [
  'small-name',
  'state-name',
  'part-name',
  'parameter-name',
  'ascending-times',
  'eight-digits',
  'time-of-day',
  'closes-after-it-opens',
  'time-zone',
  'country-code',
  'open-one-day',
  'imei-digits',
  'check-digit',
  'network-key',
  'currency-code',
  'language-code',
  'region-code',
  'web-address',
  'png',
  'staff-code',
  'version-or-told',
  'days-rise',
  'mail-address',
  'document-by-mail',
] as const
export type Must = (typeof MUST)[number]
export const isKnownMust = (message: string): message is Must => MUST.some((one) => one === message)
