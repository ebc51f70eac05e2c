import { useMutationObserver } from '@vueuse/core'
import { computed, onMounted, onScopeDispose, ref, watch } from 'vue'
import { usePageKeys } from './pageKeys.ts'

/**
 * The main button first, whatever stands above it: its number is the same at every step. What has a key of its own has no
 * number.
 */
const BUTTONS = ['#primary-action', '#left-actions', 'main'].map(
  (place) => `${place} button.act:not(:has(.key-hint), [data-key-hint]:not([data-nth]))`,
)
/** Its number: for the eye, for whoever is told it, and that it is one of these. */
const MARKS = ['data-key-hint', 'aria-keyshortcuts', 'data-nth'] as const
/** So long a number that has come to mean another button is not pressed: the finger was on its way already. */
const SETTLED_MS = 400

/** Who on the page has lines of their own that the digits confirm. */
const withOwnDigits = ref(0)
/** While this component lives, the digits are for its own lines. */
export function useOwnDigits(): void {
  withOwnDigits.value++
  onScopeDispose(() => withOwnDigits.value--)
}

/**
 * Buttons of a page pressed by the digit that stands on them, nine at most. A number that has come to mean something
 * else while the finger was on its way presses nothing.
 *
 * @param isOn whether the digits are for the buttons now
 */
export function useNumberedButtons(isOn: () => boolean = () => true): void {
  const said = new Map<number, string>()
  const changedAt = new Map<number, number>()
  const isNumbered = computed(() => isOn() && withOwnDigits.value === 0)
  const numbered = (): HTMLButtonElement[] =>
    isNumbered.value
      ? BUTTONS.flatMap((of) => [...document.querySelectorAll<HTMLButtonElement>(of)])
          // What is folded away is not pressed either.
          .filter((button) => button.checkVisibility())
          .slice(0, 9)
      : []
  const wipe = (kept: readonly HTMLButtonElement[] = []): void => {
    for (const old of document.querySelectorAll<HTMLButtonElement>('button[data-nth]'))
      if (!kept.includes(old)) for (const name of MARKS) old.removeAttribute(name)
  }
  const number = (): void => {
    const buttons = numbered()
    wipe(buttons)
    for (const [index, button] of buttons.entries()) {
      const [nth, says] = [index + 1, button.textContent.trim()]
      if (said.has(nth) && said.get(nth) !== says) changedAt.set(nth, performance.now())
      said.set(nth, says)
      for (const name of MARKS) button.setAttribute(name, String(nth))
    }
  }
  onMounted(number)
  watch(isNumbered, number, { flush: 'post' })
  useMutationObserver(document.body, number, {
    childList: true,
    subtree: true,
    characterData: true,
    // Something is folded, or unfolded.
    attributeFilter: ['open'],
  })
  onScopeDispose(wipe)
  usePageKeys({
    key: 'digit',
    does: 'keyHelp.numbered',
    when: () => isNumbered.value,
    press(nth) {
      const button = numbered()[nth - 1]
      if (!button) return false
      if (performance.now() - (changedAt.get(nth) ?? -SETTLED_MS) >= SETTLED_MS) button.click()
      return true
    },
  })
}
