import { expect, test, type Page } from '@playwright/test'
import { agreedTo, signIn } from './shop.ts'

const MOST_BYTES = 200_000

/** What comes over the wire until something is there, headers and fonts included. @returns bytes */
async function bytesUntil(
  page: Page,
  path: string,
  isThere: (page: Page) => Promise<unknown>,
): Promise<number> {
  const wire = await page.context().newCDPSession(page)
  await wire.send('Network.enable')
  await wire.send('Network.setCacheDisabled', { cacheDisabled: true })
  let bytes = 0
  // Nothing is fetched ahead before: what comes while nobody waits is not waited for.
  await page.addInitScript(() => {
    const later: (() => void)[] = []
    window.requestIdleCallback = (work) =>
      later.push(() => {
        work({ didTimeout: false, timeRemaining: () => 50 })
      })
    Object.assign(window, { goesIdle: () => later.splice(0).forEach((work) => work()) })
  })
  wire.on('Network.loadingFinished', ({ encodedDataLength }) => (bytes += encodedDataLength))
  await page.goto(path)
  await isThere(page)
  await page.waitForLoadState('networkidle')
  return bytes
}

test('the first page is small: sign-in, and the counter for whoever is signed in', async ({ page }) => {
  const signInBytes = await bytesUntil(page, '/sign-in', (at) => at.getByLabel('Password').waitFor())
  // All that it is made of has come: less would be no page.
  expect(signInBytes).toBeGreaterThan(100_000)
  expect(signInBytes).toBeLessThanOrEqual(MOST_BYTES)
  await signIn(page)
  // As many are open as a page of the list holds.
  for (let n = 0; n < 50; n++) await agreedTo(page, 'vane 5')
  const counter = await page.context().newPage()
  const counterBytes = await bytesUntil(counter, '/counter', (at) =>
    at.getByRole('button', { name: 'Check in a device' }).waitFor(),
  )
  expect(counterBytes).toBeGreaterThan(100_000)
  expect(counterBytes).toBeLessThanOrEqual(MOST_BYTES)
  await expect(counter.getByRole('navigation', { name: 'Stations' })).toContainText('Hand back')
})

test('a station that was fetched before opens while nothing can be fetched; one that was not waits, and comes', async ({
  page,
  context,
}) => {
  await signIn(page)
  const id = await agreedTo(page, 'vane 5')
  // Without a line nothing of the page was there: it says so, and comes once the line is back.
  let isCut = true
  await page.addInitScript(() => (window.requestIdleCallback = () => 0))
  await page.goto('/counter')
  await expect(page.getByRole('button', { name: 'Check in a device' })).toBeVisible()
  await context.route(/\/(assets|api)\//, (route) => (isCut ? route.abort() : route.continue()))
  await page.evaluate((path) => {
    history.pushState({}, '', path)
    dispatchEvent(new PopStateEvent('popstate', { state: {} }))
  }, `/bench/${id}`)
  await expect(page).toHaveURL(/counter|bench/)
  await expect(page.getByRole('region', { name: 'Have in hand' })).toBeHidden()
  isCut = false
  await expect(page.getByRole('region', { name: 'Have in hand' })).toBeVisible()

  // Somebody who begins with the line up has every station afterwards, whatever becomes of the files.
  const other = await context.newPage()
  const fetched: string[] = []
  other.on('response', (response) => fetched.push(response.url()))
  await other.goto('/counter')
  // The last of them.
  await expect.poll(() => fetched.some((url) => url.includes('SwitchPerson'))).toBe(true)
  await other.waitForLoadState('networkidle')
  await context.unroute(/\/(assets|api)\//)
  await context.route(/\/assets\//, (route) => route.abort())
  for (const station of ['Bench', 'Account lock', 'Jobs']) {
    await other.getByRole('link', { name: new RegExp(`^${station}`) }).click()
    await expect(other.getByRole('heading', { level: 1 })).toBeVisible()
  }
  await other
    .getByRole('link', { name: /Z. Testwell/ })
    .first()
    .click()
  await expect(other.locator('footer')).toBeVisible()
})

test('a station whose file is slow to come says that it opens, and moves nothing meanwhile', async ({
  page,
}) => {
  await signIn(page)
  await agreedTo(page, 'vane 5')
  await page.addInitScript(() => (window.requestIdleCallback = () => 0))
  await page.goto('/bench')
  const link = page.getByRole('link', { name: /Z. Testwell/ }).first()
  await expect(link).toBeVisible()
  const before = await link.boundingBox()
  let comes = (): void => undefined
  const isHeld = new Promise<void>((resolve) => (comes = resolve))
  await page.route(/BenchPage/, async (route) => {
    await isHeld
    await route.continue()
  })
  await link.click()
  await expect(page.getByText('Opening …')).toBeVisible()
  expect(await link.boundingBox()).toEqual(before)
  comes()
  await expect(page).toHaveURL(/\/bench\/\d+$/)
  await expect(page.getByRole('region', { name: 'Have in hand' })).toBeVisible()
  await expect(page.getByText('Opening …')).toBeHidden()
})
