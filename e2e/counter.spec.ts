import { expect, test, type Page } from '@playwright/test'
import { checkDigit } from '@benevox/core/imei'
import { LANGUAGES, nameOf } from '@benevox/words'
import { tagPng } from '../server/src/intake/tag.ts'
import { expectAccessible } from './accessible.ts'
import {
  agreeing,
  answer,
  askFor,
  drawSignature,
  knownLine,
  lookForMail,
  offerOf,
  openBeside,
  ORDINARY,
  pdfBehind,
  sign,
  signIn,
  takeIn,
  tell,
} from './shop.ts'

const imei = (first14: string) => `${first14}${checkDigit(first14)}`

test('letters typed anywhere begin the search for the model, and no other letter does once it is known', async ({
  page,
}) => {
  await signIn(page)
  await page.goto('/counter')
  await page.getByRole('button', { name: 'Check in a device' }).click()
  await answer(page, { 'What is wrong?': 'Forgot PIN, pattern or password' })
  const model = page.getByRole('combobox', { name: 'Model' })
  // Each letter there is begins a word.
  for (const first of 'abcdefghijklmnopqrstuvwxyz') {
    await askFor(page, 'Is the battery safe: flat, cool, dry?')
    // A person's pace: closer together they are a scanner's.
    await page.keyboard.type(`${first}ide`, { delay: 85 })
    await expect(model).toHaveValue(`${first}ide`)
    await model.fill('')
    await page.keyboard.press('Escape')
  }
  await expect(page.getByRole('radio', { name: 'Device here' })).toBeChecked()
  await askFor(page, 'Is the battery safe: flat, cool, dry?')
  await page.keyboard.type('vane mini', { delay: 85 })
  await expect(model).toHaveValue('vane mini')
  await page.keyboard.press('Enter')
  await expect(knownLine(page, 'Which device is it?')).toContainText('Vane Mini')
  const asked = page.getByTestId('question')
  await expect(asked).toBeVisible()
  const before = (await asked.textContent()) ?? ''
  await page.keyboard.press('Escape')
  await page.keyboard.type('v')
  await expect(asked).toHaveText(before)
})

test('an intake from a photo of the label: codes read, both slots taken, the box compared', async ({
  page,
}) => {
  const [first, second] = [imei('00100102550091'), imei('00100102550092')]
  const label = await labelPhoto(page, [first, second, '4012345678901'])
  await signIn(page)
  await takeIn(page, 'juno')
  await askFor(page, 'What is the IMEI?')
  const photo = page.locator('#ask-now input[type=file]')
  await photo.setInputFiles({ name: 'glare.png', mimeType: 'image/png', buffer: Buffer.from('no picture') })
  await expect(page.getByText(/No code found|cannot be read/)).toBeVisible()
  await photo.setInputFiles({ name: 'label.png', mimeType: 'image/png', buffer: label })
  await expect(page.getByText('Two slots of one device.')).toBeVisible()
  await page.getByRole('button', { name: 'Use both' }).click()
  await expect(knownLine(page, 'What is the IMEI?')).toContainText('00-100102-550091')
  await expect(knownLine(page, 'What is the second IMEI?')).toContainText('00-100102-550092')
  await expect(page.getByText('This IMEI belongs to')).toBeVisible()
  await page.getByRole('button', { name: 'Use it as the model' }).click()
  await expect(page.getByRole('banner')).toContainText('Orrelin Vane 6')
  await askFor(page, 'Which IMEI is on the box?')
  await page.getByRole('textbox', { name: 'Which IMEI is on the box?' }).fill(second)
  await askFor(page, 'What is the IMEI?')
  await expect(page.getByTestId('question')).toBeInViewport()
  await expect(page.getByText('The box has the same number')).toBeVisible()
  await askFor(page, 'Which IMEI is on the box?')
  await page.getByRole('textbox', { name: 'Which IMEI is on the box?' }).fill(imei('00100102999991'))
  await askFor(page, 'What is the IMEI?')
  await expect(page.getByText('The box belongs to another device')).toBeVisible()
})

