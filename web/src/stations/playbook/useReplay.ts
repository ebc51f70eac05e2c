import type { KeyId, LinkKind, Posture, Method } from '@benevox/core/catalog'
import {
  performPlan,
  planOf,
  type Action,
  type Performance,
  type Plan,
  type Slips,
} from '@benevox/core/method'
import {
  durationsAt,
  Twin,
  type DrawnDurations,
  type Machine,
  type MachineState,
  type Observation,
  type Situation,
} from '@benevox/core/twin'
import { useRafFn } from '@vueuse/core'
import { computed, ref, watch, type Ref } from 'vue'

/** What may be done wrong on purpose, to see what it looks like. */
export type Mistake =
  | { readonly kind: 'none' }
  | { readonly kind: 'late'; readonly step: number; readonly ms: number }
  | { readonly kind: 'other-key'; readonly key: KeyId; readonly instead: KeyId }
  | { readonly kind: 'dead-key'; readonly key: KeyId }
  | { readonly kind: 'other-cable'; readonly link: LinkKind }

/** One thing that happens in a run: what the hand does, or what the device shows. */
export type Happening =
  | { readonly kind: 'hand'; readonly atMs: number; readonly action: Action }
  | { readonly kind: 'device'; readonly atMs: number; readonly seen: Observation }

interface Now {
  readonly state: MachineState
  readonly held: readonly KeyId[]
  readonly link: LinkKind
  readonly posture: Posture
}
type Run = { readonly plan: Plan; readonly done: Performance } | undefined

/** After the last move the run is watched for so long. */
const AFTER_MS = 3000

/** A method done on the twin with one mistake or none, to be gone through step by step or in real time. */
export function useReplay(
  machine: Ref<Machine>,
  method: Ref<Method | undefined>,
  situation: Ref<Situation>,
  unit: Ref<'min' | 'median' | 'max'>,
  mistake: Ref<Mistake>,
) {
  const atMs = ref(0)
  const isPlaying = ref(false)
  const pace = ref(1)
  const durations = computed<DrawnDurations>(() => durationsAt(machine.value, unit.value))
  const run = computed<Run>(() => {
    if (!method.value) return undefined
    try {
      const plan = planOf(machine.value, withCable(method.value, mistake.value), situation.value)
      return { plan, done: performPlan(plan, durations.value, slipsOf(mistake.value)) }
    } catch {
      return undefined
    }
  })
  const happenings = computed<readonly Happening[]>(() =>
    run.value ? inOrder(run.value, durations.value, lastMoveMs(run.value.done)) : [],
  )
  const endMs = computed(() => (run.value ? lastMoveMs(run.value.done) : 0))
  const soFar = computed(() => happenings.value.filter((one) => one.atMs <= atMs.value))
  /** The twin again up to the instant looked at: its state, its keys, its cable and how it is folded. */
  const now = computed<Now | undefined>(() => {
    if (!run.value) return undefined
    const { plan, done } = run.value
    const twin = new Twin(machine.value, plan.start, plan.situation, durations.value)
    for (const [ms, batch] of batchesOf(done.actions)) {
      if (ms > atMs.value) break
      twin.apply(
        ms,
        batch.map(({ input }) => input),
      )
    }
    twin.advanceTo(Math.max(twin.nowMs, atMs.value))
    return { state: twin.state, held: twin.heldKeys, link: twin.link, posture: twin.posture }
  })
  const stepNow = computed(() => {
    const last = soFar.value.findLast((one) => one.kind === 'hand')
    return last?.kind === 'hand' ? last.action.step : -1
  })

  const { pause, resume } = useRafFn(
    ({ delta }) => {
      atMs.value = Math.min(endMs.value, atMs.value + delta * pace.value)
      if (atMs.value >= endMs.value) stop()
    },
    { immediate: false },
  )
  function stop(): void {
    isPlaying.value = false
    pause()
  }
  function play(): void {
    if (atMs.value >= endMs.value) atMs.value = 0
    isPlaying.value = true
    resume()
  }
  watch([machine, method, situation, unit, mistake], () => {
    stop()
    atMs.value = 0
  })

  return {
    atMs,
    isPlaying,
    pace,
    run,
    happenings,
    soFar,
    now,
    stepNow,
    endMs,
    play,
    stop,
    /** To the next or the last instant at which something happens. */
    go(direction: 1 | -1): void {
      stop()
      const instants = [...new Set([0, ...happenings.value.map((one) => one.atMs)])]
      const next =
        direction > 0 ? instants.find((ms) => ms > atMs.value) : instants.findLast((ms) => ms < atMs.value)
      atMs.value = next ?? (direction > 0 ? endMs.value : 0)
    },
    toStart(): void {
      stop()
      atMs.value = 0
    },
  }
}

function withCable(method: Method, mistake: Mistake): Method {
  if (mistake.kind !== 'other-cable') return method
  return {
    ...method,
    steps: method.steps.map((step) =>
      step.do === 'plug' && step.link !== 'none' ? { ...step, link: mistake.link } : step,
    ),
  }
}

function slipsOf(mistake: Mistake): Slips {
  switch (mistake.kind) {
    case 'late':
      return { lateMs: new Map([[mistake.step, mistake.ms]]) }
    case 'other-key':
      return { keyInstead: new Map([[mistake.key, mistake.instead]]) }
    case 'dead-key':
      return { deadKeys: [mistake.key] }
    case 'none':
    case 'other-cable':
      return {}
  }
}

/** A run that never reaches its goal is watched for a while only, not until patience ends. */
function lastMoveMs({ actions, observations, reached, endedAtMs }: Performance): number {
  if (reached) return endedAtMs + AFTER_MS
  const lastMs = Math.max(0, ...actions.map(({ atMs }) => atMs), ...observations.map(({ atMs }) => atMs))
  return Math.min(endedAtMs, lastMs + AFTER_MS)
}

/** Moves and sights in the order in which they come about: what a timer brings before the move of the same instant. */
function inOrder(
  { plan, done }: NonNullable<Run>,
  durations: DrawnDurations,
  endMs: number,
): readonly Happening[] {
  const twin = new Twin(plan.machine, plan.start, plan.situation, durations)
  const happenings: Happening[] = []
  let shown = 0
  const look = () => {
    for (const seen of twin.observations.slice(shown))
      happenings.push({ kind: 'device', atMs: seen.atMs, seen })
    shown = twin.shownCount
  }
  for (const [ms, batch] of batchesOf(done.actions)) {
    twin.advanceTo(ms)
    look()
    for (const action of batch) happenings.push({ kind: 'hand', atMs: ms, action })
    twin.apply(
      ms,
      batch.map(({ input }) => input),
    )
    look()
  }
  twin.advanceTo(Math.max(twin.nowMs, endMs))
  look()
  return happenings.filter(({ atMs }) => atMs <= endMs)
}

/** The moves as they were made: those of one step at one instant are one; a step of the same instant comes after it. */
function batchesOf(
  actions: readonly Action[],
): readonly (readonly [atMs: number, batch: readonly Action[]])[] {
  const batches: [number, Action[]][] = []
  for (const action of actions) {
    const [ms, batch] = batches.at(-1) ?? []
    if (ms === action.atMs && batch?.[0]?.step === action.step) batch.push(action)
    else batches.push([action.atMs, [action]])
  }
  return batches
}
