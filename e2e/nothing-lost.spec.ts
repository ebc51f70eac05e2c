import type { Answer } from '@benevox/contract'
import { expect, test, type Page } from '@playwright/test'
import { scan } from './scanner.ts'
import {
  agreedTo,
  allInHand,
  answer,
  askFor,
  atAnotherMachine,
  knownLine,
  openJobOf,
  signIn,
  takeIn,
  unfold,
} from './shop.ts'

test('a half-filled job survives a reload', async ({ page }) => {
  await signIn(page)
  await takeIn(page, 'juno')
  await answer(page, {
    'What is wrong?': 'Too many wrong entries',
    'Is the battery safe: flat, cool, dry?': 'Flat, cool, dry',
  })
  await askFor(page, 'How many wrong entries so far?')
  await page.getByLabel('Wrong entries, exactly').fill('31')
  await expect(page.getByText('Next entry: in 30 s')).toBeVisible()
  // Written slowly: what is kept meanwhile does not take the space before the next word away.
  const name = page.getByLabel('Customer’s short name')
  await name.fill('H. ')
  await expect(page.getByText('all recorded')).toBeVisible()
  await name.pressSequentially('Alf')
  await page.reload()
  await expect(knownLine(page, 'Which device is it?')).toContainText('Tesmar Juno')
  await expect(knownLine(page, 'What is wrong?')).toContainText('Too many wrong entries')
  await expect(knownLine(page, 'How many wrong entries so far?')).toContainText('31')
  await expect(page.getByLabel('Customer’s short name')).toHaveValue('H. Alf')
})

test('a model is found by keyboard alone, in spite of a slip, and a swollen battery refuses the job', async ({
  page,
}) => {
  await signIn(page)
  await page.goto('/counter')
  await page.getByRole('button', { name: 'Check in a device' }).press('Enter')
  await askFor(page, 'Which device is it?')
  await expect(page.getByLabel('Model', { exact: true })).toBeFocused()
  await page.keyboard.type('quisral opal')
  await expect(page.getByRole('listbox').getByRole('option')).toHaveCount(1)
  await page.keyboard.press('Enter')
  await expect(page.getByRole('banner')).toContainText('Quistral M3 Lite')
  await expect(page.getByTestId('question')).toHaveText('Is the battery safe: flat, cool, dry?')
  await page.keyboard.press('2')
  await expect(page.getByTestId('route-main')).toHaveText('Refuse: no work on this device')
  await expect(page.getByText('do not charge it and do not press anything').first()).toBeVisible()
})

test('a page opened while the server is away says so, asks nobody to sign in, and opens when it is back', async ({
  page,
}) => {
  await signIn(page)
  await takeIn(page, 'juno')
  await expect(page.getByText('all recorded')).toBeVisible()
  const job = page.url()
  for (const missing of ['**/api/session', '**/api/catalog', '**/api/jobs/*', '**/api/**']) {
    await page.route(missing, (route) => route.abort())
    await page.reload()
    await expect(page.getByText('The server does not answer.')).toBeVisible()
    await page.unroute(missing)
    await expect(knownLine(page, 'Which device is it?')).toContainText('Tesmar Juno')
    await expect(page).toHaveURL(job)
    await expect(page.getByText('The server does not answer.')).toHaveCount(0)
  }
})

test('the server away for a while: the answer is kept here, said so, and sent later, also after a reload', async ({
  page,
}) => {
  await signIn(page)
  await takeIn(page, 'juno')
  await expect(page.getByText('all recorded')).toBeVisible()
  await page.route('**/api/jobs/*/facts', (route) => route.abort())
  await answer(page, { 'How full is the battery?': 'On power' })
  await expect(page.getByText('The server does not answer. Nothing is lost')).toBeVisible()
  await page.reload()
  await expect(knownLine(page, 'How full is the battery?')).toContainText('On power')
  await page.unroute('**/api/jobs/*/facts')
  await expect(page.getByText('all recorded')).toBeVisible()
  await expect(page.getByText('The server does not answer')).toHaveCount(0)
})