/** A label with several Code 128 codes under one another, photographed: drawn by the page as a picture. */
async function labelPhoto(page: Page, texts: readonly string[]): Promise<Buffer> {
  const pictures = await Promise.all(
    texts.map(async (text) => `data:image/png;base64,${(await tagPng(text, 2)).toString('base64')}`),
  )
  await page.setContent(
    `<body style="margin:40px;background:#ddd">${pictures.map((src) => `<p><img src="${src}"></p>`).join('')}</body>`,
  )
  return page.screenshot()
}

test('the registry: clean, stolen, nonsense; and a report that comes by mail', async ({ page }) => {
  const registry = process.env['BENEVOX_REGISTRY']
  await signIn(page)
  await takeIn(page, 'juno')
  await askFor(page, 'What is the IMEI?')
  const field = page.getByRole('textbox', { name: 'What is the IMEI?', exact: true })
  // Misread, and scanned once more: the second takes the place of the first.
  await field.focus()
  await page.keyboard.type('001003011231239')
  await page.keyboard.press('Enter')
  await expect(page.getByText(/check digit/)).toBeVisible()
  await page.keyboard.type(imei('00100301123123'))
  // Asked by itself, once: its answer stands there with its hour.
  await expect(knownLine(page, 'What does the registry say?')).toContainText('Clean')
  await openBeside(page, 'Registry')
  await page.getByRole('button', { name: 'with a report by e-mail' }).click()
  await lookForMail(page, page.getByText(/^Report R-\d+ for B\d+/))
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page
      .getByText(/^Report R-/)
      .click()
      .then(() => page.getByRole('link', { name: 'as .eml' }).click()),
  ])
  expect(download.suggestedFilename()).toMatch(/\.eml$/)
  if (!registry) return
  const odd = imei('00100301321321')
  await fetch(`${registry}/control`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ imei: odd, fault: 'nonsense', status: 'stolen' }),
  })
  await field.fill(odd)
  await expect(page.getByText('answer cannot be read')).toBeVisible()
  await expect(knownLine(page, 'What does the registry say?')).toContainText('No answer')
  await fetch(`${registry}/control`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ imei: odd, fault: null }),
  })
  await page.getByRole('button', { name: 'Ask the registry', exact: true }).click()
  await expect(page.getByTestId('route-main')).toHaveText('Refuse: no work on this device')
})

test('no key alone makes a device clean: where the registry was asked, and by whom, is told and kept', async ({
  page,
}) => {
  await signIn(page)
  await takeIn(page, 'juno')
  // This registry is silent about it.
  const silent = imei('00100301777000')
  await fetch(`${process.env['BENEVOX_REGISTRY'] ?? ''}/control`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ imei: silent, fault: 'nonsense' }),
  })
  await askFor(page, 'What is the IMEI?')
  await page.getByRole('textbox', { name: 'What is the IMEI?', exact: true }).fill(silent)
  const line = knownLine(page, 'What does the registry say?')
  await expect(line).toContainText('No answer')
  await line.click()
  await page.locator('h2').first().click()
  await page.keyboard.press('1')
  await expect(line).toContainText('No answer')
  const record = page.getByRole('button', { name: 'Record as clean' })
  await expect(record).toBeDisabled()
  await page.getByLabel('Where was it asked?').fill('telephone of the registry')
  await expect(record).toBeDisabled()
  // What looks like a secret is questioned here too, and not kept meanwhile.
  await page.getByLabel('By whom?').fill('PIN 4711')
  await expect(record).toBeDisabled()
  await page.getByLabel('By whom?').fill('Teo')
  await page.getByLabel('By whom?').press('Enter')
  await expect(line).toContainText('Clean')
  await expect(page.getByText('Asked at: telephone of the registry. By: Teo.')).toBeVisible()
  // Neither does a program that asks without it.
  const { status, body } = await page.evaluate(async () => {
    const id = /\d+$/.exec(location.pathname)?.[0] ?? ''
    const { csrfToken } = (await (await fetch('/api/session')).json()) as { csrfToken: string }
    const { version } = (await (await fetch(`/api/jobs/${id}`)).json()) as { version: number }
    const answer = await fetch(`/api/jobs/${id}/facts`, {
      method: 'PATCH',
      headers: { 'x-csrf-token': csrfToken, 'content-type': 'application/json' },
      body: JSON.stringify({ version, facts: { registryAnswer: 'clean' } }),
    })
    return { status: answer.status, body: await answer.text() }
  })
  expect([status, body.includes('asked-where')]).toEqual([400, true])
})

