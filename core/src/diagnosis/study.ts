import type { LinkKind } from '../catalog/index.ts'
import { seeded } from '../hand/index.ts'
import { codeOfCue } from '../twin/index.ts'
import type { CableTrust, Findings, AttemptMade } from './belief.ts'
import { BestOrder } from './bestOrder.ts'
import { diagnose } from './diagnose.ts'
import { linkAskedFor } from './faults.ts'
import { Knowledge, type PossibleFamily, type PossibleMethod } from './knowledge.ts'
import { nextThings, QUESTION_CUES } from './next.ts'
import { placeSeen } from './places.ts'
import { drawDevice, SimulatedBench, type Device } from './simulatedBench.ts'
import { cameIn, reachedIn, reachOf, type Trace } from './traces.ts'

/** Tries until recovery with each way of choosing the next; medians and means over devices. */
export interface DiagnosisStudy {
  readonly devices: number
  /** With the next-attempt rule, begun as the bench begins: a cable by its record, a dry run before the first attempt. */
  readonly ours: Tries
  /** With the next-attempt rule alone: any cable, no dry run. */
  readonly ruleAlone: Tries
  /** The same again and again. */
  readonly same: Tries
  /** Through the ways in a fixed order, with another cable after each round. */
  readonly inOrder: Tries
  /** The best possible that knows the fault, and so has set it right before; a hidden family is hidden from it too. */
  readonly knowingFault: Tries
  /** Knowing the family as well. */
  readonly knowingAll: Tries
  /** How long the rule took to answer, in milliseconds, where a clock was handed in. */
  readonly answerMs: readonly number[]
}

export interface Tries {
  readonly median: number
  readonly mean: number
  /** Devices that did not get there within `MOST`; they count with that many. */
  readonly gaveUp: number
  readonly all: readonly number[]
}

/** After this many one gives up. */
export const MOST = 12
/** So many dry runs before one goes to the device all the same. */
const MOST_DRY_RUNS = 3
/** How far a cable is trusted that stands in the kit as having worked. Common practice, no source. */
const IN_THE_KIT: CableTrust = { noData: 0.02, dead: 0.005 }

/**
 * Lets technicians get devices into recovery, each device with a hidden fault and half of them of a hidden family,
 * and counts the attempts. Deterministic for a seed.
 * @param families of one kind of device, all able to begin where the device is
 * @param nowMs a clock to time the answers by
 */
export function studyDiagnosis(
  families: readonly Omit<PossibleFamily, 'prior'>[],
  devices: number,
  { seed = 1, nowMs }: { readonly seed?: number; readonly nowMs?: () => number } = {},
): DiagnosisStudy {
  const random = seeded(seed)
  // Which keys a device has is seen before any is pressed: it may be of the families with these keys.
  const keysOfFamily = ({ machine }: Pick<PossibleFamily, 'machine'>) => [...machine.keys].sort().join()
  const alike = new Map(
    [...new Set(families.map(keysOfFamily))].map((keys) => {
      const having = families.filter((one) => keysOfFamily(one) === keys)
      const equally = having.map((one) => ({ ...one, prior: 1 / having.length }))
      const knowledge = new Knowledge(equally, 'on-locked')
      return [keys, { knowledge, best: new BestOrder(knowledge) }] as const
    }),
  )
  const alone = new Map(
    families.map((one) => [one.family.id, new Knowledge([{ ...one, prior: 1 }], 'on-locked')]),
  )
  const answerMs: number[] = []
  const counts = Array.from({ length: devices }, (_, n) => {
    const device = drawDevice(families, n % 2 === 1, random)
    const known = alone.get(device.family.family.id) as Knowledge
    const group = alike.get(keysOfFamily(device.family))
    const isHidden = device.hasHiddenFamily && group !== undefined
    const knowledge = isHidden ? group.knowledge : known
    // Each way of choosing has its own luck, whatever the others draw.
    const bench = (as = device) => new SimulatedBench(as, seeded(Math.floor(random() * 2 ** 31)))
    const sound: Device = { ...device, hidden: { kind: 'nothing' } }
    const best = bestMethod(known)
    return {
      ours: byTheRule(prepared(knowledge, bench()), answerMs, nowMs),
      ruleAlone: byTheRule({ knowledge, bench: bench(), findings: {} }, answerMs, nowMs),
      same: byRote(bench(), (_, ways) => ({ way: ways[0] as PossibleMethod, cable: 0 }), knowledge),
      inOrder: byRote(
        bench(),
        (made, ways) => ({
          way: ways[made % ways.length] as PossibleMethod,
          cable: Math.floor(made / ways.length),
        }),
        knowledge,
      ),
      knowingFault: isHidden ? inBestOrder(bench(sound), group.best) : again(bench(sound), best),
      knowingAll: again(bench(sound), best),
    }
  })
  const triesWith = (strategy: keyof (typeof counts)[number]) => triesOf(counts.map((one) => one[strategy]))
  return {
    devices,
    ours: triesWith('ours'),
    ruleAlone: triesWith('ruleAlone'),
    same: triesWith('same'),
    inOrder: triesWith('inOrder'),
    knowingFault: triesWith('knowingFault'),
    knowingAll: triesWith('knowingAll'),
    answerMs,
  }
}

