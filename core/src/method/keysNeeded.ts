import type { Family, KeyId, Method, StartState } from '../catalog/index.ts'
import { USUAL_SITUATION, type Machine, type MachineTrigger, type Situation } from '../twin/index.ts'
import { wayToWipe } from './menuLine.ts'
import { whereRecoveryOpens } from './recoveryPlaces.ts'

/** The keys that a method uses, each once. */
export function keysOf({ steps }: Pick<Method, 'steps'>): readonly KeyId[] {
  const keys = steps.flatMap((step): readonly KeyId[] => {
    switch (step.do) {
      case 'hold':
      case 'let-go':
        return step.keys
      case 'slide':
        return [step.from, step.to]
      case 'press':
      case 'long-press':
        return [step.key]
      default:
        return []
    }
  })
  return [...new Set(keys)]
}

/** Where a method into recovery begins: as the device was told to be, or, with none from there, as the first one does. */
export function startFor({ methods }: Pick<Family, 'methods'>, told: StartState): StartState {
  const into = methods.filter(({ goal }) => goal === 'recovery-menu')
  return into.some(({ from }) => from === told) ? told : (into[0]?.from ?? told)
}

/**
 * The same where keys do nothing: what is on is switched off first where only then a method goes without them.
 * @param families all that the device may be, the one that it is taken for first
 */
export function startWithout(
  families: readonly Pick<Family, 'methods'>[],
  told: StartState,
  broken: readonly KeyId[],
): StartState {
  const start = startFor(families[0] ?? { methods: [] }, told)
  const goesFrom = (from: StartState) =>
    families.some(({ methods }) =>
      methods.some(
        (one) =>
          one.from === from &&
          one.goal === 'recovery-menu' &&
          !keysOf(one).some((key) => broken.includes(key)),
      ),
    )
  return start === 'on-locked' && !goesFrom('on-locked') && goesFrom('off') ? 'off' : start
}

/** The methods into recovery that can begin from there; what is on can be switched off first. */
export function methodsFrom({ methods }: Pick<Family, 'methods'>, told: StartState): readonly Method[] {
  const start = startFor({ methods }, told)
  return methods.filter(
    ({ from, goal }) =>
      goal === 'recovery-menu' && (from === start || (start === 'on-locked' && from === 'off')),
  )
}

/**
 * With which keys a device can be reset through recovery: a method into it, and its menus to the wipe.
 * @param methods those that may be begun with
 * @param isLedIn it comes up in recovery by itself, as one does that loops: no method is needed
 * @returns sets that suffice, none of them part of another; empty where no keys lead there
 */
export function keysThatReset(
  machine: Machine,
  methods: readonly Method[],
  isLedIn: boolean,
): readonly (readonly KeyId[])[] {
  const ways = methods.flatMap((method) => {
    const opensAt = whereRecoveryOpens(machine, { methods: [method] }, USUAL_SITUATION)
    return opensAt === undefined ? [] : [{ opensAt, keys: isLedIn ? [] : keysOf(method) }]
  })
  const suffice: (readonly KeyId[])[] = []
  for (const some of fewestFirst(machine.keys)) {
    if (suffice.some((fewer) => fewer.every((key) => some.includes(key)))) continue
    const has = ({ keys, opensAt }: (typeof ways)[number]) =>
      keys.every((key) => some.includes(key)) && leadsToTheWipe(machine, opensAt, some, USUAL_SITUATION)
    if (ways.some(has)) suffice.push(some)
  }
  return suffice
}

/** Whether the menus lead to the wipe from a state by these keys alone, and by what is no key. */
export function leadsToTheWipe(
  machine: Machine,
  from: number,
  keys: readonly KeyId[],
  situation: Situation,
): boolean {
  const missing = machine.keys.reduce((set, key, nth) => (keys.includes(key) ? set : set | (1 << nth)), 0)
  const states = machine.states.map((state) => ({
    ...state,
    transitions: state.transitions.filter(({ trigger }) => (keysIn(trigger) & missing) === 0),
  }))
  return wayToWipe({ ...machine, states }, from, situation) !== undefined
}

/** The set of keys that an input of the hand needs. */
function keysIn(trigger: MachineTrigger): number {
  switch (trigger.kind) {
    case 'press':
      return (1 << trigger.key) | trigger.with
    case 'long-press':
    case 'key-down':
    case 'turn':
      return 1 << trigger.key
    case 'hold':
      return trigger.keys
    default:
      return 0
  }
}

function fewestFirst(keys: readonly KeyId[]): readonly (readonly KeyId[])[] {
  const sets = Array.from({ length: 1 << keys.length }, (_, set) =>
    keys.filter((_key, nth) => (set & (1 << nth)) !== 0),
  )
  return sets.sort((a, b) => a.length - b.length)
}
