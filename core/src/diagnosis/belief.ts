import type { KeyId, LinkKind, Method, StartState } from '../catalog/index.ts'
import { FAULT_PRIORS, linkAskedFor, type Slip, type StayingFault } from './faults.ts'
import type { Knowledge, PossibleFamily } from './knowledge.ts'
import { chanceOfReport, type Report } from './report.ts'
import { PACES, type AttemptTable } from './traces.ts'

/** An attempt that was made, and what is said of it. */
export interface AttemptMade extends Report {
  readonly method: Method
  /** What hung on the cable; undefined where nobody said. */
  readonly link?: LinkKind | undefined
  /** Which cable of the shop's kit; attempts without a number share one. */
  readonly cable?: string | undefined
}

/** How far a cable is trusted before this device. */
export interface CableTrust {
  readonly noData: number
  readonly dead: number
}

/** What is known besides the attempts. */
export interface Findings {
  /** Keys that were tested by themselves. */
  readonly keys?: Readonly<Partial<Record<KeyId, 'works' | 'broken'>>> | undefined
  /** The battery is known to be charged, or was charged meanwhile. */
  readonly charged?: boolean | undefined
  /** The model text of the device was compared with the job's. */
  readonly modelCompared?: boolean | undefined
  /** It is known to come up, or known to loop. */
  readonly loops?: boolean | undefined
  readonly cables?: Readonly<Record<string, CableTrust>> | undefined
}

/** One thing that may be so: a family, a staying fault, a quickness of the hand. */
export interface Hypothesis {
  readonly family: PossibleFamily
  readonly fault: StayingFault
  /** Its place among the knowledge's faults. */
  readonly faultIndex: number
  readonly paceIndex: number
  /** The cable a cable's fault is in. */
  readonly cable?: string | undefined
  readonly chance: number
}

/** No explanation is ever quite excluded: something else may have happened. Common practice, no source. */
const SOMETHING_ELSE = 1e-5

/** The chance of any one report from a device of a family that is not among those thought of. Common practice, no source. */
const ANOTHER_FAMILYS = 0.004

export const UNNUMBERED = 'unnumbered'
export const cableOf = ({ cable }: Pick<AttemptMade, 'cable'>): string => cable ?? UNNUMBERED

/**
 * What may be so after these attempts: Bayes over all of them. Staying faults, the family and the quickness of the
 * hand are shared between the attempts, slips are drawn anew at each.
 */
export function beliefAfter(
  knowledge: Knowledge,
  attempts: readonly AttemptMade[],
  findings: Findings = {},
): readonly Hypothesis[] {
  const cables = [...new Set(attempts.filter(({ method }) => linkAskedFor(method)).map(cableOf))]
  const hypotheses = knowledge.families.flatMap((family) =>
    knowledge.faults.flatMap((fault, faultIndex) =>
      (isOfCable(fault) && cables.length > 0 ? cables : [undefined]).flatMap((cable) =>
        PACES.map((_, paceIndex): Hypothesis => ({
          family,
          fault,
          faultIndex,
          paceIndex,
          cable,
          chance: (family.prior * priorOf(fault, cable, knowledge.start, findings)) / PACES.length,
        })),
      ),
    ),
  )
  const sound = knowledge.faults.findIndex(({ kind }) => kind === 'none')
  const after = hypotheses.map((one) => ({
    ...one,
    chance: attempts.reduce((chance, made) => {
      if (one.fault.kind === 'other-family') return chance * ANOTHER_FAMILYS
      const elsewhere = one.cable !== undefined && cableOf(made) !== one.cable
      const at = elsewhere || one.fault.kind === 'habit' ? sound : one.faultIndex
      const table = knowledge.table(one.family, made.method, made.link)
      return chance * (likelihood(table, at, one.paceIndex, made, habitOf(one.fault)) + SOMETHING_ELSE)
    }, one.chance),
  }))
  return normalised(after)
}

/** The same once something more is known, without going through the attempts again. */
export function beliefWhen(
  belief: readonly Hypothesis[],
  factor: (one: Hypothesis) => number,
): readonly Hypothesis[] {
  return normalised(belief.map((one) => ({ ...one, chance: one.chance * factor(one) })))
}

function normalised(hypotheses: readonly Hypothesis[]): readonly Hypothesis[] {
  const total = hypotheses.reduce((sum, { chance }) => sum + chance, 0)
  return total === 0 ? hypotheses : hypotheses.map((one) => ({ ...one, chance: one.chance / total }))
}

/** The slip that a hand makes again and again; undefined where it has no such habit. */
export function habitOf(fault: StayingFault): Slip['kind'] | undefined {
  return fault.kind === 'habit' ? fault.of : undefined
}

/** The chance of a report under a fault and a quickness of the hand, over all slips. */
export function likelihood(
  table: AttemptTable,
  faultIndex: number,
  paceIndex: number,
  report: Report,
  habit?: Slip['kind'],
): number {
  let sum = 0
  for (const share of slipShares(table, faultIndex, paceIndex, report, habit)) sum += share
  return sum
}

/** How often a habit shows. Common practice, no source. */
const HABIT_SHOWS = 0.8

/** The same, slip by slip. Slips that were not run with the fault count as none. */
export function slipShares(
  { slips, cells }: AttemptTable,
  faultIndex: number,
  paceIndex: number,
  report: Report,
  habit?: Slip['kind'],
): readonly number[] {
  const ofPace = cells[faultIndex]?.[paceIndex]
  if (!ofPace) return []
  const habitual = habit ? slips.filter(({ slip }) => slip.kind === habit).length : 0
  let run = 0
  const shares = slips.map(({ slip, weight: usual }, index) => {
    const traces = ofPace[index]?.traces ?? []
    if (traces.length === 0) return 0
    const shown = slip.kind === habit ? HABIT_SHOWS / habitual : 0
    const weight = habitual > 0 ? usual * (1 - HABIT_SHOWS) + shown : usual
    run += weight
    let chance = 0
    for (const { trace, share } of traces) chance += share * chanceOfReport(trace, report)
    return weight * chance
  })
  return run === 0 ? [] : shares.map((share) => share / run)
}

export function isOfCable({ kind }: StayingFault): boolean {
  return kind === 'no-data' || kind === 'dead-cable' || kind === 'flat-on-dead-cable'
}

function priorOf(
  fault: StayingFault,
  cable: string | undefined,
  start: StartState,
  findings: Findings,
): number {
  const flat = start === 'on-locked' ? FAULT_PRIORS.flatBattery : FAULT_PRIORS.flatWhenOff
  const trust = cable === undefined ? undefined : findings.cables?.[cable]
  switch (fault.kind) {
    case 'none':
      return 1
    case 'no-data':
      return trust?.noData ?? FAULT_PRIORS.noData
    case 'dead-cable':
      return trust?.dead ?? FAULT_PRIORS.deadCable
    case 'broken-key': {
      const tested = findings.keys?.[fault.key]
      return tested === 'works' ? 0 : tested === 'broken' ? 1000 : FAULT_PRIORS.brokenKey
    }
    case 'flat-battery':
      return findings.charged ? 0 : flat
    case 'flat-on-dead-cable':
      return findings.charged ? 0 : flat * (trust?.dead ?? FAULT_PRIORS.deadCable)
    case 'loop':
      return findings.loops === undefined ? FAULT_PRIORS.loop : findings.loops ? 1000 : 0
    case 'habit':
      return FAULT_PRIORS.habit[fault.of]
    case 'other-family':
      return findings.modelCompared ? 0 : FAULT_PRIORS.otherFamily
  }
}
