import type { Cue, KeyId } from '../catalog/index.ts'
import {
  beliefWhen,
  cableOf,
  habitOf,
  isOfCable,
  likelihood,
  UNNUMBERED,
  type CableTrust,
  type Findings,
  type Hypothesis,
  type AttemptMade,
} from './belief.ts'
import { keysOf } from '../method/index.ts'
import { brokenKeysOf, FAULT_PRIORS, linkAskedFor } from './faults.ts'
import { nameOfMethod, type Knowledge, type PossibleMethod } from './knowledge.ts'
import { placeSeen, wayOnFrom, type WayOn } from './places.ts'
import { reachOf } from './traces.ts'
import { USUAL_SITUATION, type Situation } from '../twin/index.ts'

/** What to do next, with its chance to get there and the time it takes, what follows at once included. */
export type NextThing = {
  readonly chance: number
  readonly ms: number
  /** What of it nobody has to stand by. */
  readonly unattendedMs?: number | undefined
} & (
  | {
      readonly kind: 'attempt'
      readonly way: PossibleMethod
      /** With another cable than the last attempt's. */
      readonly otherCable: boolean
      /** After charging it. */
      readonly charge: boolean
    }
  | { readonly kind: 'test-key'; readonly key: KeyId }
  | { readonly kind: 'ask'; readonly question: Question }
  | { readonly kind: 'check-model' }
  | { readonly kind: 'go-on'; readonly place: Cue; readonly on: WayOn }
  /** A key is broken and no way goes without it. */
  | { readonly kind: 'repair'; readonly key: KeyId }
)

/** What may be asked about the last attempt. */
export type Question = 'charge-sign' | 'buzz'
export const QUESTION_CUES: Readonly<Record<Question, readonly Cue[]>> = {
  'charge-sign': ['charge-blank', 'charge-percent'],
  buzz: ['short-buzz', 'long-buzz'],
}

/** What each thing takes, in milliseconds. Common practice, no source. */
const TAKES = {
  otherCable: 20_000,
  /** To read another way and get it into the hands. */
  otherMethod: 12_000,
  charge: 900_000,
  testKey: 10_000,
  ask: 4_000,
  checkModel: 15_000,
  goOn: 15_000,
  /** To set a broken key or another model right: another way, another job. */
  named: 120_000,
}
/** A test or a question is put first only where it clearly pays. */
const CLEARLY = 1.05
/** What a minute weighs that nobody has to stand by. Common practice, no source. */
const UNATTENDED = 0.1
/** With less than this there is no way without the broken key. */
const HOPELESS = 0.1

export interface NextOptions {
  /** How far the next cable of the kit is trusted; undefined where there is no other. */
  readonly otherCable?: CableTrust | undefined
  /** What hangs on the device and is on it, where it stands at a page. */
  readonly situation?: Situation | undefined
}

const USUAL_OTHER_CABLE: CableTrust = { noData: 0.05, dead: 0.02 }

interface Best {
  readonly chance: number
  readonly ms: number
  readonly unattendedMs: number
}

/**
 * The things worth doing next, best first: by chance per minute, counting that a staying fault is set right
 * once named. A place the device stands at comes before all: there one goes on.
 */
export function nextThings(
  knowledge: Knowledge,
  belief: readonly Hypothesis[],
  attempts: readonly AttemptMade[],
  findings: Findings = {},
  { otherCable = USUAL_OTHER_CABLE, situation = USUAL_SITUATION }: NextOptions = {},
): readonly NextThing[] {
  const place = placeThing(knowledge, belief, attempts.at(-1), situation)
  const trials = triesFrom(knowledge, belief, attempts, findings, otherCable)
  const rated = [...trials, ...tests(knowledge, belief, attempts, findings, otherCable)].sort(
    (a, b) => rateOf(b) - rateOf(a),
  )
  const [broken] = knowledge.ways.flatMap(({ method }) => brokenKeysOf(method, findings.keys))
  const repair: NextThing[] =
    broken && (rated[0]?.chance ?? 0) < HOPELESS
      ? [{ kind: 'repair', key: broken, chance: 0, ms: TAKES.named }]
      : []
  return [...(place ? [place] : []), ...repair, ...rated]
}

/** Chance per minute; what is no attempt has to be clearly better than one. */
function rateOf({ kind, chance, ms, unattendedMs = 0 }: NextThing): number {
  const rate = chance / ((ms - (1 - UNATTENDED) * unattendedMs) / 60_000)
  return kind === 'attempt' ? rate * CLEARLY : rate
}

