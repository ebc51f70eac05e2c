import type { Answer, Job, StepChange } from '@benevox/contract'
import { agreementText, plainAgreement, wordsIn } from '@benevox/words'
import { deviceOnJob, NOTHING_DONE, planRoute, saidWith, type Facts } from '@benevox/core/route'
import { expect, type Browser, type Locator, type Page } from '@playwright/test'
import { pdfText } from './pdfText.ts'
import type { TechnicianAtDevice } from './technician.ts'

const PASSWORDS = { Runa: 'ferry at nine', Teo: 'brass lantern', Imke: 'low tide walk' }
/** Who is at the machine: a technician, or the shop's supervisor. */
export type Staff = keyof typeof PASSWORDS

/** Signed in over the wire, with no page open yet: by hand it is done where that is the matter. */
export async function signIn(page: Page, who: Staff = 'Runa'): Promise<void> {
  const wire = await wireOf(page)
  await wire.send('POST', '/api/session', { name: who, password: PASSWORDS[who] })
}

/** How often one asks again where the server says so. */
const TURNS = 20

/** The server's routes as the page's own browser asks them. */
async function wireOf(page: Page) {
  const get = async <T>(path: string) => (await page.request.get(path)).json() as Promise<T>
  const { csrfToken } = await get<Answer<'getSession'>>('/api/session')
  return {
    get,
    async send<T>(method: string, path: string, data: object): Promise<T> {
      const headers = { 'x-csrf-token': csrfToken }
      for (let turn = 0; ; turn++) {
        const response = await page.request.fetch(path, { method, data, headers })
        // Its database has too much to do: nothing was done, and it says to try again.
        if (response.status() === 503 && turn < TURNS) {
          await page.waitForTimeout(1000)
          continue
        }
        expect(response.status(), path).toBe(200)
        return response.json() as Promise<T>
      }
    },
  }
}

export async function signInByHand(page: Page, who: Staff = 'Runa'): Promise<void> {
  await page.goto('/')
  await page.getByLabel('Name').fill(who)
  await page.getByLabel('Password').fill(PASSWORDS[who])
  await page.getByRole('button', { name: 'Sign in' }).click()
  await expect(page.getByRole('heading', { name: 'Counter' })).toBeVisible()
}

/** Another machine of the shop: tabs of one browser share what waits, and send it for each other. */
export async function atAnotherMachine(browser: Browser, who: Staff = 'Runa'): Promise<Page> {
  const page = await (await browser.newContext()).newPage()
  await signIn(page, who)
  return page
}

export async function takeIn(page: Page, letters: string): Promise<void> {
  await page.goto('/counter')
  await page.getByRole('button', { name: 'Check in a device' }).click()
  await askFor(page, 'Which device is it?')
  await page.getByLabel('Model').fill(letters)
  // At once, as a quick hand does it: what fits these letters is taken, not what fitted fewer.
  await page.keyboard.press('Enter')
  await expect(knownLine(page, 'Which device is it?')).toBeVisible()
}

/**
 * Opens the job of a customer of the demo. Searched for: the list shows the newest fifty, and of those other tests
 * may have made all.
 */
export async function openJobOf(page: Page, customer: string): Promise<void> {
  await page.goto('/jobs')
  await page.getByRole('searchbox').fill(customer)
  // Until then the rows of before stand there, and move away under the pointer.
  await expect(page.getByRole('main')).toHaveAttribute('aria-busy', 'false')
  await page.getByRole('link', { name: customer }).click()
  await expect(page).toHaveURL(/\/\d+$/)
  await expect(page.getByRole('banner')).toContainText(customer)
}

/** Brings a question of the counter up, wherever it stands: open, known or to be told. */
export async function askFor(page: Page, question: string): Promise<void> {
  const now = page.getByTestId('question')
  const facts = page.getByTestId('facts')
  await expect(async () => {
    const button = facts.getByRole('button', { name: new RegExp(`^${question}`) }).first()
    if (!(await button.isVisible())) await facts.getByText('More you can record').click({ timeout: 1000 })
    await button.click({ timeout: 4000 })
    await expect(now).toHaveText(question, { timeout: 2000 })
  }).toPass()
}

/** Answers questions of the counter by their names and answers. */
export async function answer(page: Page, answers: Readonly<Record<string, string>>): Promise<void> {
  for (const [question, text] of Object.entries(answers)) {
    await askFor(page, question)
    await page
      .getByRole('radiogroup', { name: question, exact: true })
      .getByRole('radio', { name: text, exact: true })
      .click()
    // No key alone makes a device clean.
    if (question === 'What does the registry say?' && text === 'Clean') {
      await page.getByLabel('Where was it asked?').fill('the page of the registry')
      await page.getByLabel('By whom?').fill('Runa')
      await page.getByRole('button', { name: 'Record as clean' }).click()
    }
    await expect(knownLine(page, question)).toBeVisible()
  }
}

