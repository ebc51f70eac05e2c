/** Control characters other than tab and line ends, and marks that turn the direction of what follows (UAX 9, 2.1 to 2.5). */
const TRICKS = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f\u202a-\u202e\u2066-\u2069\ufffe\uffff]/g

/** A text that reads the same on the screen, on paper and in a mail: without characters that no text needs. */
export const withoutTricks = (text: string): string => text.replace(TRICKS, '')

/** What was sent, each text in it read plainly, however deep it stands. What is given is changed. */
export function readPlainly(given: unknown): unknown {
  if (typeof given === 'string') return withoutTricks(given)
  const left: unknown[] = [given]
  for (let one = left.pop(); one !== undefined; one = left.pop()) {
    if (one === null || typeof one !== 'object') continue
    const texts = one as Record<string, unknown>
    for (const [name, value] of Object.entries(texts))
      if (typeof value === 'string') texts[name] = withoutTricks(value)
      else if (value !== null && typeof value === 'object') left.push(value)
  }
  return given
}
