import AxeBuilder from '@axe-core/playwright'
import { expect, test, type Page } from '@playwright/test'
import { signIn } from './shop.ts'

/** Axe, against WCAG 2.2 A and AA, on the view as it stands. */
async function expectAccessible(page: Page, name: string): Promise<void> {
  const { violations } = await new AxeBuilder({ page })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'])
    .analyze()
  expect(
    violations.map(
      ({ id, nodes }) => `${name}: ${id} at ${nodes.map(({ target }) => target.join(' ')).join('; ')}`,
    ),
  ).toEqual([])
}

test('axe finds nothing on any view, and no view throws or breaks the content policy', async ({ page }) => {
  const faults: string[] = []
  page.on('pageerror', (error) => faults.push(error.message))
  page.on('console', (message) => message.type() === 'error' && faults.push(message.text()))
  await page.goto('/sign-in')
  await expect(page.getByLabel('Name')).toBeVisible()
  await expectAccessible(page, 'sign-in')
  await signIn(page)
  const byCustomer = async (name: string) => {
    await page.goto('/ledger')
    await page.getByRole('link', { name }).click()
    await expect(page.getByRole('banner')).toContainText(name)
  }
  for (const path of ['/counter', '/bench', '/ledger']) {
    await page.goto(path)
    await expect(page.locator('h1')).toBeVisible()
    await expectAccessible(page, path)
  }
  for (const customer of [
    'O. Brandal',
    'L. Torum',
    'A. Quell',
    'F. Ostwick',
    'N. Saltmarsh',
    'P. Holm-Weir',
  ]) {
    await byCustomer(customer)
    await expectAccessible(page, customer)
  }
  await page.getByRole('link', { name: 'The whole job' }).click()
  await expect(page.getByRole('region', { name: 'Events' })).toBeVisible()
  await expectAccessible(page, 'job')
  await page.keyboard.press('?')
  await expect(page.getByRole('heading', { name: 'Keys' })).toBeVisible()
  await expectAccessible(page, 'keys')
  expect(faults).toEqual([])
})

test('with text at 200 % on 1280 by 800 nothing of the counter and the bench is cut off sideways', async ({
  page,
}) => {
  await signIn(page)
  for (const customer of ['O. Brandal', 'L. Torum']) {
    await page.goto('/ledger')
    await page.getByRole('link', { name: customer }).click()
    await expect(page.getByRole('banner')).toContainText(customer)
    await page.evaluate(() => (document.documentElement.style.fontSize = '32px'))
    const overflow = await page.evaluate(
      () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
    )
    expect(overflow).toBeLessThanOrEqual(0)
    const main = (await page.locator('main').boundingBox())?.width ?? 0
    const first =
      (
        await page
          .getByTestId('critical')
          .or(page.getByRole('combobox', { name: 'Model' }))
          .first()
          .boundingBox()
      )?.width ?? 0
    expect(first / main).toBeGreaterThan(0.5)
  }
})

test('a wrong password is refused with a sentence', async ({ page }) => {
  await page.goto('/bench')
  await page.getByLabel('Name').fill('Runa')
  await page.getByLabel('Password').fill('not it')
  await page.getByRole('button', { name: 'Sign in' }).click()
  await expect(page.getByRole('alert')).toHaveText('Name or password is wrong.')
  await page.getByLabel('Password').fill('ferry at nine')
  await page.getByRole('button', { name: 'Sign in' }).click()
  await expect(page.getByRole('heading', { name: 'Bench' })).toBeVisible()
})
