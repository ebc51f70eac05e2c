/** How a hand times what it does, in milliseconds. The perfect one is as quick and exact as a device can ask for. */
export interface HandTiming {
  /** From a cue seen or felt to the end of the move it asks for. */
  reactionMs(): number
  /** Between two steps that no cue separates. */
  readyMs(): number
  /** From one key to the next of those pressed or let go together. */
  skewMs(): number
  /** Which of so many keys that are moved together comes next, from 0. */
  anyOf(count: number): number
  /** From one key to the next of those pressed one after the other. */
  keyAfterKeyMs(): number
  /** From letting the first key of a slide go to pressing the second; negative where both are down for a moment. */
  slideMs(): number
  pressMs(): number
  pauseMs(): number
  tapMs(): number
  typeMs(letters: number): number
  countMs(count: number): number
  plugMs(): number
  foldMs(): number
  /** Whether a buzz goes unnoticed. */
  missesBuzz(): boolean
  /**
   * Moves without waiting for the cue: after how long, given when the cue usually comes.
   * @returns not a number where the hand waits for the cue
   */
  movesAfterMs(usualMs: number): number
  /** How long a cue is waited for, given when it usually comes. */
  patienceMs(usualMs: number): number
  /** Whether a screen that has no place in the method makes the technician stop. */
  readonly stopsAtWrongScreens: boolean
}

/** How long one waits for a cue before giving up: the longest charge from flat, with room. Common practice, no source. */
export const PATIENCE_MS = 900_000

const nothing = () => 0

export const PERFECT_HAND: HandTiming = {
  reactionMs: nothing,
  readyMs: nothing,
  skewMs: nothing,
  anyOf: nothing,
  keyAfterKeyMs: () => 250,
  slideMs: nothing,
  pressMs: () => 120,
  pauseMs: () => 160,
  tapMs: () => 500,
  typeMs: () => 500,
  countMs: (count) => count * 1000,
  plugMs: nothing,
  foldMs: nothing,
  missesBuzz: () => false,
  movesAfterMs: () => Number.NaN,
  patienceMs: () => PATIENCE_MS,
  stopsAtWrongScreens: false,
}
