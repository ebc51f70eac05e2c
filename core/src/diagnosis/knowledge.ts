import type { Family, LinkKind, Procedure, StartState } from '../catalog/index.ts'
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

/** A way that may be tried next, from the state the device is in. */
export interface Way {
  readonly procedure: Procedure
  /** The family whose way it is; others may have the same. */
  readonly familyId: string
}

/**
 * What twins say of attempts, worked out once and kept: by family, procedure, link. Seeded, so that the same
 * question has the same answer everywhere.
 */
export class Knowledge {
  readonly families: readonly PossibleFamily[]
  readonly start: StartState
  /** The ways from here, of all families, each once. */
  readonly ways: readonly Way[]
  readonly faults: readonly StayingFault[]
  readonly #tables = new Map<string, AttemptTable>()
  /** The same by the procedure itself, which is looked up far more often. */
  readonly #found = new WeakMap<Procedure, Map<string, AttemptTable>>()
  readonly #best = new Map<string, number>()
  readonly #critical = new Map<string, number | undefined>()

  constructor(families: readonly PossibleFamily[], start: StartState) {
    this.families = families
    this.start = start
    const seen = new Set<string>()
    this.ways = families.flatMap(({ family }) =>
      family.procedures.flatMap((procedure): Way[] => {
        const name = nameOfMethod(procedure)
        if (procedure.from !== start || procedure.goal !== 'recovery-menu' || seen.has(name)) return []
        seen.add(name)
        return [{ procedure, familyId: family.id }]
      }),
    )
    const ofTheBench = stayingFaultsOf(this.ways.map(({ procedure }) => procedure))
    this.faults = families.length === 1 ? [...ofTheBench, { kind: 'other-family' }] : ofTheBench
  }

  /** What comes of trying a procedure on a device of a family. */
  table({ family, machine }: PossibleFamily, procedure: Procedure, link: LinkKind | undefined): AttemptTable {
    const here = this.#found.get(procedure) ?? new Map<string, AttemptTable>()
    this.#found.set(procedure, here)
    const short = link === undefined ? family.id : `${family.id} ${link}`
    const found = here.get(short) ?? this.#worked({ family, machine }, procedure, link)
    here.set(short, found)
    return found
  }

  #worked(
    { family, machine }: Pick<PossibleFamily, 'family' | 'machine'>,
    procedure: Procedure,
    link: LinkKind | undefined,
  ): AttemptTable {
    const really = link === linkAskedFor(procedure) ? undefined : link
    const name = `${family.id} ${nameOfMethod(procedure)} ${really ?? ''}`
    const known = this.#tables.get(name)
    if (known) return known
    const runs = this.families.length === 1 ? RUNS_FOR_ONE : RUNS_FOR_MANY
    const made = tryTable(machine, procedure, really, this.faults, runs)
    this.#tables.set(name, made)
    return made
  }

  /** How many hands the family's best way leads to recovery, as a share. */
  bestReach(family: PossibleFamily, paceIndex: number): number {
    const name = `${family.family.id} ${paceIndex}`
    const best =
      this.#best.get(name) ??
      Math.max(
        ...this.ways.map(({ procedure }) =>
          reachOf(this.table(family, procedure, linkAskedFor(procedure)), 0, paceIndex),
        ),
      )
    this.#best.set(name, best)
    return best
  }

  /** The step that forgives least, which a hand misses first; undefined where all forgive. */
  criticalStep({ family, machine }: PossibleFamily, procedure: Procedure): number | undefined {
    const name = `${family.id} ${nameOfMethod(procedure)}`
    if (!this.#critical.has(name)) {
      let step: number | undefined
      try {
        step = criticalSlack(slackOf(machine, procedure, USUAL_SITUATION))?.step
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
      for (const { procedure } of this.ways) {
        this.table(family, procedure, linkAskedFor(procedure))
        if (this.families.length === 1) this.criticalStep(family, procedure)
      }
  }
}

/** Procedures of different families with the same steps are one way. */
export function nameOfMethod({ from, goal, steps }: Procedure): string {
  return JSON.stringify([from, goal, steps])
}
