import type { Cue, LinkKind } from '../catalog/index.ts'
import { HANDBOOK, seeded, type Random } from '../hand/index.ts'
import { codeOfCue } from '../twin/index.ts'
import type { Findings, TryMade } from './belief.ts'
import { diagnose, reachOf } from './diagnose.ts'
import { keySteps, linkAskedFor, type Slip, type StayingFault } from './faults.ts'
import { Knowledge, type PossibleFamily, type Way } from './knowledge.ts'
import { nextThings, QUESTION_CUES } from './next.ts'
import { placeSeen } from './places.ts'
import { TELLING_CUES } from './report.ts'
import { cameIn, FaultyBench, reachedIn, type Trace } from './traces.ts'

/** Tries until recovery with each way of choosing the next; medians and means over devices. */
export interface DiagnosisStudy {
  readonly devices: number
  /** With the next-try rule. */
  readonly ours: Tries
  /** The same again and again. */
  readonly same: Tries
  /** Through the ways in a fixed order, with another cable after each round. */
  readonly inOrder: Tries
  /** Knowing the fault and the family. */
  readonly knowing: Tries
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

/** What is hidden in a device and in the technician who holds it. How often each: common practice, no source. */
type Hidden =
  | { readonly kind: 'nothing' }
  | { readonly kind: 'no-data' }
  | { readonly kind: 'dead-cable' }
  | { readonly kind: 'late' }
  | { readonly kind: 'early' }
  | { readonly kind: 'wrong-key' }
const HIDDEN: readonly [Hidden['kind'], number][] = [
  ['nothing', 0.15],
  ['no-data', 0.25],
  ['dead-cable', 0.1],
  ['late', 0.2],
  ['early', 0.15],
  ['wrong-key', 0.15],
]
/** A habit shows in so many of the tries until somebody says what it is. */
const HABIT = 0.8
/** Another cable out of the drawer carries data. */
const SOUND_CABLE = 0.9
/** What the technician of the study reports: not the figures that the diagnosis itself believes in. */
const TELLS = { screen: 0.85, buzz: 0.75, logo: 0.4, imagines: 0.01 }

interface Device {
  readonly family: PossibleFamily
  readonly hidden: Hidden
  readonly pace: number
  readonly hasHiddenFamily: boolean
}

/**
 * Lets technicians get devices into recovery, each device with a hidden fault and half of them of a hidden family,
 * and counts the tries. Deterministic for a seed.
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
      return [keys, new Knowledge(equally, 'on-locked')] as const
    }),
  )
  const alone = new Map(
    families.map((one) => [one.family.id, new Knowledge([{ ...one, prior: 1 }], 'on-locked')]),
  )
  const counts = {
    ours: [] as number[],
    same: [] as number[],
    inOrder: [] as number[],
    knowing: [] as number[],
  }
  const answerMs: number[] = []
  for (let n = 0; n < devices; n++) {
    const device = drawDevice(families, n % 2 === 1, random)
    const known = alone.get(device.family.family.id) as Knowledge
    const knowledge = device.hasHiddenFamily ? (alike.get(keysOfFamily(device.family)) as Knowledge) : known
    counts.ours.push(byTheRule(knowledge, device, random, answerMs, nowMs))
    counts.same.push(byRote(device, (_, ways) => ({ way: ways[0] as Way, cable: 0 }), knowledge, random))
    counts.inOrder.push(
      byRote(
        device,
        (n, ways) => ({ way: ways[n % ways.length] as Way, cable: Math.floor(n / ways.length) }),
        knowledge,
        random,
      ),
    )
    counts.knowing.push(knowingAll(known, device, random))
  }
  return {
    devices,
    ours: triesOf(counts.ours),
    same: triesOf(counts.same),
    inOrder: triesOf(counts.inOrder),
    knowing: triesOf(counts.knowing),
    answerMs,
  }
}

function drawDevice(
  families: readonly Omit<PossibleFamily, 'prior'>[],
  hasHiddenFamily: boolean,
  random: Random,
): Device {
  let u = random()
  const kind = HIDDEN.find(([, share]) => (u -= share) < 0)?.[0] ?? 'nothing'
  return {
    family: { ...(families[Math.floor(random() * families.length)] as PossibleFamily), prior: 1 },
    hidden: { kind },
    pace: random(),
    hasHiddenFamily,
  }
}

/** One device on the study's bench, with the technician's habit until it is named. */
class Bench {
  habit: boolean
  readonly #device: Device
  readonly #random: Random
  readonly #cables: StayingFault['kind'][]
  readonly #benches = new Map<string, FaultyBench>()

  constructor(device: Device, random: Random) {
    this.#device = device
    this.#random = random
    const { kind } = device.hidden
    this.habit = kind === 'late' || kind === 'early' || kind === 'wrong-key'
    this.#cables = [kind === 'no-data' || kind === 'dead-cable' ? kind : 'none']
  }

