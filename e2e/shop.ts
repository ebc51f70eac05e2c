import { expect, type Page } from '@playwright/test'
import { pdfText } from './pdfText.ts'
import type { TechnicianAtDevice } from './technician.ts'

export async function signIn(page: Page): Promise<void> {
  await page.goto('/')
  await page.getByLabel('Name').fill('Runa')
  await page.getByLabel('Password').fill('ferry at nine')
  await page.getByRole('button', { name: 'Sign in' }).click()
  await expect(page.getByRole('heading', { name: 'Counter' })).toBeVisible()
}

export async function takeIn(page: Page, letters: string): Promise<void> {
  await page.goto('/counter')
  await page.getByRole('button', { name: 'Take in a device' }).click()
  await page.getByLabel('Model').fill(letters)
  await expect(page.getByRole('option').first()).toBeVisible()
  await page.keyboard.press('Enter')
}

/** Answers questions of the counter by their names and answers. */
export async function answer(page: Page, answers: Readonly<Record<string, string>>): Promise<void> {
  for (const [question, text] of Object.entries(answers))
    await page
      .getByRole('radiogroup', { name: question })
      .getByRole('radio', { name: text, exact: true })
      .click()
}

export const ORDINARY = {
  'What is wrong': 'Forgot PIN, pattern or password',
  'Look, feel, smell': 'Flat, cool, dry',
  'Managed by an employer': 'No',
  'Police or court matter': 'No',
  'Owner knows the lock': 'No',
  'Right to the device': 'Shown',
  Battery: '20 % or more',
} as const

/** Follows the step list on the screen with a device, pressing "seen" at each cue that is waited for. */
export async function followSteps(page: Page, at: TechnicianAtDevice): Promise<void> {
  const lines = await page.getByTestId('step').allTextContents()
  expect(lines.length).toBeGreaterThan(3)
  await page.keyboard.press('Space')
  await expect(page.getByText('Both hands on the device')).toBeVisible()
  await page.keyboard.press('Space')
  await expect(page.getByTestId('now-line')).toBeAttached()
  for (const line of lines) {
    const cue = at.follow(line)
    if (cue) await page.keyboard.press('Space')
  }
}

export async function throughTheMenu(
  page: Page,
  at: TechnicianAtDevice,
  confirm: { wrong: string; right: string },
): Promise<void> {
  at.menuLine((await page.getByTestId('menu-line').textContent()) ?? '')
  expect(at.wiped).toBe(false)
  await page.keyboard.press('Space')
  await expect(page.getByText('The last question. Stop here.')).toBeVisible()
  await expect(page.getByTestId('menu-line')).toHaveCount(0)
  const hold = page.getByRole('button', { name: 'Hold to show the last presses' })
  await expect(hold).toBeDisabled()

  const field = page.getByLabel('Scan the tag')
  await field.fill(confirm.wrong)
  await page.getByRole('button', { name: 'Compare' }).click()
  await expect(page.getByRole('alert')).toContainText('this may be another device')
  await field.fill(confirm.right)
  await page.getByRole('button', { name: 'Compare' }).click()

  await expect(hold).toBeEnabled()
  await hold.click()
  await expect(page.getByTestId('menu-line')).toHaveCount(0)
  await hold.hover()
  await page.mouse.down()
  await expect(page.getByTestId('menu-line')).toBeVisible()
  await page.mouse.up()
  at.menuLine((await page.getByTestId('menu-line').textContent()) ?? '')
  expect(at.wiped).toBe(true)
  await page.locator('body').press('Space')
}

export async function throughTheFirstStart(page: Page, at: TechnicianAtDevice): Promise<void> {
  await expect(page.getByRole('timer')).toBeVisible()
  at.waitFor('recovery-menu')
  await page.getByRole('button', { name: 'The menu is back' }).click()
  at.menuLine((await page.getByTestId('menu-line').textContent()) ?? '')
  await page.getByRole('button', { name: 'It restarts' }).click()
  await expect(page.getByRole('timer')).toBeVisible()
  at.waitFor('set-up')
  await page.getByRole('button', { name: 'The set-up wizard shows' }).click()
}

export async function paperOf(page: Page): Promise<string> {
  const href = await page.getByRole('link', { name: 'Hand-back paper' }).getAttribute('href')
  const response = await page.request.get(href ?? '')
  expect(response.headers()['content-type']).toContain('application/pdf')
  return pdfText(new Uint8Array(await response.body()))
}
