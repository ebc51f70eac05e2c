import type { Answer } from '@benevox/contract'
import { expect, type Page } from '@playwright/test'

/** The form in which a family is taught, as a hand uses it. */

export const tab = (page: Page, name: string) => page.getByRole('tab', { name }).click()

/** Follows what the form says is missing: the named part for each gap, and every time it asks for. */
export async function fillTheGaps(page: Page, parts: Readonly<Record<string, string>>): Promise<void> {
  const missing = page.getByRole('region', { name: 'Still missing' })
  for (const [place, part] of Object.entries(parts)) {
    const row = missing.getByRole('listitem').filter({ hasText: `names “${place}”, which` })
    await row.getByRole('button', { name: new RegExp(`^${part} `) }).click()
    await expect(row).toHaveCount(0)
  }
  const time = missing.getByRole('button', { name: 'Add this time' })
  while ((await time.count()) > 0) {
    const before = await time.count()
    await time.first().click()
    await expect(time).toHaveCount(before - 1)
  }
  await expect(missing).toHaveCount(0)
}

export async function setTimes(
  page: Page,
  times: Readonly<Record<string, readonly [number, number, number]>>,
) {
  await tab(page, 'Times')
  for (const [name, seconds] of Object.entries(times))
    for (const [n, which] of (['quickest', 'usual', 'slowest'] as const).entries()) {
      const field = page.getByLabel(`${name}, ${which}`)
      await field.fill(String(seconds[n]))
      await field.blur()
    }
}

export async function catalogue(page: Page): Promise<Answer<'getCatalog'>> {
  return (await page.request.get('/api/catalog')).json() as Promise<Answer<'getCatalog'>>
}
