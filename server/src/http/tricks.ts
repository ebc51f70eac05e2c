/** Control characters other than tab and line ends, and marks that turn the direction of what follows (UAX 9, 2.1 to 2.5). */
const TRICKS = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f\u202a-\u202e\u2066-\u2069\ufffe\uffff]/g

/** A text that reads the same on the screen, on paper and in a mail: without characters that no text needs. */
export const withoutTricks = (text: string): string => text.replace(TRICKS, '')

/** What was sent, each text in it read plainly, however deep it stands. What is given is changed. */
export function readPlainly(given: unknown): unknown {
  const all = { given }
  const left: object[] = [all]
  for (let one = left.pop(); one; one = left.pop())
    for (const [name, value] of Object.entries(one) as [string, unknown][])
      if (typeof value === 'string') (one as Record<string, unknown>)[name] = withoutTricks(value)
      else if (value !== null && typeof value === 'object') left.push(value)
  return all.given
}