/** Writes into the field of a question. */
export async function tell(page: Page, texts: Readonly<Record<string, string>>): Promise<void> {
  for (const [question, text] of Object.entries(texts)) {
    await askFor(page, question)
    // Where something is offered while one types, it is called another role.
    const [line, offering] = (['textbox', 'combobox'] as const).map((role) =>
      page.getByRole(role, { name: question, exact: true }),
    )
    await line?.or(offering as Locator).fill(text)
  }
}

/** The line into which what is known has folded away. */
export function knownLine(page: Page, question: string): Locator {
  return page
    .getByRole('region', { name: 'Known' })
    .getByRole('button', { name: new RegExp(`^${question.replaceAll('?', '\\?')} \\S`) })
}

/**
 * A job of an ordinary forgotten lock at the bench, agreed to; nothing is in the way but the device. Made over the
 * wire: how it is taken in by hand is another test's matter.
 * @param letters of the model's maker, name or code name
 */
export async function takenIn(page: Page, letters: string): Promise<void> {
  await page.goto(`/bench/${await agreedTo(page, letters)}`)
  await allInHand(page)
  await expect(page.getByTestId('critical')).toBeVisible()
}

/** The list of the keys; it is fetched once the page stands. */
export const keysShown = (page: Page): Promise<void> =>
  expect(async () => {
    await page.keyboard.press('?')
    await expect(page.getByRole('heading', { name: 'Keys' })).toBeVisible({ timeout: 1000 })
  }).toPass()

/** Before the first attempt at a device: what is to be in hand is; nothing where that was said before. */
export async function allInHand(page: Page): Promise<void> {
  const said = page.getByRole('button', { name: /^All in hand/ })
  // The steps may be folded, where something else than the keys comes first.
  await expect(said.or(page.getByTestId('step').first()).first()).toBeAttached()
  if (await said.isVisible()) await page.locator('body').press('Space')
  await expect(said).toHaveCount(0)
}

/** A job with all that is asked at the counter, over the wire: its customer may agree. @param more facts beside the usual ones */
export async function checkedIn(page: Page, letters: string, more: Facts = {}) {
  const { get, send } = await wireOf(page)
  const { pack } = await get<Answer<'getCatalog'>>('/api/catalog')
  const words = letters.toLowerCase().split(' ')
  const model = pack.models.find(({ maker, name, codeNames, year }) =>
    words.every((word) =>
      `${maker} ${name} ${codeNames.join(' ')} ${year ?? ''}`.toLowerCase().includes(word),
    ),
  )
  if (!model) throw new Error(`No model fits “${letters}”.`)
  const opened = await send<Job>('POST', '/api/jobs', { key: crypto.randomUUID() })
  const { id, ticket } = opened
  const facts: Facts = { ...READY_FACTS, modelId: model.id, ...more }
  const asked = await send<Job>('PATCH', `/api/jobs/${id}/facts`, {
    version: opened.version,
    facts,
    customer: { name: 'Z. Testwell' },
    asked: { where: 'the page of the registry', by: 'Runa' },
  })
  return { id, ticket, version: asked.version, facts, model, pack }
}

/**
 * A job taken in and agreed to on paper, over the wire.
 * @param more facts beside the usual ones
 * @returns its number
 */
export async function agreedTo(page: Page, letters: string, more: Facts = {}): Promise<number> {
  const { send } = await wireOf(page)
  const { id, ticket, version, facts, model, pack } = await checkedIn(page, letters, more)
  const { terms } = planRoute(
    { ...saidWith(facts), ...facts },
    deviceOnJob(pack, facts),
    NOTHING_DONE,
  ).agreement
  const text = plainAgreement(
    agreementText(
      terms,
      { ticket, device: `${model.maker} ${model.name}` },
      wordsIn('en', { zone: 'Europe/Berlin', country: 'DE' }),
    ),
  )
  const said = { kind: 'signed', language: 'en', text, how: 'paper' }
  await send('POST', `/api/jobs/${id}/agreement`, { version, said })
  return id
}

/** Opens what goes with the answers at the counter: documents, condition, what the registry said. */
export async function openBeside(page: Page, name: string): Promise<void> {
  const button = page.getByRole('button', { name: new RegExp(`^${name}`), expanded: false })
  await button.click()
  await expect(button).toHaveCount(0)
}

/** Opens a folded part; again where the page has moved under the hand. */
export async function unfold(page: Page, name: string): Promise<void> {
  const part = page.locator('details', { has: page.locator('summary', { hasText: name }) })
  await expect(async () => {
    if ((await part.getAttribute('open')) === null)
      await part.locator('summary').first().click({ timeout: 4000 })
    await expect(part).toHaveAttribute('open', '', { timeout: 1000 })
  }).toPass()
}

