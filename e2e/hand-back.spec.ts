import { expect, test } from '@playwright/test'
import { expectAccessible } from './accessible.ts'
import { agreedTo, closeJob, openBeside, paperOf, signIn, tellIt } from './shop.ts'

const RESET = ['in-recovery', 'wipe-started', 'wipe-finished', 'first-start', 'set-up'] as const
const letters = (text: string) => text.replace(/\s/g, '')

test('a deposit at the counter, a discount by a supervisor, the rest in cash: the bill, the page and the document say the same', async ({
  page,
}) => {
  await signIn(page)
  const id = await agreedTo(page, 'vane 5', { accountOnDevice: 'no', carrierLocked: 'no' })
  await page.goto(`/counter/${id}`)
  await openBeside(page, 'Deposit')
  const amount = page.getByLabel('Amount, EUR')
  // What the customer was told is offered; they pay another amount.
  await expect(amount).not.toHaveValue('')
  await amount.fill('ten')
  await expect(page.getByRole('button', { name: 'Card', exact: true })).toBeDisabled()
  await amount.fill('10,00')
  await page.getByRole('button', { name: 'Card', exact: true }).click()
  await expect(page.getByText(/^€10\.00 taken on .* by Runa · Card$/)).toBeVisible()
  await openBeside(page, 'Condition')
  await page.getByLabel('pen', { exact: true }).check()
  await page.getByRole('button', { name: 'front top left' }).click()
  await expect(page.getByRole('button', { name: /front top left: S/ })).toBeVisible()

  await tellIt(page, id, ...RESET.map((kind) => ({ kind })))
  await page.goto(`/hand-back/${id}`)
  await expect(page.getByTestId('total')).toHaveText('€35.00')
  await expect(page.getByTestId('due')).toHaveText('€25.00')
  // The sentence beside each lock is the one of the document.
  const sentence = '“Confirmed off: the set-up wizard was reached after the reset.”'
  await expect(page.getByText(sentence)).toBeVisible()
  // It is tried once more: what it asks for then stands there, whatever was seen before.
  await page.getByRole('button', { name: 'the old lock', exact: true }).click()
  await expect(page.getByText('“ON. We have not removed it.”')).toBeVisible()
  await expect(page.getByRole('radio', { name: 'Confirmed off' }).first()).not.toBeAttached()
  await page.getByRole('button', { name: 'nothing', exact: true }).click()
  const woken = '“Confirmed off: locked and woken at the hand-back, it asked for nothing.”'
  await expect(page.getByText(woken)).toBeVisible()
  const close = page.getByRole('button', { name: 'Hand back and close' })
  await expect(close).toBeDisabled()
  // What was left is what goes back, ticked; its drawing stands beside the device, and is compared.
  await expect(page.getByLabel('pen', { exact: true })).toBeChecked()
  await expect(page.getByLabel('SIM', { exact: true })).not.toBeChecked()
  const condition = page.getByTestId('condition')
  await expect(condition.getByRole('img', { name: /^front top left: S$/ })).toBeVisible()
  await expect(condition.getByText('Not compared yet')).toBeVisible()
  await condition.getByRole('radio', { name: 'Not the same' }).click()
  await condition.getByLabel('What is not the same?').fill('A new dent below')
  await expect(condition.getByText('not the same: A new dent below”')).toBeVisible()
  await expectAccessible(page, 'hand back')

  await page.getByRole('button', { name: 'Discount or line of your own' }).click()
  await page.getByLabel('What for?').fill('For a regular')
  await page.getByLabel('Amount, below zero for a discount').fill('-3.33')
  await page.getByLabel('Reason', { exact: true }).fill('comes every year')
  const code = page.getByLabel('Supervisor’s code')
  await code.fill('1357')
  await page.getByRole('button', { name: 'Add to the bill' }).click()
  await expect(page.getByRole('alert')).toContainText('no supervisor’s code')
  await expect(page.getByTestId('total')).toHaveText('€35.00')
  await code.fill('8642')
  await page.getByRole('button', { name: 'Add to the bill' }).click()
  await expect(page.getByTestId('total')).toHaveText('€31.67')
  await expect(page.getByTestId('due')).toHaveText('€21.67')

  await closeJob(page, 'Cash')
  const paper = letters(await paperOf(page))
  for (const said of [
    woken.slice(1, -1),
    'Given back device and pen',
    'not the same: A new dent below',
    'We answer for our work for 90 days',
    'Reset from recovery €35.00',
    'For a regular -€3.33',
    'Total €31.67',
    '19% tax included €5.06',
    'Paid in cash €21.67',
  ])
    expect(paper).toContain(letters(said))
  expect(paper).toMatch(/Invoice\d{6}/)
  expect(paper).not.toContain(letters('comes every year'))
})

