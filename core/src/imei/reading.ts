import { checkDigit, hasValidCheckDigit } from './checkDigit.ts'

/** An IMEI taken apart: 8 digits of type allocation, 6 of serial, 1 check digit (3GPP TS 23.003, 6.2.1). */
export interface Imei {
  readonly kind: 'imei'
  readonly digits: string
  readonly typeAllocationCode: string
  readonly serialNumber: string
  readonly checkDigit: number
}

/** The 16-digit form: the check digit gives way to a two-digit software version (3GPP TS 23.003, 6.2.2). */
export interface ImeiSoftwareVersion {
  readonly kind: 'imeisv'
  readonly digits: string
  readonly softwareVersion: string
  /** The IMEI it belongs to, with its check digit computed. */
  readonly imei: Imei
}

/** Fourteen digits as on some labels: the check digit was left off and has been computed. */
export interface ImeiWithoutCheckDigit {
  readonly kind: 'without-check-digit'
  readonly digits: string
  readonly imei: Imei
}

/** Why a text is not an IMEI; `found` and `at` are what a sentence about it needs. */
export type ImeiFault =
  | { readonly kind: 'empty' }
  | { readonly kind: 'not-a-digit'; readonly at: number; readonly found: string }
  | { readonly kind: 'length'; readonly found: number }
  /** Nothing but zeros, which a device shows that has lost its number. Common practice, no source. */
  | { readonly kind: 'only-zeros' }
  | {
      readonly kind: 'check-digit'
      readonly digits: string
      readonly expected: number
      readonly found: number
    }

/** What a typed or scanned text turned out to be. */
export type ImeiReading = Imei | ImeiSoftwareVersion | ImeiWithoutCheckDigit | ImeiFault

/**
 * Reads an IMEI as people write it: spaces, dashes, dots, slashes and a leading "IMEI:" do not count.
 * Fifteen digits are checked, sixteen taken for the software-version form, fourteen completed.
 */
export function readImei(text: string): ImeiReading {
  const written = text.trim().replace(/^imei\s*(sv)?\s*\d?\s*[:=]\s*/i, '')
  const digits = written.replace(/[\s\-./]/g, '')
  if (digits === '') return { kind: 'empty' }
  const stray = /\D/.exec(digits)
  if (stray) return { kind: 'not-a-digit', at: stray.index, found: stray[0] }
  if (digits.length >= 14 && digits.length <= 16 && isNobodys(digits)) return { kind: 'only-zeros' }
  switch (digits.length) {
    case 14:
      return { kind: 'without-check-digit', digits, imei: complete(digits) }
    case 15:
      return hasValidCheckDigit(digits)
        ? takeApart(digits)
        : {
            kind: 'check-digit',
            digits,
            expected: checkDigit(digits.slice(0, 14)),
            found: Number(digits[14]),
          }
    case 16:
      return {
        kind: 'imeisv',
        digits,
        softwareVersion: digits.slice(14),
        imei: complete(digits.slice(0, 14)),
      }
    default:
      return { kind: 'length', found: digits.length }
  }
}

/** Fourteen zeros pass with a check digit of zero, and are no device's number. */
export const isNobodys = (digits: string): boolean => digits.startsWith('0'.repeat(14))

/** The IMEI a reading stands for, in whichever form it was written; undefined when it is faulty. */
export function imeiOf(reading: ImeiReading): Imei | undefined {
  switch (reading.kind) {
    case 'imei':
      return reading
    case 'imeisv':
    case 'without-check-digit':
      return reading.imei
    case 'empty':
    case 'not-a-digit':
    case 'length':
    case 'only-zeros':
    case 'check-digit':
      return undefined
  }
}

/** Fifteen digits in the grouping that is read aloud: `00-100101-234567-8`. */
export function groupImei(digits: string): string {
  return [digits.slice(0, 2), digits.slice(2, 8), digits.slice(8, 14), digits.slice(14)]
    .filter(Boolean)
    .join('-')
}

function complete(first14: string): Imei {
  return takeApart(first14 + checkDigit(first14))
}

function takeApart(digits: string): Imei {
  return {
    kind: 'imei',
    digits,
    typeAllocationCode: digits.slice(0, 8),
    serialNumber: digits.slice(8, 14),
    checkDigit: Number(digits[14]),
  }
}
