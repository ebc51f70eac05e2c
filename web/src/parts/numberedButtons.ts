import { useMutationObserver } from '@vueuse/core'
import { computed, onMounted, onScopeDispose, ref, watch } from 'vue'
import { usePageKeys } from './pageKeys.ts'

/** What has a key of its own has no number; nor has what moves money, which no one key does. */
const FREE = ':not(:has(.key-hint), [data-key-hint]:not([data-nth]), [data-moves-money])'
const MAIN = `#primary-action button.act-main${FREE}`
const OTHERS = ['#primary-action', '#left-actions', 'main'].map(
  (place) => `${place} button.act${FREE}:not(#primary-action .act-main)`,
)
const LAST = 9
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

/** What can be seen of a page: what is folded away is not pressed either. */
const seen = (of: string): HTMLButtonElement[] =>
  [...document.querySelectorAll<HTMLButtonElement>(of)].filter((button) => button.checkVisibility())

/**
 * Buttons of a page pressed by the digit that stands on them, nine at most. 1 is the main button, at every step, and
 * nothing else where there is none; the others follow from above. A number that has come to mean something else while the
 * finger was on its way presses nothing.
 *
 * @param isOn whether the digits are for the buttons now
 * @param first the number of the first button that is not the main one
 */
export function useNumberedButtons({
  isOn = () => true,
  first = 2,
}: { isOn?: () => boolean; first?: number } = {}): void {
  const said = new Map<number, string>()
  const changedAt = new Map<number, number>()
  const isNumbered = computed(() => isOn() && withOwnDigits.value === 0)
  function numbered(): ReadonlyMap<number, HTMLButtonElement> {
    if (!isNumbered.value) return new Map()
    const others = OTHERS.flatMap(seen).map((button, index) => [first + index, button] as const)
    const [main] = seen(MAIN)
    return new Map([...(main ? [[1, main] as const] : []), ...others.filter(([nth]) => nth <= LAST)])
  }
  const wipe = (kept: readonly HTMLButtonElement[] = []): void => {
    for (const old of document.querySelectorAll<HTMLButtonElement>('button[data-nth]'))
      if (!kept.includes(old)) for (const name of MARKS) old.removeAttribute(name)
  }
  const number = (): void => {
    const buttons = numbered()
    wipe([...buttons.values()])
    for (const [nth, button] of buttons) {
      const says = button.textContent.trim()
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
      const button = numbered().get(nth)
      if (!button) return false
      if (performance.now() - (changedAt.get(nth) ?? -SETTLED_MS) >= SETTLED_MS) button.click()
      return true
    },
  })
}
