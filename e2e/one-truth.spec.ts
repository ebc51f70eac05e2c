import type { Job } from '@benevox/contract'
import { expect, test, type Page } from '@playwright/test'
import { expectAccessible } from './accessible.ts'
import {
  agreedTo,
  answer,
  askFor,
  atAnotherMachine,
  closeJob,
  confirmOrder,
  keysShown,
  knownLine,
  lookForMail,
  ORDINARY,
  paperOf,
  sign,
  signIn,
  supplierSends,
  takeIn,
  takenIn,
  tellIt,
} from './shop.ts'

const read = async (page: Page, id: number): Promise<Job> =>
  (await page.request.get(`/api/jobs/${id}`)).json() as Promise<Job>
const idOf = (page: Page) => Number(/\/(\d+)/.exec(new URL(page.url()).pathname)?.[1])

test('two jobs in one browser, slow answers in both directions: each answer goes to its own job', async ({
  page,
}) => {
  await signIn(page)
  const jobs: number[] = []
  for (const letters of ['vane 5', 'juno']) {
    await takeIn(page, letters)
    await expect(page.getByText('all recorded')).toBeVisible()
    jobs.push(idOf(page))
  }
  const [first = 0, second = 0] = jobs
  const goTo = async (id: number) => {
    await page.locator('nav a[href="/counter"]').click()
    await page.locator(`a[href="/counter/${id}"]`).click()
  }
  await goTo(first)
  await askFor(page, 'How full is the battery?')
  let letGo: () => void = () => undefined
  const held = new Promise<void>((resolve) => (letGo = resolve))
  await page.route(`**/api/jobs/${first}/facts`, async (route) => {
    await held
    await route.continue()
  })
  // A slow change of job 1, and while it is on its way an answer on job 2.
  await page
    .getByRole('radiogroup', { name: 'How full is the battery?' })
    .getByRole('radio', { name: 'Below 20 %' })
    .click()
  await goTo(second)
  await askFor(page, 'Is the battery safe: flat, cool, dry?')
  await page
    .getByRole('radiogroup', { name: 'Is the battery safe: flat, cool, dry?' })
    .getByRole('radio', { name: 'Flat, cool, dry' })
    .click()
  await expect.poll(async () => (await read(page, second)).facts.hazard).toBe('none')
  letGo()
  await expect.poll(async () => (await read(page, first)).facts.battery).toBe('below-20')
  await page.unroute(`**/api/jobs/${first}/facts`)

  // A slow look at job 1, and a name that waits for it: it does not go to job 2.
  let show: () => void = () => undefined
  const hidden = new Promise<void>((resolve) => (show = resolve))
  await page.route(`**/api/jobs/${first}`, async (route) => {
    await hidden
    await route.continue()
  })
  await goTo(first)
  await goTo(second)
  await page.getByRole('textbox', { name: 'Customer’s short name' }).fill('Of the second')
  show()
  await expect.poll(async () => (await read(page, second)).customer.name).toBe('Of the second')
  const [one, two] = [await read(page, first), await read(page, second)]
  expect([one.customer.name, one.facts.battery, one.facts.hazard]).toEqual(['', 'below-20', undefined])
  expect([two.customer.name, two.facts.battery, two.facts.hazard]).toEqual([
    'Of the second',
    undefined,
    'none',
  ])
})