test('two people on one job: both versions are shown, and one is chosen', async ({ page, browser }) => {
  await signIn(page)
  await takeIn(page, 'juno')
  await answer(page, { 'How full is the battery?': 'Not known' })
  await expect(page.getByText('all recorded')).toBeVisible()
  const other = await atAnotherMachine(browser)
  await other.goto(page.url())
  await answer(other, { 'How full is the battery?': 'Below 20 %' })
  await expect(other.getByText('all recorded')).toBeVisible()
  // The dialog that comes hides what is behind it, also from whoever looks for the known line.
  await askFor(page, 'How full is the battery?')
  await page
    .getByRole('radiogroup', { name: 'How full is the battery?', exact: true })
    .getByRole('radio', { name: 'On power' })
    .click()
  const dialog = page.getByRole('dialog')
  await expect(dialog.getByRole('row', { name: 'battery' })).toContainText('Below 20 %')
  await expect(dialog.getByRole('row', { name: 'battery' })).toContainText('On power')
  await dialog.getByRole('button', { name: 'Overwrite with mine' }).click()
  await expect(page.getByText('all recorded')).toBeVisible()
  await other.reload()
  await expect(knownLine(other, 'How full is the battery?')).toContainText('On power')
  await answer(other, { 'Does an employer manage it?': 'No' })
  await expect(other.getByText('all recorded')).toBeVisible()
  await answer(page, { 'Is it part of a police or court matter?': 'No' })
  await expect(page.getByText('all recorded')).toBeVisible()
  await expect(page.getByRole('dialog')).toHaveCount(0)
})

test('a reload in the middle of an attempt goes on where it was, and so does one in the menu', async ({
  page,
}) => {
  await signIn(page)
  await openJobOf(page, 'L. Torum')
  await expect(page.getByTestId('advice')).toBeVisible()
  const before = await page.getByTestId('attempts').getByRole('listitem').count()
  await page.getByLabel('On the cable now').selectOption('computer')
  await page.locator('body').press('Space')
  await expect(page.getByText('Both hands on the device')).toBeVisible()
  await expect(page.getByTestId('attempts').getByText('running')).toHaveCount(0)
  await page.waitForTimeout(3500)
  await page.reload()
  await expect(page.getByTestId('now')).toContainText('Keep power + volume-down until the screen is black')
  await page.keyboard.press('x')
  await expect(page.getByText('What did you see?')).toBeVisible()
  await page.keyboard.press('0')
  await expect(page.getByTestId('menu-line')).toHaveText('volume-down ×3 · power')
  await page.getByRole('button', { name: 'View recovery logs' }).click()
  await expect(page.getByTestId('menu-line')).toHaveText('volume-up ×3 · power')
  await page.reload()
  await expect(page.getByTestId('menu-line')).toHaveText('volume-up ×3 · power')
  await expect(page.getByRole('button', { name: 'View recovery logs' })).toHaveAttribute(
    'aria-current',
    'true',
  )
  await page.locator('body').press('x')
  await expect(page.getByTestId('menu-line')).toHaveCount(0)
  await expect(page.getByTestId('attempts').getByRole('listitem')).toHaveCount(before + 1)
  // It has arrived, and not only been pressed: others go on with this job.
  const { pathname } = new URL(page.url())
  const isIn = async () =>
    (
      (await (
        await page.request.get(`/api/jobs${pathname.slice('/bench'.length)}`)
      ).json()) as Answer<'getJob'>
    ).bench.inRecoveryAt
  await expect.poll(isIn).toBeUndefined()
})

test('a scanner fired anywhere: an IMEI goes to the job, a ticket opens its job', async ({ page }) => {
  await signIn(page)
  await takeIn(page, 'juno')
  const ticket = (await page.locator('header p.font-mono').textContent()) ?? ''
  const note = page.getByLabel('Customer’s short name')
  await note.fill('P. Scan')
  await scan(page, '490154203237518')
  await expect(knownLine(page, 'What is the IMEI?')).toContainText('49-015420-323751-8')
  await expect(note).toHaveValue('P. Scan')
  await page.goto('/jobs')
  await page.locator('h1').click()
  await scan(page, ticket)
  await expect(page).toHaveURL(/\/counter\/\d+/)
  await expect(page.getByRole('banner')).toContainText(ticket)
})

