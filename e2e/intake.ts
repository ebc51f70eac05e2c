import { checkDigit } from '@benevox/core/imei'
import { FACT_NAMES, fieldOf, offeredAnswers, type Asked } from '@benevox/core/facts'
import type { Facts } from '@benevox/core/route'
import { wordsIn } from '@benevox/words'
import { expect, type Page } from '@playwright/test'
import { scan } from './scanner.ts'

const { say } = wordsIn('en', { zone: 'Europe/Berlin', country: 'DE' })
const nameOf = new Map<string, Asked>(
  ([...FACT_NAMES, 'customer'] as const).map((name) => [say(`ask.${name}`), name]),
)
let jobs = 0

/** A person with a keyboard and a scanner takes a device in; what they press is counted. */
export class Intake {
  strokes = 0
  readonly page: Page
  readonly facts: Facts
  readonly letters: string
  readonly imei: string
  constructor(page: Page, facts: Facts, letters: string) {
    this.page = page
    this.facts = facts
    this.letters = letters
    const body = `0010010${1 + (jobs % 3)}${String(3000 + 37 * ++jobs).padStart(6, '0')}`
    this.imei = body + checkDigit(body)
  }
  async press(key: string): Promise<void> {
    this.strokes++
    await this.page.keyboard.press(key)
  }
  async type(text: string): Promise<void> {
    this.strokes += text.length
    // Slower than a scanner.
    await this.page.keyboard.type(text, { delay: 85 })
    await this.press('Enter')
  }
  /** One trigger: its digits come as fast as a scanner gives them. */
  async scan(text: string): Promise<void> {
    this.strokes++
    await scan(this.page, text)
  }
  async answer(name: Asked): Promise<void> {
    if (name === 'modelId') {
      await this.page.keyboard.type(this.letters, { delay: 85 })
      this.strokes += this.letters.length
      await expect(this.page.getByRole('listbox').getByRole('option')).not.toHaveCount(0)
      return this.press('Enter')
    }
    if (name === 'customer') return this.type('Q. Test')
    const said = this.facts[name]
    // It is being asked: its answer comes by itself.
    if (name === 'registryAnswer' && said !== 'no-answer') return
    // Whoever has no IMEI to read has none to scan.
    if (name === 'imei' && this.facts.registryAnswer !== 'no-answer') return this.scan(this.imei)
    if (said === undefined || name === 'imei') return this.later(name)
    if (fieldOf(name) !== 'choices') return this.type(String(said))
    const offered = offeredAnswers(name, undefined)
    const nth =
      name === 'wrongEntries'
        ? offered.findLastIndex((choice) => Number(choice) <= Number(said))
        : offered.indexOf(String(said))
    expect(nth, `${name}: ${String(said)} is offered`).toBeGreaterThanOrEqual(0)
    await this.press(String(nth + 1))
  }
  /** Out of a field first, where the hands are in one. */
  async toAgreement(): Promise<void> {
    if (await this.page.evaluate(() => document.activeElement?.matches('input') ?? false))
      await this.press('Escape')
    await this.press('Space')
  }
  async later(name: Asked): Promise<void> {
    if (fieldOf(name) !== 'choices') await this.press('Escape')
    await this.press('-')
  }
}

/**
 * From *check in* until the agreement can be shown, or no work is done on it.
 * @param first what the route says first then, where that is known
 * @param told what is asked and answered before, whether or not the route needs it
 */
export async function takeInByKeys(
  intake: Intake,
  first?: string,
  told: readonly Asked[] = [],
): Promise<void> {
  const { page, facts } = intake
  if (facts.registryAnswer === 'reported')
    await page.request.put(`${process.env['BENEVOX_REGISTRY'] ?? ''}/control`, {
      data: { imei: intake.imei, status: 'lost' },
    })
  await page.goto('/counter')
  await expect(page.getByRole('button', { name: 'Check in a device' })).toBeVisible()
  await intake.press('n')
  const question = page.getByTestId('question')
  const route = page.getByTestId('route-main')
  const agreement = page.locator('.act-main', { hasText: 'Show the agreement' })
  const nothingMore = page.getByText('Nothing more to ask.')
  const noWork = page
    .locator('.act-main', { hasText: 'Hand it back as it is' })
    .or(route.filter({ hasText: 'Refuse' }))
    .or(nothingMore)
  /** One asks on until the route is the one that one would choose, and can be agreed to. */
  const left = new Set(told)
  const isOver = async () => {
    if (await noWork.first().isVisible()) return true
    if (left.size > 0 || !(await agreement.isVisible())) return false
    return !first || (await route.textContent())?.trim() === first
  }
  await expect(question).toBeVisible()
  if (facts.deviceHere === 'no') {
    await intake.press('Escape')
    await intake.press('+')
  }
  for (let turn = 0; turn < 40; turn++) {
    await expect(question.or(noWork).first()).toBeVisible()
    if (await isOver()) break
    const text = (await question.textContent()) ?? ''
    const name = nameOf.get(text)
    if (!name) throw new Error(`Nobody knows “${text}”.`)
    await intake.answer(name)
    left.delete(name)
    await expect(question.filter({ hasText: text }).and(question)).toHaveCount(0)
    await expect(page.getByText('all recorded')).toBeVisible()
  }
}

/** Agreed to on paper, or on the telephone, by whoever has a name. */
export async function agreeByKeys(intake: Intake): Promise<void> {
  const { page, facts } = intake
  await intake.toAgreement()
  const name = page.getByTestId('question').filter({ hasText: say('ask.customer') })
  await expect(page.getByTestId('agreement').or(name)).toBeVisible()
  if (await name.isVisible()) {
    await intake.answer('customer')
    await expect(name).toHaveCount(0)
    await intake.toAgreement()
  }
  await expect(page.getByTestId('agreement')).toBeVisible()
  await intake.press(facts.deviceHere === 'no' ? 't' : 'p')
  await expect(page).toHaveURL(/\/counter\/\d+$/)
  await expect(page.getByRole('link', { name: /^Go to the / })).toBeVisible()
}
