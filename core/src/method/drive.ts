import type { Machine, Twin, TwinInput } from '../twin/index.ts'
import type { PathInput } from './pathInput.ts'

/** At an easy pace, in milliseconds. */
const PACE = { beforeMs: 300, pressMs: 100, afterMs: 200, touchMs: 500 }

/** Gives one input of a menu to a twin, as a calm hand does it. Waiting: until what comes by itself has come. */
export function giveInput(twin: Twin, machine: Machine, input: PathInput): void {
  const give = (afterMs: number, ...batch: readonly TwinInput[]) => twin.apply(twin.nowMs + afterMs, batch)
  switch (input.kind) {
    case 'press': {
      const held = input.with.map((key) => ({ kind: 'key-down', key }) as const)
      if (held.length > 0) give(PACE.beforeMs, ...held)
      for (let n = 0; n < (input.times ?? 1); n++) {
        give(PACE.beforeMs, { kind: 'key-down', key: input.key })
        give(PACE.pressMs, { kind: 'key-up', key: input.key })
      }
      twin.advanceTo(twin.nowMs + (input.restMs ?? 0))
      if (held.length > 0) give(PACE.afterMs, ...held.map(({ key }) => ({ kind: 'key-up', key }) as const))
      break
    }
    case 'long-press':
      give(PACE.beforeMs, { kind: 'key-down', key: input.key })
      give((input.heldMs ?? machine.longPressMs) + PACE.afterMs, { kind: 'key-up', key: input.key })
      break
    case 'turn':
      give(PACE.beforeMs, input)
      break
    case 'tap':
      give(PACE.touchMs, { kind: 'tap', on: input.on })
      break
    case 'type':
      give(PACE.touchMs, { kind: 'type', word: input.word })
      break
    case 'type-shown':
      give(PACE.touchMs, { kind: 'type', word: twin.word ?? '' })
      break
    case 'plug':
      give(PACE.touchMs, { kind: 'link', link: input.link })
      break
    case 'fold':
      give(PACE.touchMs, input)
      break
    case 'wait':
      if (twin.nextDeadlineMs() < Number.POSITIVE_INFINITY) twin.advanceTo(twin.nextDeadlineMs())
  }
}

/** Lets a twin go on by itself until it stands still, a cursor shows, or so much time has passed. */
export function letRest(twin: Twin, forMs: number): void {
  const untilMs = twin.nowMs + forMs
  while (!twin.state.cursor && twin.nextDeadlineMs() <= untilMs) twin.advanceTo(twin.nextDeadlineMs())
}
