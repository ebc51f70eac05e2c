import { expect, test } from '@playwright/test'
import { Secret, TOTP } from 'otpauth'
import { expectAccessible } from './accessible.ts'
import { signIn, signInByHand } from './shop.ts'

test('a supervisor sets up a second step with a phone, signs in by it, and removes it again', async ({
  page,
}) => {
  await signInByHand(page, 'Teo')
  await page.goto('/settings')
  const section = page.getByRole('region', { name: 'Your second step at sign-in' })
  await section.getByLabel('Your password').fill('brass lamp')
  await section.getByRole('button', { name: 'Set up the second step' }).click()
  await expect(section.getByRole('alert')).toContainText('The password is wrong')
  await section.getByLabel('Your password').fill('brass lantern')
  await section.getByRole('button', { name: 'Set up the second step' }).click()
  await expect(section.getByRole('img', { name: 'Code for the phone' })).toBeVisible()
  await expectAccessible(page, 'settings, a second step is set up')
  const phone = new TOTP({ secret: Secret.fromBase32(await section.getByTestId('key').innerText()) })
  await section.getByLabel('Code of your phone').fill(phone.generate())
  await section.getByRole('button', { name: 'Confirm the second step' }).click()
  const spare = section.getByTestId('spare').getByRole('listitem')
  await expect(spare).toHaveCount(8)
  const [first = '', second = ''] = await spare.allInnerTexts()

  await page.getByRole('button', { name: 'change person' }).click()
  await page.getByRole('button', { name: 'Sign out' }).click()
  await expect(page.getByRole('button', { name: 'Sign in' })).toBeVisible()
  await page.getByLabel('Name').fill('Teo')
  await page.getByLabel('Password').fill('brass lantern')
  await page.getByRole('button', { name: 'Sign in' }).click()
  const code = page.getByLabel('Code of your phone, or a spare code')
  await expect(code).toBeFocused()
  await expectAccessible(page, 'sign in, the second step')
  await code.fill('123 456')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('alert')).toContainText('The code is wrong')
  await code.fill(first.toLowerCase())
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Counter' })).toBeVisible()

  await page.goto('/settings')
  await expect(section).toContainText('7 spare codes are left')
  await section.getByLabel('Your password').fill('brass lantern')
  await section.getByLabel('Code of your phone, or a spare code').fill(second)
  await section.getByRole('button', { name: 'Remove the second step' }).click()
  await expect(section.getByRole('button', { name: 'Set up the second step' })).toBeVisible()
})

test('somebody new chooses another password and code by the ones before', async ({ page, browser }) => {
  await signIn(page, 'Imke')
  const { csrfToken } = (await (await page.request.get('/api/session')).json()) as { csrfToken: string }
  const added = await page.request.post('/api/staff', {
    data: { name: 'Ottoline', role: 'technician' },
    headers: { 'x-csrf-token': csrfToken },
  })
  const { secret } = (await added.json()) as { secret: string }
  const theirs = await (await browser.newContext()).newPage()
  await theirs.goto(`/welcome#${secret}`)
  await theirs.getByLabel('Password').fill('seven tarred ropes')
  await theirs.getByLabel('Personal code').fill('730164')
  await theirs.getByRole('button', { name: 'Begin' }).click()
  await expect(theirs.getByRole('heading', { name: 'Counter' })).toBeVisible()

  await theirs.goto('/settings')
  const section = theirs.getByRole('region', { name: 'Your password and personal code' })
  await section.getByRole('button', { name: 'Choose others' }).click()
  await section.getByLabel('Your password until now').fill('seven ropes')
  await section.getByLabel('Password, twelve letters').fill('eight tarred ropes')
  await section.getByLabel('Personal code').fill('846201')
  await section.getByRole('button', { name: 'Use them from now on' }).click()
  await expect(section.getByRole('alert')).toContainText('The password is wrong')
  await expectAccessible(theirs, 'settings, another password')
  await section.getByLabel('Your password until now').fill('seven tarred ropes')
  await section.getByRole('button', { name: 'Use them from now on' }).click()
  await expect(section.getByRole('status')).toContainText('They hold from now on')
  await theirs.getByRole('button', { name: 'change person' }).click()
  const dialog = theirs.getByRole('dialog')
  await dialog.getByLabel('Your code').fill('730164')
  await dialog.getByRole('button', { name: 'Take over' }).click()
  await expect(dialog.getByRole('alert')).toBeVisible()
  await dialog.getByLabel('Your code').fill('846201')
  await dialog.getByRole('button', { name: 'Take over' }).click()
  await expect(dialog).toHaveCount(0)
})
