import { expect, test, type Page } from '@playwright/test'
import { expectAccessible } from './accessible.ts'
import { agreedTo, confirmOrder, offerOf, paperOf, signIn, tellIt } from './shop.ts'

const LOCKED = {
  complaint: 'carrier-lock-only',
  carrierLocked: 'yes',
  originalCarrier: 'Skerry Mobile',
  carrierCountry: 'DE',
  imei: '490154203237518',
} as const
const main = (page: Page) => page.locator('.act-main')
const step = (page: Page) => page.locator('li[aria-current=step]')

const dayFromNow = (days: number) => new Date(Date.now() + days * 86_400_000).toISOString().slice(0, 10)

async function handedBack(page: Page): Promise<string> {
  await page.getByRole('link', { name: 'Go to the hand-back' }).click()
  await page.getByLabel('Price').fill('0')
  await page.getByRole('button', { name: 'Hand back and close' }).click()
  return paperOf(page)
}

test('a device said to be locked that takes another SIM: nothing is ordered, and the document says how it was seen', async ({
  page,
}) => {
  await signIn(page)
  const id = await agreedTo(page, 'vane 5', LOCKED)
  await page.goto(`/carrier-lock/${id}`)
  await expect(step(page)).toContainText('See that it is on today')
  await expect(main(page)).toHaveText(['Another SIM is refused'])
  await expectAccessible(page, 'whether it is on')
  await page.getByRole('button', { name: 'Its page says not locked' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('It is not locked')
  // What the page says is no proof: a SIM is.
  await expect(page.getByText('Nothing is ordered and nothing is paid.')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Order' })).toHaveCount(0)
  await page.goto(`/jobs/${id}`)
  await expect(page.getByText('Its page says not locked')).toBeVisible()
  await page.goto(`/carrier-lock/${id}`)
  await page.getByRole('button', { name: 'Another SIM works' }).click()
  await expect(page.getByText('Confirmed off. Another carrier’s SIM works.')).toBeVisible()
  expect(await handedBack(page)).toMatch(/Carrier lock\s+Confirmed off: another carrier’s SIM works/)
})

test('the carrier is asked first: it answers later, then unlocks for free, and another SIM proves it', async ({
  page,
}) => {
  await page.clock.install()
  await signIn(page)
  const id = await agreedTo(page, 'vane 5', LOCKED)
  await page.goto(`/carrier-lock/${id}`)
  await main(page).click()
  await expect(step(page)).toContainText('Ask the original carrier')
  await expect(page.getByRole('complementary').getByText('Skerry Mobile (Germany)')).toBeVisible()
  await page.getByRole('button', { name: 'Asked by telephone' }).click()
  await expect(step(page)).toContainText('Wait for the carrier')
  await expect(page.getByRole('heading', { name: 'Waiting: original carrier' })).toBeVisible()
  // A day that is past is none to wait for.
  const day = page.getByLabel('It will, by:')
  await day.fill('2020-01-01')
  await expect(page.getByRole('button', { name: 'Keep this day' })).toBeDisabled()
  await day.fill(dayFromNow(10))
  await page.getByRole('button', { name: 'Keep this day' }).click()
  await page.goto('/carrier-lock')
  await expect(page.getByRole('link', { name: /Z. Testwell.*original carrier by/ }).first()).toBeVisible()
  await page.goto(`/carrier-lock/${id}`)
  await page.clock.fastForward(12 * 86_400_000)
  await expect(page.getByText('Ask the carrier again.')).toBeVisible()
  await page.getByRole('button', { name: 'The carrier has unlocked it' }).click()
  await expect(step(page)).toContainText('See that another SIM works')
  await page.getByRole('button', { name: 'Another SIM works' }).click()
  await expect(page.getByText('Confirmed off. Another carrier’s SIM works.')).toBeVisible()
  expect(await handedBack(page)).toMatch(/Carrier lock\s+Confirmed off: another carrier’s SIM works/)
})

test('the supplier is chosen by what follows, and nothing is paid before each line is confirmed', async ({
  page,
}) => {
  await signIn(page)
  const id = await agreedTo(page, 'vane 5', { ...LOCKED, imeiSecond: '001001012345671' })
  await tellIt(
    page,
    id,
    { kind: 'carrier-lock-seen', on: true, by: 'other-sim' },
    { kind: 'carrier-answered', says: 'refused' },
  )
  await page.goto(`/carrier-lock/${id}`)
  const offers = page.getByTestId('offer')
  await expect(offers).toHaveCount(2)
  await expect(offers.first()).toContainText('If it fails:')
  await expectAccessible(page, 'the offers')
  // Who needs it within days orders from the quick one first.
  await page.getByLabel('The customer needs it by:').fill(dayFromNow(5))
  await expect(offers.first()).toContainText('Greywater Releases')
  await offerOf(page, 'Keelhouse Codes').getByRole('button', { name: 'Order' }).click()
  const summary = page.getByRole('region', { name: 'Check before paying' })
  await expect(summary).toContainText('It has a second IMEI, 00-100101-234567-1')
  await expect(summary).toContainText('Skerry Mobile (Germany)')
  await expectAccessible(page, 'the summary')
  await page.getByRole('button', { name: 'Do not order' }).click()
  await offerOf(page, 'Greywater Releases').getByRole('button', { name: 'Order' }).click()
  await confirmOrder(page)
  await expect(page.getByText('waiting for the answer')).toBeVisible()
  await expect(step(page)).toContainText('Wait for the supplier')
})
