import { expect, test } from '@playwright/test'
import { expectAccessible } from './accessible.ts'
import { signIn } from './shop.ts'

test('results are seen as pictures and read as tables, and each of their figures opens its jobs', async ({
  page,
}) => {
  await signIn(page)
  await page.goto('/results')
  const methods = page.getByTestId('methods').getByRole('button')
  await expect(methods.first()).toHaveAttribute('aria-pressed', 'true')
  const ofVane = methods.filter({ hasText: 'Slide at black, on a computer' }).first()
  await ofVane.click()
  await expect(ofVane).toHaveAttribute('aria-pressed', 'true')
  const section = page.getByRole('region', { name: 'Into recovery, by method' })
  await expect(
    section.getByRole('img', { name: /Slide at black, on a computer.*month by month/ }),
  ).toBeVisible()
  await section.getByText('as a table').click()
  const counted = section.getByRole('button', { name: /^\d+ of \d+$/ }).last()
  await expect(counted).toBeVisible()
  await expectAccessible(page, 'results')
  await counted.click()
  await expect(page).toHaveURL(/\/jobs\?family=.*&method=slide-until-menu&tried=\d{4}-\d\d/)
  await expect(page.getByRole('main').getByRole('listitem').first()).toBeVisible()
  const brought = page.getByRole('button', { name: /^Without: tried in / })
  await expect(brought).toBeVisible()
  await brought.click()
  await expect(brought).toHaveCount(0)

  // Somebody else who has tried nothing is shown nothing of their own.
  await page.goto('/results')
  await page.getByRole('radio', { name: 'my own attempts' }).click()
  await expect(page.getByRole('radio', { name: 'my own attempts' })).toBeChecked()
  // Jobs are of all together: only attempts and cables are one's own.
  await expect(page.getByRole('region', { name: 'What was promised, kept' })).toHaveCount(0)
  await page.getByRole('radio', { name: '36 months' }).click()
  await expect(page.getByRole('radio', { name: '36 months' })).toBeChecked()
})

test('what the route counts with stands in Settings beside what is usual, and at the counter beside its figures', async ({
  page,
}) => {
  await signIn(page)
  await page.goto('/settings')
  const row = page.getByTestId('taught').locator('[data-of=sign-in]')
  await expect(row).toContainText('97 %')
  await expect(row).toContainText(/\d+ of \d+/)
  await expect(page.getByTestId('taught').locator('[data-of="took makers-service"]')).toContainText('10 days')
})