function placeThing(
  knowledge: Knowledge,
  belief: readonly Hypothesis[],
  last: AttemptMade | undefined,
  situation: Situation,
): NextThing | undefined {
  const place = last && !last.reached ? placeSeen(last.seen) : undefined
  if (!place) return undefined
  const chances = new Map<string, number>()
  for (const { family, chance } of belief)
    chances.set(family.family.id, (chances.get(family.family.id) ?? 0) + chance)
  const byChance = [...knowledge.families].sort(
    (a, b) => (chances.get(b.family.id) ?? 0) - (chances.get(a.family.id) ?? 0),
  )
  for (const family of byChance) {
    const on = wayOnFrom(family, place, situation)
    if (on)
      return {
        kind: 'go-on',
        place,
        on,
        chance: on.kind === 'leave' ? 0 : 1,
        ms: TAKES.goOn,
      }
  }
  return undefined
}

/**
 * The attempts from here, each way with the cable of the last attempt, with another one, and after charging. A way that
 * needs a key that was found broken is none.
 */
function triesFrom(
  knowledge: Knowledge,
  belief: readonly Hypothesis[],
  attempts: readonly AttemptMade[],
  findings: Findings,
  trust: CableTrust,
): readonly Extract<NextThing, { kind: 'attempt' }>[] {
  const last = attempts.at(-1)
  const cable = cableOf(last ?? {})
  const sound = knowledge.faults.findIndex(({ kind }) => kind === 'none')
  const noData = knowledge.faults.findIndex(({ kind }) => kind === 'no-data')
  const dead = knowledge.faults.findIndex(({ kind }) => kind === 'dead-cable')
  const flat = knowledge.faults.findIndex(({ kind }) => kind === 'flat-battery')
  const flatChance = belief.reduce(
    (sum, { fault, chance }) => sum + (fault.kind.startsWith('flat') ? chance : 0),
    0,
  )
  const likely = belief.filter(({ chance }) => chance > 1e-4)
  const option = (way: PossibleMethod, otherCable: boolean, charge: boolean) => {
    const asked = linkAskedFor(way.method)
    let chance = 0
    let ms = 0
    for (const one of likely) {
      const table = knowledge.table(one.family, way.method, asked)
      ms += one.chance * (table.attemptMs || TAKES.checkModel)
      if (one.fault.kind === 'other-family') continue
      const reach = (fault: number) => (fault < 0 ? 0 : reachOf(table, fault, one.paceIndex))
      // Who is told of a habit drops it.
      let fault = one.fault.kind === 'habit' ? sound : one.faultIndex
      if (isOfCable(one.fault) && (otherCable || (one.cable ?? UNNUMBERED) !== cable))
        fault = one.fault.kind === 'flat-on-dead-cable' ? flat : sound
      if (charge && knowledge.faults[fault]?.kind.startsWith('flat')) fault = sound
      const there =
        otherCable && fault === sound
          ? (1 - trust.noData - trust.dead) * reach(sound) +
            trust.noData * reach(noData < 0 ? sound : noData) +
            trust.dead * reach(dead < 0 ? sound : dead)
          : reach(fault)
      chance += one.chance * there
    }
    const isOther = last !== undefined && nameOfMethod(way.method) !== nameOfMethod(last.method)
    ms +=
      (isOther ? TAKES.otherMethod : 0) + (otherCable ? TAKES.otherCable : 0) + (charge ? TAKES.charge : 0)
    const unattendedMs = charge ? TAKES.charge : 0
    return { kind: 'attempt', way, otherCable, charge, chance, ms, unattendedMs } as const
  }
  const possible = knowledge.ways.filter(({ method }) => brokenKeysOf(method, findings.keys).length === 0)
  return possible.flatMap((way) => {
    const plugs = linkAskedFor(way.method) !== undefined
    return [
      option(way, false, false),
      ...(plugs && attempts.length > 0 ? [option(way, true, false)] : []),
      ...(flatChance > 0.02 ? [option(way, false, true)] : []),
    ]
  })
}

