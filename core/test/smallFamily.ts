import { composeFamily, family as familySchema, type ComposedFamily } from '../src/catalog/index.ts'
import {
  compileFamily,
  durationsAt,
  Twin,
  USUAL_SITUATION,
  type Machine,
  type Situation,
} from '../src/twin/index.ts'

/** A family of a few states for one test: what it leaves out gets a plain value. */
export function smallFamily(parts: {
  states?: object
  menus?: object
  durations?: object
  start?: string
  longPressMs?: number
}): ComposedFamily {
  const family = familySchema.parse({
    id: 'small',
    name: 'Small',
    kind: 'phone',
    keys: [
      { id: 'power', edge: 'right', at: 0.5 },
      { id: 'volume-up', edge: 'right', at: 0.2 },
      { id: 'volume-down', edge: 'right', at: 0.3 },
    ],
    longPressMs: parts.longPressMs ?? 600,
    durations: { any: { minMs: 1, medianMs: 1, maxMs: 1 }, ...parts.durations },
    compose: [],
    states: parts.states ?? {},
    menus: parts.menus ?? {},
    starts: { 'on-locked': parts.start ?? 'a' },
    methods: [
      { id: 'none', name: 'none', from: 'on-locked', goal: 'dark', steps: [{ do: 'press', key: 'power' }] },
    ],
    accountLock: { asksAfterRecoveryReset: true, acceptsOldScreenLock: false },
    durationsOfTheWork: { wipe: 'any', firstStart: 'any' },
    source: 'invented-for-the-demo',
  })
  return composeFamily({ fragments: [] }, family).composed
}

/** A twin of a small family at its start, with what it has shown so far as readable lines. */
export function smallTwin(
  parts: Parameters<typeof smallFamily>[0],
  situation: Partial<Situation> = {},
): { twin: Twin; machine: Machine; shown: () => string[] } {
  const machine = compileFamily(smallFamily(parts))
  const twin = new Twin(
    machine,
    machine.starts['on-locked'] ?? 0,
    { ...USUAL_SITUATION, ...situation },
    durationsAt(machine, 'median'),
  )
  return { twin, machine, shown: () => shownBy(twin, machine) }
}

export function shownBy(twin: Twin, machine: Machine): string[] {
  return twin.observations.map((seen) =>
    seen.kind === 'screen'
      ? `${seen.atMs} ${machine.states[seen.state]?.name}`
      : seen.kind === 'buzz'
        ? `${seen.atMs} ${seen.buzz}`
        : `${seen.atMs} ${seen.effect}`,
  )
}
