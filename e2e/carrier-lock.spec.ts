import { expect, test, type Page } from '@playwright/test'
import { expectAccessible } from './accessible.ts'
import {
  agreedTo,
  closeJob,
  confirmOrder,
  lookForMail,
  offerOf,
  paperOf,
  pdfBehind,
  signIn,
  supplierSends,
  tellIt,
} from './shop.ts'

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

/** Handed back and closed. @returns what the document says */
async function handedBack(page: Page, link = 'Go to the hand-back'): Promise<string> {
  await page.getByRole('link', { name: link }).click()
  await closeJob(page)
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

/** An order at the quick supplier, from the counter on; the carrier has refused. */
async function ordered(page: Page, facts: object = {}, model = 'vane 5'): Promise<number> {
  const id = await agreedTo(page, model, { ...LOCKED, ...facts })
  await tellIt(page, id, { kind: 'carrier-answered', says: 'refused' })
  await page.goto(`/carrier-lock/${id}`)
  await offerOf(page, 'Greywater Releases').getByRole('button', { name: 'Order' }).click()
  await confirmOrder(page)
  await lookForMail(page, page.getByText('The supplier confirmed it'))
  return id
}

test('a code by mail, refused once, then a second one; the last entry is looked at twice, and a SIM proves it', async ({
  page,
}) => {
  await signIn(page)
  const id = await ordered(page)
  await expectAccessible(page, 'an order that waits')
  await supplierSends(page, id, { send: 'code', code: '00491827' })
  const code = page.getByTestId('code')
  await lookForMail(page, code)
  await expect(code).toHaveText('0049 1827')
  await page.getByRole('button', { name: 'It was refused' }).click()
  await expect(page.getByText('1 of 10 entries made, 9 left')).toBeVisible()
  // Typing the same again is no second code.
  await page.getByLabel('A second code').fill('00491827')
  await page.getByRole('button', { name: 'Save the code' }).click()
  await expect(page.getByRole('alert')).toContainText('cannot be recorded now')
  await supplierSends(page, id, { send: 'code', code: '9876 5432' })
  await lookForMail(page, page.getByText('9876 5432', { exact: true }))
  await expect(page.getByText('never to be typed again: 0049 1827')).toBeVisible()
  for (let nth = 2; nth <= 9; nth++) {
    await page.getByRole('button', { name: 'It was refused' }).click()
    await expect(page.getByText(`${nth} of 10 entries made`)).toBeVisible()
  }
  await expect(page.getByRole('alert')).toContainText('Only one entry is left')
  await expect(code).toHaveCount(0)
  await expectAccessible(page, 'the last entry')
  await page.getByRole('button', { name: 'Compared: show the code' }).click()
  await page.getByRole('button', { name: 'Accepted' }).click()
  const document = await handedBack(page)
  expect(document).toMatch(/Carrier lock\s+Confirmed off: the unlock code was accepted/)
  await page.goto(`/jobs/${id}`)
  await expect(page.getByText('the supplier answered').first()).toBeVisible()
})

test('no entry is left: no other code is ordered, who can still help is said, and it goes back with the lock on', async ({
  page,
}) => {
  await signIn(page)
  const id = await ordered(page, { imei: '352099001761481' }, 'field 2')
  await supplierSends(page, id, { send: 'code', code: '00491827' })
  await lookForMail(page, page.getByTestId('code'))
  for (let nth = 1; nth <= 5; nth++) {
    const compared = page.getByRole('button', { name: 'Compared: show the code' })
    if (nth === 5) await compared.click()
    await page.getByRole('button', { name: 'It was refused' }).click()
    if (nth < 5) await expect(page.getByText(`${nth} of 5 entries made`)).toBeVisible()
  }
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('No code helps any more')
  await expect(page.getByText('Who can still help: the original carrier')).toBeVisible()
  await expect(page.getByTestId('offer')).toHaveCount(0)
  await expectAccessible(page, 'a device that takes no code')
  expect(await handedBack(page, 'Hand back with the lock on')).toMatch(
    /Carrier lock\s+ON\. We have not removed it/,
  )
})

test('a forged mail and one for another device change nothing: they are laid before a person with why', async ({
  page,
}) => {
  await signIn(page)
  const id = await ordered(page)
  await supplierSends(page, id, { send: 'code', code: '66666666', trick: 'forged' })
  await supplierSends(page, id, { send: 'code', code: '77777777', trick: 'other-imei' })
  await lookForMail(page, page.getByText('2 e-mails about this job were not read into it.'))
  await expect(page.getByTestId('code')).toHaveCount(0)
  await page.getByRole('link', { name: 'Look at it' }).click()
  const mails = page.getByTestId('tray-mail')
  const forged = mails.filter({ hasText: 'it may be forged' }).first()
  await expect(forged).toContainText('greywater-orders.example')
  await expectAccessible(page, 'the tray')
  await expect(mails.filter({ hasText: 'it may be for another device' }).first()).toBeVisible()
  await forged.getByLabel('Ticket of the job').fill('B999999')
  await forged.getByRole('button', { name: 'Put to this job' }).click()
  await expect(page.getByRole('alert')).toHaveText('There is no job with the ticket B999999.')
  const before = await mails.count()
  await forged.getByRole('button', { name: 'Set aside' }).click()
  await expect(mails).toHaveCount(before - 1)
  await page.goto(`/carrier-lock/${id}`)
  await page.getByRole('button', { name: 'Cancel the order' }).click()
  const document = await handedBack(page, 'Hand back with the lock on')
  expect(document).toMatch(/Carrier lock\s+ON\. We have not removed it/)
  expect(document).not.toMatch(/66666666|77777777/)
})

test('an order that is late: the supplier says when, is asked by mail, and fails; the next is ordered elsewhere', async ({
  page,
}) => {
  await page.clock.install()
  await signIn(page)
  const id = await ordered(page)
  await supplierSends(page, id, { send: 'delayed', until: dayFromNow(15) })
  await lookForMail(page, page.getByText('The supplier says it comes later'))
  await page.clock.fastForward(20 * 86_400_000)
  await expect(page.getByText('Late: it was promised by')).toBeVisible()
  await page.getByRole('button', { name: 'Ask the supplier by e-mail' }).click()
  await expect(page.getByText(/^Asked /)).toBeVisible()
  await supplierSends(page, id, { send: 'failed' })
  await lookForMail(page, offerOf(page, 'Keelhouse Codes'))
  await expect(page.getByText('failed', { exact: true })).toBeVisible()
  // The same is not offered again for the same device.
  await expect(offerOf(page, 'Greywater Releases')).toHaveCount(0)
  await expect(page.getByText('Greywater Releases has failed for this IMEI.')).toBeVisible()
  expect(await handedBack(page, 'Hand back with the lock on')).toMatch(
    /Carrier lock\s+ON\. We have not removed it/,
  )
})

for (const [answer, told, todo] of [
  ['over-the-air', 'over the air', 'Connect to Wi-Fi and restart.'],
  ['app', 'app', 'Ask for the permanent unlock, not the temporary one.'],
] as const)
  test(`${told}: led to its end and proven by another SIM`, async ({ page }) => {
    await signIn(page)
    const id = await ordered(page)
    await supplierSends(page, id, { send: answer })
    await lookForMail(page, page.getByText(todo))
    await page
      .getByRole('button', { name: 'Another carrier’s SIM registers and a call goes through' })
      .click()
    expect(await handedBack(page)).toMatch(/Carrier lock\s+Confirmed off: another carrier’s SIM works/)
  })

test('from the telephone to the steps for home: ordered without the device, the code sent by mail, told by telephone', async ({
  page,
}) => {
  await signIn(page)
  const id = await ordered(page, { deviceHere: 'no' })
  await supplierSends(page, id, { send: 'code', code: '00491827' })
  await lookForMail(page, page.getByTestId('code'))
  const to = page.getByLabel('The customer’s e-mail address')
  await to.fill('nobody')
  await page.getByRole('button', { name: 'Send the steps by e-mail' }).click()
  await expect(page.getByText(/^Sent /)).toHaveCount(0)
  await to.fill('home@mail.example')
  await page.getByRole('button', { name: 'Send the steps by e-mail' }).click()
  await expect(page.getByText(/^Sent /)).toBeVisible()
  expect(await pdfBehind(page, `/api/jobs/${id}/activation.pdf`)).toMatch(
    /Your code: 0049 1827.*10 entries are left/s,
  )
  await page.getByRole('button', { name: 'Accepted' }).click()
  expect(await handedBack(page)).toMatch(/Carrier lock\s+Confirmed off/)
})
