import { expect, test, type Browser, type Page } from '@playwright/test'
import { expectAccessible } from './accessible.ts'
import { checkedIn, drawSignature, pdfBehind, signIn } from './shop.ts'

/** The address as it is printed on the receipt. */
async function addressOn(page: Page, id: number): Promise<string> {
  const receipt = (await pdfBehind(page, `/api/jobs/${id}/receipt.pdf`)).replace(/\s/g, '')
  return /\/s\/[\w-]{43}/.exec(receipt)?.[0] ?? ''
}
/** The customer's own telephone, which has never been here. */
const telephone = async (browser: Browser): Promise<Page> =>
  (await browser.newContext({ viewport: { width: 390, height: 780 }, locale: 'de-DE' })).newPage()

test('asked by telephone, a customer reads on their own telephone what will be done, and signs it there', async ({
  page,
  browser,
}) => {
  await signIn(page)
  const { id, ticket } = await checkedIn(page, 'vane 5', { customerLanguage: 'fr' })
  const theirs = await telephone(browser)
  const address = await addressOn(page, id)
  await theirs.goto(address)
  await expect(theirs.getByRole('heading', { name: `Votre dossier ${ticket}` })).toBeVisible()
  await expect(theirs.getByTestId('stands')).toHaveText('Enregistré')
  await expect(theirs.getByTestId('agreement')).toHaveCount(0)

  await page.goto(`/counter/${id}/agreement`)
  await page.getByText('Tell the customer').click()
  await page.getByRole('button', { name: 'by telephone' }).click()
  await expect(page.getByText(/customer asked whether they agree · by telephone · Runa/)).toBeVisible()

  await theirs.reload()
  await expect(theirs.getByTestId('stands')).toHaveText('En attente')
  await theirs.getByRole('radio', { name: 'English' }).click()
  await expect(theirs.getByTestId('agreement')).toContainText('The reset deletes everything')
  await expectAccessible(theirs, 'status page')
  const agree = theirs.getByRole('button', { name: 'I agree' })
  await expect(agree).toBeDisabled()
  await drawSignature(theirs)
  await agree.click()
  await expect(theirs.getByText('Thank you. Your answer is recorded.')).toBeVisible()
  await expect(theirs.getByTestId('stands')).toHaveText('In work')
  expect(await theirs.context().cookies()).toEqual([])

  await page.goto(`/jobs/${id}`)
  await expect(page.getByText(/^Agreed on their status page in English, .* asked by Runa\./)).toBeVisible()
  await theirs.goto(`${address.slice(0, -1)}${address.endsWith('A') ? 'B' : 'A'}`)
  await expect(theirs.getByRole('alert')).toContainText('Unter dieser Adresse gibt es keinen Auftrag')
})

test('what was changed while they read it is read anew before it is signed', async ({ page, browser }) => {
  await signIn(page)
  const { id } = await checkedIn(page, 'vane 5', { customerLanguage: 'en' })
  await page.goto(`/counter/${id}/agreement`)
  await page.getByText('Tell the customer').click()
  await page.getByRole('button', { name: 'by message' }).click()
  await expect(page.getByText(/customer asked whether they agree/)).toBeVisible()
  const theirs = await telephone(browser)
  await theirs.goto(await addressOn(page, id))
  await expect(theirs.getByTestId('agreement')).toBeVisible()
  await expect(theirs.getByTestId('agreement')).not.toContainText('carrier lock')
  await page.goto(`/counter/${id}`)
  await page.getByRole('region', { name: 'Known' }).getByText('Does it have a carrier lock?').click()
  await page
    .getByRole('radiogroup', { name: 'Does it have a carrier lock?' })
    .getByRole('radio', { name: 'Yes' })
    .click()
  await expect(page.getByText('all recorded')).toBeVisible()
  await drawSignature(theirs)
  await theirs.getByRole('button', { name: 'I agree' }).click()
  await expect(theirs.getByRole('alert')).toBeVisible()
  await expect(theirs.getByTestId('agreement')).toContainText('carrier lock')
  await drawSignature(theirs)
  await theirs.getByRole('button', { name: 'I agree' }).click()
  await expect(theirs.getByText('Thank you. Your answer is recorded.')).toBeVisible()
})
