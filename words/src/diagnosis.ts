import type { Method, OwnNames } from '@benevox/core/catalog'
import {
  linkAskedFor,
  type Advice,
  type AdviceSays,
  type AdviceWhy,
  type Correction,
  type StepChange,
  type Verdict,
} from '@benevox/core/diagnosis'
import type { ChartChange } from '@benevox/core/drawing'
import type { RankReason, StudiedMethod } from '@benevox/core/hand'
import type { KeyChart } from '@benevox/core/method'
import type { TwinInput } from '@benevox/core/twin'
import { keyText, linkText } from './names.ts'
import { criticalText, stepTexts } from './steps.ts'
import type { Words } from './words.ts'

/** What a correction asks for, in one sentence. */
export function correctionText(
  correction: Correction,
  method: Method,
  chart: KeyChart,
  words: Words,
): string {
  const { say } = words
  const step = (at: number) => stepTexts(method, chart, words)[at] ?? ''
  switch (correction.kind) {
    case 'sooner':
    case 'later':
      return say(`correction.${correction.kind}`, {
        what: criticalText(method, correction.step, chart, words) ?? step(correction.step),
      })
    case 'promptly':
    case 'count':
    case 'fold':
      return say(`correction.${correction.kind}`, { what: step(correction.step) })
    case 'right-key':
    case 'one-key':
      return say(`correction.${correction.kind}`, keysIn(correction, chart.names, words))
    case 'data-link':
      return say(`correction.other-${supply(method, chart.names)}`)
    case 'test-key':
      return say('correction.test-key', { key: keyText(correction.key, chart.names, words) })
    default:
      return say(`correction.${correction.kind}`)
  }
}

/** What brings a device power or data: a watch has no cable of its own. */
function supply(method: Method, { onPuck }: OwnNames): 'puck' | 'cable' | 'data-cable' {
  if (onPuck) return 'puck'
  return linkAskedFor(method) === 'charger' ? 'cable' : 'data-cable'
}
const MISSING = { puck: 'no-puck', cable: 'no-power', 'data-cable': 'no-data' } as const

const keysIn = (
  { key, not }: Extract<Correction, { kind: 'right-key' | 'one-key' }>,
  own: OwnNames,
  words: Words,
) => ({ key: keyText(key, own, words), not: keyText(not, own, words) })

/** What went wrong where a correction is needed, as part of a sentence. */
export function causeText(
  correction: Correction,
  method: Method,
  { names }: Pick<KeyChart, 'names'>,
  words: Words,
): string {
  const { say } = words
  switch (correction.kind) {
    case 'right-key':
    case 'one-key':
      return say(`cause.${correction.kind}`, keysIn(correction, names, words))
    case 'data-link':
      return say(`cause.${MISSING[supply(method, names)]}`)
    case 'test-key':
      return say('cause.test-key', { key: keyText(correction.key, names, words) })
    default:
      return say(`cause.${correction.kind}`)
  }
}

/** The next thing, said to a colleague. @param method of the last attempt @param chart of it */
export const adviceText = ({ says }: Advice, method: Method, chart: KeyChart, words: Words): string =>
  says.map((one) => partText(one, method, chart, words)).join(' ')

function partText(one: AdviceSays, method: Method, chart: KeyChart, words: Words): string {
  const { say } = words
  switch (one.kind) {
    case 'correction':
      return correctionText(one.correction, method, chart, words)
    case 'another-method':
      return say('adviceSays.another-method', { method: one.method })
    case 'computer':
      return say('adviceSays.computer')
    case 'ask':
      return say(`adviceSays.${one.question}`)
    case 'repair':
      return say('adviceSays.repair', { key: keyText(one.key, chart.names, words) })
    case 'go-on':
    case 'leave':
      return say(`adviceSays.${one.kind}`, { place: say(`sign.${one.place}`) })
  }
}

