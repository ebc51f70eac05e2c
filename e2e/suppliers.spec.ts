import { readFile } from 'node:fs/promises'
import { expect, test, type Page } from '@playwright/test'
import { expectAccessible } from './accessible.ts'
import { agreedTo, atAnotherMachine, offerOf, signIn } from './shop.ts'

const LOCKED = {
  complaint: 'carrier-lock-only',
  carrierLocked: 'yes',
  originalCarrier: 'Ferryway',
  carrierCountry: 'SE',
  imei: '490154203237518',
} as const
const field = (page: Page, label: string) => page.getByLabel(label, { exact: true })
const part = (page: Page, name: string) =>
  page.getByRole('navigation', { name: 'Suppliers and carriers' }).getByRole('button', { name, exact: true })
async function importTable(page: Page, name: string, text: string): Promise<void> {
  const chosen = page.waitForEvent('filechooser')
  await page.getByText('Import a CSV file').click()
  await (await chosen).setFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(text) })
}

test('a supervisor lists a supplier by form and its services by table, and it is offered where it fits', async ({
  page,
  browser,
}) => {
  await signIn(page, 'Imke')
  await page.goto('/settings')
  await page.getByRole('link', { name: 'Suppliers, services, carriers' }).click()
  await expectAccessible(page, 'suppliers')
  await page.getByRole('button', { name: 'Add a supplier' }).click()
  await page.getByRole('button', { name: 'Save suppliers and carriers' }).click()
  await expect(page.getByRole('alert')).toContainText('Name')
  await field(page, 'Name').fill('Brinewood Unlocks')
  await field(page, 'E-mail of its answers').fill('orders@brinewood.example')
  await field(page, 'Orders count the same day until').fill('930')
  await field(page, 'Orders count the same day until').press('Tab')
  await expect(field(page, 'Orders count the same day until')).toHaveValue('09:30')

  // Looked at elsewhere meanwhile, what was begun is still here.
  await page.getByRole('navigation').getByRole('link', { name: 'Jobs' }).click()
  await page.goBack()
  await part(page, 'Brinewood Unlocks').click()
  await expect(field(page, 'E-mail of its answers')).toHaveValue('orders@brinewood.example')

  await part(page, 'As a table').click()
  await importTable(page, 'carriers.csv', 'name,country,ask_at\nFerryway,SE,ferryway.example/unlock\n')
  await expect(page.getByText('Carriers: 1 added, 0 changed, 0 as before.')).toBeVisible()
  const SERVICES =
    'supplier;name;lock;carrier;carrier_country;models;fee;currency;min_days;max_days;refund_percent;withdrawn\n'
  await importTable(
    page,
    'services.csv',
    `${SERVICES}brinewood unlocks;;carrier;FERRYWAY;se;;eleven;eur;2;4;50;no\nNobody;;carrier;Ferryway;SE;;9;EUR;1;2;0;\n`,
  )
  await expect(page.getByRole('alert')).toContainText('Nothing was imported.')
  await expect(page.getByRole('alert')).toContainText('Line 2: fee “eleven”')
  await expect(page.getByRole('alert')).toContainText('Line 3: There is no supplier “Nobody”.')
  await importTable(
    page,
    'services.csv',
    `${SERVICES}brinewood unlocks;;carrier;FERRYWAY;se;;11,50;eur;2;4;50;no\nBrinewood Unlocks;Old;carrier;Ferryway;SE;Slate 3;9;EUR;1;2;0;\n`,
  )
  await expect(page.getByText('Services: 2 added')).toBeVisible()
  await expect(page.getByText('Not saved yet.')).toBeVisible()
  await page.getByRole('button', { name: 'Save suppliers and carriers' }).click()
  await expect(page.getByText('Saved. Orders already placed stay as they are.')).toBeVisible()
  await expect(page.getByText(/Saved by Imke/)).toBeVisible()

  // Out again, it says what it was given.
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Services (CSV)' }).click()
  expect(await readFile(await (await download).path(), 'utf8')).toContain(
    'Brinewood Unlocks,,carrier,FERRYWAY,SE,,11.50,EUR,2,4,50,no',
  )

  const runa = await atAnotherMachine(browser)
  const id = await agreedTo(runa, 'vane 5', LOCKED)
  await runa.goto(`/carrier-lock/${id}`)
  await runa.getByRole('button', { name: 'Another SIM is refused' }).click()
  await expect(runa.getByText('Ferryway (Sweden) is asked here: ferryway.example/unlock')).toBeVisible()
  await runa.getByRole('button', { name: 'The carrier refuses' }).click()
  await expect(offerOf(runa, 'Brinewood Unlocks')).toContainText('€11.50')
  await expect(runa.getByTestId('offer')).toHaveCount(1)
  await expect(runa.getByText('Not for this model: Brinewood Unlocks.')).toBeVisible()
  // A technician sees the list and changes nothing.
  await runa.goto('/settings/suppliers')
  await expect(field(runa, 'Name')).toHaveAttribute('readonly')
  await expect(runa.getByRole('button', { name: 'Save suppliers and carriers' })).toHaveCount(0)

  await part(page, 'Brinewood Unlocks').click()
  await page.getByLabel('No longer used').first().check()
  await page.getByRole('button', { name: 'Save suppliers and carriers' }).click()
  await expect(page.getByText('Saved. Orders already placed stay as they are.')).toBeVisible()
  await runa.goto(`/carrier-lock/${id}`)
  await expect(runa.getByText('No supplier for Ferryway')).toBeVisible()
})

test('of two who change the list at one time the second is told, and keeps what was typed', async ({
  page,
  browser,
}) => {
  await signIn(page, 'Imke')
  const other = await atAnotherMachine(browser, 'Imke')
  for (const one of [page, other]) {
    await one.goto('/settings/suppliers')
    await part(one, 'Carriers').click()
    await one.getByRole('button', { name: 'Add a carrier' }).click()
    await field(one, 'Country').last().fill('no')
  }
  await field(page, 'Name').last().fill('Northfirth')
  await field(other, 'Name').last().fill('Southfirth')
  const save = (one: Page) => one.getByRole('button', { name: 'Save suppliers and carriers' }).click()
  await save(page)
  await expect(page.getByText('Saved. Orders already placed stay as they are.')).toBeVisible()
  await save(other)
  await expect(other.getByRole('alert')).toContainText('Somebody else has saved this list meanwhile.')
  await expect(field(other, 'Name').last()).toHaveValue('Southfirth')
  await other.getByRole('button', { name: 'Back to the saved list' }).click()
  await expect(field(other, 'Name').last()).toHaveValue('Northfirth')
})
