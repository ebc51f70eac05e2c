import { linkKind, type KeyId, type LinkKind, type Posture, type Method } from '../catalog/index.ts'
import {
  isCountedMenu,
  keysOf,
  momentOf,
  movesOf,
  performPlan,
  planOf,
  type Plan,
  type Slips,
} from '../method/index.ts'
import { durationsAt, USUAL_SITUATION, type Machine, type Situation } from '../twin/index.ts'

/** A fault that stays until it is corrected: attempts share it. */
export type StayingFault =
  | { readonly kind: 'none' }
  /** The cable carries power and no data. */
  | { readonly kind: 'no-data' }
  /** The cable carries nothing. */
  | { readonly kind: 'dead-cable' }
  | { readonly kind: 'broken-key'; readonly key: KeyId }
  | { readonly kind: 'flat-battery' }
  /** Flat, and the cable that should charge it carries nothing. */
  | { readonly kind: 'flat-on-dead-cable' }
  /** The system does not come up: each start ends in the next. */
  | { readonly kind: 'loop' }
  /** The hand slips the same way again and again, until somebody says so. */
  | { readonly kind: 'habit'; readonly of: (typeof HABITS)[number] }
  /** It is another model than the one on the job: no twin here says what it shows. */
  | { readonly kind: 'other-family' }

/** A slip of the hand: it passes, and is drawn anew at each attempt. */
export type Slip =
  /** No more than what hands always do: late by a reaction, early by habit now and then. */
  | { readonly kind: 'ordinary' }
  | { readonly kind: 'late'; readonly step: number }
  | { readonly kind: 'early'; readonly step: number }
  /** Longer looked at than the screen stays. */
  | { readonly kind: 'lingering'; readonly step: number }
  /** One press too many, or one too few, where a number of them is one thing. */
  | { readonly kind: 'miscount'; readonly step: number; readonly by: 1 | -1 }
  /** Folded otherwise than the step says: opened only halfway, say. */
  | { readonly kind: 'misfold'; readonly step: number; readonly to: Posture }
  | { readonly kind: 'wrong-key'; readonly key: KeyId; readonly instead: KeyId }
  | { readonly kind: 'both-keys'; readonly key: KeyId; readonly also: KeyId }

/** What to change. Causes with the same correction are one answer. */
export type Correction =
  | { readonly kind: 'again' }
  | { readonly kind: 'sooner'; readonly step: number }
  | { readonly kind: 'later'; readonly step: number }
  | { readonly kind: 'promptly'; readonly step: number }
  | { readonly kind: 'count'; readonly step: number }
  | { readonly kind: 'fold'; readonly step: number }
  | { readonly kind: 'right-key'; readonly key: KeyId; readonly not: KeyId }
  | { readonly kind: 'one-key'; readonly key: KeyId; readonly not: KeyId }
  | { readonly kind: 'data-link' }
  | { readonly kind: 'test-key'; readonly key: KeyId }
  | { readonly kind: 'charge' }
  | { readonly kind: 'clear-cache' }
  /** The way itself leads nowhere on what the device is. */
  | { readonly kind: 'other-method' }
  | { readonly kind: 'other-family' }

/** Two corrections are the same when their names are. */
export function nameOfCorrection(correction: Correction): string {
  return Object.values(correction).join(' ')
}

/** How often each fault is met before anything was seen. Common practice, no source. */
export const FAULT_PRIORS = {
  noData: 0.1,
  deadCable: 0.03,
  /** Each key. */
  brokenKey: 0.015,
  /** A device that is on; one that is off, nobody knows why, is flat far more often. */
  flatBattery: 0.005,
  flatWhenOff: 0.2,
  loop: 0.01,
  /**
   * One attempt: each move that comes after something waited for, each number of presses, each folding, each pair of
   * neighbouring keys.
   */
  late: 0.03,
  early: 0.03,
  lingering: 0.01,
  miscount: 0.015,
  misfold: 0.02,
  wrongKey: 0.025,
  bothKeys: 0.006,
  /** Each kind of slip as a habit. */
  habit: { late: 0.004, early: 0.004, 'wrong-key': 0.004, 'both-keys': 0.001 },
  /** It is not the model that stands on the job. */
  otherFamily: 0.01,
}

const NEIGHBOUR: Partial<Record<KeyId, KeyId>> = {
  'volume-up': 'volume-down',
  'volume-down': 'volume-up',
  upper: 'lower',
  lower: 'upper',
}

/**
 * The moves of a method that can be mistimed. Nobody is late or early with the first: nothing comes before them to
 * wait for.
 */
export function timedMoves(method: Method): readonly number[] {
  const firstWait = method.steps.findIndex((step) => step.do === 'wait')
  return movesOf(method).filter((step) => firstWait >= 0 && step > firstWait)
}

/** The keys of a method that were tested and found broken: it cannot be done with them. */
export function brokenKeysOf(
  method: Method,
  tested: Readonly<Partial<Record<KeyId, 'works' | 'broken'>>> = {},
): readonly KeyId[] {
  return keysOf(method).filter((key) => tested[key] === 'broken')
}

/** The link that a method asks for last; undefined where it asks for none. */
export function linkAskedFor({ steps }: Method): LinkKind | undefined {
  const plug = steps.findLast((step) => step.do === 'plug')
  return plug?.do === 'plug' ? plug.link : undefined
}