/** A burst, all struck at one instant before any is handled, so that no busy machine takes it for a person's. */
const burst = (page: Page, text: string) =>
  page.evaluate(
    (keys) => {
      const struck = keys.map((key) => new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }))
      for (const event of struck) document.body.dispatchEvent(event)
    },
    [...text, 'Enter'],
  )

test('what a scanner types answers nothing, neither at the counter nor at the bench', async ({ page }) => {
  await signIn(page)
  await page.goto('/counter')
  await page.getByRole('button', { name: 'Check in a device' }).click()
  const question = page.getByTestId('question')
  const choices = question.filter({ hasText: 'Is the battery safe: flat, cool, dry?' })
  await expect(choices).toBeVisible()
  // A code from a box, and a number of the device: the first digit alone would be an answer.
  await burst(page, '4219938817203')
  await expect(choices).toBeVisible()
  await burst(page, '490154203237518')
  await expect(knownLine(page, 'What is the IMEI?')).toContainText('49-015420-323751-8')
  await expect(choices).toBeVisible()
  await expect(page.getByText('all recorded')).toBeVisible()
  await expect(knownLine(page, 'Is the battery safe: flat, cool, dry?')).toHaveCount(0)
  await page.reload()
  await expect(choices).toBeVisible()

  await page.goto(`/bench/${await agreedTo(page, 'juno')}`)
  await allInHand(page)
  await page.keyboard.press('Space')
  await expect(page.getByText('Both hands on the device')).toBeVisible()
  await page.keyboard.press('x')
  const seen = page.getByText('What did you see?')
  await expect(seen).toBeVisible()
  await burst(page, '1234567')
  await page.waitForTimeout(150)
  await expect(seen).toBeVisible()
  await page.keyboard.press('1')
  await expect(page.getByTestId('attempts').getByRole('listitem')).toHaveCount(1)
})

test('a person changes at the machine with one code; a wrong one changes nothing', async ({ page }) => {
  await signIn(page)
  await page.goto('/counter')
  await page.getByRole('button', { name: 'Runa' }).click()
  await page.getByLabel('Your code').fill('9999')
  await page.getByRole('button', { name: 'Take over' }).click()
  await expect(page.getByRole('alert')).toHaveText('Nobody has this code.')
  await page.getByLabel('Your code').fill('8642')
  await page.getByRole('button', { name: 'Take over' }).click()
  await expect(page.getByRole('button', { name: 'Imke' })).toBeVisible()
  await takeIn(page, 'juno')
  await page.getByRole('link', { name: 'Whole job' }).click()
  await expect(page.getByRole('region', { name: 'What happened' })).toContainText('Imke')
})

test('signed out in the middle: the answer waits, and is sent once somebody has signed in again', async ({
  page,
  context,
}) => {
  await signIn(page)
  await takeIn(page, 'juno')
  await expect(page.getByText('all recorded')).toBeVisible()
  const address = page.url()
  // The session ends while the answer is on its way, and the page is left as soon as that is known.
  await page.route(
    '**/api/jobs/*/facts',
    async (route) => {
      await context.clearCookies()
      const headers = { ...route.request().headers(), cookie: '' }
      await route.fulfill({ response: await route.fetch({ headers }) })
    },
    { times: 1 },
  )
  await askFor(page, 'How full is the battery?')
  await page
    .getByRole('radiogroup', { name: 'How full is the battery?', exact: true })
    .getByRole('radio', { name: 'Below 20 %' })
    .click()
  await expect(page).toHaveURL(/sign-in/)
  await page.getByLabel('Name').fill('Teo')
  await page.getByLabel('Password').fill('brass lantern')
  await page.getByRole('button', { name: 'Sign in' }).click()
  await expect(page).toHaveURL(address)
  await expect(page.getByText('all recorded')).toBeVisible()
  await page.reload()
  await expect(knownLine(page, 'How full is the battery?')).toContainText('Below 20 %')
})