/** What a supplier offers at the desk: others name it as the next. */
export const offerOf = (page: Page, supplier: string): Locator =>
  page.getByTestId('offer').filter({ has: page.locator('b', { hasText: supplier }) })

/** Before it is paid, each line that loses the fee is confirmed by its key, and then it is ordered. */
export async function confirmOrder(page: Page): Promise<void> {
  const summary = page.getByRole('region', { name: 'Check before paying' })
  const order = summary.getByRole('button', { name: /^Order for / })
  const lines = await summary.getByRole('listitem').count()
  for (let line = 1; line <= lines; line++) {
    await expect(order).toBeDisabled()
    await page.keyboard.press(String(line))
    await expect(summary.getByRole('button', { pressed: true })).toHaveCount(line)
  }
  await order.click()
}

/** What a made-up supplier answers to the last order of a job; its mail is on its way when this is done. */
export async function supplierSends(
  page: Page,
  id: number,
  said: {
    readonly send: 'code' | 'over-the-air' | 'app' | 'delayed' | 'failed'
    readonly code?: string
    readonly until?: string
    readonly trick?: 'forged' | 'other-imei'
  },
): Promise<void> {
  let number: string | undefined
  await expect(async () => {
    const job = (await (await page.request.get(`/api/jobs/${id}`)).json()) as Job
    number = job.orders.at(-1)?.number
    expect(number).toBeDefined()
  }).toPass()
  const told = await page.request.put(`${process.env['BENEVOX_SUPPLIERS'] ?? ''}/control`, {
    data: { number, ...said },
  })
  expect(told.status()).toBe(200)
}

/** Looks into the mailbox until something stands on the page: by the button, or as `check` does it. The page may look by itself. */
export async function lookForMail(
  page: Page,
  until: Locator,
  check = () => page.getByRole('button', { name: 'Check for e-mail' }).first().click({ timeout: 5000 }),
): Promise<void> {
  await expect(async () => {
    if (!(await until.isVisible())) await check()
    await expect(until).toBeVisible({ timeout: 2000 })
  }).toPass()
}

/** Tells what happened at the device, over the wire. */
export async function tellIt(page: Page, id: number, ...changes: readonly StepChange[]): Promise<void> {
  const { send } = await wireOf(page)
  for (const change of changes) {
    const told = { key: crypto.randomUUID(), at: new Date().toISOString() }
    await send('POST', `/api/jobs/${id}/steps`, { told, change })
  }
}

const READY_FACTS: Facts = {
  complaint: 'forgotten-lock',
  hazard: 'none',
  whose: 'own',
  workManaged: 'no',
  legalMatter: 'no',
  knowsScreenLock: 'no',
  wrongEntries: 15,
  remoteUnlockSetUp: 'no',
  accountOnDevice: 'no',
  carrierLocked: 'no',
  ownership: 'receipt',
  registryAnswer: 'clean',
  battery: 'at-least-20',
}

/** The customer, who has a name, reads and signs with the mouse. @returns what they read */
export async function sign(page: Page, language = 'English'): Promise<string> {
  const name = page.getByRole('textbox', { name: 'Customer’s short name' })
  if ((await name.inputValue()) === '') await name.fill('Z. Testwell')
  await expect(page.getByText('all recorded')).toBeVisible()
  await page.getByRole('button', { name: 'Show the agreement' }).click()
  await page.getByRole('radio', { name: language }).click()
  const read = (await page.locator('main').innerText()).replace(/\s+/g, ' ')
  await drawSignature(page)
  await agreeing(page).click()
  await expect(page).toHaveURL(/\/counter\/\d+$/)
  return read
}

/** The button of whoever agrees, in whichever language. */
export const agreeing = (page: Page) =>
  page.getByRole('button', { name: /^(I agree|Ich bin einverstanden|Je suis d’accord|Estoy de acuerdo)$/ })

/** What is left to pay is paid, and the job closed. */
export async function closeJob(page: Page, paid = 'Card'): Promise<void> {
  await page.getByTestId('total').waitFor()
  const isDue = await page.getByTestId('due').isVisible()
  if (isDue) await page.getByRole('radio', { name: paid, exact: true }).click()
  const close = page.getByRole('button', { name: 'Hand back and close' })
  await close.click()
  // Whoever leaves for another address before it is written has not closed it.
  await expect(close).toHaveCount(0)
}

/** With the mouse. */
export async function drawSignature(page: Page): Promise<void> {
  await page.locator('canvas').scrollIntoViewIfNeeded()
  const field = await page.locator('canvas').boundingBox()
  if (!field) throw new Error('There is no place to sign.')
  await page.mouse.move(field.x + 40, field.y + 100)
  await page.mouse.down()
  for (let n = 0; n < 14; n++)
    await page.mouse.move(field.x + 50 + n * 14, field.y + 80 + 30 * Math.sin(n), { steps: 3 })
  await page.mouse.up()
}

