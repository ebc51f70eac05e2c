import type { Family, KeyId } from '@benevox/core/catalog'
import { useEventListener } from '@vueuse/core'
import type { ComputedRef } from 'vue'
import type { useLiveTwin } from './useLiveTwin.ts'

/** Number keys stand for the device's keys, in the order of its edge, while the twin runs. */
export function useTwinKeys(
  live: ReturnType<typeof useLiveTwin>,
  family: () => Family,
  isOn: ComputedRef<boolean>,
): void {
  const keyOf = (event: KeyboardEvent): KeyId | undefined => family().keys[Number(event.key) - 1]?.id
  const isTyping = ({ target }: Event) =>
    target instanceof HTMLInputElement || target instanceof HTMLSelectElement
  useEventListener('keydown', (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event)) return
    const key = keyOf(event)
    if (!isOn.value || !key || !live.isRunning.value) return
    event.preventDefault()
    if (!event.repeat) live.keyDown(key)
  })
  useEventListener('keyup', (event: KeyboardEvent) => {
    const key = keyOf(event)
    if (key && isOn.value) live.keyUp(key)
  })
  useEventListener(window, 'blur', () => {
    for (const key of live.held.value) live.keyUp(key)
  })
}
