/** Whether a key is meant for the page: pressed once, with no modifier, and not into a field, list or button. */
export function isForThePage({ repeat, ctrlKey, metaKey, altKey, target }: KeyboardEvent): boolean {
  if (repeat || ctrlKey || metaKey || altKey) return false
  return !(
    target instanceof HTMLInputElement ||
    target instanceof HTMLTextAreaElement ||
    target instanceof HTMLSelectElement ||
    target instanceof HTMLButtonElement
  )
}