test('what looks like a PIN is questioned before it is kept', async ({ page }) => {
  await signIn(page)
  await takeIn(page, 'juno')
  await answer(page, { 'What shows their right to the device?': 'Other, as noted' })
  await tell(page, { 'What was shown?': 'says his PIN is 4711' })
  await page.keyboard.press('Enter')
  await expect(page.getByText('looks like a PIN, pattern or password')).toBeVisible()
  await expect(page.getByRole('button', { name: /^What was shown\? \S/ })).toHaveCount(0)
  await page.getByRole('button', { name: 'Remove it' }).click()
  await expect(page.getByText('looks like a PIN')).toHaveCount(0)
  await expect(page.getByRole('textbox', { name: 'What was shown?' })).toBeFocused()
  await tell(page, { 'What was shown?': 'came with 4711 on it' })
  await page.getByRole('button', { name: 'It is not a secret: keep it' }).click()
  await expect(page.getByText('all recorded')).toBeVisible()
  await page.reload()
  await expect(knownLine(page, 'What was shown?')).toContainText('came with 4711 on it')
  // Figures are what a contact is for; what a word announces is questioned there too.
  const contact = page.getByRole('textbox', { name: 'Telephone or e-mail' })
  await contact.fill('0461 2345, 4711 in the evening')
  await expect(page.getByText('looks like a PIN')).toHaveCount(0)
  await contact.fill('0461 2345, PIN 4711')
  await expect(page.getByText('looks like a PIN')).toBeVisible()
  await page.getByRole('button', { name: 'Remove it' }).click()
  await expect(contact).toHaveValue('0461 2345, PIN')
  await expect(page.getByText('all recorded')).toBeVisible()
  await page.reload()
  await expect(contact).toHaveValue('0461 2345, PIN')
})

const SMALL_AND_LARGE = [
  [1024, 768, 'largest'],
  [1280, 800, 'usual'],
] as const

