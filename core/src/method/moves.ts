import type { KeyId, Method, Step } from '../catalog/index.ts'
import type { Machine } from '../twin/index.ts'

/** The keys down before each step, in the order they went down. */
export function heldBeforeEach({ steps }: Method): readonly (readonly KeyId[])[] {
  let held: readonly KeyId[] = []
  return steps.map((step) => {
    const before = held
    held = heldAfter(step, held)
    return before
  })
}

/**
 * The steps whose moment can matter, in order: they move keys, or the cable or the hinge while keys are held or once
 * something was waited for. A cable put in before all else may be put in at leisure.
 */
export function movesOf(method: Method): readonly number[] {
  const held = heldBeforeEach(method)
  const firstWait = method.steps.findIndex(({ do: what }) => what === 'wait')
  return method.steps.flatMap((step, index) => {
    switch (step.do) {
      case 'hold':
      case 'let-go':
      case 'slide':
      case 'press':
        return [index]
      case 'plug':
      case 'fold':
        return (held[index]?.length ?? 0) > 0 || (firstWait >= 0 && index > firstWait) ? [index] : []
      default:
        return []
    }
  })
}

/**
 * The first of the moves that belong to one moment: those that follow one another with nothing to wait for in
 * between. Whoever is late or early there is so with all of them.
 */
export function momentOf(method: Method, step: number): number {
  const wait = method.steps.findLastIndex((one, index) => index < step && isPause(one))
  return movesOf(method).find((move) => move > wait) ?? step
}

/** Whether a move hangs on a count or a time that began with the move before it, not on something seen or felt. */
export function isCounted({ steps }: Method, step: number): boolean {
  const before = steps.findLast((one, index) => index < step && isPause(one))
  return before?.do === 'wait' && !('cue' in before.until)
}

/** Whether some menu of the device is driven by numbers of presses. */
export function isCountedMenu({ states }: Machine): boolean {
  return states.some(
    ({ cursor, transitions }) =>
      cursor !== undefined &&
      transitions.some(({ trigger }) => trigger.kind === 'press' && trigger.times > 1),
  )
}

/** What a hand waits at, for a screen, a time or a count; or looks at, as a menu. */
function isPause({ do: what }: Step): boolean {
  return what === 'wait' || what === 'choose' || what === 'tap' || what === 'type'
}

function heldAfter(step: Step, held: readonly KeyId[]): readonly KeyId[] {
  if (step.do === 'hold') return [...held, ...step.keys]
  if (step.do === 'let-go') return held.filter((key) => !step.keys.includes(key))
  if (step.do === 'slide') return [...held.filter((key) => key !== step.from), step.to]
  return held
}
