import type { Answer } from '@benevox/contract'
import { expect, test, type Locator, type Page } from '@playwright/test'
import { expectAccessible } from './accessible.ts'
import { agreedTo, allInHand, signIn, takenIn, tellIt } from './shop.ts'

/** Of a laptop and of a small tablet on the bench, in CSS pixels. */
const SIZES = [
  { width: 1280, height: 800 },
  { width: 1024, height: 768 },
] as const
const tooMuch = (page: Page) =>
  page.evaluate(() => document.documentElement.scrollHeight - window.innerHeight)

test('all that is done at the keys and in the menu stands in one view, whatever the family', async ({
  page,
}) => {
  await signIn(page)
  const { pack } = (await (await page.request.get('/api/catalog')).json()) as Answer<'getCatalog'>
  const oneEach = new Map(pack.models.map((model) => [model.family, model]))
  expect(oneEach.size).toBeGreaterThan(15)
  for (const { maker, name } of oneEach.values()) {
    /** At each size all of it is in sight, with what matters most. */
    const fits = async (where: string, matters: Locator) => {
      await expect(matters).toBeVisible()
      for (const size of SIZES) {
        await page.setViewportSize(size)
        await expect(matters, where).toBeInViewport()
        await expect
          .poll(() => tooMuch(page), `${maker} ${name}, ${where} at ${size.width}`)
          .toBeLessThanOrEqual(0)
      }
    }
    const press = (key: string) => page.locator('body').press(key)
    // Much is to be seen to before the reset.
    const id = await agreedTo(page, `${maker} ${name}`, { accountOnDevice: 'yes' })
    await page.goto(`/bench/${id}`)
    await fits('what to have in hand', page.getByRole('button', { name: /^All in hand/ }))
    await press('Space')
    await fits('before the attempt', page.getByTestId('critical'))
    await fits('its steps', page.getByTestId('step').first())
    await fits('its keys', page.getByRole('img', { name: /volume|power|crown|key/i }).last())
    for (const turn of ['first', 'second']) {
      await press('Space')
      await fits(`${turn} attempt`, page.getByTestId('now'))
      await press('x')
      await fits(`what was seen at the ${turn}`, page.getByText('What did you see?'))
      await press('1')
      await fits(`after the ${turn}`, page.getByTestId('advice'))
    }
    await page.getByRole('button', { name: 'Already in recovery' }).click()
    await fits('through the menu', page.getByTestId('menu-line'))
    await press('Space')
    await fits('the last question', page.getByRole('button', { name: 'Hold to reveal the wipe keys' }))
  }
})

test('while the server is slow to answer, the next attempt begins at once, and into the menu it goes', async ({
  page,
}) => {
  await signIn(page)
  const id = await agreedTo(page, 'vane 5')
  await page.goto(`/bench/${id}`)
  await allInHand(page)
  let answer: () => void = () => undefined
  const slow = new Promise<void>((resolve) => (answer = resolve))
  await page.route(`**/api/jobs/${id}/attempts/**`, async (route) => {
    await slow
    await route.continue()
  })
  const press = (key: string) => page.locator('body').press(key)
  const now = page.getByTestId('now')
  const asked = page.getByText('What did you see?', { exact: true })
  for (const _ of ['first', 'second']) {
    await press('Space')
    await expect(now).toBeVisible()
    await press('x')
    await expect(asked).toBeVisible()
    await press('1')
    await expect(page.getByTestId('advice')).toBeVisible()
  }
  await press('Space')
  await expect(now).toBeVisible()
  await press('x')
  await expect(asked).toBeVisible()
  await press('0')
  await expect(page.getByTestId('menu-line')).toBeVisible()
  answer()
  const outcomes = async () =>
    ((await (await page.request.get(`/api/jobs/${id}`)).json()) as Answer<'getJob'>).attempts.map(
      ({ outcome }) => outcome,
    )
  await expect.poll(outcomes).toEqual(['failed', 'failed', 'reached'])
})