test('the agreement in each language: read whole, signed, void when the route gets worse', async ({
  page,
}) => {
  await signIn(page)
  await takeIn(page, 'vane 5')
  await answer(page, ORDINARY)
  await answer(page, {
    'Is an account on the device?': 'No',
    'Does it have a carrier lock?': 'No',
    'What does the registry say?': 'Clean',
  })
  // Whoever agrees to something has a name: the way to the agreement leads to it, and Enter on.
  await page.getByRole('button', { name: 'Show the agreement' }).click()
  await expect(page.getByTestId('question')).toHaveText('What is the customer’s name?')
  await page.keyboard.type('Q. Test')
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('question')).not.toHaveText('What is the customer’s name?')
  await page.getByRole('button', { name: 'Show the agreement' }).click()
  const titles = new Set<string>()
  for (const language of LANGUAGES) {
    await page.getByRole('radio', { name: nameOf(language) }).click()
    await expect(page.locator('main')).toHaveAttribute('lang', language)
    // Whoever has begun to sign what stood there in another language begins anew.
    await expect(agreeing(page)).toBeDisabled()
    titles.add((await page.locator('h1').textContent()) ?? '')
    await expectAccessible(page, language)
    await page.evaluate(() => (document.documentElement.style.fontSize = '32px'))
    expect(
      await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth),
    ).toBeLessThanOrEqual(0)
    await page.evaluate(() => (document.documentElement.style.fontSize = ''))
    // However small the page and large its letters, what is signed with stays in sight.
    for (const [width, height, text] of SMALL_AND_LARGE) {
      await page.setViewportSize({ width, height })
      await page.evaluate((size) => (document.documentElement.dataset['text'] = size), text)
      await page.evaluate(() => scrollTo(0, 0))
      for (const one of [page.locator('canvas'), agreeing(page)])
        await expect(one, `${language}, ${width}, ${text}`).toBeInViewport({ ratio: 1 })
    }
    await drawSignature(page)
    await expect(agreeing(page)).toBeEnabled()
  }
  expect(titles.size).toBe(LANGUAGES.length)
  await page.getByRole('link', { name: 'Back to the counter' }).click()
  const read = await sign(page, 'Deutsch')
  await expect(page.getByRole('link', { name: 'Go to the bench' })).toBeVisible()
  await openBeside(page, 'Tag, receipt')
  const href = await page.getByRole('link', { name: 'Agreement as signed' }).getAttribute('href')
  const paper = await pdfBehind(page, href ?? '')
  const [firstLine] = /Das Zurücksetzen löscht alles[^.]*\./.exec(read) ?? ['nothing']
  expect(paper.replace(/\s+/g, ' ')).toContain(firstLine)
  // The language stands on the job: every other paper is in it too, and the job says so.
  await expect(page.getByLabel('Customer’s language')).toHaveValue('de')
  const receipt = await page.getByRole('link', { name: 'Receipt for the device' }).getAttribute('href')
  expect(await pdfBehind(page, receipt ?? '')).toContain('Annahmeschein')

  await answer(page, { 'Is an account on the device?': 'Yes' })
  await expect(page.getByText('The signed agreement no longer holds:', { exact: true })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Show the agreement' })).toBeVisible()
  await expect(page.getByRole('link', { name: 'Go to the bench' })).toHaveCount(0)
})

test('on the telephone: what to bring, a carrier order by IMEI alone, agreed to as it was read out', async ({
  page,
}) => {
  await signIn(page)
  await takeIn(page, 'vane 5')
  await page.getByRole('radio', { name: 'On the telephone' }).click()
  await answer(page, { 'What is wrong?': 'Forgot PIN, pattern or password' })
  const bring = page.getByRole('region', { name: 'To bring' })
  await expect(bring).toContainText('receipt or box with the same IMEI')
  await expect(bring).toContainText('the device, charged if possible')
  await answer(page, { 'What is wrong?': 'Carrier lock only' })
  await expect(knownLine(page, 'Does it have a carrier lock?')).toContainText('Yes')
  await expect(bring).not.toContainText('the device, charged')
  await expect(page.getByTestId('route-main')).toHaveText('Ask the carrier for a free unlock')
  await answer(page, {
    'Whose device is it?': 'Their own',
    'Does an employer manage it?': 'No',
    'Is it part of a police or court matter?': 'No',
    'What shows their right to the device?': 'Receipt or bill of sale',
  })
  await tell(page, {
    'Which carrier was it bought from?': 'Skerry Mobile',
    'In which country was it bought?': 'NO',
  })
  await askFor(page, 'What is the IMEI?')
  await page.getByRole('textbox', { name: 'What is the IMEI?', exact: true }).fill(imei('00100101778899'))
  await expect(knownLine(page, 'What does the registry say?')).toContainText('Clean')
  // Blanks are no name: it is asked for, and nobody signs.
  await page.getByRole('textbox', { name: 'Customer’s short name' }).fill('   ')
  await expect(page.getByText('Still needed: the customer’s name')).toBeVisible()
  await page.getByRole('button', { name: 'Show the agreement' }).click()
  await expect(page.getByTestId('question')).toHaveText('What is the customer’s name?')
  await page.getByRole('textbox', { name: 'Customer’s short name' }).fill('Q. Test')
  await page.getByRole('button', { name: 'Show the agreement' }).click()
  await page.getByRole('button', { name: 'agreed to on the telephone' }).click()
  await page.getByRole('link', { name: 'Go to the carrier lock' }).click()
  // The device is not here: nothing is looked at, and the carrier is asked first.
  const refuses = page.getByRole('button', { name: 'The carrier refuses' })
  await expect(page.getByText('In Norway')).toHaveCount(0)
  await expect(page.getByText('No time to answer is known for this country')).toBeVisible()
  await refuses.click()
  // Bought in another country it is another carrier’s: no order of it is to be had.
  await expect(page.getByText('No supplier for Skerry Mobile (Norway). There are services for')).toBeVisible()
  await page.getByRole('link', { name: 'Answers at the counter' }).click()
  await knownLine(page, 'In which country was it bought?').click()
  const country = page.getByRole('combobox', { name: 'In which country was it bought?' })
  await country.fill('Germania')
  await expect(page.getByText('No country has this name.')).toBeVisible()
  await country.fill('germany')
  await expect(knownLine(page, 'In which country was it bought?')).toContainText('Germany')
  await page.getByRole('link', { name: 'Go to the carrier lock' }).click()
  await expect(offerOf(page, 'Greywater Releases')).toBeVisible()
})

