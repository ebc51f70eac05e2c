import type { KeyId, LinkKind, Posture, Method, Step, OwnNames } from '@benevox/core/catalog'
import {
  heldBeforeEach,
  PATIENCE_MS,
  type Beat,
  type KeyChart,
  type MenuLinePart,
  type NotVerified,
  type PathInput,
  type MethodSheet,
} from '@benevox/core/method'
import { isOfPuck, keysText, keyText, linkText } from './names.ts'
import type { Words } from './words.ts'

/** Shorter waits are not worth a figure. */
const NOTICEABLE_MS = 300

/** One line a step, in order, short enough to be spoken before its moment. */
export const stepTexts = (method: Method, chart: KeyChart, words: Words): readonly string[] =>
  movesTexts(method, chart, words).map(words.atStart)

/** The lines of a method as it is read; none where its steps cannot be done at all. */
export const sheetTexts = ({ method, chart }: MethodSheet, words: Words): readonly string[] =>
  chart ? stepTexts(method, chart, words) : []

/** Why a method is not verified, where it is not. */
export const notVerifiedOf = ({ method, notVerified }: MethodSheet, words: Words): string | undefined =>
  notVerified && notVerifiedText(notVerified, method.name, words)

/** The same as parts of a sentence. */
function movesTexts(method: Method, chart: KeyChart, words: Words): readonly string[] {
  const held = heldBeforeEach(method)
  return method.steps.map((step, index) => moveText(step, index, held[index] ?? [], chart, words))
}

/**
 * The one sentence for the critical second: what to do at which sign or after which count, since nobody can look at
 * a screen then.
 * @param step the critical step's index, from `criticalSlack` of the hand
 * @returns undefined where nothing is waited for before the step
 */
export function criticalText(
  method: Method,
  step: number,
  chart: KeyChart,
  words: Words,
): string | undefined {
  const { steps } = method
  const waitAt = steps.findLastIndex((one, index) => index < step && one.do === 'wait')
  const waiting = steps[waitAt]
  if (waiting?.do !== 'wait') return undefined
  const nextWait = steps.findIndex((one, index) => index > step && one.do === 'wait')
  const actions = movesTexts(method, chart, words)
    .slice(waitAt + 1, nextWait < 0 ? undefined : nextWait)
    .reduce((one, other) => words.say('step.then', { one, other }))
  if ('cue' in waiting.until)
    return words.say('step.atSign', { at: words.say(`at.${waiting.until.cue}`), actions })
  if ('count' in waiting.until) return words.say('step.afterCount', { count: waiting.until.count, actions })
  return words.say('step.afterTime', { about: span(waitAt, chart, words), actions })
}

/**
 * How much room the critical second leaves, in a sentence: after a sign, or within a count.
 * @param safe around the perfect moment, from `criticalSlack` of the hand
 */
