import type { KeyId, LinkKind, Posture, Method, Step } from '../catalog/index.ts'
import {
  Execution,
  performPlan,
  PERFECT_HAND,
  planOf,
  type Action,
  type Performance,
  type Plan,
} from '../method/index.ts'
import { durationsAt, Twin, USUAL_SITUATION, type Machine, type TwinInput } from '../twin/index.ts'
import { correctionOfMoment, type Correction } from './faults.ts'

/** What fingers did on a twin, in the order of its time. */
export interface Move {
  readonly atMs: number
  readonly input: TwinInput
}

/** How a dry run went. */
export type Verdict =
  | { readonly kind: 'reached' }
  /** Nothing is lost yet: this step is the next. */
  | { readonly kind: 'under-way'; readonly step: number }
  /** From this step on it could no longer be saved. */
  | {
      readonly kind: 'failed'
      readonly step: number
      readonly correction: Correction
      /** The move whose moment was wrong, and how far from it. */
      readonly off?: { readonly input: TwinInput; readonly byMs: number } | undefined
    }

/** What a step asks a hand to do; several for one step where it has several keys. */
type Asked =
  | { readonly kind: 'key-down' | 'key-up'; readonly key: KeyId }
  | { readonly kind: 'link'; readonly link: LinkKind }
  | { readonly kind: 'fold'; readonly to: Posture }
  | { readonly kind: 'tap'; readonly on: string }

interface Matched {
  readonly step: number
  readonly move: Move
}

/** Moves put to the steps that ask for them. */
interface Matching {
  readonly matched: readonly Matched[]
  /** What no step asks for. */
  readonly extra: readonly Move[]
  /** Steps that were not done, or not wholly. */
  readonly missing: ReadonlySet<number>
  /** When the ways through menus were at their end, by step. */
  readonly chosenAtMs: ReadonlyMap<number, number>
}

/**
 * Says where a run by hand on a middling twin went wrong, and why: each step is done as the hand did it and all
 * that follows by a perfect one; the first step after which that no longer reaches the goal is the one.
 * @param moves all that was done, what was plugged in beforehand included
 * @param untilMs how long the run has gone on
 */
export function judgeDryRun(
  machine: Machine,
  method: Method,
  moves: readonly Move[],
  untilMs: number,
): Verdict {
  const plan = planOf(machine, method, USUAL_SITUATION)
  const perfect = performPlan(plan, durationsAt(machine, 'median'))
  const { matched, extra, missing, chosenAtMs } = match(plan, method, perfect.choices, moves, untilMs)
  let ideal: Ideal = { ...perfect, held: [] }
  let beforeMs = -1
  let next = 0
  for (const [step, one] of method.steps.entries()) {
    if (askedBy(one).length === 0 && one.do !== 'choose') continue
    const own = matched.filter((match) => match.step === step)
    const isDone = !missing.has(step)
    const cutMs = isDone
      ? Math.max(beforeMs, chosenAtMs.get(step) ?? 0, ...own.map(({ move }) => move.atMs))
      : untilMs
    const now = idealAfter(plan, moves, cutMs, isDone ? step + 1 : next, isDone ? cutMs : beforeMs)
    const since = movesSince(matched, extra, step, beforeMs, cutMs)
    // What is still to be saved is no fault, unless the wrong key is what keeps it from going on.
    if (!now.reached || (!isDone && since.wrong.length > 0))
      return blame(method, step, { ...since, isDone, held: now.held, ideal })
    if (!isDone) return { kind: 'under-way', step }
    ideal = now
    beforeMs = cutMs
    next = step + 1
  }
  const whole = idealAfter(plan, moves, untilMs, next, beforeMs)
  if (whole.reached) return { kind: 'reached' }
  const last = method.steps.length - 1
  const [spoiler] = extra.filter(({ input }) => input.kind === 'key-down')
  if (spoiler?.input.kind !== 'key-down') return { kind: 'failed', step: last, correction: { kind: 'again' } }
  const { key } = spoiler.input
  const step = countedPresses(method, last, key)
  return step === undefined
    ? { kind: 'failed', step: last, correction: oneKey(method, last, key) }
    : { kind: 'failed', step, correction: { kind: 'count', step } }
}

/** The last step up to one that is a number of presses of a key. */
function countedPresses({ steps }: Method, upTo: number, key: KeyId): number | undefined {
  const step = steps.findLastIndex(
    (one, index) => index <= upTo && one.do === 'press' && one.times > 1 && one.key === key,
  )
  return step < 0 ? undefined : step
}

