import { expect, test } from '@playwright/test'
import { expectAccessible } from './accessible.ts'
import { signIn } from './shop.ts'

test('an owner takes somebody in by a link, and lets them go: they are signed in nowhere from then on', async ({
  page,
  browser,
}) => {
  await signIn(page, 'Imke')
  await page.goto('/settings')
  await page.getByRole('link', { name: 'People, who may do what' }).click()
  const main = page.getByRole('main')
  await expect(main.getByRole('row', { name: /Runa/ })).toBeVisible()
  await main.getByLabel('Name', { exact: true }).fill('Odalys')
  await main.getByRole('button', { name: 'Add and make a link' }).click()
  const link = await main.getByText(/\/welcome#/).innerText()
  await expectAccessible(page, 'people')

  const hers = await (await browser.newContext()).newPage()
  await hers.goto(link)
  await expect(hers.getByRole('heading', { name: 'Welcome, Odalys' })).toBeVisible()
  const begin = hers.getByRole('button', { name: 'Begin' })
  await hers.getByLabel('Password').fill('four tin buckets')
  await hers.getByLabel('Personal code').fill('654321')
  await expect(hers.getByRole('status')).toContainText('guessed first')
  await expect(begin).toBeDisabled()
  await hers.getByLabel('Personal code').fill('730164')
  await expectAccessible(hers, 'welcome')
  await begin.click()
  await expect(hers).toHaveURL(/\/counter$/)
  await expect(hers.getByText('Odalys', { exact: true })).toBeVisible()
  // Settings are read by everybody; who is of the shop is its owner's.
  await hers.goto('/settings')
  await expect(hers.getByLabel('Name of the shop')).toHaveJSProperty('readOnly', true)
  await expect(hers.getByRole('link', { name: 'People, who may do what' })).toHaveCount(0)

  await page.reload()
  const row = main.getByRole('row', { name: /Odalys/ })
  const signedIn = page.getByRole('region', { name: 'Signed in' })
  await expect(signedIn).toContainText('Odalys')
  await row.getByRole('button', { name: 'Leaves' }).click()
  await row.getByRole('button', { name: 'Keep' }).click()
  await row.getByRole('button', { name: 'Leaves' }).click()
  await row.getByRole('button', { name: 'Leaves now' }).click()
  await expect(row).toContainText('left on')
  await expect(signedIn).not.toContainText('Odalys')
  await expect(page.getByRole('region', { name: 'What happened' })).toContainText('let Odalys go')
  await hers.getByRole('link', { name: 'Jobs' }).click()
  await expect(hers).toHaveURL(/\/sign-in/)
  await hers.goto(link)
  await hers.reload()
  await expect(hers.getByRole('alert')).toContainText('leads nowhere')
  // Somebody keeps the shop.
  await main.getByRole('row', { name: /Imke/ }).getByRole('button', { name: 'Leaves' }).click()
  await main.getByRole('button', { name: 'Leaves now' }).click()
  await expect(page.getByRole('alert')).toContainText('Somebody has to keep the shop')
})
