import { useLocalStorage } from '@vueuse/core'
import { watchEffect } from 'vue'

/** How this machine shows the pages: chosen once for its place at the counter or the bench, whoever works at it. */
export const VIEWS = ['day', 'night', 'glare'] as const
export const TEXTS = ['usual', 'large', 'largest'] as const
export const HANDS = ['right', 'left'] as const

const one = <const T extends string>(name: string, of: readonly [T, ...T[]]) => {
  const stored = useLocalStorage<T>(`benevox.${name}`, of[0])
  if (!of.includes(stored.value)) stored.value = of[0]
  watchEffect(() => {
    document.documentElement.dataset[name] = stored.value
  })
  return stored
}
export const view = one('view', VIEWS)
export const text = one('text', TEXTS)
/** How a tablet is held at it: upright, or a quarter turn. */
export const held = one('held', ['upright', 'turned'])
export const hand = one('hand', HANDS)
