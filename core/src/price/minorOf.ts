/** An amount as somebody types it, in minor units of two digits; undefined where it is none. */
export function minorOf(typed: string): number | undefined {
  // With a point or a comma, and any of the signs that look like a minus.
  const [, sign, whole, part = ''] = /^\s*([-−–]?)\s*(\d{1,6})(?:[.,](\d{1,2}))?\s*$/.exec(typed) ?? []
  if (whole === undefined) return undefined
  const minor = Number(whole) * 100 + Number(part.padEnd(2, '0'))
  return sign ? -minor : minor
}
