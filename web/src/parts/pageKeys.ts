import { onKeyStroke } from '@vueuse/core'

/** What a key does; false where it is not for that now, so that it is left to others. */
type Press = () => unknown

/**
 * Keys of the page while a component lives: pressed once, without a modifier, in small or large letters. What is typed
 * into a field or list is not for them, a button keeps the keys that press it, and behind a dialog nothing is pressed. A key
 * that is taken goes nowhere else, so that no letter ends in a field that takes the focus meanwhile.
 * @param keys by their names in small letters
 * @param digit what a figure from 0 to 9 does
 */
export function usePageKeys(keys: Readonly<Record<string, Press>>, digit?: (n: number) => unknown): void {
  onKeyStroke((event) => {
    if (!isForThePage(event)) return
    const press = Object.hasOwn(keys, event.key.toLowerCase()) ? keys[event.key.toLowerCase()] : undefined
    const isDigit = /^\d$/.test(event.key)
    if (!press && !(isDigit && digit)) return
    if ((press ? press() : digit?.(Number(event.key))) !== false) event.preventDefault()
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
