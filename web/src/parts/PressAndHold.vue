<script setup lang="ts">
import { useEventListener, useIntervalFn } from '@vueuse/core'
import { ref } from 'vue'
import { isForThePage } from './pageKeys.ts'

/** What cannot be undone: a button, or Enter, to be held, with a filling edge. Letting go early does nothing. */
const props = defineProps<{ disabled?: boolean }>()
const emit = defineEmits<{ held: [] }>()
const HOLD_MS = 1200
const STEP_MS = 40
const filled = ref(0)
let begunAtMs = 0
const { pause, resume } = useIntervalFn(
  () => {
    filled.value = (performance.now() - begunAtMs) / HOLD_MS
    if (filled.value < 1) return
    stop()
    emit('held')
  },
  STEP_MS,
  { immediate: false },
)
/** How far beside it a held finger still counts: a line that comes in above moves the button away under the hand. */
const SLACK_PX = 100
function press(event: PointerEvent): void {
  if (event.currentTarget instanceof Element) event.currentTarget.setPointerCapture(event.pointerId)
  begin()
}
function moved({ currentTarget, clientX, clientY }: PointerEvent): void {
  if (!(currentTarget instanceof Element)) return
  const { left, right, top, bottom } = currentTarget.getBoundingClientRect()
  const beside = Math.max(left - clientX, clientX - right, top - clientY, clientY - bottom)
  if (beside > SLACK_PX) stop()
}
function begin(event?: KeyboardEvent): void {
  if (event?.repeat) return
  begunAtMs = performance.now()
  filled.value = 0
  resume()
}
function stop(): void {
  pause()
  filled.value = 0
}
// Wherever the hands were last, as the list of keys says.
useEventListener('keydown', (event) => {
  if (event.key === 'Enter' && !props.disabled && isForThePage(event)) begin(event)
})
useEventListener('keyup', stop)
</script>

<template>
  <button
    class="relative min-h-14 overflow-hidden border-[3px] border-stop bg-paper px-3 text-base font-bold whitespace-nowrap text-stop xl:px-8 xl:text-xl disabled:border-rule disabled:text-ink-soft"
    :disabled="disabled"
    @pointerdown="press"
    @pointermove="moved"
    @pointerup="stop"
    @pointercancel="stop"
    @keydown.enter.prevent="begin"
    @keydown.space.prevent="begin"
    @keyup="stop"
    @blur="stop"
  >
    <span
      aria-hidden="true"
      class="absolute bottom-0 start-0 h-2 bg-stop"
      :style="{ width: `${Math.min(1, filled) * 100}%` }"
    />
    <slot />
  </button>
</template>
