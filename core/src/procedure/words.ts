import type { KeyId, Procedure, Step } from '../catalog/index.ts'
import type { KeyChart } from './keyChart.ts'
import type { MenuLinePart } from './menuLine.ts'
import type { PathInput } from './menuPath.ts'
import type { ProcedurePhrases } from './phrases.ts'
import { PATIENCE_MS } from './timing.ts'
import { english } from './words.en.ts'

export type Locale = 'en'
const PHRASES: Readonly<Record<Locale, ProcedurePhrases>> = { en: english }

/** The words of the trade for keys, cues and links in an interface language; `names` for keys named by place. */
export function phrases(locale: Locale, names: KeyChart['names'] = {}): ProcedurePhrases {
  const words = PHRASES[locale]
  return Object.keys(names).length > 0 ? { ...words, key: { ...words.key, ...names } } : words
}

/** Shorter waits are not worth a figure. */
const NOTICEABLE_MS = 300

/** One line a step, in order, short enough to be spoken before its moment. */
export function stepWords(procedure: Procedure, chart: KeyChart, locale: Locale): readonly string[] {
  const words = phrases(locale, chart.names)
  let held: KeyId[] = []
  return procedure.steps.map((step, index) => {
    const line = lineOf(step, index, held, chart, words)
    held = heldAfter(step, held)
    return line
  })
}

/**
 * The one sentence for the critical second: what to do at which cue, since nobody can look at a screen then.
 * @param step the critical step's index, from `criticalSlack` of the hand
 * @returns undefined where the step does not hang on a cue
 */
export function criticalSentence(
  procedure: Procedure,
  step: number,
  chart: KeyChart,
  locale: Locale,
): string | undefined {
  const words = phrases(locale)
  const cueStep = procedure.steps.findLastIndex((s, n) => n < step && s.do === 'wait' && 'cue' in s.until)
  const waiting = procedure.steps[cueStep]
  if (waiting?.do !== 'wait' || !('cue' in waiting.until)) return undefined
  const nextWait = procedure.steps.findIndex((s, n) => n > step && s.do === 'wait')
  const actions = stepWords(procedure, chart, locale).slice(cueStep + 1, nextWait < 0 ? undefined : nextWait)
  return words.atCue(words.until[waiting.until.cue], actions)
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
      const press = words.times(words.key[input.key], times * (input.times ?? 1))
      return input.with.length > 0 ? words.held(list(input.with, words), press) : press
    }
    case 'long-press':
      return words.long(words.key[input.key])
    case 'tap':
      return words.tap(input.label ?? input.on)
    case 'type':
      return words.type(input.word)
    case 'plug':
      return words.moveCable(words.link[input.link])
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
      return words.plug(words.link[step.link])
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

function heldAfter(step: Step, held: readonly KeyId[]): KeyId[] {
  if (step.do === 'hold') return [...held, ...step.keys]
  if (step.do === 'let-go') return held.filter((key) => !step.keys.includes(key))
  if (step.do === 'slide') return [...held.filter((key) => key !== step.from), step.to]
  return [...held]
}