  try(way: Way, cable: number): Trace | undefined {
    while (this.#cables.length <= cable)
      this.#cables.push(
        this.#random() < SOUND_CABLE ? 'none' : this.#random() < 0.7 ? 'no-data' : 'dead-cable',
      )
    const { machine } = this.#device.family
    const fault = { kind: this.#cables[cable] } as StayingFault
    const name = `${fault.kind} ${JSON.stringify(way.procedure.steps)}`
    try {
      const bench =
        this.#benches.get(name) ??
        new FaultyBench(machine, way.procedure, undefined, fault, HANDBOOK, this.#random)
      this.#benches.set(name, bench)
      return bench.run(this.#device.pace, this.#slip(way))
    } catch {
      // The device has no such key.
      return undefined
    }
  }

  #slip({ procedure }: Way): Slip {
    const { kind } = this.#device.hidden
    if (!this.habit || this.#random() > HABIT) return { kind: 'ordinary' }
    if (kind === 'wrong-key') return { kind: 'wrong-key', key: 'volume-up', instead: 'volume-down' }
    const firstCue = procedure.steps.findIndex((step) => step.do === 'wait')
    const steps = keySteps(procedure).filter((step) => step > firstCue)
    const step = steps[0]
    return step === undefined ? { kind: 'ordinary' } : { kind: kind === 'late' ? 'late' : 'early', step }
  }

  report(trace: Trace): readonly Cue[] {
    return TELLING_CUES.filter((cue) => {
      const came = cameIn(trace, codeOfCue(cue))
      const chance = !came
        ? TELLS.imagines
        : cue.endsWith('buzz')
          ? TELLS.buzz
          : cue === 'logo'
            ? TELLS.logo
            : cue === 'power-menu'
              ? 0.2
              : TELLS.screen
      return this.#random() < chance
    })
  }
}

function byTheRule(
  knowledge: Knowledge,
  device: Device,
  random: Random,
  answerMs: number[],
  nowMs: (() => number) | undefined,
): number {
  const bench = new Bench(device, random)
  const tries: TryMade[] = []
  let findings: Findings = {}
  let cable = 0
  let lastTrace: Trace = 0
  for (let asked = 0; tries.length < MOST && asked < 40; asked++) {
    const beganMs = nowMs?.() ?? 0
    const { causes, belief } = diagnose(knowledge, tries, findings)
    const [next] = nextThings(knowledge, belief, tries, findings)
    if (nowMs) answerMs.push(nowMs() - beganMs)
    const last = tries.at(-1)
    if (!next) return MOST
    switch (next.kind) {
      case 'go-on':
        if (next.on.familyId === device.family.family.id && next.on.kind !== 'leave') return tries.length
        // Left again, or it led nowhere: from the start once more.
        if (last) tries.push({ ...(tries.pop() as TryMade), seen: [...last.seen, 'lock-screen'] })
        continue
      case 'ask':
        if (last) {
          const cues = QUESTION_CUES[next.question]
          const came = cues.filter((cue) => cameIn(lastTrace, codeOfCue(cue)))
          tries[tries.length - 1] = {
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
      case 'try': {
        if (next.otherCable) cable++
        // Who is told what was wrong does it no more.
        const [top] = causes
        const { kind } = device.hidden
        const told = top?.correction.kind
        if (last && bench.habit) {
          const named =
            (kind === 'late' && told === 'sooner') ||
            (kind === 'early' && told === 'later') ||
            (kind === 'wrong-key' && told === 'right-key')
          if (named) bench.habit = false
        }
        const trace = bench.try(next.way, cable)
        lastTrace = trace ?? 0
        if (trace !== undefined && reachedIn(trace)) return tries.length + 1
        const link: LinkKind | undefined = linkAskedFor(next.way.procedure)
        tries.push({
          procedure: next.way.procedure,
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
  device: Device,
  choose: (made: number, ways: readonly Way[]) => { readonly way: Way; readonly cable: number },
  knowledge: Knowledge,
  random: Random,
): number {
  const bench = new Bench(device, random)
  for (let made = 0; made < MOST; made++) {
    const { way, cable } = choose(made, knowledge.ways)
    const trace = bench.try(way, cable)
    if (trace !== undefined && reachedIn(trace)) return made + 1
    // Whoever stands at the right place goes on from it, also without being told.
    if (trace !== undefined && standsAtRobot(bench.report(trace), way, device)) return made + 1
  }
  return MOST
}

function standsAtRobot(seen: readonly Cue[], { familyId }: Way, { family }: Device): boolean {
  return placeSeen(seen) === 'robot' && familyId === family.family.id
}

function knowingAll(knowledge: Knowledge, device: Device, random: Random): number {
  const bench = new Bench({ ...device, hidden: { kind: 'nothing' } }, random)
  const [family] = knowledge.families
  const best = [...knowledge.ways].sort(
    (a, b) => chanceOf(knowledge, family, b) - chanceOf(knowledge, family, a),
  )[0]
  for (let made = 0; best && made < MOST; made++) {
    const trace = bench.try(best, 0)
    if (trace !== undefined && reachedIn(trace)) return made + 1
  }
  return MOST
}

function chanceOf(knowledge: Knowledge, family: PossibleFamily | undefined, { procedure }: Way): number {
  return family ? reachOf(knowledge.table(family, procedure, linkAskedFor(procedure)), 0, 1) : 0
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
