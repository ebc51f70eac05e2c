import AxeBuilder from '@axe-core/playwright'
import { expect, type Page } from '@playwright/test'

const WCAG = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa']
/** What hangs on words and on how long they are; the rest is the same in each language. */
export const OF_WORDS = [
  'aria-command-name',
  'aria-dialog-name',
  'aria-input-field-name',
  'aria-toggle-field-name',
  'button-name',
  'document-title',
  'form-field-multiple-labels',
  'html-has-lang',
  'html-lang-valid',
  'input-button-name',
  'label',
  'label-content-name-mismatch',
  'link-name',
  'scrollable-region-focusable',
  'select-name',
  'svg-img-alt',
  'target-size',
  'valid-lang',
]

/**
 * Axe, against WCAG 2.2 A and AA, on the view as it stands: one page without frames, which needs no second one.
 * @param rules those alone, where the others are looked at elsewhere on the same view
 */
export async function expectAccessible(page: Page, name: string, rules?: readonly string[]): Promise<void> {
  const axe = new AxeBuilder({ page }).options({ resultTypes: ['violations'] }).setLegacyMode()
  // What the row of actions covers by chance can be scrolled to: it is no smaller for that.
  const layRow = (position: string) =>
    page.evaluate((to) => {
      for (const row of document.querySelectorAll('footer')) row.style.position = to
    }, position)
  await layRow('static')
  const { violations } = await (rules ? axe.withRules([...rules]) : axe.withTags(WCAG)).analyze()
  await layRow('')
  expect(
    violations.map(
      ({ id, nodes }) => `${name}: ${id} at ${nodes.map(({ target }) => target.join(' ')).join('; ')}`,
    ),
  ).toEqual([])
}
