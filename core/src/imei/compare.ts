import { imeiOf, type ImeiReading } from './reading.ts'

/** What two readings of one device (dialled and on the box) say together. */
export type ImeiComparison =
  | { readonly kind: 'same' }
  /** Neighbouring numbers of one type: the two slots of a two-SIM device, or two devices of one delivery. */
  | { readonly kind: 'perhaps-other-slot' }
  /** Nearly the same: a misreading of one of them; positions from 0. */
  | { readonly kind: 'misread'; readonly at: readonly number[] }
  | { readonly kind: 'different' }
  | { readonly kind: 'unreadable'; readonly which: 'first' | 'second' }

/** Compares two readings by their fourteen identifying digits; check digit and software version do not count. */
export function compareImei(first: ImeiReading, second: ImeiReading): ImeiComparison {
  const a = identifying(first)
  const b = identifying(second)
  if (a === undefined) return { kind: 'unreadable', which: 'first' }
  if (b === undefined) return { kind: 'unreadable', which: 'second' }
  const at = [...a].flatMap((digit, index) => (digit === b[index] ? [] : [index]))
  if (at.length === 0) return { kind: 'same' }
  const bothValid = imeiOf(first) !== undefined && imeiOf(second) !== undefined
  const distance = Math.abs(Number(a.slice(8)) - Number(b.slice(8)))
  if (bothValid && a.slice(0, 8) === b.slice(0, 8) && distance <= 10) return { kind: 'perhaps-other-slot' }
  const [i, j] = at
  const swapped = at.length === 2 && i !== undefined && j === i + 1 && a[i] === b[j] && a[j] === b[i]
  return at.length === 1 || swapped ? { kind: 'misread', at } : { kind: 'different' }
}

function identifying(reading: ImeiReading): string | undefined {
  const imei = imeiOf(reading)
  if (imei) return imei.digits.slice(0, 14)
  return reading.kind === 'check-digit' ? reading.digits.slice(0, 14) : undefined
}
