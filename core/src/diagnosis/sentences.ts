import type { Cue, Procedure } from '../catalog/index.ts'
import type { ChartChange } from '../drawing/index.ts'
import {
  criticalSentence,
  keysOf,
  phrases,
  stepWords,
  type KeyChart,
  type Locale,
} from '../procedure/index.ts'
import type { TryMade } from './belief.ts'
import type { TwinInput } from '../twin/index.ts'
import type { Cause } from './diagnose.ts'
import type { Verdict } from './dryRun.ts'
import { linkAskedFor, type Correction } from './faults.ts'
import { nameOfWay } from './knowledge.ts'
import type { NextThing } from './next.ts'
import { PHRASES, type DiagnosisPhrases } from './phrases.ts'

/** What the next thing is and why, said to a colleague. */
export interface Advice {
  readonly says: string
  readonly why: string
}

/** What a correction asks for, in one sentence. */
export function correctionSentence(
  correction: Correction,
  procedure: Procedure,
  chart: KeyChart,
  locale: Locale,
): string {
  const words = PHRASES[locale]
  const key = phrases(locale, chart.names).key
  const moment = (step: number) =>
    criticalSentence(procedure, step, chart, locale) ?? stepWords(procedure, chart, locale)[step] ?? ''
  switch (correction.kind) {
    case 'again':
      return words.again
    case 'sooner':
      return words.sooner(moment(correction.step))
    case 'later':
      return words.later(moment(correction.step))
    case 'promptly':
    case 'count':
    case 'fold':
      return words[correction.kind](stepWords(procedure, chart, locale)[correction.step] ?? '')
    case 'right-key':
      return words.rightKey(key[correction.key], key[correction.not])
    case 'one-key':
      return words.oneKey(key[correction.key], key[correction.not])
    case 'data-link':
      return linkAskedFor(procedure) === 'charger' ? words.otherCable : words.otherDataCable
    case 'test-key':
      return words.testKey(key[correction.key])
    case 'charge':
      return words.charge
    case 'clear-cache':
      return words.loop
    case 'other-way':
      return words.tryAnother
    case 'other-family':
      return words.checkModel
  }
}

/** Why a dry run was lost, and what to do otherwise the next time: two sentences or three. */
export function dryRunSentence(
  { correction, off }: Extract<Verdict, { kind: 'failed' }>,
  procedure: Procedure,
  chart: KeyChart,
  locale: Locale,
): string {
  const words = PHRASES[locale].dryRun
  const how = correctionSentence(correction, procedure, chart, locale)
  if (correction.kind === 'data-link') {
    const plug = procedure.steps.findLastIndex((step) => step.do === 'plug')
    return `${words.plugIn} ${stepWords(procedure, chart, locale)[plug] ?? ''}`.trim()
  }
  const what = off && moveWords(off.input, chart, locale)
  if (!what) return `${words.lost} ${how}`
  const { byMs } = off
  // A tenth is the least that is worth saying.
  const seconds = Math.max(0.1, byMs / 1000).toFixed(1)
  return `${correction.kind === 'sooner' ? words.tooLate(what, seconds) : words.tooEarly(what, seconds)} ${how}`
}

/** A move as the beginning of a sentence on its moment; undefined for those that have none. */
function moveWords(input: TwinInput, { names }: KeyChart, locale: Locale): string | undefined {
  const words = PHRASES[locale].dryRun
  const { key, link, posture } = phrases(locale, names)
  switch (input.kind) {
    case 'key-down':
      return words.pressed(capital(key[input.key]))
    case 'key-up':
      return words.letGo(capital(key[input.key]))
    case 'link':
      return input.link === 'none' ? words.unplugged : words.plugged(capital(link[input.link]))
    case 'fold':
      return words.folded(posture[input.to])
    default:
      return undefined
  }
}

/** What went wrong where a correction is needed, as part of a sentence. */
export function causeWords(
  correction: Correction,
  procedure: Procedure,
  chart: KeyChart,
  locale: Locale,
): string {
  const { cause } = PHRASES[locale]
  const key = phrases(locale, chart.names).key
  switch (correction.kind) {
    case 'again':
      return cause.again
    case 'sooner':
      return cause.sooner
    case 'later':
      return cause.later
    case 'promptly':
    case 'count':
    case 'fold':
      return cause[correction.kind]
    case 'right-key':
      return cause.rightKey(key[correction.key], key[correction.not])
    case 'one-key':
      return cause.oneKey(key[correction.key], key[correction.not])
    case 'data-link':
      return linkAskedFor(procedure) === 'charger' ? cause.noPower : cause.noData
    case 'test-key':
      return cause.key(key[correction.key])
    case 'charge':
      return cause.flat
    case 'clear-cache':
      return cause.loop
    case 'other-way':
      return cause.otherWay
    case 'other-family':
      return cause.otherModel
  }
}

/** Families, and versions of one, may have different ways under one name. */
const isSame = (one: Procedure, other: Procedure) => nameOfWay(one) === nameOfWay(other)

