import AxeBuilder from '@axe-core/playwright'
import { expect, type Page } from '@playwright/test'

/** Axe, against WCAG 2.2 A and AA, on the view as it stands: one page without frames, which needs no second one. */
export async function expectAccessible(page: Page, name: string): Promise<void> {
  const { violations } = await new AxeBuilder({ page })
    .options({ resultTypes: ['violations'] })
    .setLegacyMode()
    .withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'])
    .analyze()
  expect(
    violations.map(
      ({ id, nodes }) => `${name}: ${id} at ${nodes.map(({ target }) => target.join(' ')).join('; ')}`,
    ),
  ).toEqual([])
}
