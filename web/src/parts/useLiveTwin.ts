import type { KeyId, LinkKind, Posture, StartState } from '@benevox/core/catalog'
import type { Move } from '@benevox/core/diagnosis'
import { situationAtStart } from '@benevox/core/method'
import {
  durationsAt,
  Twin,
  type Machine,
  type MachineState,
  type Observation,
  type Situation,
  type TwinInput,
} from '@benevox/core/twin'
import { useRafFn } from '@vueuse/core'
import { ref, shallowRef, watch, type Ref } from 'vue'

/** The twin under one's own fingers, in real time. */
export function useLiveTwin(
  machine: Ref<Machine>,
  start: Ref<StartState>,
  situation: Ref<Situation>,
  unit: Ref<'min' | 'median' | 'max'>,
) {
  let twin: Twin | undefined
  const atMs = ref(0)
  const state = shallowRef<MachineState>()
  const held = shallowRef<readonly KeyId[]>([])
  const link = ref<LinkKind>('none')
  const posture = ref<Posture>('open')
  const seen = shallowRef<readonly Observation[]>([])
  /** The word that the screen shows to be typed. */
  const word = ref<string>()
  const isRunning = ref(false)
  /** All that fingers have done since the start. */
  let moves: Move[] = []

  const { pause, resume } = useRafFn(
    ({ delta }) => {
      if (!twin) return
      atMs.value += delta
      twin.advanceTo(atMs.value)
      show()
    },
    { immediate: false },
  )

  function show(): void {
    if (!twin) return
    if (twin.state !== state.value) state.value = twin.state
    if (twin.shownCount !== seen.value.length) seen.value = twin.observations
    link.value = twin.link
    posture.value = twin.posture
    word.value = twin.word
  }

  function begin(): void {
    const from = machine.value.starts[start.value]
    if (from === undefined) return
    twin = new Twin(
      machine.value,
      from,
      situationAtStart(start.value, situation.value),
      durationsAt(machine.value, unit.value),
    )
    atMs.value = 0
    moves = []
    held.value = []
    isRunning.value = true
    show()
    resume()
  }

  function apply(...batch: TwinInput[]): void {
    if (!twin) return
    const nowMs = Math.max(atMs.value, twin.nowMs)
    twin.apply(nowMs, batch)
    moves = [...moves, ...batch.map((input) => ({ atMs: nowMs, input }))]
    held.value = twin.heldKeys
    show()
  }

  function end(): void {
    pause()
    twin = undefined
    isRunning.value = false
  }

  watch([machine, start, situation, unit], end)
  return {
    atMs,
    state,
    held,
    link,
    posture,
    word,
    seen,
    isRunning,
    moves: (): readonly Move[] => moves,
    begin,
    end,
    keyDown: (key: KeyId) => !held.value.includes(key) && apply({ kind: 'key-down', key }),
    keyUp: (key: KeyId) => held.value.includes(key) && apply({ kind: 'key-up', key }),
    apply,
  }
}
