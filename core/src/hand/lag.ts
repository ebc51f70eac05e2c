import { HANDBOOK } from './handbook.ts'

/** Fewer than this say nothing of a person yet. */
const LEAST_SAMPLES = 3
/** A key pressed sooner than anybody can react, or much later, was not pressed for the cue. */
const PLAUSIBLE_MS = { min: 80, max: 1500 }
/** Only the newest count: people get quicker. */
const NEWEST = 15

/**
 * How long a technician takes from a cue to the key that reports it: the median of what was measured where the
 * cue's own instant is known, on the twin.
 * @param samplesMs key minus cue, the newest last
 * @returns the handbook's reaction until enough is known
 */
export function lagFrom(samplesMs: readonly number[]): number {
  const plausible = samplesMs
    .filter((ms) => ms >= PLAUSIBLE_MS.min && ms <= PLAUSIBLE_MS.max)
    .slice(-NEWEST)
    .sort((a, b) => a - b)
  if (plausible.length < LEAST_SAMPLES) return HANDBOOK.reaction.reduce((sum, { middle }) => sum + middle, 0)
  const middle = plausible.length >> 1
  return plausible.length % 2 === 1
    ? (plausible[middle] ?? 0)
    : ((plausible[middle - 1] ?? 0) + (plausible[middle] ?? 0)) / 2
}