test('a loop whose agreement keeps the data is not wiped through the interface by any path', async ({
  page,
}) => {
  await signIn(page)
  await takeIn(page, 'vane 5')
  await answer(page, {
    ...ORDINARY,
    'What is wrong?': 'Restarts into recovery',
    'How important is the data?': 'Very important',
    'Is there a backup?': 'No',
    'Is an account on the device?': 'No',
    'Does it have a carrier lock?': 'No',
    'What does the registry say?': 'Clean',
  })
  await expect(page.getByTestId('route-main')).toHaveText('Clear the cache from recovery')
  expect(await sign(page)).toContain('Nothing on the device will be deleted by us.')
  const id = idOf(page)
  await page.getByRole('link', { name: 'Go to the bench' }).click()
  await tellIt(page, id, { kind: 'in-recovery' })
  await page.reload()

  // The largest line clears the cache; nothing on the screen leads to the wipe.
  const line = page.getByTestId('menu-line')
  await expect(line).toBeVisible()
  await expect(page.getByText('The signed agreement keeps everything on the device.')).toBeVisible()
  for (const forbidden of ['The wipe confirmation is shown', 'It is wiping'])
    await expect(page.getByRole('button', { name: forbidden })).toHaveCount(0)
  const before = await line.textContent()
  for (const key of ['Space', 'Enter', 'Space']) await page.keyboard.press(key)
  expect(await line.textContent()).toBe(before)
  // Behind a dialog no key of the page is pressed.
  await keysShown(page)
  await page.keyboard.press('x')
  await page.keyboard.press('Escape')
  await expect(page.getByRole('dialog')).toHaveCount(0)
  await expect(line).toBeVisible()
  // On the device's own wipe screen all the same: the button cannot be held, whatever is confirmed.
  for (const screen of await page.locator('main ul li button.underline').all()) {
    if (!(await screen.isVisible())) continue
    await screen.click()
    const hold = page.getByRole('button', { name: 'Hold to reveal the wipe keys' })
    if ((await hold.count()) > 0) await expect(hold).toBeDisabled()
    await page.keyboard.press('Space')
    expect((await read(page, id)).bench.revealedAt).toBeUndefined()
  }
  expect((await read(page, id)).deleted).toBe('no')

  // It helped: handed back, and the paper says what was done and what was not.
  await page.reload()
  await page.getByRole('button', { name: 'It helped: it works again' }).click()
  await page.getByRole('link', { name: 'Go to the hand-back' }).click()
  await closeJob(page)
  const paper = await paperOf(page)
  for (const said of ['The cache was cleared from recovery.', 'We deleted nothing on the device.'])
    expect(paper).toContain(said)
  expect(paper).not.toContain('NIST')
})

test('“it is wiping”, pressed by mistake, is undone by one press, by others with a reason, and all is as it was', async ({
  page,
  browser,
}) => {
  await signIn(page)
  await takenIn(page, 'vane 5')
  const id = idOf(page)
  await tellIt(page, id, { kind: 'in-recovery' })
  await page.reload()
  await page.getByRole('button', { name: 'The wipe confirmation is shown' }).click()
  await page.getByLabel('Scan the tag').fill((await read(page, id)).ticket)
  await page.getByRole('button', { name: 'Compare' }).click()
  // Moved away under the hand by a line that comes in above, it goes on.
  const hold = page.getByRole('button', { name: 'Hold to reveal the wipe keys' })
  await expect(hold).toBeEnabled()
  await hold.hover()
  await page.mouse.down()
  await page.evaluate(() => (document.body.style.paddingTop = '60px'))
  await expect(page.getByTestId('menu-line')).toBeVisible()
  await page.mouse.up()
  await page.evaluate(() => (document.body.style.paddingTop = ''))
  const before = await read(page, id)
  const isAsBefore = async () => {
    const after = await read(page, id)
    expect([after.bench, after.deleted, after.breaches]).toEqual([before.bench, 'no', []])
  }
  await page.getByRole('button', { name: 'It is wiping', exact: false }).last().click()
  await expect(page.getByRole('button', { name: 'Undo “wipe began”' })).toBeVisible()
  await page.locator('body').press('Backspace')
  await expect(page.getByRole('timer')).toHaveCount(0)
  await isAsBefore()
  // Whoever was not at the device says why.
  await tellIt(page, id, { kind: 'wipe-started' })
  const other = await atAnotherMachine(browser, 'Teo')
  await other.goto(`/bench/${id}`)
  await other.getByRole('button', { name: 'Undo “wipe began”' }).click()
  await expect(other.getByRole('button', { name: 'Undo it' })).toBeDisabled()
  await other.getByLabel('Why it is undone').fill('pressed by mistake')
  await other.getByRole('button', { name: 'Undo it' }).click()
  await expect(other.getByRole('timer')).toHaveCount(0)
  await isAsBefore()
  await page.goto(`/jobs/${id}`)
  await expect(page.getByText('took back a step')).toHaveCount(2)
  await expect(page.getByText('at once, without a reason')).toBeVisible()
  await expect(page.getByText('pressed by mistake')).toBeVisible()
})

