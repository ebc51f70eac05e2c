import type { Cue, KeyId, Method } from '../catalog/index.ts'
import { keysOf } from '../method/index.ts'
import type { AttemptMade } from './belief.ts'
import type { Cause } from './diagnose.ts'
import { linkAskedFor, type Correction } from './faults.ts'
import { nameOfMethod } from './knowledge.ts'
import type { NextThing, Question } from './next.ts'

/** What the next thing is, as parts that are said one after another, and why. */
export interface Advice {
  readonly says: readonly AdviceSays[]
  readonly why: AdviceWhy
}

export type AdviceSays =
  | { readonly kind: 'correction'; readonly correction: Correction }
  | { readonly kind: 'another-method'; readonly method: string }
  /** A charger hangs there where a computer was asked for. */
  | { readonly kind: 'computer' }
  | { readonly kind: 'ask'; readonly question: Question }
  | { readonly kind: 'repair'; readonly key: KeyId }
  | { readonly kind: 'go-on' | 'leave'; readonly place: Cue }

export type AdviceWhy =
  | { readonly kind: 'first' }
  /** It explains best what was seen, so many times. */
  | {
      readonly kind: 'because'
      readonly seen: readonly Cue[]
      readonly cause: Correction
      readonly times: number
    }
  | { readonly kind: 'unsure'; readonly cause: Correction }
  /** A place on the way, not a failure. */
  | { readonly kind: 'place'; readonly place: Cue }

/** What the next attempt does otherwise, at a step: how, or the key that it takes. */
export interface StepChange {
  readonly step: number
  readonly change:
    'sooner' | 'later' | 'promptly' | 'count' | 'fold' | 'cable' | 'link' | { readonly key: KeyId }
}

/** Families, and versions of one, may have different ways under one name. */
const isSame = (one: Method, other: Method) => nameOfMethod(one) === nameOfMethod(other)

/** The next thing, and its reason. */
export function adviceOf(
  next: NextThing,
  causes: readonly Cause[],
  attempts: readonly AttemptMade[],
): Advice {
  const last = attempts.at(-1)
  const [top] = causes
  const again: AdviceSays = { kind: 'correction', correction: { kind: 'again' } }
  if (!last || !top) return { says: next.kind === 'attempt' ? [again] : [], why: { kind: 'first' } }
  const answered = answeredBy(next, causes, last) ?? top
  const { method, seen } = last
  const times = attempts.filter((one) => isSame(one.method, method) && one.seen.join() === seen.join()).length
  const unsure: AdviceWhy = { kind: 'unsure', cause: answered.correction }
  const why: AdviceWhy =
    answered === top ? { kind: 'because', seen, cause: answered.correction, times } : unsure
  const correct = (correction: Correction): AdviceSays => ({ kind: 'correction', correction })
  switch (next.kind) {
    case 'attempt': {
      const isSameMethod = isSame(next.way.method, method)
      const parts: AdviceSays[] = []
      if (next.charge) parts.push(correct({ kind: 'charge' }))
      if (next.otherCable) parts.push(correct({ kind: 'data-link' }))
      if (!isSameMethod) parts.push({ kind: 'another-method', method: next.way.method.name })
      if (answered.correction.kind === 'data-link' && !next.otherCable && hasChargerForComputer(last))
        parts.push({ kind: 'computer' })
      else if (isSameMethod && isOfTheHand(answered.correction)) parts.push(correct(answered.correction))
      return { says: parts.length > 0 ? parts : [again], why }
    }
    case 'test-key': {
      const isTop = top.correction.kind === 'test-key' && top.correction.key === next.key
      return { says: [correct({ kind: 'test-key', key: next.key })], why: isTop ? why : unsure }
    }
    case 'ask':
      return { says: [{ kind: 'ask', question: next.question }], why: unsure }
    case 'check-model':
      return {
        says: [correct({ kind: 'other-family' })],
        why: top.correction.kind === 'other-family' ? why : unsure,
      }
    case 'repair':
      return { says: [{ kind: 'repair', key: next.key }], why }
    case 'go-on': {
      const { place, on } = next
      return on.kind === 'leave'
        ? { says: [{ kind: 'leave', place }], why }
        : { says: [{ kind: 'go-on', place }], why: { kind: 'place', place } }
    }
  }
}

/** What the next attempt does otherwise than the last, at which steps of it: for the chart. */
export function changesOf(
  next: NextThing,
  causes: readonly Cause[],
  attempts: readonly AttemptMade[],
): readonly StepChange[] {
  const last = attempts.at(-1)
  const [top] = causes
  if (next.kind !== 'attempt' || !last || !top || last.reached) return []
  const { correction } = answeredBy(next, causes, last) ?? top
  const { steps } = next.way.method
  const plug = steps.findLastIndex((step) => step.do === 'plug')
  const cable: readonly StepChange[] = next.otherCable && plug >= 0 ? [{ step: plug, change: 'cable' }] : []
  if (!isSame(next.way.method, last.method)) return cable
  switch (correction.kind) {
    case 'sooner':
    case 'later':
    case 'promptly':
    case 'count':
    case 'fold':
      return [...cable, { step: correction.step, change: correction.kind }]
    case 'right-key':
    case 'one-key': {
      const { key } = correction
      const step = steps.findLastIndex(
        (one) => (one.do === 'slide' && one.to === key) || (one.do === 'hold' && one.keys.includes(key)),
      )
      return step < 0 ? cable : [...cable, { step, change: { key } }]
    }
    case 'data-link':
      return plug >= 0 && cable.length === 0 ? [{ step: plug, change: 'link' }] : cable
    default:
      return cable
  }
}

/** The likeliest cause that a thing to do answers to: a reason is given for what is advised, not for something else. */
function answeredBy(next: NextThing, causes: readonly Cause[], last: AttemptMade): Cause | undefined {
  if (next.kind !== 'attempt') return causes[0]
  const isSameMethod = isSame(next.way.method, last.method)
  return causes.find(({ correction }) => {
    switch (correction.kind) {
      case 'data-link':
        return next.otherCable || hasChargerForComputer(last)
      case 'charge':
        return next.charge
      case 'test-key':
        return !keysOf(next.way.method).includes(correction.key)
      case 'other-method':
        return !isSameMethod
      case 'clear-cache':
      case 'other-family':
        return false
      default:
        return isSameMethod
    }
  })
}

/** Whether something hung there that carries no data, where a computer was asked for. */
function hasChargerForComputer({ method, link }: AttemptMade): boolean {
  const asked = linkAskedFor(method)
  return asked === 'computer' && link !== undefined && link !== asked
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