export function roomText(
  method: Method,
  { step, isCounted, isFreeEarly, safe }: Room,
  chart: KeyChart,
  { say, tenths }: Words,
): string {
  const waitAt = method.steps.findLastIndex((one, index) => index < step && one.do === 'wait')
  if (!isCounted) return say('room.afterSign', { seconds: tenths(safe.toMs) })
  const countedMs = (chart.stepEnds[waitAt]?.ms ?? 0) - (chart.stepEnds[waitAt - 1]?.ms ?? 0)
  // A bound is never said wider than it is.
  const from = tenths(Math.ceil((countedMs + safe.fromMs) / 100) * 100)
  const to = tenths(countedMs + safe.toMs)
  if (safe.toMs >= MOST_ROOM_MS) return say('room.notBefore', { from: isFreeEarly ? tenths(0) : from })
  return isFreeEarly ? say('room.notAfter', { to }) : say('room.between', { from, to })
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

/** What is said at a moment of an attempt; empty for a mere sound. */
export function beatText({ says }: Beat, method: Method, chart: KeyChart, words: Words): string {
  if (!says) return ''
  const ahead = says.isCritical ? criticalText(method, says.step, chart, words) : undefined
  return ahead ?? stepTexts(method, chart, words)[says.step] ?? ''
}

/** A whole menu line: `volume-down ×4 · power`. */
export const menuLineText = (parts: readonly MenuLinePart[], words: Words, own: OwnNames = {}): string =>
  parts.map(({ input, times }) => inputText(input, times, own, words)).join(' · ')

function inputText(input: PathInput, times: number, own: OwnNames, words: Words): string {
  const { say } = words
  const timed = (key: string, n: number) => (n > 1 ? say('menuLine.times', { key, times: n }) : key)
  switch (input.kind) {
    case 'press': {
      const key = keyText(input.key, own, words)
      const press =
        input.restMs === undefined
          ? timed(key, times * (input.times ?? 1))
          : again(say('menuLine.inOneGo', { key, times: input.times ?? 1 }), times, words)
      const kept = keysText(input.with, own, words)
      return kept === '' ? press : say('menuLine.held', { kept, line: press })
    }
    case 'long-press':
      return say('menuLine.long', { key: keyText(input.key, own, words) })
    case 'turn':
      return timed(say('menuLine.turn', { key: keyText(input.key, own, words), by: input.by }), times)
    case 'tap':
      return say('step.tap', { label: input.label ?? input.on })
    case 'type':
      return say('step.type', { word: input.word })
    case 'type-shown':
      return say('step.typeShown')
    case 'plug':
      return plugText(input.link, own, words)
    case 'fold':
      return say(`fold.${input.to}`)
    case 'wait':
      return ''
  }
}

const again = (line: string, times: number, { say }: Words): string =>
  times > 1 ? say('menuLine.again', { line, times }) : line

/** A cable put in, or taken out. */
export function plugText(link: LinkKind, own: OwnNames, words: Words): string {
  if (own[link] !== undefined || !isOfPuck(link))
    return words.say('plug.other', { link: linkText(link, own, words) })
  return words.say(own.onPuck ? `onPuck.${link}` : `plug.${link}`)
}

/** In a select of a message: nothing. */
const NONE = 'none'

function moveText(step: Step, index: number, held: readonly KeyId[], chart: KeyChart, words: Words): string {
  const { say } = words
  const keys = (ids: readonly KeyId[]) => keysText(ids, chart.names, words)
  const key = (id: KeyId) => keyText(id, chart.names, words)
  const keeping = (move: string, ids: readonly KeyId[]) =>
    ids.length > 0 ? say('step.keeping', { move, kept: keys(ids) }) : move
  switch (step.do) {
    case 'plug':
      return keeping(plugText(step.link, chart.names, words), held)
    case 'fold':
      return keeping(say(`fold.${step.to}`), held)
    case 'hold':
      return say('step.hold', {
        keys:
          step.order === 'together'
            ? keys(step.keys)
            : step.keys.map(key).reduce((one, other) => say('step.then', { one, other })),
      })
    case 'wait': {
      const kept = keys(held) || NONE
      if ('count' in step.until) return say('step.count', { keys: kept, count: step.until.count })
      const about = span(index, chart, words, 'ms' in step.until ? 0 : NOTICEABLE_MS)
      return 'ms' in step.until
        ? say('step.keepFor', { keys: kept, about })
        : say('step.keepUntil', {
            keys: kept,
            until: say(`until.${step.until.cue}`),
            about: about || NONE,
          })
    }
    case 'let-go':
      return keeping(
        say('step.letGo', { keys: keys(step.keys) }),
        held.filter((one) => !step.keys.includes(one)),
      )
    case 'slide':
      return keeping(
        say('step.slide', { from: key(step.from), to: key(step.to) }),
        held.filter((one) => one !== step.from),
      )
    case 'press':
      return say('step.press', { key: key(step.key), times: step.times, held: keys(held) || NONE })
    case 'long-press':
      return say('step.longPress', { key: key(step.key) })
    case 'tap':
      return say('step.tap', { label: step.label })
    case 'type':
      return say('step.type', { word: step.word })
    case 'choose':
      return say('step.choose', {
        item: step.label,
        line: menuLineText(chart.choices[index] ?? [], words, chart.names),
      })
  }
}

/** How long a step takes, as a range over devices; empty where it is too short, or never ends by itself. */
function span(index: number, { stepEnds }: KeyChart, words: Words, leastMs = NOTICEABLE_MS): string {
  const end = stepEnds[index]
  const begin = stepEnds[index - 1]
  if (!end) return ''
  const longestMs = end.latestMs - (begin?.latestMs ?? 0)
  // A sign that never comes has no time.
  if (longestMs < leastMs || longestMs >= PATIENCE_MS) return ''
  const said = (ms: number) => words.number(ms < 2000 ? Math.round(ms / 100) / 10 : Math.round(ms / 1000))
  const [from, to] = [said(end.earliestMs - (begin?.earliestMs ?? 0)), said(longestMs)]
  const seconds = said(end.ms - (begin?.ms ?? 0))
  return from === to ? words.say('about.one', { seconds }) : words.say('about.range', { seconds, from, to })
}

/** Why a method is not verified. @param method its name */
export function notVerifiedText(found: NotVerified, method: string, words: Words): string {
  const { say } = words
  switch (found.why) {
    case 'posture':
      return say('notVerified.posture', { method, posture: POSTURE[found.posture] })
    case 'stuck':
    case 'misses': {
      const devices =
        found.on.length === 3
          ? say('notVerified.any')
          : words.list(found.on.map((one) => say(`notVerified.${one}`)))
      return found.why === 'stuck'
        ? say('notVerified.stuck', { method, step: found.step + 1, devices })
        : say('notVerified.misses', { method, devices })
    }
    case 'no-start':
      return say('notVerified.noStart', { method, start: say(`start.${found.start}`) })
    case 'no-key':
      return say('notVerified.noKey', { method, key: keyText(found.key, {}, words) })
    case 'endless':
      return say('notVerified.endless', { method })
  }
}
const POSTURE: Readonly<Record<Posture, 'open' | 'half' | 'shut'>> = {
  open: 'open',
  'half-open': 'half',
  shut: 'shut',
}