test('a report of the registry cannot be typed over, and the job says why', async ({ page }) => {
  await signIn(page)
  await takeIn(page, 'juno')
  await answer(page, {
    'What is wrong?': 'Forgot PIN, pattern or password',
    'What does the registry say?': 'Reported',
  })
  await expect(page.getByTestId('route-main')).toHaveText('Refuse: no work on this device')
  await expect(page.getByText('all recorded')).toBeVisible()
  await askFor(page, 'What does the registry say?')
  await page
    .getByRole('radiogroup', { name: 'What does the registry say?' })
    .getByRole('radio', { name: 'Clean' })
    .click()
  await expect(page.getByRole('alert')).toContainText('Only the registry itself can take a report back')
  await expect(knownLine(page, 'What does the registry say?')).toContainText('Reported')
  await expect(page.getByTestId('route-main')).toHaveText('Refuse: no work on this device')
})

test('an authorised release is ordered at the account desk, answered, and proven at the wizard', async ({
  page,
}) => {
  await signIn(page)
  const id = await agreedTo(page, 'juno', {
    complaint: 'second-hand',
    sellerReachable: 'no',
    proofOfPurchase: 'yes',
    imei: '490154203237518',
  })
  const main = page.locator('.act-main')
  // Somebody has brought it into recovery, where nothing is to be done on it: out of it again first.
  await page.goto(`/bench/${id}`)
  await tellIt(page, id, { kind: 'in-recovery' })
  await page.reload()
  await expect(page.getByText('Nothing on this device may be deleted. Restart it: power')).toBeVisible()
  await expect(main).toHaveText(['No longer in recovery'])
  await main.click()
  await expect(main).toHaveText(['Go to the account lock'])
  await main.click()
  await expect(page.getByRole('heading', { name: 'Order an authorised release' })).toBeVisible()
  // The registry's report speaks of another model first: another IMEI was typed, or another device lies here.
  const registry = (model: string | null) =>
    fetch(`${process.env['BENEVOX_REGISTRY'] ?? ''}/control`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ imei: '490154203237518', model }),
    })
  await expect(page.getByText('Order the registry’s report and compare')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Order', exact: true })).toBeDisabled()
  await registry(null)
  const report = page.getByRole('button', { name: 'with a report by e-mail' })
  await report.click()
  await expect(page.getByText('In hand: Tesmar Juno')).toBeVisible()
  await page.getByRole('button', { name: 'Another model' }).click()
  await expect(page.getByText('nothing is released here')).toBeVisible()
  await expectAccessible(page, 'another model')
  await registry('Tesmar Juno')
  await report.click()
  await expect(page.getByText('nothing is released here')).toBeHidden()
  await registry(null)
  await expect(main).toHaveText(['Order'])
  await main.click()
  await confirmOrder(page)
  await expect(page.getByText('waiting for the answer')).toBeVisible()
  await page.goto('/jobs')
  await expect(page.getByRole('link', { name: /Z. Testwell.*account release by/ }).first()).toBeVisible()
  await page.goto(`/account-lock/${id}`)
  await supplierSends(page, id, { send: 'over-the-air' })
  // The main one: among what else may be seen it stands before.
  await lookForMail(page, main.filter({ hasText: 'The account step can be skipped' }))
  await expect(main).toHaveText(['The account step can be skipped'])
  await main.click()
  await expect(page.getByText('Confirmed off. The account lock is out of the way.')).toBeVisible()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('The account step can be skipped')
  await expect(page.getByText('Write to the previous owner')).toBeHidden()
  await expect(main).toHaveText(['Go to the hand-back'])
  await main.click()
  await closeJob(page)
  const paper = await paperOf(page)
  expect(paper).toMatch(/Account lock\s+Confirmed off/)
  expect(paper).toContain('We deleted nothing on the device.')
  await page.goto(`/jobs/${id}`)
  await expect(page.getByText('ordered the account release')).toBeVisible()
})