/** The next thing in one sentence, and its reason in another. */
export function adviceOf(
  next: NextThing,
  causes: readonly Cause[],
  tries: readonly TryMade[],
  chart: KeyChart,
  locale: Locale,
): Advice {
  const words = PHRASES[locale]
  const cues = phrases(locale).cue
  const last = tries.at(-1)
  const [top] = causes
  if (!last || !top) return { says: next.kind === 'try' ? words.again : '', why: words.first }
  const { procedure } = last
  const seen = capital(listed(last.seen.map((cue: Cue) => cues[cue])) || words.nothing)
  const alike = tries.filter(
    (one) => isSame(one.procedure, procedure) && one.seen.join() === last.seen.join(),
  ).length
  const answered = answeredBy(next, causes, last) ?? top
  const cause = causeWords(answered.correction, procedure, chart, locale)
  const why = answered === top ? words.because(seen, cause, alike) : words.unsure(cause)
  const key = phrases(locale, chart.names).key
  switch (next.kind) {
    case 'try': {
      const parts = [
        next.charge ? words.charge : '',
        next.otherCable ? correctionSentence({ kind: 'data-link' }, procedure, chart, locale) : '',
        isSame(next.way.procedure, procedure) ? '' : words.anotherWay(next.way.procedure.school),
      ].filter(Boolean)
      if (answered.correction.kind === 'data-link' && !next.otherCable && hasChargerForComputer(last))
        parts.push(words.computer)
      else if (isSame(next.way.procedure, procedure) && isOfTheHand(answered.correction))
        parts.push(correctionSentence(answered.correction, procedure, chart, locale))
      return { says: parts.join(' ') || words.again, why }
    }
    case 'test-key':
      return { says: words.testKey(key[next.key]), why: testWhy(top, next, why, words, cause) }
    case 'ask':
      return {
        says: next.question === 'charge-sign' ? words.asChargeSign : words.askBuzz,
        why: words.unsure(cause),
      }
    case 'check-model':
      return { says: words.checkModel, why: testWhy(top, next, why, words, cause) }
    case 'repair':
      return { says: words.repair(capital(key[next.key])), why }
    case 'go-on': {
      const place = cues[next.place]
      return {
        says: next.on.kind === 'leave' ? words.leave(place) : words.goOn(place),
        why: next.on.kind === 'leave' ? why : words.place(place),
      }
    }
  }
}

/** What the next try does otherwise than the last, at which steps of it: for the chart. */
export function changesOf(
  next: NextThing,
  causes: readonly Cause[],
  tries: readonly TryMade[],
  locale: Locale,
): readonly ChartChange[] {
  const last = tries.at(-1)
  const [top] = causes
  if (next.kind !== 'try' || !last || !top || last.reached) return []
  const { correction } = answeredBy(next, causes, last) ?? top
  const { changes } = PHRASES[locale]
  const { steps } = next.way.procedure
  const plug = steps.findLastIndex((step) => step.do === 'plug')
  const cable = next.otherCable && plug >= 0 ? [{ step: plug, word: changes.cable }] : []
  if (!isSame(next.way.procedure, last.procedure)) return cable
  switch (correction.kind) {
    case 'sooner':
    case 'later':
    case 'promptly':
    case 'count':
    case 'fold':
      return [...cable, { step: correction.step, word: changes[correction.kind] }]
    case 'right-key':
    case 'one-key': {
      const step = steps.findLastIndex(
        (one) =>
          (one.do === 'slide' && one.to === correction.key) ||
          (one.do === 'hold' && one.keys.includes(correction.key)),
      )
      return step < 0 ? cable : [...cable, { step, word: phrases(locale).key[correction.key] }]
    }
    case 'data-link':
      return plug >= 0 && cable.length === 0 ? [{ step: plug, word: changes.link }] : cable
    default:
      return cable
  }
}

/** The likeliest cause that a thing to do answers to: a reason is given for what is advised, not for something else. */
function answeredBy(next: NextThing, causes: readonly Cause[], last: TryMade): Cause | undefined {
  if (next.kind !== 'try') return causes[0]
  const isSameWay = isSame(next.way.procedure, last.procedure)
  return causes.find(({ correction }) => {
    switch (correction.kind) {
      case 'data-link':
        return next.otherCable || hasChargerForComputer(last)
      case 'charge':
        return next.charge
      case 'test-key':
        return !keysOf(next.way.procedure).includes(correction.key)
      case 'other-way':
        return !isSameWay
      case 'clear-cache':
      case 'other-family':
        return false
      default:
        return isSameWay
    }
  })
}

/** Whether something hung there that carries no data, where a computer was asked for. */
function hasChargerForComputer({ procedure, link }: TryMade): boolean {
  const asked = linkAskedFor(procedure)
  return asked === 'computer' && link !== undefined && link !== asked
}

function testWhy(
  top: Cause,
  next: Extract<NextThing, { kind: 'test-key' | 'check-model' }>,
  why: string,
  words: DiagnosisPhrases,
  cause: string,
): string {
  const isTop =
    next.kind === 'check-model'
      ? top.correction.kind === 'other-family'
      : top.correction.kind === 'test-key' && top.correction.key === next.key
  return isTop ? why : words.unsure(cause)
}

/** Corrections that only the hand can make. */
export function isOfTheHand({ kind }: Correction): boolean {
  return OF_THE_HAND.includes(kind)
}
const OF_THE_HAND: readonly Correction['kind'][] = [
  'sooner',
  'later',
  'promptly',
  'count',
  'fold',
  'right-key',
  'one-key',
]

function capital(sentence: string): string {
  return sentence.charAt(0).toUpperCase() + sentence.slice(1)
}
function listed(parts: readonly string[]): string {
  return parts.join(', then ')
}