export const ORDINARY = {
  'What is wrong?': 'Forgot PIN, pattern or password',
  'Is the battery safe: flat, cool, dry?': 'Flat, cool, dry',
  'Whose device is it?': 'Their own',
  'Does an employer manage it?': 'No',
  'Is it part of a police or court matter?': 'No',
  'Does the owner know the screen lock?': 'No',
  'Is remote unlock set up?': 'No',
  'How many wrong entries so far?': '10 to 29',
  'What shows their right to the device?': 'Receipt or bill of sale',
  'How full is the battery?': '20 % or more',
} as const

/** The page's clock, and with it a run at the keys, goes on only as a test moves it: nobody is late or early then. */
export async function stopTheClock(page: Page): Promise<void> {
  // No loudspeaker whose own clock would be taken, neither a new one nor one that ran before.
  await page.evaluate(() => {
    Object.defineProperty(BaseAudioContext.prototype, 'state', { get: () => 'suspended' })
    AudioContext.prototype.resume = () => Promise.resolve()
  })
  const now = Date.now()
  await page.clock.install({ time: now - 60_000 })
  await page.clock.pauseAt(now)
}

/** Follows the step list on the screen with a device, pressing "seen" at each cue that is waited for. */
export async function followSteps(page: Page, at: TechnicianAtDevice): Promise<void> {
  await allInHand(page)
  const lines = await page.getByTestId('step').allTextContents()
  expect(lines.length).toBeGreaterThan(2)
  await stopTheClock(page)
  try {
    await page.keyboard.press('Space')
    await expect(page.getByText('Both hands on the device')).toBeVisible()
    await page.keyboard.press('Space')
    await expect(page.getByTestId('now-line')).toBeAttached()
    for (const line of lines) {
      const before = at.atMs
      const cue = at.follow(line)
      await page.clock.fastForward(at.atMs - before)
      if (cue) await page.keyboard.press('Space')
    }
  } finally {
    await page.clock.resume()
    await page.clock.setSystemTime(Date.now())
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
  await expect(page.getByText('The wipe confirmation. Stop here.')).toBeVisible()
  await expect(page.getByTestId('menu-line')).toHaveCount(0)
  const hold = page.getByRole('button', { name: 'Hold to reveal the wipe keys' })
  await expect(hold).toBeDisabled()

  const field = page.getByLabel('Scan the tag')
  await field.fill(confirm.wrong)
  await page.getByRole('button', { name: 'Compare' }).click()
  await expect(page.getByRole('alert')).toContainText('it may be another device')
  await field.fill(confirm.right)
  await page.getByRole('button', { name: 'Compare' }).click()

  await expect(hold).toBeEnabled()
  await hold.click()
  await expect(page.getByTestId('menu-line')).toHaveCount(0)
  await holdForTheLastPresses(page)
  at.menuLine((await page.getByTestId('menu-line').textContent()) ?? '')
  expect(at.wiped).toBe(true)
  await page.locator('body').press('Space')
}

/** Holds the button, once every gate is open, until the last presses show. */
export async function holdForTheLastPresses(page: Page): Promise<void> {
  const hold = page.getByRole('button', { name: 'Hold to reveal the wipe keys' })
  await expect(hold).toBeEnabled()
  // Held on: a clock that is due meanwhile moves it away under the hand, and it counts all the same.
  await hold.hover()
  await page.mouse.down()
  await expect(page.getByTestId('menu-line')).toBeVisible()
  await page.mouse.up()
}

export async function throughTheFirstStart(page: Page, at: TechnicianAtDevice): Promise<void> {
  await expect(page.getByRole('timer')).toBeVisible()
  at.waitFor('recovery-menu')
  await page.getByRole('button', { name: 'The menu is back' }).click()
  at.menuLine((await page.getByTestId('menu-line').textContent()) ?? '')
  await page.getByRole('button', { name: 'It restarts' }).click()
  await expect(page.getByRole('timer')).toBeVisible()
  at.waitFor('set-up')
  await page.getByRole('button', { name: 'The set-up wizard is on the screen' }).click()
}

export async function paperOf(page: Page): Promise<string> {
  return pdfBehind(
    page,
    (await page.getByRole('link', { name: 'Hand-back document' }).getAttribute('href')) ?? '',
  )
}

/** The text of a document. A server too busy to make it in time says *look again*: so one does. */
export async function pdfBehind(page: Page, address: string): Promise<string> {
  for (;;) {
    const response = await page.request.get(address)
    if (response.status() === 503) continue
    expect([response.status(), response.headers()['content-type']]).toEqual([200, 'application/pdf'])
    return pdfText(new Uint8Array(await response.body()))
  }
}
