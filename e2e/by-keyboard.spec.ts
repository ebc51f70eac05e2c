import { wordsIn } from '@benevox/words'
import { expect, test } from '@playwright/test'
import { STORIES } from '../core/test/intakes.ts'
import { agreeByKeys, Intake, takeInByKeys } from './intake.ts'
import { signIn } from './shop.ts'

const { say } = wordsIn('en', { zone: 'Europe/Berlin', country: 'DE' })

for (const [story, { facts, device, route }] of Object.entries(STORIES))
  test(`${story}: taken in by keyboard alone`, async ({ page }) => {
    await signIn(page)
    const from = Date.now()
    // Where the story has a device of its own the catalogue’s may be led otherwise.
    const first = !device && route[0] ? say(`action.${route[0]}`) : undefined
    const intake = new Intake(page, facts, device?.kind === 'watch' ? 'tide' : 'vane 5')
    await takeInByKeys(intake, first)
    if (first) await expect(page.getByTestId('route-main')).toHaveText(first)
    else await expect(page.getByTestId('route-main')).not.toHaveText('Ask first')
    if (await page.locator('.act-main', { hasText: 'Show the agreement' }).isVisible())
      await agreeByKeys(intake)
    const seconds = ((Date.now() - from) / 1000).toFixed(1)
    const counted = `${intake.strokes} keys, ${seconds} s of the page`
    test.info().annotations.push({ type: 'keystrokes', description: counted })
    console.log(`${story}: ${counted}`)
    if (story === 'a forgotten PIN') expect(intake.strokes).toBeLessThanOrEqual(45)
  })
