import type { Family, Method } from '@benevox/core/catalog'
import { prove, type wayToWipe } from '@benevox/core/method'
import { runnableFamily, USUAL_SITUATION, type Machine, type Twin } from '@benevox/core/twin'
import { demoPack } from './demoPack.ts'

/** What several tests of the demo's families look up. */
export const pack = demoPack()
export const machineOf = (family: Family): Machine => runnableFamily(pack, family).machine
export const familyOf = (id: string): Family => {
  const family = pack.families.find((candidate) => candidate.id === id)
  if (!family) throw new Error(id)
  return family
}
export const methodOf = (family: Family, id: string): Method => {
  const method = family.methods.find((candidate) => candidate.id === id)
  if (!method) throw new Error(id)
  return method
}
/** Where the first method's proof ends: the recovery menu as it opens. */
export const mainMenu = (family: Family, machine = machineOf(family)): number => {
  const [method] = family.methods
  if (!method) throw new Error(family.id)
  return prove(machine, method, USUAL_SITUATION).median.finalState
}

type PathInputLike = NonNullable<ReturnType<typeof wayToWipe>>['lastQuestion'][number]['input']

export function press(twin: Twin, input: PathInputLike): void {
  if (input.kind === 'wait') return twin.advanceTo(twin.nextDeadlineMs())
  if (input.kind === 'tap' || input.kind === 'type') return twin.apply(twin.nowMs + 300, [input])
  if (input.kind === 'fold') return twin.apply(twin.nowMs + 300, [input])
  if (input.kind === 'turn') return twin.apply(twin.nowMs + 200, [input])
  if (input.kind === 'type-shown')
    return twin.apply(twin.nowMs + 300, [{ kind: 'type', word: twin.word ?? '' }])
  if (input.kind === 'plug') return twin.apply(twin.nowMs + 300, [{ kind: 'link', link: input.link }])
  const heldMs = input.kind === 'press' ? 100 : (input.heldMs ?? 850) + 50
  const times = input.kind === 'press' ? (input.times ?? 1) : 1
  const others = input.kind === 'press' ? input.with : []
  for (const key of others) twin.apply(twin.nowMs + 100, [{ kind: 'key-down', key }])
  for (let n = 0; n < times; n++) {
    twin.apply(twin.nowMs + 100, [{ kind: 'key-down', key: input.key }])
    twin.apply(twin.nowMs + heldMs, [{ kind: 'key-up', key: input.key }])
  }
  for (const key of others) twin.apply(twin.nowMs + 100, [{ kind: 'key-up', key }])
  if (input.kind === 'press') twin.advanceTo(twin.nowMs + (input.restMs ?? 0))
}