interface Ideal {
  readonly reached: boolean
  readonly actions: readonly Action[]
  /** The keys that were down when it took over. */
  readonly held: readonly KeyId[]
}

/**
 * What a perfect hand would make of it, which takes over after what was done up to an instant.
 * @param from the step it goes on with
 * @param sinceMs from when on what was shown is still to be noticed
 */
function idealAfter(
  plan: Plan,
  moves: readonly Move[],
  untilMs: number,
  from: number,
  sinceMs: number,
): Ideal {
  const twin = twinAfter(plan, moves, untilMs)
  const held = twin.heldKeys
  const actions: Action[] = []
  const hand = new Execution(plan, twin, PERFECT_HAND, { actions, stepEndsMs: [], choices: {} })
  return { reached: hand.run([], {}, { step: from, sinceMs }), actions, held }
}

function twinAfter({ machine, start, situation }: Plan, moves: readonly Move[], untilMs: number): Twin {
  const twin = new Twin(machine, start, situation, durationsAt(machine, 'median'))
  for (const { atMs, input } of moves) if (atMs <= untilMs) twin.apply(Math.max(atMs, twin.nowMs), [input])
  twin.advanceTo(Math.max(untilMs, twin.nowMs))
  return twin
}

/** What was done between two steps. */
interface Since {
  /** Moves that this step asked for, and those of later steps that came now. */
  readonly matched: readonly Matched[]
  /** Keys that went down and that this step does not ask for. */
  readonly wrong: readonly KeyId[]
}
interface Circumstances extends Since {
  readonly isDone: boolean
  readonly held: readonly KeyId[]
  /** How it would have gone on until the step before. */
  readonly ideal: Ideal
}

function movesSince(
  matched: readonly Matched[],
  extra: readonly Move[],
  step: number,
  beforeMs: number,
  cutMs: number,
): Since {
  const isNow = ({ atMs }: Move) => atMs > beforeMs && atMs <= cutMs
  const ofLater = matched.filter((one) => one.step > step && isNow(one.move))
  return {
    matched: [...matched.filter((one) => one.step === step), ...ofLater],
    wrong: extra.filter(isNow).flatMap(({ input }) => (input.kind === 'key-down' ? [input.key] : [])),
  }
}

/** What was wrong at the step after which all was lost. */
function blame(
  method: Method,
  step: number,
  { matched, wrong, isDone, held, ideal }: Circumstances,
): Verdict {
  const failed = (correction: Correction, of = step): Verdict => ({ kind: 'failed', step: of, correction })
  const here = method.steps[step]
  const tooFew = here?.do === 'press' && here.times > 1 && !isDone && matched.some((one) => one.step === step)
  const tooMany = wrong.map((key) => countedPresses(method, step, key)).find((one) => one !== undefined)
  const miscounted = tooFew ? step : tooMany
  if (miscounted !== undefined) return failed({ kind: 'count', step: miscounted }, miscounted)
  if (method.steps[step]?.do === 'plug' && !isDone) return failed({ kind: 'data-link' })
  if (method.steps[step]?.do === 'fold' && !isDone) return failed({ kind: 'fold', step })
  // Keys of two steps may change at one instant: the wrong one was meant for the next that go down.
  const meant = method.steps.findIndex((one, index) => index >= step && keysDownAt(one).length > 0)
  const lacking = keysDownOf(method, meant).find((key) => !isMatched(matched, meant, key))
  const ofLater = matched.flatMap((one) =>
    one.step > step && one.move.input.kind === 'key-down' ? [one.move.input.key] : [],
  )
  const not = [...wrong, ...(lacking ? ofLater : [])].find((key) => key !== lacking)
  if (lacking && not && !held.includes(lacking))
    return failed({ kind: 'right-key', key: lacking, not }, meant)
  if (not) return failed(oneKey(method, meant < 0 ? step : meant, not))
  if (lacking && held.includes(lacking)) return failed({ kind: 'later', step: meant }, meant)
  // Of this step and of what was done of later ones already, the farthest from its moment.
  const off = matched
    .map((one) => ({ ...one, byMs: one.move.atMs - momentOf(ideal, one) }))
    .sort((a, b) => Math.abs(b.byMs) - Math.abs(a.byMs))[0]
  if (!off || (!isDone && off.step === step)) return failed({ kind: 'sooner', step })
  const { input } = off.move
  const correction: Correction =
    off.byMs > 0 && (input.kind === 'tap' || input.kind === 'type')
      ? { kind: 'promptly', step: off.step }
      : correctionOfMoment(off.byMs < 0 ? 'later' : 'sooner', method, off.step)
  return { kind: 'failed', step: off.step, correction, off: { input, byMs: Math.abs(off.byMs) } }
}