/** Tests and questions: each outcome with what would then be best. */
function tests(
  knowledge: Knowledge,
  belief: readonly Hypothesis[],
  attempts: readonly AttemptMade[],
  findings: Findings,
  trust: CableTrust,
): readonly NextThing[] {
  const bestAfter = (then: readonly Hypothesis[]): Best | undefined => {
    const [thing] = [...triesFrom(knowledge, then, attempts, findings, trust)].sort(
      (a, b) => rateOf(b) - rateOf(a),
    )
    return thing && { chance: thing.chance, ms: thing.ms, unattendedMs: thing.unattendedMs ?? 0 }
  }
  /** One of the outcomes names what was wrong, and that is then set right. */
  const naming = (isIt: (one: Hypothesis) => boolean, takesMs: number) => {
    const named = belief.reduce((sum, one) => sum + (isIt(one) ? one.chance : 0), 0)
    if (named < 0.01) return undefined
    const other = bestAfter(beliefWhen(belief, (one) => (isIt(one) ? 0 : 1)))
    if (!other) return undefined
    return {
      chance: named + (1 - named) * other.chance,
      ms: takesMs + named * TAKES.named + (1 - named) * other.ms,
      unattendedMs: (1 - named) * other.unattendedMs,
    }
  }
  const things: NextThing[] = []
  // A key is tested where its press shows: at the lit lock screen.
  if (knowledge.start === 'on-locked')
    for (const key of new Set(knowledge.ways.flatMap(({ method }) => keysOf(method)))) {
      if (findings.keys?.[key]) continue
      const worth = naming(({ fault }) => fault.kind === 'broken-key' && fault.key === key, TAKES.testKey)
      if (worth) things.push({ kind: 'test-key', key, ...worth })
    }
  const otherFamily = naming(({ fault }) => fault.kind === 'other-family', TAKES.checkModel)
  if (otherFamily) things.push({ kind: 'check-model', ...otherFamily })
  const last = attempts.at(-1)
  if (last && !last.reached)
    for (const question of Object.keys(QUESTION_CUES) as Question[]) {
      const worth = worthOfAsking(knowledge, belief, last, question, bestAfter)
      if (worth) things.push({ kind: 'ask', question, ...worth })
    }
  return things
}

function worthOfAsking(
  knowledge: Knowledge,
  belief: readonly Hypothesis[],
  last: AttemptMade,
  question: Question,
  bestAfter: (then: readonly Hypothesis[]) => Best | undefined,
): Best | undefined {
  const cues = QUESTION_CUES[question]
  if (cues.some((cue) => last.seen.includes(cue) || last.notSeen?.includes(cue))) return undefined
  const answers = [
    ...cues.map((cue) => ({ ...last, seen: [...last.seen, cue] })),
    { ...last, notSeen: [...(last.notSeen ?? []), ...cues] },
  ]
  const weighed = answers.map((answer) => {
    const factor = (one: Hypothesis) => {
      if (one.fault.kind === 'other-family') return 1 / answers.length
      const table = knowledge.table(one.family, last.method, last.link)
      const habit = habitOf(one.fault)
      const at = habit ? 0 : one.faultIndex
      const before = likelihood(table, at, one.paceIndex, last, habit)
      return before === 0 ? 0 : likelihood(table, at, one.paceIndex, answer, habit) / before
    }
    const weight = belief.reduce((sum, one) => sum + one.chance * factor(one), 0)
    return { weight, best: weight > 0 ? bestAfter(beliefWhen(belief, factor)) : undefined }
  })
  const total = weighed.reduce((sum, { weight }) => sum + weight, 0)
  if (total === 0) return undefined
  let chance = 0
  let ms = TAKES.ask
  let unattendedMs = 0
  for (const { weight, best } of weighed) {
    chance += (weight / total) * (best?.chance ?? 0)
    ms += (weight / total) * (best?.ms ?? 0)
    unattendedMs += (weight / total) * (best?.unattendedMs ?? 0)
  }
  return { chance, ms, unattendedMs }
}

/** How much an attempt of each way would tell about which family it is, in bits; the most telling first. */
export function tellingFamiliesApart(
  knowledge: Knowledge,
  belief: readonly Hypothesis[],
): readonly { readonly way: PossibleMethod; readonly bits: number }[] {
  const likely = belief.filter(({ chance, fault }) => chance > 1e-3 && fault.kind === 'none')
  const total = likely.reduce((sum, { chance }) => sum + chance, 0)
  return knowledge.ways
    .map((way) => {
      const joint = new Map<string, Map<number, number>>()
      const marginal = new Map<number, number>()
      for (const { family, faultIndex, paceIndex, chance } of likely) {
        const table = knowledge.table(family, way.method, linkAskedFor(way.method))
        const traces = table.cells[faultIndex]?.[paceIndex]?.[0]?.traces ?? [{ trace: -1, share: 1 }]
        const own = joint.get(family.family.id) ?? new Map<number, number>()
        joint.set(family.family.id, own)
        for (const { trace, share } of traces) {
          const part = (chance / total) * share
          own.set(trace, (own.get(trace) ?? 0) + part)
          marginal.set(trace, (marginal.get(trace) ?? 0) + part)
        }
      }
      let bits = 0
      for (const own of joint.values()) {
        const family = [...own.values()].reduce((sum, part) => sum + part, 0)
        for (const [trace, part] of own)
          bits += part * Math.log2(part / (family * (marginal.get(trace) ?? 1)))
      }
      return { way, bits }
    })
    .sort((a, b) => b.bits - a.bits)
}

/** The trust in a cable from its record in the kit. Prior weights: common practice, no source. */
export function trustOf(worked: number, failed: number): CableTrust {
  const bad = (FAULT_PRIORS.noData * 4 + failed * 0.5) / (4 + worked * 4 + failed * 0.5)
  return { noData: bad, dead: bad / 3 }
}
