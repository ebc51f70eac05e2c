import type { Family } from '../catalog/index.ts'
import { durationsAt, Twin, USUAL_SITUATION, type Machine, type Situation } from '../twin/index.ts'
import { giveInput, letRest } from './drive.ts'
import { quickestPath } from './menuPath.ts'
import { perform } from './perform.ts'

/** The longest wipe, with room. Common practice, no source. */
const WIPING_MS = 900_000

/**
 * Where recovery opens: the state in which the machine stands once a method has led there, done with a perfect hand.
 * @param methodId the method it was entered by; others follow where that one does not lead there
 * @returns undefined where no method of the family leads into recovery
 */
export function whereRecoveryOpens(
  machine: Machine,
  { methods }: Pick<Family, 'methods'>,
  situation: Situation,
  methodId?: string,
): number | undefined {
  const into = methods.filter(({ goal }) => goal === 'recovery-menu')
  const inTurn = [...into.filter(({ id }) => id === methodId), ...into.filter(({ id }) => id !== methodId)]
  for (const method of inTurn)
    for (const around of [situation, USUAL_SITUATION]) {
      const state = stateReached(machine, method, around)
      if (state !== undefined) return state
    }
  return undefined
}

function stateReached(
  machine: Machine,
  method: Family['methods'][number],
  situation: Situation,
): number | undefined {
  try {
    const { reached, stuckAtStep, finalState } = perform(
      machine,
      method,
      situation,
      durationsAt(machine, 'median'),
    )
    return reached && stuckAtStep === undefined ? finalState : undefined
  } catch {
    // Its steps cannot be done on this machine: `whyMissed` says why.
    return undefined
  }
}

/**
 * Where the device stands once the wipe is over: done on the twin from where recovery opens.
 * @returns a state with a cursor where it waits in a menu, another where it started by itself; undefined where no way
 * leads to a wipe
 */
export function whereTheWipeEnds(
  machine: Machine,
  opensAt: number,
  situation: Situation,
): number | undefined {
  const before = { ...situation, wiped: false }
  const way = quickestPath(machine, opensAt, { kind: 'effect', effect: 'wipe-data' }, before)
  if (!way) return undefined
  const twin = new Twin(machine, opensAt, before, durationsAt(machine, 'median'))
  for (const { input } of way.steps) giveInput(twin, machine, input)
  letRest(twin, WIPING_MS)
  return twin.wiped ? twin.stateIndex : undefined
}
