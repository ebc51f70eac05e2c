import { expect, test } from '@playwright/test'
import { checkDigit, groupImei } from '@benevox/core/imei'
import {
  allInHand,
  answer,
  askFor,
  closeJob,
  confirmOrder,
  followSteps,
  knownLine,
  offerOf,
  ORDINARY,
  paperOf,
  sign,
  signIn,
  signInByHand,
  takeIn,
  tell,
  throughTheFirstStart,
  throughTheMenu,
  unfold,
} from './shop.ts'
import { TechnicianAtDevice } from './technician.ts'

const IMEI = `00100101123456${checkDigit('00100101123456')}`

/** Ligatures of the face are read back as letters apart. */
const letters = (text: string) => text.replace(/\s/g, '')

test('a phone of family 1, from the counter to the paper: first without a data link, then right', async ({
  page,
}) => {
  await signInByHand(page)
  await page.goto('/counter')
  await page.getByRole('button', { name: 'Check in a device' }).click()
  await expect(page.getByTestId('route-main')).toHaveText('Ask first')
  await takeIn(page, 'vane 5')
  await answer(page, {
    ...ORDINARY,
    'What shows their right to the device?': 'Box with the same number',
  })
  await expect(page.getByTestId('route-main')).toHaveText('Reset from recovery')
  await answer(page, {
    'Is an account on the device?': 'Yes',
    'Does the customer know its password?': 'Yes',
    'How does the sign-in code arrive?': 'E-mail',
    'Does it have a carrier lock?': 'Yes',
  })
  await tell(page, {
    'Which carrier was it bought from?': 'Skerry Mobile',
    'In which country was it bought?': 'DE',
  })
  await askFor(page, 'What is the IMEI?')
  await page.getByRole('textbox', { name: 'What is the IMEI?' }).fill(IMEI.replace('112', '121'))
  await expect(page.getByText('Misread')).toBeVisible()
  await page.getByRole('button', { name: groupImei(IMEI) }).click()
  await expect(page.getByText(`Valid: ${groupImei(IMEI)}`)).toBeVisible()
  await page.getByLabel('Customer’s short name').fill('Q. Test')
  await expect(knownLine(page, 'What does the registry say?')).toContainText('Clean')
  expect(await sign(page)).toContain('Afterwards the device will ask for the account that is on it now.')
  const ticket = (await page.locator('header p.font-mono').textContent()) ?? ''

  await page.getByRole('link', { name: 'Go to the bench' }).click()
  await allInHand(page)
  await expect(page.getByTestId('critical')).toContainText(
    'At the black screen: slide from volume-down to volume-up, keep power.',
  )

  await test.step('a key found broken: said where no method goes without it, and put right', async () => {
    const power = page.getByRole('main').getByRole('button', { name: /^.?\s?power/ })
    await page.getByRole('button', { name: 'Have in hand' }).click()
    await power.click()
    await power.click()
    const alert = page.getByRole('alert').filter({ hasText: 'Found broken: power.' })
    await expect(alert).toContainText('No method of this family works without it: the device needs a repair.')
    await expect(page.getByRole('button', { name: 'Start attempt' })).toHaveCount(0)
    // Neither may another way be begun here: what is left is decided at the counter.
    await expect(page.getByRole('link', { name: 'Go to the counter' })).toBeVisible()
    await power.click()
    await expect(alert).toHaveCount(0)
    await allInHand(page)
  })

  await test.step('a charger instead of the computer: long buzz and the lock screen', async () => {
    const at = new TechnicianAtDevice('orrelin-vane-5')
    const lines = await page.getByTestId('step').allTextContents()
    await page.getByLabel('On the cable now').selectOption('charger')
    await page.locator('body').press('Space')
    at.plug('charger')
    for (const line of lines.slice(1, 4)) at.follow(line)
    at.waitFor('lock-screen')
    expect(at.cues.slice(-3)).toEqual(['long-buzz', 'logo', 'lock-screen'])
    await page.keyboard.press('x')
    await page.getByRole('button', { name: 'long buzz' }).click()
    await expect(page.getByTestId('advice')).toHaveText('Plug it into a computer: a charger carries no data.')
    await page.getByRole('button', { name: 'Saw more?' }).click()
    await page.getByRole('button', { name: 'lock screen', exact: true }).click()
    await expect(page.getByTestId('attempts')).toContainText('it failed: long buzz, lock screen')
  })

  const at = new TechnicianAtDevice('orrelin-vane-5')
  // Told to take another link, nobody has said yet that it is there: no attempt is recorded with it.
  await page.locator('body').press('Space')
  await expect(page.getByText('Say what is connected now')).toBeVisible()
  await page.getByLabel('On the cable now').selectOption('computer')
  await page.getByLabel('On the cable now').blur()
  await followSteps(page, at)
  await throughTheMenu(page, at, { wrong: 'OR-V620P', right: ticket })
  await throughTheFirstStart(page, at)
  expect(at.screen).toBe('set-up')

  await page.getByRole('link', { name: 'Go to the account lock' }).click()
  await page.getByRole('button', { name: 'The owner has signed in' }).click()
  await page.getByRole('link', { name: 'Go to the carrier lock' }).click()
  await page.getByRole('button', { name: 'Another SIM is refused' }).click()
  await page.getByRole('button', { name: 'The carrier refuses' }).click()
  await expect(offerOf(page, 'Greywater Releases')).toContainText('€19.00')
  await offerOf(page, 'Greywater Releases').getByRole('button', { name: 'Order' }).click()
  await expect(page.getByText('read in the device’s own recovery')).toHaveCount(0)
  await confirmOrder(page)
  await expect(page.getByText('waiting for the answer')).toBeVisible()
  await unfold(page, 'The answer came another way')
  const code = page.getByLabel('The code you received')
  await code.fill('1234')
  await expect(page.getByRole('button', { name: 'Save the code' })).toBeDisabled()
  await code.fill('00491827')
  await page.getByRole('button', { name: 'Save the code' }).click()
  await expect(page.getByText('0049 1827')).toBeVisible()
  await page.getByRole('button', { name: 'It was refused' }).click()
  await expect(page.getByText('1 of 10 entries made, 9 left')).toBeVisible()
  await page.getByRole('button', { name: 'Accepted' }).click()

  await page.getByRole('link', { name: 'Go to the hand-back' }).click()
  await page.getByLabel('Who signs in?').fill('The owner, at home')
  const lines = page.getByTestId('bill').getByRole('row')
  for (const [line, said] of [
    'Reset from recovery €35.00',
    'Order at a carrier €10.00',
    'Unlock ordered from Greywater Releases €19.00',
    'Total €64.00',
  ].entries())
    await expect.poll(async () => letters((await lines.nth(line).textContent()) ?? '')).toBe(letters(said))
  await closeJob(page, 'Cash')
  const paper = await paperOf(page)
  for (const said of [
    ticket,
    'Orrelin Vane 5',
    groupImei(IMEI),
    'Q. Test',
    'Unlock ordered from Greywater Releases €19.00',
    'Total €64.00',
    'Paid in cash €64.00',
    'Screen lock Confirmed off: the set-up wizard was reached after the reset.',
    'Account lock Confirmed off:',
    'Carrier lock Confirmed off: the unlock code was accepted',
    'The device was reset from recovery.',
    'code 00491827',
    'NIST SP 800-88',
    'The owner, at home',
  ])
    expect(letters(paper)).toContain(letters(said))

  await page.getByRole('link', { name: 'Jobs' }).click()
  await page.getByLabel('Search jobs').fill(ticket)
  await page.getByRole('link', { name: new RegExp(ticket) }).click()
  await expect(page.getByText('reached recovery')).toBeVisible()
  await expect(page.getByRole('region', { name: 'What happened' }).getByText('handed back')).toBeVisible()
})