/** When a perfect hand would have made the move. */
function momentOf({ actions }: Ideal, { step, move }: Matched): number {
  const same = actions.find((action) => action.step === step && isSame(action.input, move.input))
  return same?.atMs ?? move.atMs
}

function isMatched(matched: readonly Matched[], step: number, key: KeyId): boolean {
  return matched.some(
    ({ step: of, move }) => of === step && move.input.kind === 'key-down' && move.input.key === key,
  )
}

/** The key that should have gone down alone: of this step, or the last one before it. */
function oneKey({ steps }: Method, step: number, not: KeyId): Correction {
  const key = steps
    .slice(0, step + 1)
    .flatMap((one) => keysDownAt(one))
    .findLast((one) => one !== not)
  return key ? { kind: 'one-key', key, not } : { kind: 'again' }
}

/**
 * Puts each move to the step that asks for it, in order; moves inside a menu belong to the choice made there.
 * @param choices how a perfect hand goes through each menu
 */
function match(
  plan: Plan,
  { steps }: Method,
  choices: Performance['choices'],
  moves: readonly Move[],
  untilMs: number,
): Matching {
  let left = [...moves]
  const matched: Matched[] = []
  const missing = new Set<number>()
  const chosenAtMs = new Map<number, number>()
  const shown = steps.some((step) => step.do === 'choose')
    ? twinAfter(plan, moves, untilMs).observations.filter((one) => one.kind === 'screen')
    : []
  for (const [step, one] of steps.entries()) {
    if (one.do === 'choose') {
      const chosen = choices[step]?.at(-1)
      const beforeMs = Math.max(0, ...matched.map(({ move }) => move.atMs), ...chosenAtMs.values())
      // The menu was left by the line that was to be chosen; what came of it later is the next steps' matter.
      const came = shown.find(
        ({ state, atMs }, nth) =>
          state === chosen?.to && shown[nth - 1]?.state === chosen.from && atMs >= beforeMs,
      )
      left = came ? movesAfter(left, came.atMs) : []
      if (came) chosenAtMs.set(step, came.atMs)
      else missing.add(step)
    }
    for (const asked of askedBy(one)) {
      const at = left.findIndex(({ input }) => isSame(input, asked))
      const [move] = at < 0 ? [] : left.splice(at, 1)
      if (move) matched.push({ step, move })
      else missing.add(step)
    }
  }
  return { matched, extra: left, missing, chosenAtMs }
}

/** The moves after an instant, without the letting go of keys that went down before it. */
function movesAfter(moves: readonly Move[], ms: number): Move[] {
  const down = new Set<KeyId>()
  return moves.filter(({ atMs, input }) => {
    if (input.kind === 'key-down' && atMs <= ms) down.add(input.key)
    const isRest = input.kind === 'key-up' && down.delete(input.key)
    return atMs > ms && !isRest
  })
}

function isSame(input: TwinInput, asked: TwinInput | Asked): boolean {
  switch (input.kind) {
    case 'key-down':
    case 'key-up':
      return asked.kind === input.kind && asked.key === input.key
    case 'link':
      return asked.kind === 'link' && asked.link === input.link
    case 'fold':
      return asked.kind === 'fold' && asked.to === input.to
    case 'tap':
      return asked.kind === 'tap' && asked.on === input.on
    default:
      return false
  }
}

function askedBy(step: Step): readonly Asked[] {
  switch (step.do) {
    case 'plug':
      return [{ kind: 'link', link: step.link }]
    case 'fold':
      return [{ kind: 'fold', to: step.to }]
    case 'hold':
      return step.keys.map((key) => ({ kind: 'key-down', key }))
    case 'let-go':
      return step.keys.map((key) => ({ kind: 'key-up', key }))
    case 'slide':
      return [
        { kind: 'key-up', key: step.from },
        { kind: 'key-down', key: step.to },
      ]
    case 'press':
    case 'long-press':
      return Array.from({ length: step.do === 'press' ? step.times : 1 }, (): Asked[] => [
        { kind: 'key-down', key: step.key },
        { kind: 'key-up', key: step.key },
      ]).flat()
    case 'tap':
      return [{ kind: 'tap', on: step.on }]
    default:
      return []
  }
}

function keysDownOf({ steps }: Method, at: number): readonly KeyId[] {
  const step = steps[at]
  return step ? keysDownAt(step) : []
}
function keysDownAt(step: Step): readonly KeyId[] {
  return askedBy(step).flatMap((asked) => (asked.kind === 'key-down' ? [asked.key] : []))
}