interface Begun {
  readonly knowledge: Knowledge
  readonly bench: SimulatedBench
  readonly findings: Findings
}

/** What the bench has a technician do before the first attempt: a cable by its record, and a dry run of what is to be tried. */
function prepared(knowledge: Knowledge, bench: SimulatedBench): Begun {
  bench.takeFromKit(IN_THE_KIT)
  const findings: Findings = { cables: { '0': IN_THE_KIT } }
  const { belief } = diagnose(knowledge, [], findings)
  const first = nextThings(knowledge, belief, [], findings).find((next) => next.kind === 'attempt')
  const rehearsed = knowledge.families.find(({ family }) => family.id === first?.way.familyId)
  for (let n = 0; first && rehearsed && n < MOST_DRY_RUNS; n++) {
    const verdict = bench.dryRun(rehearsed.machine, first.way)
    if (verdict.kind === 'reached') break
    if (verdict.kind === 'failed') bench.told(verdict.correction)
  }
  return { knowledge, bench, findings }
}

function byTheRule(
  { knowledge, bench, findings: begunWith }: Begun,
  answerMs: number[],
  nowMs: (() => number) | undefined,
): number {
  const attempts: AttemptMade[] = []
  let findings = begunWith
  let cable = 0
  let lastTrace: Trace = 0
  for (let asked = 0; attempts.length < MOST && asked < 40; asked++) {
    const beganMs = nowMs?.() ?? 0
    const { causes, belief } = diagnose(knowledge, attempts, findings)
    const [next] = nextThings(knowledge, belief, attempts, findings)
    if (nowMs) answerMs.push(nowMs() - beganMs)
    const last = attempts.at(-1)
    if (!next) return MOST
    switch (next.kind) {
      case 'go-on':
        if (next.on.familyId === bench.familyId && next.on.kind !== 'leave') return attempts.length
        // Left again, or it led nowhere: from the start once more.
        if (last) attempts.push({ ...(attempts.pop() as AttemptMade), seen: [...last.seen, 'lock-screen'] })
        continue
      case 'ask':
        if (last) {
          const cues = QUESTION_CUES[next.question]
          const came = cues.filter((cue) => cameIn(lastTrace, codeOfCue(cue)))
          attempts[attempts.length - 1] = {
            ...last,
            seen: [...last.seen, ...came],
            notSeen: [...(last.notSeen ?? []), ...cues.filter((cue) => !came.includes(cue))],
          }
        }
        continue
      case 'test-key':
        findings = { ...findings, keys: { ...findings.keys, [next.key]: 'works' } }
        continue
      case 'check-model':
        findings = { ...findings, modelCompared: true }
        continue
      case 'repair':
        return MOST
      case 'attempt': {
        if (next.otherCable) cable++
        const [top] = causes
        if (last && top) bench.told(top.correction)
        const trace = bench.try(next.way, cable)
        lastTrace = trace ?? 0
        if (trace !== undefined && reachedIn(trace)) return attempts.length + 1
        const link: LinkKind | undefined = linkAskedFor(next.way.method)
        attempts.push({
          method: next.way.method,
          link,
          cable: String(cable),
          reached: false,
          seen: trace === undefined ? [] : bench.report(trace),
        })
      }
    }
  }
  return MOST
}

function byRote(
  bench: SimulatedBench,
  choose: (
    made: number,
    ways: readonly PossibleMethod[],
  ) => { readonly way: PossibleMethod; readonly cable: number },
  knowledge: Knowledge,
): number {
  for (let made = 0; made < MOST; made++) {
    const { way, cable } = choose(made, knowledge.ways)
    const trace = bench.try(way, cable)
    if (trace === undefined) continue
    // Whoever stands at the right place goes on from it, also without being told.
    const standsRightly = way.familyId === bench.familyId && placeSeen(bench.report(trace)) === 'robot'
    if (reachedIn(trace) || standsRightly) return made + 1
  }
  return MOST
}

function inBestOrder(bench: SimulatedBench, best: BestOrder): number {
  const order = best.order()
  let way = order.next(undefined).value
  for (let made = 0; way && made < MOST; made++) {
    const trace = bench.try(way, 0)
    if (trace !== undefined && reachedIn(trace)) return made + 1
    way = order.next(trace).value
  }
  return MOST
}

function again(bench: SimulatedBench, way: PossibleMethod | undefined): number {
  for (let made = 0; way && made < MOST; made++) {
    const trace = bench.try(way, 0)
    if (trace !== undefined && reachedIn(trace)) return made + 1
  }
  return MOST
}

/** The way that gets a known family in most often. */
function bestMethod(knowledge: Knowledge): PossibleMethod | undefined {
  const [family] = knowledge.families
  const chanceOf = ({ method }: PossibleMethod) =>
    family ? reachOf(knowledge.table(family, method, linkAskedFor(method)), 0, 1) : 0
  return [...knowledge.ways].sort((a, b) => chanceOf(b) - chanceOf(a))[0]
}

function triesOf(all: readonly number[]): Tries {
  const sorted = [...all].sort((a, b) => a - b)
  return {
    median: sorted[Math.floor(sorted.length / 2)] ?? 0,
    mean: all.reduce((sum, one) => sum + one, 0) / all.length,
    gaveUp: all.filter((one) => one === MOST).length,
    all,
  }
}
