/** What is typed into the fields of a list, as what it stands for; undefined where it is none of that. */
export const typedNumber = (text: string, most: number): number | undefined =>
  /^\d{1,9}$/.test(text) && Number(text) <= most ? Number(text) : undefined

/** `12.5`, `12,50` and `12` alike, in minor units. */
export function typedAmount(text: string): number | undefined {
  const [read, whole = '', part = ''] = /^(\d{1,5})(?:[.,](\d{1,2}))?$/.exec(text) ?? []
  return read === undefined ? undefined : Number(whole) * 100 + Number(part.padEnd(2, '0'))
}
export const shownAmount = (minor: number): string => (minor / 100).toFixed(2)

/** `930` and `9:30` are times of day too. */
export function typedTime(text: string): string | undefined {
  const [read, hour = '', minute = '00'] = /^(\d{1,2})[:.]?(\d{2})?$/.exec(text) ?? []
  const time = `${hour.padStart(2, '0')}:${minute}`
  return read !== undefined && /^([01]\d|2[0-3]):[0-5]\d$/.test(time) ? time : undefined
}
