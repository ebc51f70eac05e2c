import { computed } from 'vue'
import { text, view } from './view.ts'

/** The colours and letters of the page as they are in this view: a chart is drawn on a canvas, which knows no style. */
export const chartStyle = computed(() => {
  // Read anew whenever another view, or another size of its letters, is chosen.
  const named = { view: view.value, text: text.value }
  const style = getComputedStyle(document.documentElement)
  const colour = (name: string) => style.getPropertyValue(`--color-${name}`).trim()
  return {
    ...named,
    ink: colour('ink'),
    soft: colour('ink-soft'),
    rule: colour('rule'),
    brass: colour('brass'),
    pale: colour('brass-pale'),
    clear: colour('clear'),
    clearPale: colour('clear-pale'),
    waiting: colour('waiting'),
    waitingPale: colour('waiting-pale'),
    stop: colour('stop'),
    family: getComputedStyle(document.body).fontFamily,
    size: Math.round(0.85 * Number.parseFloat(getComputedStyle(document.body).fontSize)),
  }
})