test('ownership documents, condition and a supervisor’s word', async ({ page }) => {
  await signIn(page)
  await takeIn(page, 'juno')
  await answer(page, {
    'What is wrong?': 'Freezes or is full of unwanted software',
    'What shows their right to the device?': 'Receipt or bill of sale',
    'Does an employer manage it?': 'Yes',
  })
  await expect(page.getByTestId('route-main')).toHaveText('Refuse: no work on this device')
  await page.getByLabel('Reason').fill('The administrator agreed by mail today')
  await page.getByLabel('Supervisor’s code').fill('1357')
  await page.getByRole('button', { name: 'Waive this check' }).click()
  await expect(page.getByRole('alert')).toContainText('no supervisor’s code')
  await page.getByLabel('Supervisor’s code').fill('8642')
  await page.getByRole('button', { name: 'Waive this check' }).click()
  await expect(page.getByText('waived by Imke.')).toBeVisible()
  await expect(page.getByTestId('route-main')).not.toHaveText('Refuse: no work on this device')

  await openBeside(page, 'Documents')
  const document = page.getByLabel('Ownership document: photo or PDF')
  await document.setInputFiles({ name: 'x.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('none') })
  await expect(page.getByText('Only pictures (JPEG, PNG, WebP) and PDF documents can be kept.')).toBeVisible()
  await document.setInputFiles({ name: 'receipt.png', mimeType: 'image/png', buffer: await tagPng('B1') })
  await expect(page.getByRole('img', { name: 'receipt.png' })).toBeVisible()

  await openBeside(page, 'Condition')
  // On a slow line the second mark is made before the first is answered.
  let answers = 0
  page.on('response', (answer) => (answers += answer.url().endsWith('/intake') && answer.ok() ? 1 : 0))
  await page.route('**/intake', async (route) => {
    await new Promise((go) => setTimeout(go, 1500))
    await route.continue()
  })
  await page.getByLabel('case', { exact: true }).check()
  await page.getByRole('radio', { name: 'C crack' }).click()
  await page.getByRole('button', { name: 'back top right' }).click()
  await expect(page.getByRole('button', { name: 'back top right: C' })).toBeVisible()
  await expect.poll(() => answers).toBe(2)
  await page.reload()
  await openBeside(page, 'Condition')
  await expect(page.getByRole('button', { name: 'back top right: C' })).toBeVisible()
  await expect(page.getByLabel('case', { exact: true })).toBeChecked()
  const receipt = page.url().replace(/counter\/(\d+).*/, 'api/jobs/$1/receipt.pdf')
  expect(await pdfBehind(page, receipt)).toContain('Left with the device case')
})

test('the price list: read by all, changed by a supervisor, and what was quoted stays quoted', async ({
  page,
}) => {
  await signIn(page)
  await page.goto('/counter')
  await page.getByRole('link', { name: 'Settings' }).click()
  const reset = page.getByLabel('Reset from recovery')
  await expect(reset).toHaveValue('35.00')
  await expect(page.getByRole('button', { name: 'Save prices' })).toHaveCount(0)
  await takeIn(page, 'vane 5')
  await answer(page, {
    'What is wrong?': 'Too many wrong entries',
    'How many wrong entries so far?': '30 or more',
  })
  const price = page.getByTestId('option-bar').first().getByTestId('price')
  const quoted = (await price.textContent()) ?? ''
  // Options are compared by their lines: all are of one length.
  await expect(page.getByTestId('option-bar').nth(2)).toBeVisible()
  const lengths = await page
    .locator('[data-line]')
    .evaluateAll((lines) => lines.map((line) => Math.round(line.getBoundingClientRect().width)))
  expect(new Set(lengths).size).toBe(1)
  const address = page.url()
  await page.getByRole('button', { name: 'Runa' }).click()
  await page.getByLabel('Your code').fill('8642')
  await page.getByRole('button', { name: 'Take over' }).click()
  await expect(page.getByRole('button', { name: 'Imke' })).toBeVisible()
  await page.getByRole('link', { name: 'Settings' }).click()
  await reset.fill('no price')
  await reset.blur()
  await reset.fill('42,50')
  await reset.blur()
  await page.getByRole('button', { name: 'Save prices' }).click()
  await expect(page.getByText('Saved. New jobs use it')).toBeVisible()
  await expect(reset).toHaveValue('42.50')
  await page.goto(address)
  await expect(price).toHaveText(quoted)
  // A shop that opens on Sundays only, for an hour, promises nothing else; one that never opens is none.
  await page.goto('/settings')
  const weekdays = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday']
  for (const day of weekdays) await page.getByLabel(day, { exact: true }).uncheck()
  await page.getByRole('button', { name: 'Save prices' }).click()
  await expect(page.getByRole('alert')).toContainText('open on one day of the week at least')
  await page.getByLabel('Sunday', { exact: true }).check()
  await page.getByLabel('Sunday, from').fill('11')
  for (const none of ['25:00', 'noon', '9.5', '']) {
    await page.getByLabel('Sunday, until').fill(none)
    await page.getByLabel('Sunday, until').blur()
    await expect(page.getByLabel('Sunday, until')).toHaveValue('18:00')
  }
  await page.getByLabel('Sunday, until').fill('1200')
  await page.getByLabel('Sunday, until').blur()
  await expect(page.getByLabel('Sunday, from')).toHaveValue('11:00')
  await page.getByRole('button', { name: 'Save prices' }).click()
  await expect(page.getByText('Saved. New jobs use it')).toBeVisible()
  await takeIn(page, 'vane 5')
  await answer(page, {
    'What is wrong?': 'Too many wrong entries',
    'How many wrong entries so far?': '30 or more',
  })
  // Each figure says which open questions it rests on, and what it would be with each answer.
  await page.getByRole('button', { name: 'what it is based on' }).click()
  const restsOn = page.getByLabel('What it is based on')
  await expect(restsOn).toContainText(/not solved/)
  await expect(restsOn).toContainText(/\([<>]? ?\d+\s?%\): /)
  await expect(page.getByTestId('promise')).toHaveText(
    /^Promise it for (today|tomorrow|Sun,? \d+ \w+), 11:\d\d:/,
  )
  const receipt = page.url().replace(/counter\/(\d+).*/, 'api/jobs/$1/receipt.pdf')
  expect(await pdfBehind(page, receipt)).toMatch(/Ready by Sunday,? \d+ \w+ \d+ at 11:\d\d/)
  await page.goto('/settings')
  for (const day of weekdays) await page.getByLabel(day, { exact: true }).check()
  await page.getByLabel('Sunday', { exact: true }).uncheck()
  await reset.fill('35')
  await reset.blur()
  await page.getByRole('button', { name: 'Save prices' }).click()
  await expect(page.getByText('Saved. New jobs use it')).toBeVisible()
})

test('several half-done intakes, and the server away: each keeps its own answers over a reload', async ({
  page,
}) => {
  await signIn(page)
  const addresses: string[] = []
  for (const letters of ['juno', 'vane 5']) {
    await takeIn(page, letters)
    await expect(page.getByText('all recorded')).toBeVisible()
    addresses.push(page.url())
  }
  await page.route('**/api/jobs/*/facts', (route) => route.abort())
  const [first = '', second = ''] = addresses
  await answer(page, { 'What is wrong?': 'Carrier lock only' })
  await expect(page.getByText('The server does not answer. Nothing is lost')).toBeVisible()
  await page.goto(first)
  await answer(page, { 'What is wrong?': 'Too many wrong entries' })
  await page.reload()
  await expect(knownLine(page, 'What is wrong?')).toContainText('Too many wrong entries')
  await page.unroute('**/api/jobs/*/facts')
  await expect(page.getByText('all recorded')).toBeVisible()
  await page.goto(second)
  await expect(knownLine(page, 'What is wrong?')).toContainText('Carrier lock only')
  await expect(page.getByText('all recorded')).toBeVisible()
})

test('a hazard ends the intake at once; a wish of the customer’s comes first and says so', async ({
  page,
}) => {
  await signIn(page)
  await takeIn(page, 'juno')
  await answer(page, { 'Is the battery safe: flat, cool, dry?': 'Liquid inside' })
  await expect(page.getByTestId('route-change')).toContainText('Now refused.')
  await expect(page.getByRole('link', { name: 'Go to the hand-back' })).toBeVisible()
  // Taken back by the same answer again: a slip of the finger is no refusal.
  await askFor(page, 'Is the battery safe: flat, cool, dry?')
  await page.getByRole('radio', { name: 'Liquid inside' }).click()
  await expect(page.getByTestId('route-main')).toHaveText('Ask first')
  await answer(page, ORDINARY)
  await expect(page.getByTestId('route-main')).toHaveText('Reset from recovery')
  await answer(page, { 'What does the customer want first?': 'Try to remember' })
  await expect(page.getByTestId('route-main')).toHaveText('Let the owner try to remember')
  await expect(page.getByText('The customer wants this first.')).toBeVisible()
})

test('not all keys work: which one is told on the drawing, and only what needs it is closed', async ({
  page,
}) => {
  await signIn(page)
  await takeIn(page, 'vane 5')
  await answer(page, ORDINARY)
  const main = page.getByTestId('route-main')
  await expect(main).toHaveText('Reset from recovery')
  await answer(page, { 'Do all keys work?': 'No' })
  const which = page.getByRole('region', { name: 'Which key' })
  await which.getByRole('button', { name: 'power' }).click()
  await expect(knownLine(page, 'Do all keys work?')).toContainText('No, power')
  await expect(which).toHaveCount(0)
  await expect(main).not.toHaveText('Reset from recovery')
  await expect(page.getByText('A key is broken and no method of this family works without it')).toBeVisible()
  // It does answer after all; another does not, and none of the methods asks for that one.
  await askFor(page, 'Do all keys work?')
  await which.getByRole('button', { name: 'power' }).click()
  await which.getByRole('button', { name: 'volume-down' }).click()
  await expect(knownLine(page, 'Do all keys work?')).toContainText('No, volume-down')
  await expect(main).toHaveText('Reset from recovery')
})

test('a device nobody can name: what one sees leads to families, and a model of one back onto the job', async ({
  page,
}) => {
  await signIn(page)
  await page.goto('/counter')
  await page.getByRole('button', { name: 'Check in a device' }).click()
  await askFor(page, 'Which device is it?')
  const address = page.url()
  await page.getByRole('link', { name: 'Find a family' }).click()
  await page
    .getByRole('link', { name: /^Slide at black|slide/i })
    .first()
    .click()
  await page.getByRole('link', { name: 'It is this one, back to the job' }).first().click()
  await expect(page).toHaveURL(address)
  await expect(knownLine(page, 'Which device is it?')).toBeVisible()
  await page.goto('/playbook/families/slide-at-dark')
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
  await expect(page.getByRole('link', { name: 'It is this one' })).toHaveCount(0)
})
