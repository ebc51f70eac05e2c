import type { Effect, Family, LinkKind, Posture } from '@benevox/core/catalog'
import {
  handledBy,
  idleExitOf,
  inParts,
  quickestPath,
  wayOut,
  wayToWipe,
  whereRecoveryOpens,
  whereTheWipeEnds,
  type PathStep,
} from '@benevox/core/method'
import { stayInRecovery } from '@benevox/core/job'
import { placeName } from '@benevox/core/twin'
import { useNow, useSessionStorage } from '@vueuse/core'
import { computed, type ComputedRef, type Ref } from 'vue'
import { useCatalog } from '../../api/catalog.ts'
import { menuLineText } from '@benevox/words'
import { say, words } from '../../words/index.ts'
import type { JobSession } from '../../job/session.ts'

/** What is kept of one stay in recovery: the next one opens where it begins. */
interface Kept {
  readonly stay: string
  /** The places in the menus, by the names of the machine; empty where they open. */
  readonly before: string
  readonly after: string
  /** What a line asked to be plugged in since; empty where nothing was. */
  readonly link: LinkKind | ''
  /** How a line asked to fold it since; empty where it did not. */
  readonly posture: Posture | ''
  /** When the device was touched last, as far as it was told. */
  readonly touched: number
}
const NOTHING: Kept = { stay: '', before: '', after: '', link: '', posture: '', touched: 0 }

/**
 * Where the cursor stands in the device's menus, and the ways from there. It opens where the method that led into
 * recovery ends on the machine, and after the wipe where that ends. Survives a reload.
 */
