import type { Cue } from '../catalog/index.ts'
import { HANDBOOK, type Random } from '../hand/index.ts'
import { codeOfCue, type Machine } from '../twin/index.ts'
import type { CableTrust } from './belief.ts'
import { judgeDryRun, type Verdict } from './dryRun.ts'
import { timedMoves, type Correction, type Slip, type StayingFault } from './faults.ts'
import type { PossibleFamily, PossibleMethod } from './knowledge.ts'
import { TELLING_CUES } from './report.ts'
import { cameIn, FaultyBench, type Trace } from './traces.ts'

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
/** A habit shows in so many of the attempts until somebody says what it is. */
const HABIT = 0.8
/** Another cable out of the drawer carries data. */
const SOUND_CABLE = 0.9
/** What names each habit. */
const NAMED: Readonly<Partial<Record<Slip['kind'], Correction['kind']>>> = {
  late: 'sooner',
  early: 'later',
  'wrong-key': 'right-key',
}
/** What the technician of the study reports: not the figures that the diagnosis itself believes in. */
const TELLS = { screen: 0.85, buzz: 0.75, logo: 0.4, imagines: 0.01 }

export interface Device {
  readonly family: PossibleFamily
  readonly hidden: Hidden
  readonly pace: number
  readonly hasHiddenFamily: boolean
}

export function drawDevice(
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
export class SimulatedBench {
  readonly familyId: string
  #habit: Slip['kind'] | undefined
  readonly #device: Device
  readonly #random: Random
  readonly #cables: StayingFault['kind'][]
  readonly #benches = new Map<string, FaultyBench>()

  constructor(device: Device, random: Random) {
    this.familyId = device.family.family.id
    this.#device = device
    this.#random = random
    const { kind } = device.hidden
    this.#habit = kind === 'late' || kind === 'early' || kind === 'wrong-key' ? kind : undefined
    this.#cables = [kind === 'no-data' || kind === 'dead-cable' ? kind : 'none']
  }

  /** The first cable is one that worked when it was last used; seldom it no longer does. */
  takeFromKit({ noData, dead }: CableTrust): void {
    const u = this.#random()
    this.#cables[0] = u < noData ? 'no-data' : u < noData + dead ? 'dead-cable' : 'none'
  }

  /** Whoever is told what was wrong does it no more. */
  told({ kind }: Correction): void {
    if (this.#habit !== undefined && kind === NAMED[this.#habit]) this.#habit = undefined
  }

  /** The way once on a twin, as this technician's hand does it, and what the twin says of it. */
  dryRun(machine: Machine, way: PossibleMethod): Verdict {
    const bench = new FaultyBench(machine, way.method, undefined, { kind: 'none' }, HANDBOOK, this.#random)
    const { moves, untilMs } = bench.rehearse(this.#device.pace, this.#slip(way))
    return judgeDryRun(machine, way.method, moves, untilMs)
  }

  try(way: PossibleMethod, cable: number): Trace | undefined {
    while (this.#cables.length <= cable)
      this.#cables.push(
        this.#random() < SOUND_CABLE ? 'none' : this.#random() < 0.7 ? 'no-data' : 'dead-cable',
      )
    const { machine } = this.#device.family
    const fault = { kind: this.#cables[cable] } as StayingFault
    const name = `${fault.kind} ${JSON.stringify(way.method.steps)}`
    try {
      const bench =
        this.#benches.get(name) ??
        new FaultyBench(machine, way.method, undefined, fault, HANDBOOK, this.#random)
      this.#benches.set(name, bench)
      return bench.run(this.#device.pace, this.#slip(way))
    } catch {
      // The device has no such key.
      return undefined
    }
  }

  #slip({ method }: PossibleMethod): Slip {
    const habit = this.#habit
    if (habit === undefined || this.#random() > HABIT) return { kind: 'ordinary' }
    if (habit === 'wrong-key') return { kind: habit, key: 'volume-up', instead: 'volume-down' }
    const [step] = timedMoves(method)
    return step === undefined || (habit !== 'late' && habit !== 'early')
      ? { kind: 'ordinary' }
      : { kind: habit, step }
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
