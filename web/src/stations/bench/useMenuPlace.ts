import type { Family } from '@benevox/core/catalog'
import { inParts, menuLineText, quickestPath, wayToWipe, type PathStep } from '@benevox/core/procedure'
import { placeName, USUAL_SITUATION } from '@benevox/core/twin'
import { useSessionStorage } from '@vueuse/core'
import { computed, type ComputedRef } from 'vue'
import { useCatalog } from '../../api/catalog.ts'

const nameOfPlace = (jobId: number, wiped: boolean) => `benevox.place.${jobId}.${wiped ? 'after' : 'before'}`

/** The menus were left: the next time they open where they begin. */
export function forgetMenuPlaces(jobId: number): void {
  for (const wiped of [false, true]) sessionStorage.removeItem(nameOfPlace(jobId, wiped))
}

/** Where the cursor stands in the device's menus, and the ways from there. Survives a reload. */
export function useMenuPlace(jobId: number, family: ComputedRef<Family>, wiped: ComputedRef<boolean>) {
  const catalog = useCatalog()
  const composed = computed(() => catalog.machineOf(family.value))
  const machine = computed(() => composed.value.machine)
  const situation = computed(() => ({ ...USUAL_SITUATION, wiped: wiped.value }))
  const firstRecovery = computed(() =>
    machine.value.states.findIndex(
      ({ screen, cursor }) => screen === 'recovery-menu' && cursor !== undefined,
    ),
  )
  const firstState = computed(() => {
    const menuName = machine.value.states[firstRecovery.value]?.cursor?.menu ?? ''
    const menu = composed.value.menus.get(menuName)
    const start = menu?.items.findIndex(({ id }) => id === menu.start) ?? 0
    return machine.value.stateIndex.get(placeName(menuName, Math.max(0, start))) ?? firstRecovery.value
  })
  /** The state after the wipe, from the machine: where the wiping screen leads. */
  const afterWipe = computed(
    () =>
      machine.value.states.find(({ screen }) => screen === 'wiping')?.transitions[0]?.to ?? firstState.value,
  )
  const place = useSessionStorage(nameOfPlace(jobId, wiped.value), '')
  const stateIndex = computed(
    () => machine.value.stateIndex.get(place.value) ?? (wiped.value ? afterWipe.value : firstState.value),
  )
  const state = computed(() => machine.value.states[stateIndex.value])
  const menu = computed(() => composed.value.menus.get(state.value?.cursor?.menu ?? ''))
  const go = (index: number) => (place.value = machine.value.states[index]?.name ?? '')

  const toWipe = computed(() => wayToWipe(machine.value, stateIndex.value, situation.value))
  const toCache = computed(
    () =>
      quickestPath(machine.value, stateIndex.value, { kind: 'effect', effect: 'wipe-cache' }, situation.value)
        ?.steps ?? [],
  )
  /** The restart out of the menu: the same presses whether something was deleted before or not. */
  const toRestart = computed(() => {
    const isGoal = (index: number) => machine.value.states[index]?.screen === 'first-start'
    const wipedNow = { ...situation.value, wiped: true }
    return quickestPath(machine.value, stateIndex.value, { kind: 'state', isGoal }, wipedNow)?.steps ?? []
  })
  const text = (steps: readonly PathStep[]) =>
    menuLineText(inParts(steps), 'en', composed.value.machine.keyNames)
  /** The item of the present menu at which the way leaves it. */
  const targetOf = (steps: readonly PathStep[]) => {
    const leaving = steps.findLast(
      ({ from }) => machine.value.states[from]?.cursor?.menu === state.value?.cursor?.menu,
    )
    const firstLeft = steps.find(
      ({ from, to }) =>
        machine.value.states[from]?.cursor?.menu === state.value?.cursor?.menu &&
        machine.value.states[to]?.cursor?.menu !== state.value?.cursor?.menu,
    )
    return machine.value.states[(firstLeft ?? leaving)?.from ?? -1]?.cursor?.item
  }
  /** After how many presses the cursor stands on each item of the present menu, along the way. */
  const passesOf = (steps: readonly PathStep[]): ReadonlyMap<number, number> => {
    const here = state.value?.cursor?.menu
    const moves = steps.findIndex(({ to }) => machine.value.states[to]?.cursor?.menu !== here)
    return new Map(
      steps
        .slice(0, moves < 0 ? undefined : moves)
        .map(({ to }, index) => [machine.value.states[to]?.cursor?.item ?? -1, index + 1] as const),
    )
  }
  const otherMenus = computed(() =>
    [...composed.value.menus].flatMap(([name, one]) =>
      name === state.value?.cursor?.menu ||
      (one.screen !== 'recovery-menu' && one.screen !== 'question' && one.screen !== 'account-warning')
        ? []
        : [{ name, title: one.title ?? name }],
    ),
  )
  return {
    machine,
    state,
    menu,
    toWipe,
    toCache,
    toRestart,
    text,
    targetOf,
    passesOf,
    otherMenus,
    atItem: (item: number) =>
      go(machine.value.stateIndex.get(placeName(state.value?.cursor?.menu ?? '', item)) ?? stateIndex.value),
    atMenu: (name: string) =>
      go(
        machine.value.stateIndex.get(
          placeName(
            name,
            Math.max(
              0,
              composed.value.menus
                .get(name)
                ?.items.findIndex(({ id }) => id === composed.value.menus.get(name)?.start) ?? 0,
            ),
          ),
        ) ?? stateIndex.value,
      ),
    atState: go,
  }
}
