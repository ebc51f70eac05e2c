import type { Spread } from './spread.ts'

/** What is known of how people's hands move; a technician's own practice runs replace it by theirs. */
export interface HandValues {
  /** The stages of one reaction to a cue, one after the other. */
  readonly reaction: readonly Spread[]
  /** From letting the first key of a slide go to pressing the second; negative where both are down for a moment. */
  readonly slide: Spread
  readonly skew: Spread
  readonly keyAfterKey: Spread
  readonly press: Spread
  readonly pause: Spread
  readonly ready: Spread
  readonly tap: Spread
  /** A letter on the device's own keyboard. */
  readonly letter: Spread
  readonly plug: Spread
  /** A hinge opened or shut. */
  readonly fold: Spread
  /** How long a counted second lasts. */
  readonly countedSecond: Spread
  /** How much quicker or slower a person is as a whole. */
  readonly pace: Spread
  readonly missedBuzz: number
  /** The chance that the hand moves by habit, shortly before the cue usually comes. */
  readonly early: number
  /** When it then moves, as a part of the usual time. */
  readonly earlyPart: Spread
  /** From a failed attempt to the next: looking, thinking, waiting for the lock screen. */
  readonly betweenAttempts: Spread
}

/**
 * Reaction: perceive, decide, move, each with its middle and extremes, from Card, Moran and Newell, *The
 * Psychology of Human-Computer Interaction* (1983), the model human processor, from memory. The move of a
 * finger is the last stage and is not counted again. A key press with its pause comes to 0.28 s, the
 * keystroke-level model's average non-secretary (the same authors, 1980, from memory).
 * All others: common practice, no source.
 */
export const HANDBOOK: HandValues = {
  reaction: [
    { min: 50, middle: 100, max: 200 },
    { min: 25, middle: 70, max: 170 },
    { min: 30, middle: 70, max: 100 },
  ],
  slide: { min: -60, middle: 60, max: 240 },
  skew: { min: 0, middle: 25, max: 90 },
  keyAfterKey: { min: 180, middle: 300, max: 600 },
  press: { min: 60, middle: 110, max: 200 },
  pause: { min: 90, middle: 170, max: 450 },
  ready: { min: 100, middle: 250, max: 700 },
  tap: { min: 500, middle: 800, max: 1800 },
  letter: { min: 180, middle: 280, max: 700 },
  plug: { min: 1500, middle: 2500, max: 6000 },
  fold: { min: 500, middle: 1000, max: 2500 },
  countedSecond: { min: 800, middle: 1000, max: 1250 },
  pace: { min: 0.75, middle: 1, max: 1.6 },
  missedBuzz: 0.1,
  early: 0.04,
  earlyPart: { min: 0.85, middle: 0.95, max: 1 },
  betweenAttempts: { min: 8_000, middle: 20_000, max: 60_000 },
}