export function useMenuPlace(
  job: Pick<JobSession, 'id' | 'situation' | 'methodThatLedIn' | 'saved'>,
  family: ComputedRef<Family>,
  wiped: ComputedRef<boolean>,
  now: Readonly<Ref<Date>> = useNow({ interval: 500 }),
) {
  const catalog = useCatalog()
  const composed = computed(() => catalog.machineOf(family.value))
  const machine = computed(() => composed.value.machine)
  const kept = useSessionStorage<Kept>(`benevox.menu.${job.id}`, NOTHING)
  const stay = computed(() => (job.saved && stayInRecovery(job.saved)) ?? '')
  const ofThisStay = computed(() => (kept.value.stay === stay.value ? kept.value : NOTHING))
  const part = <Name extends keyof Kept>(name: Name) =>
    computed<Kept[Name]>({
      get: () => ofThisStay.value[name],
      set: (value) => (kept.value = { ...ofThisStay.value, stay: stay.value, [name]: value }),
    })
  const plugged = part('link')
  const folded = part('posture')
  const situation = computed(() => ({
    ...job.situation,
    wiped: wiped.value,
    posture:
      folded.value ||
      (family.value.methods.find(({ id }) => id === job.methodThatLedIn)?.steps ?? []).reduce(
        (so, step) => handledBy(step).posture ?? so,
        job.situation.posture,
      ),
    ...(plugged.value ? { link: plugged.value } : {}),
  }))
  const opensAt = computed(
    () =>
      whereRecoveryOpens(
        machine.value,
        family.value,
        { ...job.situation, wiped: false, screenLock: true },
        job.methodThatLedIn,
      ) ??
      machine.value.states.findIndex(
        ({ screen, cursor }) => screen === 'recovery-menu' && cursor !== undefined,
      ),
  )
  const afterWipe = computed(
    () =>
      whereTheWipeEnds(machine.value, opensAt.value, { ...situation.value, loop: false }) ?? opensAt.value,
  )
  const place = part(wiped.value ? 'after' : 'before')
  const stateIndex = computed(
    () => machine.value.stateIndex.get(place.value) ?? (wiped.value ? afterWipe.value : opensAt.value),
  )
  const state = computed(() => machine.value.states[stateIndex.value])
  const menu = computed(() => composed.value.menus.get(state.value?.cursor?.menu ?? ''))
  const touchedAt = part('touched')
  const touchedLastAt = () => touchedAt.value || Date.parse(job.saved?.bench.inRecoveryAt ?? '')
  const touched = () => (touchedAt.value = now.value.getTime())
  const standAt = (index: number) => (place.value = machine.value.states[index]?.name ?? '')
  const idleExit = computed(() => idleExitOf(machine.value, stateIndex.value, situation.value))
  /**
   * How long the menu stays while nobody touches the device, on the quickest unit; negative once it may be gone.
   * Undefined where it stays.
   */
  const staysMs = computed(() => {
    const since = touchedLastAt()
    if (!idleExit.value || !Number.isFinite(since)) return undefined
    return since + idleExit.value.soonestMs - now.value.getTime()
  })
  const isGone = computed(() => (staysMs.value ?? 1) <= 0)
  /** Where it is seen to stand. Seeing stops no clock: it begins anew only where a key was to be pressed first. */
  const seenAt = (index: number) => {
    if (isGone.value && machine.value.states[index]?.cursor?.menu === state.value?.cursor?.menu) touched()
    // At the earliest it left when it first could, and the next clock has run since.
    else if (isGone.value) touchedAt.value = touchedLastAt() + (idleExit.value?.soonestMs ?? 0)
    standAt(index)
  }
  /** One press that moves the cursor and does nothing else: by it the menu stays. Undefined where there is none. */
  const keepsIt = computed(() => {
    const here = state.value?.cursor?.menu
    const isGoal = (index: number) =>
      index !== stateIndex.value && machine.value.states[index]?.cursor?.menu === here
    const path = quickestPath(machine.value, stateIndex.value, { kind: 'state', isGoal }, situation.value)
    return path?.steps.length === 1 && path.steps[0]?.effects.length === 0 ? text(path.steps) : undefined
  })

  const toWipe = computed(() => wayToWipe(machine.value, stateIndex.value, situation.value))
  const toEffect = (effect: Effect) =>
    quickestPath(machine.value, stateIndex.value, { kind: 'effect', effect }, situation.value)?.steps ?? []
  const toCache = computed(() => toEffect('wipe-cache'))
  const toRestart = computed(() => wayOut(machine.value, stateIndex.value, situation.value))
  const text = (steps: readonly PathStep[]) =>
    menuLineText(inParts(steps), words, composed.value.machine.names)
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
    toEffect,
    toRestart,
    text,
    targetOf,
    passesOf,
    otherMenus,
    idleExit,
    /** What it shows once it has left. */
    leavesFor: computed(() => {
      const to = machine.value.states[idleExit.value?.to ?? -1]
      if (!to) return undefined
      const { title } = composed.value.menus.get(to.cursor?.menu ?? '') ?? {}
      return title ?? say(`sign.${to.screen}`)
    }),
    staysMs,
    isGone,
    keepsIt,
    /** These are other menus than was thought: they open where they begin. */
    forget: () => (kept.value = NOTHING),
    /** A key was pressed, and the device still shows this. */
    keyPressed: touched,
    /** It left by itself: where a menu follows, one stands in that. @returns whether it does */
    hasLeft(): boolean {
      const to = idleExit.value?.to ?? -1
      if (!machine.value.states[to]?.cursor) return false
      seenAt(to)
      return true
    },
    atItem: (item: number) =>
      seenAt(
        machine.value.stateIndex.get(placeName(state.value?.cursor?.menu ?? '', item)) ?? stateIndex.value,
      ),
    atMenu: (name: string) =>
      seenAt(
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
    /** These inputs were given. */
    given(steps: readonly PathStep[]): void {
      for (const { input } of steps) {
        const { link, posture } = handledBy(input)
        if (link) plugged.value = link
        if (posture) folded.value = posture
      }
      const last = steps.at(-1)
      touched()
      if (last) standAt(last.to)
    },
  }
}