test('the watch of family 13, wiped without an IMEI to ask the registry with, the reason recorded', async ({
  page,
}) => {
  await signIn(page)
  await takeIn(page, 'tide 40')
  await answer(page, ORDINARY)
  await expect(page.getByRole('region', { name: 'Still to ask' })).not.toContainText('What is the IMEI?')
  await answer(page, { 'Is an account on the device?': 'No' })
  await answer(page, {
    'What shows their right to the device?': 'Box with the same number',
    'What does the registry say?': 'No answer, or no IMEI',
  })
  await sign(page)
  await expect(page.getByText('Registry does not say reported.')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Go to the bench' })).toBeDisabled()
  await tell(page, { 'Why is there no answer?': 'No cellular radio' })
  await page.getByRole('link', { name: 'Go to the bench' }).click()

  const at = new TechnicianAtDevice('halvern-tide')
  await allInHand(page)
  await expect(page.getByTestId('critical')).toContainText('press upper key twice')
  await followSteps(page, at)
  await throughTheMenu(page, at, { wrong: 'B9', right: 'hv-t40' })
  await throughTheFirstStart(page, at)
  // No account is on it, they said: the wizard is gone through once, and shows it.
  await page.getByRole('link', { name: 'Go to the account lock' }).click()
  await expect(page.getByRole('button', { name: 'It asks for an account after all' })).toBeVisible()
  await page.locator('.act-main').filter({ hasText: 'It never asked for an account' }).click()
  await page.getByRole('link', { name: 'Go to the hand-back' }).click()
  await expect(page.getByRole('button', { name: 'Hand back and close' })).toBeDisabled()
  await closeJob(page)
  const paper = await paperOf(page)
  const never = 'Account lock Confirmed off: the wizard never asked for an account.'
  for (const said of ['Halvern Tide 40', never, 'Carrier lock This device has none.', 'IMEI none', '€35.00'])
    expect(letters(paper)).toContain(letters(said))
  await page.getByRole('link', { name: 'Whole job' }).click()
  await expect(page.getByText('No cellular radio').first()).toBeVisible()
})