/** Why that is advised. */
export function adviceWhyText(why: AdviceWhy, method: Method, chart: KeyChart, words: Words): string {
  const { say } = words
  switch (why.kind) {
    case 'first':
      return say('adviceWhy.first')
    case 'because':
      return say('adviceWhy.because', {
        seen:
          why.seen.length > 0
            ? why.seen
                .map((cue) => say(`sign.${cue}`))
                .reduce((one, other) => say('step.then', { one, other }))
            : say('seen.nothing'),
        cause: causeText(why.cause, method, chart, words),
        times: why.times,
      })
    case 'unsure':
      return say('adviceWhy.unsure', { cause: causeText(why.cause, method, chart, words) })
    case 'place':
      return say('adviceWhy.place', { place: say(`sign.${why.place}`) })
  }
}

/** What the next attempt does otherwise, a word each, for the chart. */
export const changeTexts = (
  changes: readonly StepChange[],
  { names }: Pick<KeyChart, 'names'>,
  words: Words,
): readonly ChartChange[] =>
  changes.map(({ step, change }) => ({
    step,
    word:
      typeof change === 'object'
        ? keyText(change.key, names, words)
        : words.say(`chartChange.${change === 'cable' && names.onPuck ? 'puck' : change}`),
  }))

/** Why a dry run was lost, and what to do otherwise the next time: two sentences or three. */
export function dryRunText(
  { correction, off }: Extract<Verdict, { kind: 'failed' }>,
  method: Method,
  chart: KeyChart,
  words: Words,
): string {
  const { say } = words
  if (correction.kind === 'data-link') {
    const plug = method.steps.findLastIndex((step) => step.do === 'plug')
    return say('dryRunLost.notPlugged', { step: stepTexts(method, chart, words)[plug] ?? '' })
  }
  const how = correctionText(correction, method, chart, words)
  const what = off && movedText(off.input, chart.names, words)
  if (!what) return say('dryRunLost.lost', { how })
  // A tenth is the least that is worth saying.
  const seconds = words.tenths(Math.max(100, Math.round(off.byMs / 100) * 100))
  const when = correction.kind === 'sooner' ? 'tooLate' : 'tooEarly'
  return `${say(`dryRunLost.${when}`, { what, seconds })} ${how}`
}

/** A move whose moment was wrong; undefined for those that have none. */
function movedText(input: TwinInput, own: OwnNames, words: Words): string | undefined {
  const { say } = words
  switch (input.kind) {
    case 'key-down':
      return say('dryRunLost.pressed', { key: keyText(input.key, own, words) })
    case 'key-up':
      return say('dryRunLost.letGo', { key: keyText(input.key, own, words) })
    case 'link':
      return input.link === 'none'
        ? say(own.onPuck ? 'dryRunLost.offPuck' : 'dryRunLost.unplugged')
        : say('dryRunLost.plugged', { link: linkText(input.link, own, words) })
    case 'fold':
      return say('dryRunLost.folded', { posture: say(`posture.${input.to}`) })
    default:
      return undefined
  }
}

/** Why a method stands where it stands in the list. @param first the one that stands first */
export function rankText(
  reason: RankReason,
  { study }: StudiedMethod,
  first: StudiedMethod,
  words: Words,
): string {
  const fewer = {
    of100: of100Text(study.firstAttempt, words),
    firstOf100: of100Text(first.study.firstAttempt, words),
  }
  const seconds = (ms: number) => words.number(Math.round(ms / 1000))
  const longer = { seconds: seconds(study.attemptMs), firstSeconds: seconds(first.study.attemptMs) }
  switch (reason) {
    case 'only':
    case 'first':
    case 'asGood':
      return words.say(`rank.${reason}`)
    case 'fewer':
      return words.say('rank.fewer', fewer)
    case 'longer':
      return words.say('rank.longer', longer)
    default:
      return words.say(`rank.${reason}`, { ...fewer, ...longer })
  }
}

/** A chance as hands out of a hundred, never a bare 0 or 100 for what is neither. */
export function of100Text(chance: number, { say, number }: Words): string {
  const of100 = Math.round(chance * 100)
  if (of100 === 100 && chance < 1) return say('rank.over99')
  if (of100 === 0 && chance > 0) return say('rank.under1')
  return number(of100)
}