test('what was done while the page stood open is another price: nothing is closed at the old one', async ({
  page,
}) => {
  await signIn(page)
  const id = await agreedTo(page, 'vane 5', { accountOnDevice: 'no', carrierLocked: 'no' })
  await page.goto(`/hand-back/${id}`)
  await expect(page.getByTestId('total')).toHaveText('€0.00')
  await expect(page.getByText('Nothing is charged.')).toBeVisible()
  await tellIt(page, id, ...RESET.map((kind) => ({ kind })))
  await page.getByRole('button', { name: 'Hand back and close' }).click()
  await expect(page.getByRole('dialog').or(page.getByRole('alert')).first()).toBeVisible()
  await page.goto(`/hand-back/${id}`)
  await expect(page.getByTestId('due')).toHaveText('€35.00')
  await closeJob(page, 'Pays later')
  expect(letters(await paperOf(page))).toContain(letters('Not paid yet €35.00'))
  // What is owed is taken when it comes, and no more of it.
  await expect(page.getByTestId('owed')).toHaveText('€35.00')
  // No one key takes money.
  await expect(page.getByRole('button', { name: 'Cash' })).not.toHaveAttribute('data-key-hint')
  const amount = page.getByLabel('Amount, EUR')
  await amount.fill('40')
  await page.getByRole('button', { name: 'Bank transfer' }).click()
  await expect(page.getByRole('alert')).toContainText('€35.00 is left to pay')
  await amount.fill('35')
  await page.getByRole('button', { name: 'Bank transfer' }).click()
  await expect(page.getByTestId('owed')).toHaveCount(0)
  const paper = letters(await paperOf(page))
  expect(paper).toMatch(/Paidon\w+-€35\.00/)
  expect(paper).not.toContain(letters('Not paid yet'))
})

test('a bill is put right after the hand-back: cancelled by a counter-document, made anew with goodwill, the rest paid back', async ({
  page,
}) => {
  await signIn(page)
  const id = await agreedTo(page, 'vane 5', { accountOnDevice: 'no', carrierLocked: 'no' })
  await tellIt(page, id, ...RESET.map((kind) => ({ kind })))
  await page.goto(`/hand-back/${id}`)
  await expect(page.getByTestId('total')).toHaveText('€35.00')
  await closeJob(page, 'Card')
  const rows = page.getByTestId('invoices').getByRole('row')
  await expect(rows).toHaveCount(1)
  await page.getByRole('button', { name: 'Cancel the invoice or put it right' }).click()
  await page.getByLabel('What for?').fill('Goodwill')
  await page.getByLabel('Amount, below zero for a discount').fill('-5')
  await page.getByLabel('Reason', { exact: true }).fill('the glass was scratched')
  await expect(page.getByTestId('comes-to')).toHaveText('It comes to €30.00 then.')
  const cancel = page.getByRole('button', { name: /^Cancel invoice / })
  await page.getByLabel('Supervisor’s code').fill('1357')
  await expect(cancel).toBeDisabled()
  await page.getByRole('radio', { name: 'Cash' }).click()
  await cancel.click()
  await expect(page.getByRole('alert')).toContainText('no supervisor’s code')
  await expect(rows).toHaveCount(1)
  await page.getByLabel('Supervisor’s code').fill('8642')
  await cancel.click()
  await expect(rows).toHaveCount(3)
  await expect(rows.nth(0)).toContainText(/cancelled by \d{6}/)
  await expect(rows.nth(1)).toContainText(/^Cancellation \d{6} of invoice \d{6}/)
  await expect(rows.nth(1)).toContainText('-€35.00')
  await expect(rows.nth(2)).toContainText('€30.00')
  const paper = letters(await paperOf(page))
  for (const said of ['Goodwill', 'Total €30.00', 'Paid by card €35.00', 'Paid back in cash €5.00'])
    expect(paper).toContain(letters(said))
  expect(paper).not.toContain(letters('scratched'))
  await page.goto(`/jobs/${id}`)
  await expect(page.getByRole('region', { name: 'What happened' })).toContainText('bill put right')
})