test('what was pressed wrongly after the keys is asked once more, and may be that it worked', async ({
  page,
}) => {
  await signIn(page)
  const id = await agreedTo(page, 'vane 5')
  await page.goto(`/bench/${id}`)
  await allInHand(page)
  const press = (key: string) => page.locator('body').press(key)
  const asked = page.getByText('What did you see?', { exact: true })
  const madeOf = async () => {
    const { attempts } = (await (await page.request.get(`/api/jobs/${id}`)).json()) as Answer<'getJob'>
    return attempts.map(({ outcome, seen }) => [outcome, seen.length])
  }
  await press('Space')
  await press('x')
  await expect(asked).toBeVisible()
  await press('1')
  await expect(page.getByRole('button', { name: 'Wrong answer' })).toBeVisible()
  await press('Backspace')
  await expect(asked).toBeVisible()
  await press('Enter')
  await expect.poll(madeOf).toEqual([['failed', 0]])
  await press('Backspace')
  await press('0')
  await expect(page.getByTestId('menu-line')).toBeVisible()
  await expect.poll(madeOf).toEqual([['reached', 1]])
  // And back out of recovery by one press: the attempt was none.
  await press('Backspace')
  await expect.poll(madeOf).toEqual([['left', 0]])
  await expect(page.getByTestId('step').first()).toBeVisible()
  // What was said last is undone, and only that: here that it is no longer in recovery.
  await press('Space')
  await expect(page.getByTestId('now')).toBeVisible()
  await press('x')
  await expect(asked).toBeVisible()
  await press('1')
  // Nobody is through the count-in so soon.
  const begun = async () => {
    const { attempts } = (await (await page.request.get(`/api/jobs/${id}`)).json()) as Answer<'getJob'>
    return attempts.length === 2 && Date.now() > Date.parse(attempts[1]?.startedAt ?? '')
  }
  await expect.poll(begun).toBe(true)
  await page.getByRole('button', { name: 'Already in recovery' }).click()
  await expect(page.getByTestId('menu-line')).toBeVisible()
  await press('x')
  await expect(page.getByRole('button', { name: /^Undo/ })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Wrong answer' })).toHaveCount(0)
  await press('Backspace')
  await expect(page.getByTestId('menu-line')).toBeVisible()
})

test('it begins where the device is found, and out of the menu with nothing deleted is always in sight', async ({
  page,
}) => {
  await signIn(page)
  await takenIn(page, 'vane 5')
  const where = page.getByRole('region', { name: 'Where it is now' })
  const method = page.getByRole('combobox', { name: /^Method/ }).locator('option:checked')
  const begins = page.getByText('First bring the device here')
  await expect(where.getByRole('button', { name: 'on, locked' })).toHaveAttribute('aria-pressed', 'true')
  const fromOn = await method.textContent()
  await where.getByRole('button', { name: 'off', exact: true }).click()
  await expect(where.getByRole('button', { name: 'off', exact: true })).toHaveAttribute(
    'aria-pressed',
    'true',
  )
  await expect(method).not.toHaveText(fromOn ?? '')
  await expect(begins).toHaveCount(0)
  await where.getByRole('button', { name: 'on, locked' }).click()
  await expect(method).toHaveText(fromOn ?? '')
  await expect(begins).toHaveCount(0)
  // A page that leads nowhere near recovery is left by the keys that it says, with nothing deleted.
  await where.getByRole('button', { name: 'download page' }).click()
  await expect(page.getByTestId('way-off').getByRole('listitem').first()).toBeVisible()
  await page.getByRole('button', { name: 'show the keys' }).click()
  await where.getByRole('button', { name: 'Already in recovery' }).click()
  const leave = page.getByTestId('leave')
  await expect(leave).toContainText('nothing deleted: power')
  await page.locator('body').press('Space')
  await expect(page.getByRole('button', { name: 'Hold to reveal the wipe keys' })).toBeVisible()
  await expect(leave).toContainText('nothing deleted: ')
  await leave.getByRole('button', { name: 'it restarts' }).click()
  await expect(where).toBeVisible()
})

test('a tablet is drawn as it is held, on every page of this machine', async ({ page }) => {
  await signIn(page)
  await page.goto(`/bench/${await agreedTo(page, 'slate 8')}`)
  const upright = page.getByRole('img', { name: /^Keys: / })
  const turned = page.getByRole('img', { name: /^Keys, device turned: / })
  await expect(upright).toBeVisible()
  await page.getByRole('button', { name: 'You hold it sideways? Turn the picture' }).click()
  const isTurned = async () => {
    await expect(turned).toBeVisible()
    await expect(upright).toHaveCount(0)
  }
  await isTurned()
  await allInHand(page)
  await isTurned()
  await page.locator('body').press('Space')
  await expect(page.getByTestId('now')).toBeVisible()
  await isTurned()
})

test('where the route leads away from the keys nobody is invited to them, until somebody asks', async ({
  page,
}) => {
  await signIn(page)
  const id = await agreedTo(page, 'vane 5', {
    accountOnDevice: 'yes',
    knowsAccountPassword: 'no',
    proofOfPurchase: 'yes',
    wrongEntries: 30,
  })
  await page.goto(`/bench/${id}`)
  await expect(page.getByRole('heading', { level: 1 })).toContainText('password first')
  await page.getByRole('button', { name: 'It did not work' }).click()
  const away = page.getByTestId('not-by-keys')
  await expect(away).toContainText('Maker’s service, with proof of purchase')
  await expect(away).toContainText('After a reset it asks for the account.')
  await page.locator('body').press('Space')
  await expect(away).toBeVisible()
  await expect(page.getByRole('button', { name: /All in hand/ })).toHaveCount(0)
  await expectAccessible(page, 'away from the keys')
  await away.getByRole('button', { name: 'Show the keys all the same' }).click()
  await allInHand(page)
  await expect(page.getByTestId('critical')).toBeVisible()
})

test('a timer that is due elsewhere moves nothing on the bench', async ({ page }) => {
  await page.clock.install()
  await signIn(page)
  const other = await agreedTo(page, 'juno')
  await tellIt(page, other, { kind: 'charging-started', fromPercent: 19 })
  await takenIn(page, 'vane 5')
  const sentence = page.getByTestId('critical')
  await expect(sentence).toBeVisible()
  const top = async () => (await sentence.boundingBox())?.y
  const before = await top()
  const due = page.getByRole('status').filter({ hasText: 'should have 20 %. Press the keys now.' })
  await expect(due).toHaveCount(0)
  await page.clock.fastForward('40:00')
  await expect(due.first()).toBeVisible()
  expect(await top()).toBe(before)
  await due.first().getByRole('button', { name: 'later' }).click()
  expect(await top()).toBe(before)
  // No timer of this test calls in another one.
  await tellIt(page, other, { kind: 'charging-ended' })
})

test('what may mislead is said while it may, and moves nothing', async ({ page }) => {
  await signIn(page)
  await takenIn(page, 'vane 5')
  await page.locator('body').press('Space')
  const chart = page.getByRole('img', { name: 'Key chart' })
  await expect(page.getByTestId('now')).toBeVisible()
  const top = async () => (await chart.boundingBox())?.y
  const before = await top()
  const caution = page.getByTestId('caution')
  // Both hands are on it: begun.
  await page.keyboard.press('Space')
  await expect(caution).toHaveText('Keep holding: a power menu means nothing.')
  expect(await top()).toBe(before)
})

test('a cable without a number, said beforehand, is not given one by going on', async ({ page }) => {
  await signIn(page)
  await page.goto(`/bench/${await agreedTo(page, 'vane 5')}`)
  const chosen = page.getByTestId('cable').locator('option:checked')
  await expect(chosen).toHaveText(/^no\. \d/)
  await page.getByTestId('cable').selectOption({ label: 'not numbered' })
  await allInHand(page)
  await expect(page.getByTestId('critical')).toBeVisible()
  await expect(chosen).toHaveText('not numbered')
})

test('what signals a run is set and tried beforehand', async ({ page }) => {
  await signIn(page)
  await page.goto(`/bench/${await agreedTo(page, 'vane 5')}`)
  await page.getByRole('button', { name: 'Signals' }).click()
  await expect(page.getByRole('checkbox', { name: 'flash' })).not.toBeChecked()
  await page.getByText('flash', { exact: true }).click()
  await page.getByRole('button', { name: 'Test them' }).click()
  // This browser has no voice: it says so, and never that one spoke.
  const told = page.getByRole('status').filter({ hasText: 'no voice' })
  await expect(told).toBeVisible()
  await expect(told).not.toContainText('A voice spoke')
  // Of what is turned off nothing is said.
  await page.getByRole('checkbox', { name: 'speech' }).uncheck()
  await page.getByRole('button', { name: 'Test them' }).click()
  await expect(told).toHaveCount(0)
  await expectAccessible(page, 'the signals')
  await page.reload()
  await page.getByRole('button', { name: 'Signals' }).click()
  await expect(page.getByRole('checkbox', { name: 'flash' })).toBeChecked()
})
