import { hasValidCheckDigit } from './checkDigit.ts'
import { compareImei } from './compare.ts'
import { imeiOf, readImei, type Imei } from './reading.ts'

/** What the codes of a label or of a screen say: IMEIs in the order they stand, and the rest as it was read. */
export interface LabelReading {
  readonly imeis: readonly Imei[]
  /** Two of them are the slots of one device. */
  readonly isPair: boolean
  /** Texts without an IMEI: serial numbers, article numbers, addresses. */
  readonly others: readonly string[]
}

/**
 * The IMEIs in the texts of several codes. A code holds one by itself, or among other words and figures; only
 * numbers with a valid check digit are taken, or the 16-digit form where the code says what it is. An article
 * number of fourteen or sixteen figures alone is none.
 */
export function imeisOnLabel(texts: readonly string[]): LabelReading {
  const imeis: Imei[] = []
  const others: string[] = []
  for (const text of texts) {
    const found = imeisIn(text)
    if (found.length === 0) others.push(text)
    for (const imei of found) if (!imeis.some(({ digits }) => digits === imei.digits)) imeis.push(imei)
  }
  const [first, second, ...more] = imeis
  const isPair =
    first !== undefined &&
    second !== undefined &&
    more.length === 0 &&
    compareImei(first, second).kind === 'perhaps-other-slot'
  return { imeis, isPair, others }
}

function imeisIn(text: string): readonly Imei[] {
  const found: Imei[] = []
  for (const [, announced, figures = ''] of text.matchAll(FIGURES)) {
    const digits = figures.replace(/[\s\-./]/g, '')
    const isWhole = digits.length === 15 && hasValidCheckDigit(digits) && !/^(\d)\1*$/.test(digits)
    const isAnnounced = announced !== undefined && (digits.length === 16 || digits.length === 14)
    const imei = isWhole || isAnnounced ? imeiOf(readImei(digits)) : undefined
    if (imei) found.push(imei)
  }
  return found
}

/** Figures of the right length, alone or grouped, perhaps behind the word. */
const FIGURES = /(imei(?:\s*sv)?\s*\d?\s*[:=#]?\s*)?(?<!\d)(\d(?:[\s\-./]?\d){13,15})(?![\s\-./]?\d)/gi
