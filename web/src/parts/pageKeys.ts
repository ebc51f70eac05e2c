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
  /** Undoes what the press has just done: it was a scanner’s. Without it the press waits until that is known. */
  readonly takeBack?: () => void
}

/**
 * Two letters, digits or signs so close together are a scanner’s: a keyboard tells its keys every 8 to 10 ms, down and up, and
 * nobody’s fingers are that quick. Common practice, no source.
 */
const SCANNER_GAP_MS = 40
/** A burst is over after this. */
const BURST_OVER_MS = 80

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

/** A letter, digit or sign that may still turn out to be the first of a scanner’s. */
interface Maybe {
  readonly meant: PageKey
  /** Presses what has waited. */
  readonly press: () => void
  readonly timer?: ReturnType<typeof setTimeout>
}

/**
 * Keys pressed once, without a modifier, in small or large letters. What is typed into a field or list is not for the
 * page, a button keeps the keys that press it, and behind a dialog nothing is pressed. A key that is taken goes nowhere
 * else, so that no letter ends in a field that takes the focus meanwhile. What a scanner types means no key of the page,
 * its first letter neither: that one waits for a moment, or is taken back. A key with two meanings has none, and that is
 * a fault of the program.
 */
export function useKeyStrokes(): void {
  let lastAtMs = -Infinity
  let isBurst = false
  let maybe: Maybe | undefined

  function settle(): void {
    const one = maybe
    maybe = undefined
    clearTimeout(one?.timer)
    one?.press()
  }
  /** Whether this letter, digit or sign follows another as only a scanner’s does; then the one before it was a scanner’s too. */
  function isScanned(atMs: number): boolean {
    const gapMs = atMs - lastAtMs
    lastAtMs = atMs
    isBurst = isBurst ? gapMs < BURST_OVER_MS : gapMs < SCANNER_GAP_MS
    if (isBurst && maybe) {
      clearTimeout(maybe.timer)
      maybe.meant.takeBack?.()
      maybe = undefined
    }
    return isBurst
  }

  onKeyStroke((event) => {
    // Large letters are typed with it.
    if (event.key === 'Shift') return
    const isWritten = /^[\p{L}\d+*-]$/u.test(event.key)
    if (isWritten && !event.repeat && isScanned(event.timeStamp)) return
    // Whatever comes after it comes after it.
    settle()
    if (!isForThePage(event)) return
    const meant = meaningOf(event.key)
    if (!meant) return
    const press = () => meant.press(Number(event.key), event.key)
    if (!isWritten) {
      if (press() !== false) event.preventDefault()
      return
    }
    event.preventDefault()
    if (meant.takeBack) {
      if (press() !== false) maybe = { meant, press: () => undefined }
      return
    }
    const later = () => registered.has(meant) && doesNow(meant) && press()
    maybe = { meant, press: later, timer: setTimeout(settle, SCANNER_GAP_MS) }
  })
}

/** What a key does on the page now, if it does one thing. */
function meaningOf(key: string): PageKey | undefined {
  const name = /^\d$/.test(key) ? 'digit' : key.toLowerCase()
  const pressed = keysNow.value.filter((one) => one.key === name)
  const isLetter = /^\p{L}$/u.test(key)
  const [meant, ...others] =
    pressed.length === 0 && isLetter ? keysNow.value.filter((one) => one.key === 'letter') : pressed
  if (meant && others.length > 0) {
    console.error(`The key ${name} means ${[meant, ...others].map(({ does }) => does).join(' and ')}`)
    return undefined
  }
  return meant
}

/** Whether a key stroke is for the page, and not for a field, a button or a dialog. */
export function isForThePage({ key, repeat, ctrlKey, metaKey, altKey, target }: KeyboardEvent): boolean {
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
