import { posterior, type Chance } from './chance.ts'
import { countedHere, USUAL_WEIGHS, type Experience, type OutcomeOf } from './experience.ts'

/** A chance that the route counts with, and where it comes from: the mean, and an interval of eight in ten. */
export interface Believed extends Pick<Chance, 'mean' | 'from' | 'to'> {
  readonly of: OutcomeOf
  /** Before this was counted: what is usual, or where it is of one family, what all others have shown. */
  readonly usual: number
  readonly worked: number
  readonly all: number
  /** What other shops have counted of it, which moved what was usual before. */
  readonly exchanged: { readonly worked: number; readonly all: number }
}

/**
 * What was believed before, beside what the shop has counted, and both together.
 * @param familyId of the device, where it is about one: its keys are counted apart
 */
export function believed(of: OutcomeOf, seen: Experience, familyId?: string): Believed {
  const { usual, worked, failed } = countedHere(of, seen, familyId)
  const theirs = seen.exchanged?.families?.[familyId ?? '']?.reached
  const elsewhere = (of === 'recovery-reached' ? theirs : undefined) ?? seen.exchanged?.[of]
  const exchanged = {
    worked: elsewhere?.worked ?? 0,
    all: (elsewhere?.worked ?? 0) + (elsewhere?.failed ?? 0),
  }
  return {
    of,
    usual,
    worked,
    all: worked + failed,
    exchanged,
    ...posterior(usual, USUAL_WEIGHS, worked, failed),
  }
}
