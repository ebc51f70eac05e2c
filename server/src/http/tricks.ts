/** Control characters other than tab and line ends, and marks that turn the direction of what follows (UAX 9, 2.1 to 2.5). */
const TRICKS = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f\u202a-\u202e\u2066-\u2069\ufffe\uffff]/g

/** A text that reads the same on the screen, on paper and in a mail: without characters that no text needs. */
export const withoutTricks = (text: string): string => text.replace(TRICKS, '')

/** For `JSON.parse`: each text of what is sent. */
export const readPlainly = (_name: string, value: unknown): unknown =>
  typeof value === 'string' ? withoutTricks(value) : value
