import type { Key, PlacesOf } from '@benevox/words'
import { onKeyStroke } from '@vueuse/core'
import { computed, onScopeDispose, shallowReactive } from 'vue'

/** A message without places. */
type PlainKey = { [K in Key]: PlacesOf<K> extends [] ? K : never }[Key]

/** What a key does on the page while its component lives. */
export interface PageKey {
  /** By its name in small letters, as a browser tells it; `digit` for those from 0 to 9, `letter` for all that mean nothing else. */
  readonly key: string
  /** What it does, in a line of the help. */
  readonly does: PlainKey
  /** Whether it does that now; else it is left to others. */
  readonly when?: () => boolean
  /** False where it was not for it after all. @param n of a digit which @param typed as it would be written */
  readonly press: (n: number, typed: string) => unknown
}

/** All keys of the page, in the order in which their components came. */
const registered = shallowReactive(new Set<PageKey>())
const doesNow = ({ when }: PageKey): boolean => when?.() ?? true

/** What the keys do on this page now; the help and the key strokes are of one mind. */
export const keysNow = computed<readonly PageKey[]>(() => [...registered].filter(doesNow))

/** Keys of the page while a component lives. */
export function usePageKeys(...keys: readonly PageKey[]): void {
  for (const key of keys) registered.add(key)
  onScopeDispose(() => {
    for (const key of keys) registered.delete(key)
  })
}

/**
 * Keys pressed once, without a modifier, in small or large letters. What is typed into a field or list is not for the
 * page, a button keeps the keys that press it, and behind a dialog nothing is pressed. A key that is taken goes nowhere
 * else, so that no letter ends in a field that takes the focus meanwhile. One with two meanings has none, and that is a
 * fault of the program.
 */
export function useKeyStrokes(): void {
  onKeyStroke((event) => {
    if (!isForThePage(event)) return
    const name = /^\d$/.test(event.key) ? 'digit' : event.key.toLowerCase()
    const pressed = keysNow.value.filter(({ key }) => key === name)
    const isLetter = /^\p{L}$/u.test(event.key)
    const [meant, ...others] =
      pressed.length === 0 && isLetter ? keysNow.value.filter(({ key }) => key === 'letter') : pressed
    if (!meant) return
    if (others.length > 0) {
      console.error(`The key ${name} means ${[meant, ...others].map(({ does }) => does).join(' and ')}`)
      return
    }
    if (meant.press(Number(event.key), event.key) !== false) event.preventDefault()
  })
}

function isForThePage({ key, repeat, ctrlKey, metaKey, altKey, target }: KeyboardEvent): boolean {
  // Held down, an arrow goes on; nothing else does.
  if (repeat && !key.startsWith('Arrow')) return false
  if (ctrlKey || metaKey || altKey) return false
  // What a dialog hides is not pressed either.
  if (document.querySelector('[role="dialog"]')) return false
  const isPressable =
    target instanceof HTMLButtonElement ||
    target instanceof HTMLAnchorElement ||
    (target instanceof HTMLElement && target.role === 'radio')
  if (isPressable && /^( |Enter|Arrow.*)$/.test(key)) return false
  return !(
    target instanceof HTMLInputElement ||
    target instanceof HTMLTextAreaElement ||
    target instanceof HTMLSelectElement
  )
}
