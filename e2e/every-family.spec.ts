import { expect, test } from '@playwright/test'
import { followSteps, signIn, takenIn, throughTheFirstStart, throughTheMenu } from './shop.ts'
import { TechnicianAtDevice } from './technician.ts'

for (const [family, modelId, letters, modelText] of [
  ['4, a slide in a short window', 'quistral-m2', 'quistral 2021', 'QM2-21'],
  ['8, an own recovery with a typed word', 'brackwell-field-2', 'heron', 'BW-F2'],
  ['11, a bootloader page and a robot', 'ombrelle-arc', 'tansy', 'OMB-A1'],
  ['1 on a tablet', 'orrelin-slate-8', 'slat', 'OR-S800'],
] as const)
  test(`family ${family}: what the screen says brings its device to the set-up wizard`, async ({ page }) => {
    await signIn(page)
    await takenIn(page, letters)
    const at = new TechnicianAtDevice(modelId)
    await followSteps(page, at)
    await throughTheMenu(page, at, { wrong: 'XX-1', right: modelText })
    await throughTheFirstStart(page, at)
    expect(at.screen).toBe('set-up')
    await expect(
      page
        .getByRole('link', { name: 'To the accounts' })
        .or(page.getByRole('link', { name: 'To the hand-back' })),
    ).toBeVisible()
  })
