import type { KeyId, Procedure, Step } from '../catalog/index.ts'
import type { KeyChart } from './keyChart.ts'
import type { MenuLinePart } from './menuLine.ts'
import { heldBeforeEach } from './moves.ts'
import type { PathInput } from './pathInput.ts'
import type { ProcedurePhrases } from './phrases.ts'
import { PATIENCE_MS } from './timing.ts'
import { english } from './words.en.ts'

export type Locale = 'en'
const PHRASES: Readonly<Record<Locale, ProcedurePhrases>> = { en: english }

/** The words of the trade in an interface language; `names` for keys and links that a family names itself. */
export function phrases(locale: Locale, names: KeyChart['names'] = {}): ProcedurePhrases {
  const words = PHRASES[locale]
  return Object.keys(names).length > 0
    ? { ...words, key: { ...words.key, ...names }, link: { ...words.link, ...names } }
    : words
}

/** Shorter waits are not worth a figure. */
const NOTICEABLE_MS = 300

/** One line a step, in order, short enough to be spoken before its moment. */
export function stepWords(procedure: Procedure, chart: KeyChart, locale: Locale): readonly string[] {
  const words = phrases(locale, chart.names)
  const held = heldBeforeEach(procedure)
  return procedure.steps.map((step, index) => lineOf(step, index, held[index] ?? [], chart, words))
}

/**
 * The one sentence for the critical second: what to do at which cue or after which count, since nobody can look at
 * a screen then.
 * @param step the critical step's index, from `criticalSlack` of the hand
 * @returns undefined where nothing is waited for before the step
 */
export function criticalSentence(
  procedure: Procedure,
  step: number,
  chart: KeyChart,
  locale: Locale,
): string | undefined {
  const words = phrases(locale)
  const { steps } = procedure
  const waitAt = steps.findLastIndex((one, index) => index < step && one.do === 'wait')
  const waiting = steps[waitAt]
  if (waiting?.do !== 'wait') return undefined
  const nextWait = steps.findIndex((one, index) => index > step && one.do === 'wait')
  const actions = stepWords(procedure, chart, locale).slice(waitAt + 1, nextWait < 0 ? undefined : nextWait)
  if ('cue' in waiting.until) return words.atCue(words.until[waiting.until.cue], actions)
  if ('count' in waiting.until) return words.afterCount(waiting.until.count, actions)
  return words.afterTime(span(waitAt, chart, words), actions)
}

/**
 * How much room the critical second leaves, in a sentence: after a cue, or within a count.
 * @param safe around the perfect moment, from `criticalSlack` of the hand
 */
export function roomSentence(
  procedure: Procedure,
  { step, isCounted, isFreeEarly, safe }: Room,
  chart: KeyChart,
  locale: Locale,
): string {
  const words = phrases(locale)
  const waitAt = procedure.steps.findLastIndex((one, index) => index < step && one.do === 'wait')
  if (!isCounted) return words.roomAfterCue(safe.toMs)
  const countedMs = (chart.stepEnds[waitAt]?.ms ?? 0) - (chart.stepEnds[waitAt - 1]?.ms ?? 0)
  const toMs = safe.toMs < MOST_ROOM_MS ? countedMs + safe.toMs : undefined
  return words.roomInCount(isFreeEarly ? undefined : countedMs + safe.fromMs, toMs)
}

/** More room than this is not worth a figure. */
const MOST_ROOM_MS = 6000

/** What the hand's `Slack` says of a move. */
export interface Room {
  readonly step: number
  readonly isCounted: boolean
  readonly isFreeEarly: boolean
  readonly safe: { readonly fromMs: number; readonly toMs: number }
}

/** A whole menu line: `volume-down ×4 · power`. */
export function menuLineText(
  parts: readonly MenuLinePart[],
  locale: Locale,
  names: KeyChart['names'] = {},
): string {
  return menuLineWords(parts, phrases(locale, names))
}

function menuLineWords(parts: readonly MenuLinePart[], words: ProcedurePhrases): string {
  return parts.map(({ input, times }) => wordsOfInput(input, times, words)).join(' · ')
}

function wordsOfInput(input: PathInput, times: number, words: ProcedurePhrases): string {
  switch (input.kind) {
    case 'press': {
      const press =
        input.restMs === undefined
          ? words.times(words.key[input.key], times * (input.times ?? 1))
          : words.again(words.inOneGo(words.key[input.key], input.times ?? 1), times)
      return input.with.length > 0 ? words.held(list(input.with, words), press) : press
    }
    case 'long-press':
      return words.long(words.key[input.key])
    case 'turn':
      return words.times(words.turn(words.key[input.key], input.by), times)
    case 'tap':
      return words.tap(input.label ?? input.on)
    case 'type':
      return words.type(input.word)
    case 'type-shown':
      return words.typeShown
    case 'plug':
      return words.moveCable(words.link[input.link])
    case 'fold':
      return words.moveHinge(input.to)
    case 'wait':
      return ''
  }
}

function lineOf(
  step: Step,
  index: number,
  held: readonly KeyId[],
  chart: KeyChart,
  words: ProcedurePhrases,
): string {
  switch (step.do) {
    case 'plug':
      return words.plug(words.link[step.link], list(held, words))
    case 'fold':
      return words.fold(step.to, list(held, words))
    case 'hold':
      return words.hold(
        step.keys.map((key) => words.key[key]).join(step.order === 'together' ? words.and : words.then),
      )
    case 'wait': {
      const kept = list(held, words)
      if ('count' in step.until) return words.count(kept, step.until.count)
      const about = span(index, chart, words)
      if ('ms' in step.until) return held.length > 0 ? words.keepFor(kept, about) : words.waitFor(about)
      return held.length > 0
        ? words.keepUntil(kept, words.until[step.until.cue], about)
        : words.waitUntil(words.until[step.until.cue], about)
    }
    case 'let-go':
      return words.letGo(
        list(step.keys, words),
        list(
          held.filter((key) => !step.keys.includes(key)),
          words,
        ),
      )
    case 'slide':
      return words.slide(
        words.key[step.from],
        words.key[step.to],
        list(
          held.filter((key) => key !== step.from),
          words,
        ),
      )
    case 'press':
      return words.press(words.key[step.key], step.times, list(held, words))
    case 'long-press':
      return words.longPress(words.key[step.key])
    case 'tap':
      return words.tap(step.label)
    case 'type':
      return words.typeWord(step.word)
    case 'choose':
      return words.choose(step.label, menuLineWords(chart.choices[index] ?? [], words))
  }
}

/** How long a step takes, as a range over units. */
function span(index: number, { stepEnds }: KeyChart, words: ProcedurePhrases): string {
  const end = stepEnds[index]
  const begin = stepEnds[index - 1]
  if (!end) return ''
  const longestMs = end.latestMs - (begin?.latestMs ?? 0)
  // A cue that never comes has no time.
  if (longestMs < NOTICEABLE_MS || longestMs >= PATIENCE_MS) return ''
  return words.seconds(
    end.earliestMs - (begin?.earliestMs ?? 0),
    end.ms - (begin?.ms ?? 0),
    end.latestMs - (begin?.latestMs ?? 0),
  )
}

function list(keys: readonly KeyId[], words: ProcedurePhrases): string {
  return keys.map((key) => words.key[key]).join(words.and)
}
