import { shallowRef, watch, type Ref } from 'vue'

/**
 * The same, one picture later: what somebody waits for is on the screen before this is drawn. What is there at the start
 * is shown at once.
 */
export function useAfterPicture<T>(source: () => T): Readonly<Ref<T>> {
  const shown = shallowRef(source())
  const show = () => (shown.value = source())
  watch(source, () => requestAnimationFrame(() => setTimeout(show)))
  return shown
}
