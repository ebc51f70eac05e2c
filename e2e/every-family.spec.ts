import { expect, test } from '@playwright/test'
import { followSteps, signIn, takenIn, throughTheFirstStart, throughTheMenu } from './shop.ts'
import { TechnicianAtDevice } from './technician.ts'

for (const [family, modelId, letters, modelText] of [
  ['4, a slide in a short window', 'quistral-m2', 'quistral 2021', 'QM2-21'],
  ['8, an own recovery with a typed word', 'brackwell-field-2', 'heron', 'BW-F2'],
  ['11, a bootloader page and a robot', 'ombrelle-arc', 'tansy', 'OMB-A1'],
  ['17, both volumes first, then power', 'drovane-haul-12', 'haul 2024', 'Drovane DH12'],
  ['19, the cable put in while it is dark, on a tablet', 'vessary-ledger-tab-2', 'ledger 2020', 'VLT-2'],
  ['21, a foldable', 'tesmar-brigantine', 'brigantine', 'TB-100'],
] as const)
  test(`family ${family}: what the screen says brings its device to the set-up wizard`, async ({ page }) => {
    await signIn(page)
    await takenIn(page, letters)
    const at = new TechnicianAtDevice(modelId)
    await followSteps(page, at)
    await throughTheMenu(page, at, { wrong: 'XX-1', right: modelText })
    await throughTheFirstStart(page, at)
    expect(at.screen).toBe('set-up')
    await expect(
      page
        .getByRole('link', { name: 'Go to the account lock' })
        .or(page.getByRole('link', { name: 'Go to the hand-back' })),
    ).toBeVisible()
  })

test('family 18, counted presses in a menu that leaves by itself: the last presses are gone with the menu', async ({
  page,
}) => {
  await page.clock.install()
  await signIn(page)
  await takenIn(page, 'chart 11')
  const at = new TechnicianAtDevice('pellisk-chart-11')
  await followSteps(page, at)
  await expect(page.getByText('Closes by itself in')).toBeVisible()
  const line = (await page.getByTestId('menu-line').textContent()) ?? ''
  expect(line).toBe('(power once, wait) ×2 · power ×2 in one go')
  at.menuLine(line)
  expect([at.screen, at.wiped]).toEqual(['question', false])
  await page.keyboard.press('Space')
  await expect(page.getByText('The wipe confirmation. Stop here.')).toBeVisible()

  await page.clock.fastForward('00:50')
  const left = page.getByTestId('left-by-itself')
  await expect(left).toContainText('After 40 s without a key it closes by itself.')
  await expect(page.getByText('Before the wipe keys')).toHaveCount(0)
  await expect(page.getByRole('button', { name: 'Hold to reveal the wipe keys' })).toHaveCount(0)
  await page.keyboard.press('Space')
  await expect(left).toBeVisible()

  // It shows the list again: from there the way begins anew.
  await left.getByRole('button', { name: 'It shows “Power once: next. Power twice: take it”' }).click()
  await expect(page.getByTestId('menu-line')).toHaveText('power ×2 in one go')
})

test('a device that stands in recovery when it is taken in: the bench begins there', async ({ page }) => {
  await signIn(page)
  await takenIn(page, 'quistral 2021')
  await page.getByRole('button', { name: 'Already in recovery' }).click()
  await expect(page.getByTestId('menu-line')).toHaveText('volume-down ×3 · power')
  // Somebody moved the cursor before: it is told where it stands.
  await page.getByRole('button', { name: 'View recovery logs' }).click()
  await expect(page.getByTestId('menu-line')).toHaveText('volume-up ×3 · power')
})

test('an updated device whose system nobody knows: told by what is seen, and led as it then behaves', async ({
  page,
}) => {
  await signIn(page)
  await takenIn(page, 'etude')
  const which = page.getByRole('region', { name: 'Which system' })
  await expect(which.getByRole('radio')).toHaveText([/^as it came: 50\s%$/, /^system 13 or later: 50\s%$/])
  const at = new TechnicianAtDevice('marlune-etude', undefined, {}, 13)
  await page.keyboard.press('Space')
  const lines = await page.getByTestId('step').allTextContents()
  for (const line of lines) if (!line.includes('recovery')) at.follow(line)
  at.letGo()
  at.waitFor('lock-screen')
  await page.keyboard.press('x')
  await page.getByRole('button', { name: 'lock screen', exact: true }).click()
  await expect(page.getByTestId('attempts')).toContainText('it failed: lock screen')
  await expect(page.getByTestId('reason')).toHaveText(
    'Seen: lock screen. The likeliest cause: a method that is not for this device.',
  )
  await expect(page.getByTestId('advice')).toContainText('Another method: ')
  await expect(which.getByRole('radio', { checked: true })).toHaveText(/^system 13 or later: (>\s)?9\d\s?%$/)
  // Whoever knows better takes the other, and it stays.
  await which.getByRole('radio', { name: /^as it came/ }).click()
  await expect(page.getByTestId('other-system')).toHaveText('Best next: the steps for system 13 or later')
  await which.getByRole('radio', { name: /^system 13/ }).click()

  const again = new TechnicianAtDevice('marlune-etude', undefined, {}, 13)
  await followSteps(page, again)
  expect(again.screen).toBe('recovery-menu')
  await throughTheMenu(page, again, { wrong: 'XX-1', right: 'MET-1' })
  expect(again.wiped).toBe(true)
})

test('a device that shows its bootloader page when it is taken in: on from there, or left with nothing deleted', async ({
  page,
}) => {
  await signIn(page)
  await takenIn(page, 'tansy')
  await page.getByRole('button', { name: 'bootloader page' }).click()
  const shows = page.getByRole('region', { name: 'Shows a page already' })
  await expect(shows).toContainText('It shows this: bootloader page. From there to recovery:')
  await expect(shows.getByTestId('way-on')).toContainText('power')
  await expect(shows.getByTestId('way-off')).toContainText('power')
  // The foot switch begins no attempt from here.
  await page.keyboard.press('Space')
  await expect(shows).toBeVisible()
  await shows.getByRole('button', { name: 'show the keys' }).click()
  await expect(page.getByTestId('step').first()).toBeVisible()
  await page.getByRole('button', { name: 'bootloader page' }).click()
  await page.keyboard.press('0')
  await expect(page.getByTestId('menu-line')).toBeVisible()
})
