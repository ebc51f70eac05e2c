import type { Cue, Method } from '../catalog/index.ts'
import {
  beliefAfter,
  cableOf,
  habitOf,
  slipShares,
  type Findings,
  type Hypothesis,
  type AttemptMade,
} from './belief.ts'
import {
  correctionOfMoment,
  linkAskedFor,
  nameOfCorrection,
  type Correction,
  type Slip,
  type StayingFault,
} from './faults.ts'
import type { Machine } from '../twin/index.ts'
import type { Knowledge } from './knowledge.ts'
import { TELLING_CUES } from './report.ts'
import { earlyIn, reachOf, type AttemptTable } from './traces.ts'

/** A correction with how likely it is the one needed. */
export interface Cause {
  readonly correction: Correction
  readonly chance: number
}

export interface FamilyChance {
  readonly familyId: string
  readonly chance: number
}

/** Why the last attempt failed, and what the device may be. */
export interface Diagnosis {
  /** Likeliest first; together 1. Empty while no attempt has failed. */
  readonly causes: readonly Cause[]
  readonly families: readonly FamilyChance[]
  readonly belief: readonly Hypothesis[]
}

/** Below this part of what a sound set-up reaches, a fault is what keeps an attempt from its goal. */
const STANDS_IN_THE_WAY = 0.5

/** Why the last of these attempts failed: corrections in order of their chance. */
export function diagnose(
  knowledge: Knowledge,
  attempts: readonly AttemptMade[],
  findings: Findings = {},
): Diagnosis {
  const belief = beliefAfter(knowledge, attempts, findings)
  const last = attempts.findLast(({ reached }) => !reached)
  const causes = new Map<string, { correction: Correction; chance: number }>()
  const add = (correction: Correction, chance: number) => {
    const name = nameOfCorrection(correction)
    const before = causes.get(name)
    causes.set(name, { correction, chance: (before?.chance ?? 0) + chance })
  }
  if (last) for (const hypothesis of belief) shareOut(knowledge, hypothesis, last, add)
  return {
    causes: [...causes.values()].sort((a, b) => b.chance - a.chance),
    families: familyChances(belief),
    belief,
  }
}

export function familyChances(belief: readonly Hypothesis[]): readonly FamilyChance[] {
  const chances = new Map<string, number>()
  for (const { family, chance } of belief)
    chances.set(family.family.id, (chances.get(family.family.id) ?? 0) + chance)
  return [...chances].map(([familyId, chance]) => ({ familyId, chance })).sort((a, b) => b.chance - a.chance)
}

/** Shares a hypothesis's chance out among the corrections that would have made the attempt work. */
function shareOut(
  knowledge: Knowledge,
  { family, fault, faultIndex, paceIndex, cable, chance }: Hypothesis,
  made: AttemptMade,
  add: (correction: Correction, chance: number) => void,
): void {
  if (chance < 1e-6) return
  if (fault.kind === 'other-family') return add({ kind: 'other-family' }, chance)
  const table = knowledge.table(family, made.method, made.link)
  const concerns = cable === undefined || cable === cableOf(made)
  const asked = linkAskedFor(made.method)
  const at = concerns && fault.kind !== 'habit' ? faultIndex : 0
  const reach = reachOf(table, at, paceIndex)
  const sound = reachOf(table, 0, paceIndex)
  if (made.link !== undefined && asked !== undefined && made.link !== asked) {
    const right = reachOf(knowledge.table(family, made.method, asked), 0, paceIndex)
    if (sound < STANDS_IN_THE_WAY * right) return add({ kind: 'data-link' }, chance)
  }
  const isOneOfMany = knowledge.families.length > 1
  if (isOneOfMany && sound < STANDS_IN_THE_WAY * knowledge.bestReach(family, paceIndex))
    return add({ kind: 'other-method' }, chance)
  const lifted = correctionOfFault(fault)
  if (lifted && concerns && reach < STANDS_IN_THE_WAY * sound) return add(lifted, chance)
  const critical = knowledge.criticalStep(family, made.method)
  const shares = slipShares(table, at, paceIndex, made, habitOf(fault))
  const total = shares.reduce((sum, share) => sum + share, 0)
  if (total === 0) return add({ kind: 'again' }, chance)
  for (const [index, share] of shares.entries()) {
    const slip = table.slips[index]?.slip
    if (!slip || share === 0) continue
    const part = (chance * share) / total
    if (slip.kind !== 'ordinary') add(correctionOfSlip(slip, made.method), part)
    else if (critical === undefined) add({ kind: 'again' }, part)
    else {
      const early = earlyShare(table, at, paceIndex)
      add(correctionOfMoment('later', made.method, critical), part * early)
      add(correctionOfMoment('sooner', made.method, critical), part * (1 - early))
    }
  }
}

/** Of the ordinary hands that failed, how many had moved before their cue. */
function earlyShare({ cells }: AttemptTable, faultIndex: number, paceIndex: number): number {
  const failed = (cells[faultIndex]?.[paceIndex]?.[0]?.traces ?? []).filter(({ trace }) => trace >= 0)
  const sum = (of: typeof failed) => of.reduce((all, { share }) => all + share, 0)
  const early = failed.filter(({ trace }) => earlyIn(trace))
  return failed.length === 0 ? 0 : sum(early) / sum(failed)
}

export function correctionOfFault(fault: StayingFault): Correction | undefined {
  switch (fault.kind) {
    case 'none':
    case 'habit':
      return undefined
    case 'no-data':
    case 'dead-cable':
      return { kind: 'data-link' }
    case 'broken-key':
      return { kind: 'test-key', key: fault.key }
    case 'flat-battery':
    case 'flat-on-dead-cable':
      return { kind: 'charge' }
    case 'loop':
      return { kind: 'clear-cache' }
    case 'other-family':
      return { kind: 'other-family' }
  }
}

function correctionOfSlip(slip: Exclude<Slip, { kind: 'ordinary' }>, method: Method): Correction {
  switch (slip.kind) {
    case 'late':
      return correctionOfMoment('sooner', method, slip.step)
    case 'early':
      return correctionOfMoment('later', method, slip.step)
    case 'lingering':
      return { kind: 'promptly', step: slip.step }
    case 'miscount':
      return { kind: 'count', step: slip.step }
    case 'misfold':
      return { kind: 'fold', step: slip.step }
    case 'wrong-key':
      return { kind: 'right-key', key: slip.key, not: slip.instead }
    case 'both-keys':
      return { kind: 'one-key', key: slip.key, not: slip.also }
  }
}

/** What comes only long after the keys, and is reported by its own steps. */
const AFTERWARDS: readonly Cue[] = ['account-warning', 'wiping', 'set-up']

/** The cues of a family that a technician may report after an attempt, in the order of the catalogue's list. */
export function cuesToReport({ states }: Machine): readonly Cue[] {
  const shown = new Set(
    states.flatMap(({ screen, transitions }): Cue[] => [screen, ...transitions.flatMap(({ cues }) => cues)]),
  )
  return TELLING_CUES.filter((cue) => shown.has(cue) && !AFTERWARDS.includes(cue))
}
