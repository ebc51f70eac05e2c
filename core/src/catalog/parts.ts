import { isOfForm, type LackedWhat } from './flaw.ts'
import type { PackFault } from './compose.ts'
import type { Family, Fragment, Pack } from './pack.ts'
import { faultsOfFamily } from './readPack.ts'
import { startState, type DeviceKind, type StartState } from './vocabulary.ts'

/** A state or menu that a family names and does not have, and the shared parts that could bring it. */
export interface MissingPart {
  readonly name: string
  /** Under which name the part has to be used. */
  readonly as: string
  /** What most families have there first. */
  readonly offers: readonly Fragment[]
}

/** What a family still lacks before it can run. */
export interface Lacking {
  readonly parts: readonly MissingPart[]
  /** Names of durations that are used and not there. */
  readonly durations: readonly string[]
  /** How a device may be when a way begins, where nobody has said what state of the machine that is. */
  readonly starts: readonly StartState[]
  /** Everything else that is wrong, by path. */
  readonly faults: readonly PackFault[]
}

/** What is asked for by name; it is no fault besides. */
const ASKED_FOR: readonly LackedWhat[] = ['state-or-menu', 'duration', 'start']

/** What a family lacks, with the parts that would fill each gap: one is built by following them. */
export function whatIsLacking(pack: Pick<Pack, 'fragments' | 'families'>, family: Family): Lacking {
  const all = faultsOfFamily(pack, family)
  const open = new Set(all.flatMap(({ flaw, path }) => (flaw.code === 'needs' ? [path[1]] : [])))
  // What a part cannot be while something is not handed over to it is no fault of its own.
  const faults = all.filter(
    ({ flaw, path }) => !isOfForm(flaw) || path[0] !== 'compose' || !open.has(path[1]),
  )
  const named = (what: LackedWhat) => [
    ...new Set(
      faults.flatMap(({ flaw }) => (flaw.code === 'lacks' && flaw.what === what ? [flaw.name] : [])),
    ),
  ]
  const usesAs = (id: string, as: string) =>
    pack.families.filter(({ compose }) => compose.some((use) => use.fragment === id && use.as === as)).length
  const used = new Set(family.compose.map(({ as }) => as))
  const places = new Set(named('state-or-menu').map((name) => name.split('@')[0] ?? name))
  return {
    parts: [...places].map((name): MissingPart => {
      const [as = '', local = ''] = name.split('.')
      const offers = used.has(as)
        ? []
        : pack.fragments
            .filter(({ states, menus }) => Object.hasOwn(states, local) || Object.hasOwn(menus, local))
            .sort((one, other) => usesAs(other.id, as) - usesAs(one.id, as))
      return { name, as, offers }
    }),
    durations: named('duration'),
    starts: startState.options.filter((start) => named('start').includes(start)),
    faults: faults.filter(({ flaw }) => flaw.code !== 'lacks' || !ASKED_FOR.includes(flaw.what)),
  }
}

/** A family of which nothing is known yet but its kind: the usual keys, the two times every reset takes. */
export function newFamily(kind: DeviceKind): Family {
  return {
    id: '',
    name: '',
    kind,
    keys:
      kind === 'watch'
        ? [
            { id: 'upper', edge: 'right', at: 0.3 },
            { id: 'lower', edge: 'right', at: 0.7 },
          ]
        : [
            { id: 'volume-up', edge: 'right', at: 0.2 },
            { id: 'volume-down', edge: 'right', at: 0.31 },
            { id: 'power', edge: 'right', at: 0.45 },
          ],
    longPressMs: 600,
    durations: {
      wipe: { minMs: 20_000, medianMs: 45_000, maxMs: 120_000 },
      'first-start': { minMs: 120_000, medianMs: 210_000, maxMs: 540_000 },
    },
    sums: {},
    updates: [],
    compose: [],
    states: {},
    menus: {},
    starts: {},
    settingsPath: [],
    accountPath: [],
    safeModePath: [],
    accountLock: { asksAfterRecoveryReset: true, acceptsOldScreenLock: false },
    durationsOfTheWork: { wipe: 'wipe', firstStart: 'first-start' },
    cautions: ['Do not cut the power while it is wiping.'],
    source: 'tried-here',
    sources: {},
    methods: [],
  }
}
