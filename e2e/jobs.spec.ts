import { readFileSync } from 'node:fs'
import { expect, test } from '@playwright/test'
import { expectAccessible } from './accessible.ts'
import { agreedTo, checkedIn, signIn } from './shop.ts'

test('jobs are filtered by station, by who checked them in and when; a list is saved under a name, and taken away as a table', async ({
  page,
}) => {
  await signIn(page, 'Teo')
  const { ticket } = await checkedIn(page, 'juno', { complaint: 'carrier-lock-only' })
  await agreedTo(page, 'vane 5')
  await page.goto('/jobs')
  const rows = page.getByRole('main').getByRole('listitem')
  const ours = rows.filter({ hasText: ticket })
  await expect(ours).toBeVisible()
  await page.getByLabel('Checked in by').selectOption('Teo')
  await page.getByRole('combobox', { name: 'Station' }).selectOption('Counter')
  await expect(ours).toBeVisible()
  await expect(page.getByRole('heading', { name: /^Bench/ })).toHaveCount(0)
  await expectAccessible(page, 'jobs filtered')
  await page.getByRole('button', { name: 'Save this list' }).click()
  await page.getByLabel('Name of the list').fill('Mine at the counter')
  await page.keyboard.press('Enter')
  await page.getByRole('combobox', { name: 'Station' }).selectOption('Hand back')
  await expect(ours).toHaveCount(0)
  await page.reload()
  await page.getByRole('button', { name: 'Mine at the counter', exact: true }).click()
  await expect(page.getByRole('combobox', { name: 'Station' })).toHaveValue('counter')
  await expect(ours).toBeVisible()
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'As a table (CSV)' }).click(),
  ])
  const table = readFileSync(await download.path(), 'utf8')
    .trimEnd()
    .split('\r\n')
  expect(table[0]).toContain('ticket,opened_at,station')
  expect(table.slice(1).every((line) => line.includes(',counter,'))).toBe(true)
  expect(table.some((line) => line.startsWith(`${ticket},`))).toBe(true)
  // A day on which nothing was checked in.
  await page.getByRole('button', { name: 'Clear', exact: true }).click()
  await page.getByLabel('up to', { exact: true }).fill('2001-01-01')
  await expect(page.getByText(/^No job fits/)).toBeVisible()
})
