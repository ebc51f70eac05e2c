import type { Family, Pack } from '@benevox/core/catalog'
import {
  durationsAt,
  runnableFamily,
  Twin,
  type Machine,
  type Situation,
  type TwinInput,
} from '@benevox/core/twin'

/** The oracle of the menus: everything is tried on the running simulator, nothing is read off the machine's graph. */

const didWipe = (twin: Twin): boolean => did('wipe-data')(twin)
export const did =
  (effect: string) =>
  (twin: Twin): boolean =>
    twin.observations.some((one) => one.kind === 'effect' && one.effect === effect)

/** What a hand can do at a device: presses of any key once to three times, long ones, with another held, taps, words. */
export function allInputs({ machine, family }: { machine: Machine; family: Family }, of: Pack) {
  const menus = [...runnableFamily(of, family).menus.values()]
  const text = JSON.stringify([family, of.fragments])
  const words = [...new Set([...text.matchAll(/"word":"([^"]+)"/g)].map(([, word]) => word ?? ''))]
  const taps = [
    ...new Set([
      ...menus.flatMap(({ items }) => items.map(({ id }) => id)),
      ...[...text.matchAll(/"on":"([^"]+)"/g)].map(([, on]) => on ?? ''),
    ]),
  ]
  type Batch = readonly [afterMs: number, ...inputs: TwinInput[]]
  const inputs: { presses: number; batches: readonly Batch[] }[] = []
  const down = (key: (typeof machine.keys)[number]): TwinInput => ({ kind: 'key-down', key })
  const up = (key: (typeof machine.keys)[number]): TwinInput => ({ kind: 'key-up', key })
  for (const key of machine.keys) {
    for (const times of [1, 2, 3])
      inputs.push({
        presses: times,
        batches: Array.from({ length: times }, (): Batch[] => [
          [150, down(key)],
          [90, up(key)],
        ]).flat(),
      })
    for (const by of ['up', 'down'] as const)
      inputs.push({ presses: 1, batches: [[150, { kind: 'turn', key, by }]] })
    inputs.push({
      presses: 1,
      batches: [
        [150, down(key)],
        [machine.longPressMs + 50, up(key)],
      ],
    })
    for (const held of machine.keys)
      if (held !== key)
        inputs.push({
          presses: 1,
          batches: [
            [150, down(held)],
            [150, down(key)],
            [90, up(key)],
            [90, up(held)],
          ],
        })
  }
  for (const on of taps) inputs.push({ presses: 1, batches: [[150, { kind: 'tap', on }]] })
  for (const word of words) inputs.push({ presses: word.length, batches: [[150, { kind: 'type', word }]] })
  return inputs
}

/** How long a look at the screen takes. */
const LOOK_MS = 1000

/**
 * The fewest presses from a state to a goal by trying everything on the running simulator, not on the machine's graph:
 * each input is done on a fresh device that stands in the state, and what it then stands in is where it goes on.
 */
export function fewestByTrying(
  running: { machine: Machine; family: Family },
  inputs: ReturnType<typeof allInputs>,
  from: number,
  around: Situation,
  isThere: (twin: Twin) => boolean,
): number | undefined {
  const { machine } = running
  const durations = durationsAt(machine, 'median')
  const twin = new Twin(machine, from, around, durations)
  const best = new Map([[from, 0]])
  const buckets: number[][] = [[from]]
  for (let presses = 0; presses < buckets.length; presses++)
    for (let state = buckets[presses]?.pop(); state !== undefined; state = buckets[presses]?.pop()) {
      if (best.get(state) !== presses) continue
      const goOn = (twin: Twin, cost: number) => {
        // A start that is not the usual one leads nowhere one wants to be, like a wipe nobody asked for.
        if (didWipe(twin) || did('start-safe-mode')(twin)) return
        const to = twin.stateIndex
        if ((best.get(to) ?? Number.POSITIVE_INFINITY) <= cost) return
        best.set(to, cost)
        ;(buckets[cost] ??= []).push(to)
      }
      const here = new Twin(machine, state, around, durations)
      if (isThere(here)) return presses
      if (!here.state.cursor && here.nextDeadlineMs() < Number.POSITIVE_INFINITY) {
        here.advanceTo(here.nextDeadlineMs())
        if (isThere(here)) return presses
        goOn(here, presses)
      }
      for (const input of inputs) {
        twin.reset(state, around, durations)
        for (const [afterMs, ...batch] of input.batches) twin.apply(twin.nowMs + afterMs, batch)
        const cost = presses + input.presses
        // At once, and after a look at the screen: some devices wait whether another press follows.
        for (const lookMs of [0, LOOK_MS]) {
          twin.advanceTo(twin.nowMs + lookMs)
          if (isThere(twin)) best.set(-1, Math.min(best.get(-1) ?? Number.POSITIVE_INFINITY, cost))
          else goOn(twin, cost)
        }
      }
      for (let n = 0; n <= presses + 40; n++) buckets[n] ??= []
      const found = best.get(-1)
      if (found !== undefined && found <= presses) return found
    }
  return best.get(-1)
}
