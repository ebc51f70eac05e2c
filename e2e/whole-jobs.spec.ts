import { modelInPack } from '@benevox/core/catalog'
import type { Asked } from '@benevox/core/facts'
import { expect, test } from '@playwright/test'
import type { Job } from '@benevox/contract'
import { WHOLE_JOBS } from '../core/test/intakes.ts'
import { demoPack } from '../demo/demoPack.ts'
import { agreeByKeys, Intake, takeInByKeys } from './intake.ts'
import { agreedTo, allInHand, lookForMail, paperOf, signIn, stopTheClock, supplierSends } from './shop.ts'
import { TechnicianAtDevice } from './technician.ts'

/** A person with a keyboard and a scanner goes on from the signed agreement. */
class Work {
  readonly intake: Intake
  constructor(intake: Intake) {
    this.intake = intake
  }
  get page() {
    return this.intake.page
  }
  async job(): Promise<Job> {
    const { id } = /\/(?<id>\d+)$/.exec(new URL(this.page.url()).pathname)?.groups ?? {}
    return (await (await this.page.request.get(`/api/jobs/${id ?? ''}`)).json()) as Job
  }
  /** On to the next page, by the key that stands on its link. */
  async goOn(to: RegExp): Promise<void> {
    await expect(this.page.locator('a.act-main')).toHaveAttribute('data-key-hint', 'Space')
    await this.intake.press('Space')
    await expect(this.page).toHaveURL(to)
  }
  /** Presses a button by the key that stands on it. @param within in ms; else as long as the tests wait for anything */
  async press(name: string, within?: number): Promise<void> {
    const timeout = within === undefined ? {} : { timeout: within }
    const named = (role: 'button' | 'radio') => this.page.getByRole(role, { name, exact: true })
    const button = named('button').or(named('radio')).first()
    await expect(button).toBeEnabled(timeout)
    await expect(button).toHaveAttribute('data-key-hint', /./, timeout)
    // What stands there stands there long enough to be read.
    await this.page.waitForTimeout(500)
    await this.intake.press((await button.getAttribute('data-key-hint', timeout)) ?? '')
  }
  /** The keys of the device, its menu, the wipe and the first start, with the tag scanned and Enter held. */
  async atTheBench(at: TechnicianAtDevice): Promise<void> {
    const { page } = this
    await allInHand(page)
    this.intake.strokes++
    const lines = await page.getByTestId('step').allTextContents()
    await stopTheClock(page)
    await this.intake.press('Space')
    await expect(page.getByText('Both hands on the device')).toBeVisible()
    await this.intake.press('Space')
    await expect(page.getByTestId('now-line')).toBeAttached()
    for (const line of lines) {
      const before = at.atMs
      const cue = at.follow(line)
      await page.clock.fastForward(at.atMs - before)
      if (cue) await this.intake.press('Space')
    }
    await page.clock.resume()
    await page.clock.setSystemTime(Date.now())
    at.menuLine((await page.getByTestId('menu-line').textContent()) ?? '')
    await this.intake.press('Space')
    await this.confirmDevice()
    await this.holdEnter()
    await expect(page.getByTestId('menu-line')).toBeVisible()
    at.menuLine((await page.getByTestId('menu-line').textContent()) ?? '')
    expect(at.wiped).toBe(true)
    await this.intake.press('Space')
    await expect(page.getByRole('timer')).toBeVisible()
    at.waitFor('recovery-menu')
    await this.intake.press('Space')
    const restart = page.getByTestId('menu-line')
    await expect(restart).toBeVisible()
    at.menuLine((await restart.textContent()) ?? '')
    await this.intake.press('Space')
    at.waitFor('set-up')
    await expect(page.getByRole('heading', { name: 'First start' })).toBeVisible()
    await this.intake.press('Space')
    await expect(page.getByRole('heading', { name: 'The set-up wizard is there' })).toBeVisible()
  }
  /** The tag on the device in hand, wherever the hands were last. */
  async confirmDevice(): Promise<void> {
    await expect(this.page.getByLabel('Scan the tag')).toBeVisible()
    await this.intake.scan((await this.job()).ticket)
    await expect(this.page.getByLabel('Scan the tag')).toHaveCount(0)
  }
  async holdEnter(): Promise<void> {
    const hold = this.page.getByRole('button', { name: /^Hold to / })
    await expect(hold).toBeEnabled()
    this.intake.strokes++
    await this.page.keyboard.down('Enter')
    await expect(hold).toHaveCount(0)
    await this.page.keyboard.up('Enter')
  }
  /** Paid in cash where anything is due, and closed. @returns the document */
  async handBack(): Promise<string> {
    await this.goOn(/\/hand-back\/\d+$/)
    await expect(this.page.getByTestId('total')).toBeVisible()
    if (await this.page.getByTestId('due').isVisible()) await this.press('Cash')
    await this.press('Hand back and close')
    await expect(this.page.getByText('Handed back.')).toBeVisible()
    return (await paperOf(this.page)).replace(/\s+/g, ' ')
  }
}

/** What is done after the agreement, as the pages lead it; and what the document says at the end. */
const LED: Readonly<
  Record<
    string,
    {
      letters: string
      asked?: readonly Asked[]
      says: readonly string[]
      work: (work: Work) => Promise<void>
    }
  >
