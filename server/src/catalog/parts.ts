/** So many characters are sent to the database at a time: more would hold up everybody else while they are made safe. */
const AT_A_TIME = 150_000
/** Each part that is added writes all of it anew. */
const MOST_PARTS = 12
/** A text in parts, no letter of it cut in two. */
export function* inParts(text: string): Generator<string> {
  const size = Math.max(AT_A_TIME, Math.ceil(text.length / MOST_PARTS))
  for (let from = 0, to = 0; from < text.length; from = to) {
    to = from + size
    const isWithinALetter = (text.codePointAt(to - 1) ?? 0) > 0xffff
    if (isWithinALetter) to++
    yield text.slice(from, to)
  }
}
