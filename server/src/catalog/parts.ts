/** So many bytes are sent to the database at a time: more would hold up everybody else while they are made safe. */
const AT_A_TIME = 500_000
/** Each part that is added writes all of it anew. */
const MOST_PARTS = 12
/** A text in UTF-8 in parts, no letter of it cut in two. */
export function* inParts(text: Uint8Array): Generator<Uint8Array> {
  const size = Math.max(AT_A_TIME, Math.ceil(text.length / MOST_PARTS))
  for (let from = 0, to = 0; from < text.length; from = to) {
    to = from + size
    while (isWithinALetter(text[to])) to++
    yield text.subarray(from, to)
  }
}

/** A byte that goes on with a letter (RFC 3629): 10xxxxxx. */
const isWithinALetter = (byte = 0): boolean => byte >> 6 === 0b10