> = {
  'forgotten PIN, carrier lock wanted off': {
    letters: 'vane 5',
    asked: ['originalCarrier', 'carrierCountry'],
    says: ['Screen lock Confirmed off', 'the owner signed in', 'Carrier lock Confirmed off'],
    async work(work) {
      await work.goOn(/\/bench\/\d+$/)
      await work.press('It did not work')
      await work.atTheBench(await deviceOf(work))
      await work.goOn(/\/account-lock\/\d+$/)
      await work.press('The owner has signed in')
      await work.goOn(/\/carrier-lock\/\d+$/)
      await work.press('Another SIM is refused')
      await work.press('Asked by telephone')
      await work.press('The carrier refuses')
      await work.press('Order')
      const summary = work.page.getByRole('region', { name: 'Check before paying' })
      await expect(summary).toBeVisible()
      const lines = await summary.getByRole('listitem').count()
      for (let line = 1; line <= lines; line++) {
        await work.intake.press(String(line))
        await expect(summary.getByRole('button', { pressed: true })).toHaveCount(line)
      }
      await work.intake.press('o')
      await expect(work.page.getByText('waiting for the answer')).toBeVisible()
      await supplierSends(work.page, (await work.job()).id, { send: 'over-the-air' })
      const works = work.page.getByRole('button', {
        name: 'Another carrier’s SIM registers and a call goes through',
      })
      await lookForMail(work.page, works, () => work.press('Check for e-mail', 5000))
      await work.press('Another carrier’s SIM registers and a call goes through')
    },
  },
  'second-hand, the seller can be reached': {
    letters: 'vane 5',
    says: ['Account lock Confirmed off'],
    async work(work) {
      await work.goOn(/\/account-lock\/\d+$/)
      await work.press('Sent as a message')
      await work.press('They have removed it')
      await work.press('The account step can be skipped')
    },
  },
  'a carrier lock, brought along': {
    letters: 'vane 5',
    says: ['Carrier lock Confirmed off'],
    async work(work) {
      await work.goOn(/\/carrier-lock\/\d+$/)
      await work.press('Another SIM is refused')
      await work.press('Asked by telephone')
      await work.press('The carrier has unlocked it')
      await work.press('Another SIM works')
    },
  },
  'for sale, the PIN known': {
    letters: 'vane 5',
    says: ['Screen lock Confirmed off', 'Account lock Confirmed off'],
    async work(work) {
      await work.goOn(/\/bench\/\d+$/)
      await work.press('The list of accounts is empty')
      await work.confirmDevice()
      await work.holdEnter()
      await work.press('The reset is done')
    },
  },
  'a watch, its PIN forgotten': {
    letters: 'tide',
    says: ['Screen lock Confirmed off'],
    async work(work) {
      await work.goOn(/\/bench\/\d+$/)
      await work.press('It did not work')
      await work.atTheBench(await deviceOf(work))
      await work.goOn(/\/account-lock\/\d+$/)
      await work.press('The owner has signed in')
    },
  },
}

async function deviceOf(work: Work): Promise<TechnicianAtDevice> {
  const { modelId = '' } = (await work.job()).facts
  expect(modelInPack(demoPack(), modelId)).toBeDefined()
  return new TechnicianAtDevice(modelId)
}

for (const [name, { letters, asked, says, work }] of Object.entries(LED))
  test(`${name}: from check-in to the document by keyboard alone`, async ({ page }) => {
    await signIn(page)
    const from = Date.now()
    const intake = new Intake(page, WHOLE_JOBS[name]?.facts ?? {}, letters)
    await takeInByKeys(intake, undefined, asked)
    await agreeByKeys(intake)
    const led = new Work(intake)
    await work(led)
    const document = await led.handBack()
    for (const line of says) expect(document).toContain(line)
    const counted = `${intake.strokes} keys, ${((Date.now() - from) / 1000).toFixed(1)} s of the page`
    test.info().annotations.push({ type: 'keystrokes', description: counted })
    console.log(`${name}: ${counted}`)
  })

test('a number that has just come to mean something else presses nothing', async ({ page }) => {
  await signIn(page)
  const id = await agreedTo(page, 'vane 5', {
    complaint: 'carrier-lock-only',
    carrierLocked: 'yes',
    originalCarrier: 'Skerry Mobile',
    carrierCountry: 'DE',
    contractRunning: 'no',
  })
  await page.goto(`/carrier-lock/${id}`)
  await expect(page.getByRole('button', { name: 'Another SIM works' })).toHaveAttribute('data-key-hint', '2')
  const asked = page.getByRole('button', { name: 'Asked by telephone' })
  // A second press, on its way while the page changed under it.
  await page.evaluate(() => {
    const changed = new MutationObserver(() => {
      if (!document.body.textContent.includes('Asked by telephone')) return
      changed.disconnect()
      document.body.dispatchEvent(new KeyboardEvent('keydown', { key: '2', bubbles: true }))
    })
    changed.observe(document.body, { childList: true, subtree: true })
  })
  await page.keyboard.press('1')
  await expect(asked).toHaveAttribute('data-key-hint', '2')
  await page.waitForTimeout(600)
  await expect(asked).toBeVisible()
  await page.keyboard.press('2')
  await expect(asked).toHaveCount(0)
})