test('a dry run shows the combination and records nothing', async ({ page }) => {
  await signIn(page)
  await openJobOf(page, 'L. Torum')
  await expect(page.getByTestId('advice').or(page.getByTestId('critical'))).toBeVisible()
  const before = await page.getByTestId('attempts').getByRole('listitem').count()
  await page.keyboard.press('d')
  await expect(page.getByTestId('dry')).toContainText('Dry run')
  // Power and volume-down held for the device’s, by the computer’s keys.
  await page.keyboard.down('2')
  await page.keyboard.down('3')
  await expect(page.getByTestId('device-screen')).toContainText('black screen')
  await page.waitForTimeout(300)
  await page.keyboard.press('Space')
  await page.keyboard.up('2')
  await page.keyboard.up('3')
  await expect(page.getByText(/now 0[.,]\d+ s from 1/)).toBeVisible()
  // From the start, and the slide before it is dark: it is said at once, and where.
  await page.keyboard.press('r')
  // A person's pause: closer together they are a scanner's.
  await page.waitForTimeout(150)
  await page.keyboard.down('3')
  await page.keyboard.down('2')
  await page.waitForTimeout(1500)
  await page.keyboard.up('2')
  await page.keyboard.down('1')
  await expect(page.getByTestId('lost')).toHaveText(
    /^[4-9][.,]\d s too early: volume-down released\. Wait for it\. At the black screen: slide/,
  )
  await page.keyboard.up('1')
  await page.keyboard.up('3')
  await page.waitForTimeout(150)
  await page.keyboard.press('r')
  await expect(page.getByTestId('lost')).toBeHidden()
  await page.keyboard.press('d')
  await expect(page.getByTestId('advice').or(page.getByTestId('critical'))).toBeVisible()
  await page.reload()
  await expect(page.getByTestId('attempts').getByRole('listitem')).toHaveCount(before)
})

test('two people at one order and one bench: what stands there is shown beside what one was recording', async ({
  page,
  browser,
}) => {
  await signIn(page)
  await openJobOf(page, 'N. Saltmarsh')
  const other = await atAnotherMachine(browser)
  await other.goto(page.url())
  for (const tab of [other, page]) await unfold(tab, 'The answer came another way')
  await other.getByRole('button', { name: 'Use the app' }).click()
  await expect(other.getByText('Ask for the permanent unlock')).toBeVisible()
  await page.getByLabel('The code you received').fill('00491827')
  await page.getByRole('button', { name: 'Save the code' }).click()
  await expect(page.getByRole('alert')).toContainText(
    'Recorded now: answered, to be carried out, use the app. You were recording: a code, 00491827.',
  )

  await openJobOf(page, 'A. Quell')
  await expect(page.getByRole('timer')).toBeVisible()
  await other.goto(page.url())
  await other.getByRole('button', { name: 'The set-up wizard is on the screen' }).click()
  await expect(other.getByRole('heading', { name: 'The set-up wizard is there' })).toBeVisible()
  // What only tells what happened at the device is no conflict: both say the same, and the first instant stands.
  await page.getByRole('button', { name: 'The set-up wizard is on the screen' }).click()
  await expect(page.getByRole('heading', { name: 'The set-up wizard is there' })).toBeVisible()
  await expect(page.getByRole('alert')).toHaveCount(0)
})

test('two tabs of one browser at one job: each shows at once what the other has recorded, and none meets itself', async ({
  page,
}) => {
  await signIn(page)
  await takeIn(page, 'juno')
  const second = await page.context().newPage()
  await second.goto(page.url())
  await answer(page, { 'How full is the battery?': 'On power' })
  await expect(knownLine(second, 'How full is the battery?')).toContainText('On power')
  await expect(second.getByText('all recorded')).toBeVisible()
  await answer(second, { 'How full is the battery?': '20 % or more' })
  await expect(knownLine(page, 'How full is the battery?')).toContainText('20 % or more')
  for (const tab of [page, second]) {
    await expect(tab.getByText('all recorded')).toBeVisible()
    await expect(tab.getByRole('dialog')).toHaveCount(0)
  }
})
