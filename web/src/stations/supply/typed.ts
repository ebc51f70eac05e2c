/** The most working days that anything is promised in. */
export const LONGEST_DAYS = 365
/** The list of countries that fields offer. */
export const COUNTRIES_ID = 'supply-countries'

/** What is typed into the fields of a list, as what it stands for; undefined where it is none of that. */
export const typedNumber = (text: string, most: number): number | undefined =>
  /^\d{1,9}$/.test(text) && Number(text) <= most ? Number(text) : undefined

export const shownAmount = (minor: number): string => (minor / 100).toFixed(2)

/** `930` and `9:30` are times of day too. */
export function typedTime(text: string): string | undefined {
  const [read, hour = '', minute = '00'] = /^(\d{1,2})[:.]?(\d{2})?$/.exec(text) ?? []
  const time = `${hour.padStart(2, '0')}:${minute}`
  return read !== undefined && /^([01]\d|2[0-3]):[0-5]\d$/.test(time) ? time : undefined
}