/** The slips that a method leaves room for, each with its weight; they add up to 1. */
export function slipsOf(machine: Machine, method: Method): readonly { slip: Slip; weight: number }[] {
  const moves = timedMoves(method)
  const plan = planOf(machine, method, USUAL_SITUATION)
  const used = keysOf(method).flatMap((key): [KeyId, KeyId][] => {
    const neighbour = NEIGHBOUR[key]
    return neighbour && machine.keys.includes(neighbour) ? [[key, neighbour]] : []
  })
  // Where both neighbours are used, the one asked for last is the one mistaken.
  const [mistaken] = used.slice(-1)
  const { late, early, lingering, miscount, misfold, wrongKey, bothKeys } = FAULT_PRIORS
  const slips = [
    ...moves.map((step) => ({ slip: { kind: 'late', step } as Slip, weight: late })),
    ...moves.map((step) => ({ slip: { kind: 'early', step } as Slip, weight: early })),
    ...stepsThatGoAway(plan).map((step) => ({
      slip: { kind: 'lingering', step } as Slip,
      weight: lingering,
    })),
    ...countedSteps(plan).flatMap((step) =>
      ([1, -1] as const).map((by) => ({
        slip: { kind: 'miscount', step, by } as Slip,
        weight: miscount / 2,
      })),
    ),
    ...method.steps.flatMap((one, step) => {
      const to = one.do === 'fold' ? nearestPosture(machine, one.to) : undefined
      return to ? [{ slip: { kind: 'misfold', step, to } as Slip, weight: misfold }] : []
    }),
    ...(mistaken
      ? [
          { slip: { kind: 'wrong-key', key: mistaken[0], instead: mistaken[1] } as Slip, weight: wrongKey },
          { slip: { kind: 'both-keys', key: mistaken[0], also: mistaken[1] } as Slip, weight: bothKeys },
        ]
      : []),
  ]
  const rest = slips.reduce((sum, { weight }) => sum - weight, 1)
  return [{ slip: { kind: 'ordinary' }, weight: rest }, ...slips]
}

/** The posture that one is likeliest mistaken for: the one beside it, in the order a device opens. */
function nearestPosture({ postures }: Machine, meant: Posture): Posture | undefined {
  const at = postures.indexOf(meant)
  return postures[at + 1] ?? postures[at - 1]
}

/** Longer than any screen is looked at. */
const FOREVER_MS = 120_000

/** The choices and touches that come too late, once the screen they are for has left by itself. */
function stepsThatGoAway(plan: Plan): readonly number[] {
  const median = durationsAt(plan.machine, 'median')
  const looksFirst = plan.steps.flatMap((step, index) =>
    step.do === 'way' || step.do === 'tap' || step.do === 'type' ? [index] : [],
  )
  if (looksFirst.length === 0 || !performPlan(plan, median).reached) return []
  return looksFirst.filter(
    (step) => !performPlan(plan, median, { lateMs: new Map([[step, FOREVER_MS]]) }).reached,
  )
}

/** The steps at which a number of presses is one thing. */
function countedSteps({ machine, steps }: Plan): readonly number[] {
  return steps.flatMap((step, index) =>
    (step.do === 'press' && step.times > 1) || (step.do === 'way' && isCountedMenu(machine)) ? [index] : [],
  )
}

/** The same correction however many of the moves of its moment went wrong. */
export function correctionOfMoment(kind: 'sooner' | 'later', method: Method, step: number): Correction {
  return { kind, step: momentOf(method, step) }
}

/** The staying faults that could touch attempts of these methods. */
export function stayingFaultsOf(methods: readonly Method[]): readonly StayingFault[] {
  const links = methods.map(linkAskedFor)
  return [
    { kind: 'none' },
    ...(links.includes('computer') || links.includes('data-headset') ? [{ kind: 'no-data' } as const] : []),
    ...(links.some((link) => link !== undefined) ? [{ kind: 'dead-cable' } as const] : []),
    ...[...new Set(methods.flatMap(keysOf))].map((key) => ({ kind: 'broken-key', key }) as const),
    { kind: 'flat-battery' },
    ...(links.some((link) => link !== undefined) ? [{ kind: 'flat-on-dead-cable' } as const] : []),
    { kind: 'loop' },
    ...HABITS.map((of) => ({ kind: 'habit', of }) as const),
  ]
}

const HABITS = ['late', 'early', 'wrong-key', 'both-keys'] as const

/** What a staying fault and the link that really hangs there do to the set-up and to the hand. */
export function interventionOf(
  fault: StayingFault,
  method: Method,
  link: LinkKind | undefined,
  usual: Situation,
): { readonly situation: Situation; readonly slips: Slips } {
  const really = new Map<LinkKind, LinkKind>()
  const asked = linkAskedFor(method)
  if (asked !== undefined && link !== undefined && link !== asked) really.set(asked, link)
  const instead = (from: LinkKind, to: LinkKind) => {
    if (!really.has(from)) really.set(from, to)
    for (const [kind, became] of really) if (became === from) really.set(kind, to)
  }
  switch (fault.kind) {
    case 'no-data':
      instead('computer', 'charger')
      instead('data-headset', 'none')
      break
    case 'dead-cable':
    case 'flat-on-dead-cable':
      for (const kind of linkKind.options) if (kind !== 'none') really.set(kind, 'none')
      break
    default:
  }
  return {
    situation: {
      ...usual,
      ...(fault.kind === 'flat-battery' || fault.kind === 'flat-on-dead-cable' ? { batteryPercent: 0 } : {}),
      ...(fault.kind === 'loop' ? { loop: true } : {}),
    },
    slips: {
      ...(really.size > 0 ? { linkInstead: really } : {}),
      ...(fault.kind === 'broken-key' ? { deadKeys: [fault.key] } : {}),
    },
  }
}
