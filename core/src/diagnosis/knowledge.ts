import type { Family, LinkKind, Method, StartState } from '../catalog/index.ts'
import { criticalSlack, slackOf } from '../hand/index.ts'
import { USUAL_SITUATION, type Machine } from '../twin/index.ts'
import { linkAskedFor, stayingFaultsOf, type StayingFault } from './faults.ts'
import { reachOf, RUNS_FOR_MANY, RUNS_FOR_ONE, tryTable, type AttemptTable } from './traces.ts'

/** A family the device may be of. */
export interface PossibleFamily {
  readonly family: Family
  readonly machine: Machine
  /** How likely it was before anything was tried; all together 1. */
  readonly prior: number
}

/** A method that may be tried next, from the state the device is in. */
export interface PossibleMethod {
  readonly method: Method
  /** The family whose method it is; others may have the same. */
  readonly familyId: string
}

/**
 * What twins say of attempts, worked out once and kept: by family, method, link. Seeded, so that the same
 * question has the same answer everywhere.
 */
export class Knowledge {
  readonly families: readonly PossibleFamily[]
  readonly start: StartState
  /** The methods from here, of all families, each once. */
  readonly ways: readonly PossibleMethod[]
  readonly faults: readonly StayingFault[]
  readonly #tables = new Map<string, AttemptTable>()
  /** The same by the method itself, which is looked up far more often. */
  readonly #found = new WeakMap<Method, Map<string, AttemptTable>>()
  readonly #best = new Map<string, number>()
  readonly #critical = new Map<string, number | undefined>()

  constructor(families: readonly PossibleFamily[], start: StartState) {
    this.families = families
    this.start = start
    const seen = new Set<string>()
    this.ways = families.flatMap(({ family }) =>
      family.methods.flatMap((method): PossibleMethod[] => {
        const name = nameOfMethod(method)
        if (method.from !== start || method.goal !== 'recovery-menu' || seen.has(name)) return []
        seen.add(name)
        return [{ method, familyId: family.id }]
      }),
    )
    const ofTheBench = stayingFaultsOf(this.ways.map(({ method }) => method))
    this.faults = families.length === 1 ? [...ofTheBench, { kind: 'other-family' }] : ofTheBench
  }

  /** What comes of trying a method on a device of a family. */
  table({ family, machine }: PossibleFamily, method: Method, link: LinkKind | undefined): AttemptTable {
    const here = this.#found.get(method) ?? new Map<string, AttemptTable>()
    this.#found.set(method, here)
    const short = link === undefined ? family.id : `${family.id} ${link}`
    const found = here.get(short) ?? this.#worked({ family, machine }, method, link)
    here.set(short, found)
    return found
  }

  #worked(
    { family, machine }: Pick<PossibleFamily, 'family' | 'machine'>,
    method: Method,
    link: LinkKind | undefined,
  ): AttemptTable {
    const really = link === linkAskedFor(method) ? undefined : link
    const name = `${family.id} ${nameOfMethod(method)} ${really ?? ''}`
    const known = this.#tables.get(name)
    if (known) return known
    const runs = this.families.length === 1 ? RUNS_FOR_ONE : RUNS_FOR_MANY
    const made = tryTable(machine, method, really, this.faults, runs)
    this.#tables.set(name, made)
    return made
  }

  /** How many hands the family's best way leads to recovery, as a share. */
  bestReach(family: PossibleFamily, paceIndex: number): number {
    const name = `${family.family.id} ${paceIndex}`
    const best =
      this.#best.get(name) ??
      Math.max(
        ...this.ways.map(({ method }) =>
          reachOf(this.table(family, method, linkAskedFor(method)), 0, paceIndex),
        ),
      )
    this.#best.set(name, best)
    return best
  }

  /** The step that forgives least, which a hand misses first; undefined where all forgive. */
  criticalStep({ family, machine }: PossibleFamily, method: Method): number | undefined {
    const name = `${family.id} ${nameOfMethod(method)}`
    if (!this.#critical.has(name)) {
      let step: number | undefined
      try {
        step = criticalSlack(slackOf(machine, method, USUAL_SITUATION))?.step
      } catch {
        step = undefined
      }
      this.#critical.set(name, step)
    }
    return this.#critical.get(name)
  }

  /** Works everything out that the first questions need, so that they are answered at once. */
  warm(): void {
    for (const family of this.families)
      for (const { method } of this.ways) {
        this.table(family, method, linkAskedFor(method))
        if (this.families.length === 1) this.criticalStep(family, method)
      }
  }
}

/** Methods of different families with the same steps are one way. */
export function nameOfMethod({ from, goal, steps }: Method): string {
  return JSON.stringify([from, goal, steps])
}
