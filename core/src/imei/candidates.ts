import { hasValidCheckDigit } from './checkDigit.ts'
import { isNobodys } from './reading.ts'

/** One way a misread number can be made valid. Positions count from 0. */
export interface ImeiCandidate {
  readonly digits: string
  readonly slip:
    | { readonly kind: 'swapped'; readonly at: number }
    | { readonly kind: 'one-digit'; readonly at: number; readonly read: string; readonly meant: string }
    | { readonly kind: 'dropped'; readonly at: number; readonly meant: string }
    | { readonly kind: 'doubled'; readonly at: number }
  /** Share of the likelihood among all candidates of this number, 0 to 1. */
  readonly likelihood: number
  readonly knownType: boolean
}

/** Pairs that look alike in small print. Common practice, no source. */
const LOOK_ALIKE = new Set([
  '17',
  '71',
  '38',
  '83',
  '08',
  '80',
  '56',
  '65',
  '69',
  '96',
  '06',
  '60',
  '35',
  '53',
  '49',
  '94',
])

/** How often each slip happens relative to the others. Common practice, no source. */
const WEIGHT = { swapped: 6, lookAlike: 4, oneDigit: 1, dropped: 2, doubled: 5, extra: 0.5, unknownType: 0.1 }

/**
 * The single corrections that make a misread IMEI valid, likeliest first: neighbours swapped, one digit
 * wrong, one dropped (14 digits given) or one too many (16 given).
 *
 * @param digits 14 to 16 decimal digits; anything else has no candidates
 * @param isKnownType whether a type allocation code (first 8 digits) belongs to a model the catalogue knows
 */
export function imeiCandidates(
  digits: string,
  isKnownType: (tac: string) => boolean,
): readonly ImeiCandidate[] {
  if (!/^\d{14,16}$/.test(digits)) return []
  const best = new Map<string, { slip: ImeiCandidate['slip']; weight: number; knownType: boolean }>()
  const offer = (made: string, slip: ImeiCandidate['slip'], slipWeight: number) => {
    if (made === digits || !hasValidCheckDigit(made) || isNobodys(made)) return
    const knownType = isKnownType(made.slice(0, 8))
    const weight = slipWeight * (knownType ? 1 : WEIGHT.unknownType)
    const before = best.get(made)
    if (!before || before.weight < weight) best.set(made, { slip, weight, knownType })
  }
  if (digits.length === 15) offerSwapsAndSubstitutions(digits, offer)
  if (digits.length === 14) offerInsertions(digits, offer)
  if (digits.length === 16) offerDeletions(digits, offer)

  const total = [...best.values()].reduce((sum, { weight }) => sum + weight, 0)
  return [...best]
    .map(([made, { slip, weight, knownType }]) => ({
      digits: made,
      slip,
      likelihood: weight / total,
      knownType,
    }))
    .sort((a, b) => b.likelihood - a.likelihood || (a.digits < b.digits ? -1 : 1))
}

type Offer = (made: string, slip: ImeiCandidate['slip'], weight: number) => void

function offerSwapsAndSubstitutions(digits: string, offer: Offer): void {
  for (let at = 0; at < digits.length; at++) {
    const read = digits.charAt(at)
    const next = digits.charAt(at + 1)
    if (next)
      offer(digits.slice(0, at) + next + read + digits.slice(at + 2), { kind: 'swapped', at }, WEIGHT.swapped)
    for (const meant of '0123456789') {
      const weight = LOOK_ALIKE.has(read + meant) ? WEIGHT.lookAlike : WEIGHT.oneDigit
      offer(
        digits.slice(0, at) + meant + digits.slice(at + 1),
        { kind: 'one-digit', at, read, meant },
        weight,
      )
    }
  }
}

function offerInsertions(digits: string, offer: Offer): void {
  for (let at = 0; at <= digits.length; at++) {
    for (const meant of '0123456789') {
      const twin = digits.charAt(at) === meant || digits.charAt(at - 1) === meant
      const weight = twin ? WEIGHT.doubled : WEIGHT.dropped
      offer(digits.slice(0, at) + meant + digits.slice(at), { kind: 'dropped', at, meant }, weight)
    }
  }
}

function offerDeletions(digits: string, offer: Offer): void {
  for (let at = 0; at < digits.length; at++) {
    const twin = digits.charAt(at) === digits.charAt(at + 1)
    offer(
      digits.slice(0, at) + digits.slice(at + 1),
      { kind: 'doubled', at },
      twin ? WEIGHT.doubled : WEIGHT.extra,
    )
  }
}
