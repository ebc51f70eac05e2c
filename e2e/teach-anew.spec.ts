import type { Answer } from '@benevox/contract'
import { systemOf, type Facts } from '@benevox/core/route'
import { expect, test, type Page } from '@playwright/test'
import { allInHand, agreedTo, followSteps, signIn, throughTheFirstStart, throughTheMenu } from './shop.ts'
import { catalogue, fillTheGaps, setTimes, tab } from './teaching.ts'
import { TechnicianAtDevice } from './technician.ts'

/** Families that nobody has taught, by the form alone, nothing written as text; and a job with each. */

const TIMES = {
  'force-off': [8, 9, 11],
  'power-on': [1.4, 1.6, 2],
  boot: [14, 20, 30],
  'to-menu': [5, 7, 11],
} as const

async function begin(page: Page, name: string): Promise<void> {
  await signIn(page, 'Imke')
  await page.goto('/playbook/teach')
  await page.getByLabel('Name, as one would say it').fill(name)
}
async function addPart(page: Page, part: string): Promise<void> {
  await page.getByLabel('Another part').selectOption(part)
  await page.getByRole('button', { name: 'Add', exact: true }).click()
}
/** Sets what is handed over to a part. */
async function handOver(page: Page, part: string, what: string, value: string): Promise<void> {
  const button = page.getByRole('tabpanel').getByRole('button', { name: new RegExp(`^${part} `) })
  if ((await button.getAttribute('aria-expanded')) !== 'true') await button.click()
  const field = page.getByLabel(what, { exact: true })
  if ((await field.getAttribute('type')) === 'checkbox') await field.check()
  else await field.selectOption(value)
}
const map = (page: Page, name: string) =>
  page.getByRole('button', { name, exact: true }).and(page.locator('[title]'))
/** A screen of the family's own, with what it shows. */
async function addScreen(page: Page, name: string, shows: string): Promise<void> {
  await page.getByLabel('A new screen').fill(name)
  await page.getByRole('button', { name: 'Add a screen', exact: true }).click()
  await page.getByLabel('What it shows').selectOption(shows)
}
interface Exit {
  readonly when: string
  readonly keys?: readonly string[]
  /** The name of a time, or seconds. */
  readonly time?: string | number
  /** A condition, by its question and answer. */
  readonly only?: readonly [string, string]
  readonly to: string
  readonly does?: string
}
async function addExit(page: Page, { when, keys, time, only, to, does }: Exit): Promise<void> {
  const exits = page.getByRole('list', { name: 'What leads out of it' }).getByRole('listitem')
  const label = `Exit ${(await exits.filter({ has: page.getByRole('button') }).count()) + 1}`
  await page.getByRole('button', { name: 'Add an exit' }).click()
  await page.getByLabel('It goes on when').selectOption(when)
  if (keys) {
    const group = page.getByRole('group', { name: `${label}: Keys` })
    for (const button of await group.getByRole('button').all()) {
      const isWanted = keys.includes((await button.textContent())?.trim() ?? '')
      if (((await button.getAttribute('aria-pressed')) === 'true') !== isWanted) await button.click()
    }
  }
  if (typeof time === 'string') await page.getByRole('combobox', { name: /^How long/ }).selectOption(time)
  else if (time !== undefined) {
    await page.getByLabel('How long, seconds').fill(String(time))
    await page.getByLabel('How long, seconds').blur()
  }
  await page.getByLabel(`${label} leads to`).selectOption(to)
  if (only) {
    await page.getByText('Only under a condition').click()
    await page.getByRole('combobox', { name: new RegExp(`^${only[0]}`) }).selectOption(only[1])
  }
  if (does) {
    await page.getByText('What it does on the way').click()
    await page.getByRole('button', { name: does }).click()
  }
}
async function addMenu(page: Page, name: string, title: string): Promise<void> {
  await page.getByLabel('A new menu').fill(name)
  await page.getByRole('button', { name: 'Add a menu' }).click()
  await page.getByLabel('What is written above it').fill(title)
  await page.getByLabel('What is written above it').blur()
}
/** Writes the lines of the menu that is looked at: what stands there, where it leads, what it does. */
async function writeLines(page: Page, lines: readonly (readonly [string, string, string?])[]): Promise<void> {
  const items = page.getByRole('list', { name: 'Lines' }).getByRole('listitem')
  for (const [index, [says, to, does]] of lines.entries()) {
    if (index > 0) await page.getByRole('button', { name: 'Add a line' }).click()
    await items
      .nth(index)
      .getByLabel(`Line ${index + 1}`, { exact: true })
      .fill(says)
    await items
      .nth(index)
      .getByLabel(`Line ${index + 1}`, { exact: true })
      .blur()
    await items
      .nth(index)
      .getByLabel(`Line ${index + 1} leads to`)
      .selectOption(to)
    if (does) await items.nth(index).getByRole('button', { name: does }).click()
  }
}
async function beginWay(page: Page, common: string): Promise<void> {
  await page.getByLabel('Begin a method from').selectOption(common)
  await page.getByRole('button', { name: 'Add a method' }).click()
}
async function addModel(page: Page, name: string, text: string): Promise<void> {
  await tab(page, 'Models')
  const adding = page.getByRole('form', { name: 'Another model' })
  await adding.getByLabel('Maker').fill('Tesmar')
  await adding.getByLabel('Name', { exact: true }).fill(name)
  await adding.getByLabel('Model code').fill(text)
  await page.getByRole('button', { name: 'Add this model' }).click()
}
/** Saves what is proven, with nothing found by the check, and does a job with it. */
async function saveAndWork(page: Page, letters: string, modelText: string, ways: number, facts: Facts = {}) {
  await expect(page.getByTestId('proofs')).toHaveText(
    `${ways} of ${ways} ${ways === 1 ? 'method' : 'methods'} verified`,
  )
  await expect(page.getByTestId('findings')).toHaveCount(0)
  await page.getByRole('button', { name: 'Save the family' }).click()
  await expect(page.getByTestId('figures').first()).toContainText('of 100 hands at the first attempt')
  const { pack }: Answer<'getCatalog'> = await catalogue(page)
  const taught = pack.models.find((model) => model.modelText === modelText)
  await page.goto(`/bench/${await agreedTo(page, letters, facts)}`)
  await allInHand(page)
  await expect(page.getByTestId('critical')).toBeVisible()
  const at = new TechnicianAtDevice(taught?.id ?? '', pack, {}, systemOf(facts))
  await followSteps(page, at)
  await throughTheMenu(page, at, { wrong: 'XX-1', right: modelText })
  await throughTheFirstStart(page, at)
  expect(at.screen).toBe('set-up')
}

test('a foldable whose keys are read only when it is open', async ({ page }) => {
  await begin(page, 'Folds, slide at dark')
  await page.getByLabel('it can be folded').check()
  await tab(page, 'Behaviour')
  for (const part of ['dark-window', 'lock-asks-pin', 'boot']) await addPart(page, part)
  await handOver(page, 'lock', 'dark', 'dark.dark')
  await handOver(page, 'boot', 'dark', 'dark.dark')
  await fillTheGaps(page, {
    'loading.logo': 'loading',
    'recovery.main': 'recovery',
    'off.off': 'off',
    'charge.blank': 'charge-sign',
    'download.page': 'download-mode',
    'confirm.question': 'yes-under-no',
  })
  await page.getByLabel('On and locked').selectOption('lock.lock')
  await page.getByLabel('Off', { exact: true }).selectOption('off.off')

  // Only when it is open, at the end of the dark: the shared part does not say so.
  await tab(page, 'Screens')
  await map(page, 'dark').click()
  await page.getByRole('button', { name: 'Change it for this family' }).click()
  await page.getByRole('button', { name: /^after “dark” \(only power \+ volume-up held\)/ }).click()
  await page
    .getByRole('group', { name: 'Exit 1: Folded' })
    .getByRole('button', { name: 'open', exact: true })
    .click()
  await expect(page.getByRole('button', { name: /folded open\) → loading.logo: short buzz/ })).toBeVisible()
  await setTimes(page, { ...TIMES, dark: [1, 1.3, 1.7] })

  await tab(page, 'Methods')
  await beginWay(page, 'slide-until-menu')
  await expect(page.getByTestId('proofs')).toContainText(
    'starts closed: add a step that says how it is folded',
  )
  await page.getByRole('button', { name: 'Add a step', exact: true }).click()
  const steps = page.getByRole('list', { name: 'Steps' }).getByRole('listitem')
  await steps.last().getByLabel('What is done').selectOption('fold')
  for (let n = await steps.count(); n > 1; n--)
    await page.getByRole('button', { name: `Step ${n} up` }).click()
  await beginWay(page, 'off-until-menu')
  await addModel(page, 'Lugsail', 'TS-L1')
  await saveAndWork(page, 'lugsail', 'TS-L1', 2)
})

test('counted presses in a menu of its own that leaves by itself', async ({ page }) => {
  await begin(page, 'One key, counted')
  await tab(page, 'Behaviour')
  for (const part of ['lock-lets-off', 'boot', 'off', 'loading']) await addPart(page, part)
  await tab(page, 'Menus')
  await addMenu(page, 'list', 'Power once moves, twice takes it')
  await tab(page, 'Screens')
  await addScreen(page, 'deleting', 'wiping')
  await addExit(page, { when: 'after', time: 'wipe', to: 'list@line-1' })
  await tab(page, 'Menus')
  await addMenu(page, 'last', 'Everything will be gone')
  await page.getByRole('combobox', { name: /^Screen/ }).selectOption('wipe confirmation')
  for (const [menu, lines] of [
    [
      'last',
      [
        ['Back', 'list'],
        ['Erase now', 'deleting', 'deletes everything'],
      ],
    ],
    [
      'list',
      [
        ['Restart', 'boot.restart'],
        ['Erase all data', 'last'],
      ],
    ],
  ] as const) {
    await page.getByRole('combobox', { name: /^Menu/ }).selectOption(menu)
    await page.getByLabel('Next line').selectOption('power')
    await page.getByRole('combobox', { name: /^Press/ }).selectOption('a number of presses')
    await page.getByLabel('closes by itself').check()
    await page.getByLabel('It closes by itself after').fill('60')
    await page.getByLabel('It closes by itself after').blur()
    await page.getByRole('combobox', { name: /^To/ }).selectOption('boot.restart')
    await writeLines(page, lines)
  }
  await tab(page, 'Behaviour')
  await handOver(page, 'loading', 'to', 'list')
  await fillTheGaps(page, { 'charge.blank': 'charge-sign', 'download.page': 'download-mode' })
  await page.getByLabel('On and locked').selectOption('lock.lock')
  await page.getByLabel('Off', { exact: true }).selectOption('off.off')
  await setTimes(page, { ...TIMES, shutdown: [4, 6, 9] })
  await tab(page, 'Methods')
  await beginWay(page, 'off-until-menu')
  await page.getByRole('combobox', { name: 'The device is' }).selectOption('On and locked')
  await expect(page.getByTestId('proofs')).toContainText('1 method is not verified')
  const steps = page.getByRole('list', { name: 'Steps' }).getByRole('listitem')
  for (const what of ['press long', 'tap', 'keep or wait']) {
    await page.getByRole('button', { name: 'Add a step', exact: true }).click()
    await steps.last().getByLabel('What is done').selectOption(what)
  }
  await steps.last().getByLabel('Sign').selectOption('black screen')
  await steps.nth(3).getByLabel('Key to press').selectOption('power')
  // The last three come first, in their order.
  for (const from of [4, 5, 6])
    for (let n = from; n > from - 3; n--) await page.getByRole('button', { name: `Step ${n} up` }).click()
  await addModel(page, 'Cutter', 'TS-K1')
  await saveAndWork(page, 'cutter', 'TS-K1', 1)
})

test('a watch of which no shared part knows anything: every screen drawn by hand', async ({ page }) => {
  await begin(page, 'Watch, drawn by hand')
  await page.getByRole('radio', { name: 'watch' }).click()
  for (const [key, id] of [
    [1, 'upper key'],
    [2, 'lower key'],
  ] as const)
    await page.getByLabel(`Key ${key}`).selectOption(id)
  await page.getByRole('button', { name: 'Remove power' }).click()
  await tab(page, 'Screens')
  for (const [name, shows] of [
    ['setting-up', 'set-up wizard'],
    ['first', 'first start'],
    ['locked', 'lock screen'],
    ['starting', 'logo'],
    ['reading', 'logo'],
    ['deleting', 'wiping'],
  ] as const)
    await addScreen(page, name, shows)
  await tab(page, 'Menus')
  await addMenu(page, 'list', 'Lower moves, upper takes it')
  await addMenu(page, 'last', 'Sure?')
  await page.getByRole('combobox', { name: /^Screen/ }).selectOption('wipe confirmation')
  for (const [menu, lines] of [
    [
      'last',
      [
        ['No', 'list'],
        ['Yes', 'deleting', 'deletes everything'],
      ],
    ],
    [
      'list',
      [
        ['Start', 'starting'],
        ['Erase', 'last'],
      ],
    ],
  ] as const) {
    await page.getByRole('combobox', { name: /^Menu/ }).selectOption(menu)
    await page.getByLabel('Next line').selectOption('lower key')
    await page.getByLabel('Chosen with').selectOption('upper key')
    await writeLines(page, lines)
  }
  await tab(page, 'Screens')
  await map(page, 'first').click()
  await addExit(page, { when: 'after', time: 'first-start', to: 'setting-up' })
  await map(page, 'starting').click()
  await addExit(page, { when: 'after', time: 5, only: ['The reset', 'after it'], to: 'first' })
  await addExit(page, { when: 'after', time: 5, to: 'locked' })
  await map(page, 'deleting').click()
  await addExit(page, { when: 'after', time: 'wipe', to: 'list' })
  await map(page, 'reading').click()
  await addExit(page, { when: 'after', time: 12, to: 'list' })
  await map(page, 'locked').click()
  await addExit(page, {
    when: 'hold',
    keys: ['upper key', 'lower key'],
    time: 4,
    to: 'reading',
    does: 'short buzz',
  })
  await expect(
    page.getByRole('button', {
      name: 'upper key + lower key held for 4 s, counted from here → reading: short buzz',
    }),
  ).toBeVisible()
  await tab(page, 'Behaviour')
  await page.getByLabel('On and locked').selectOption('locked')
  await tab(page, 'Methods')
  await page.getByRole('button', { name: 'Add a method' }).click()
  await page.getByLabel('What it is called').fill('Both keys until the menu')
  const steps = page.getByRole('list', { name: 'Steps' }).getByRole('listitem')
  await steps.nth(0).getByRole('button', { name: 'lower key' }).click()
  await page.getByRole('button', { name: 'Add a step', exact: true }).click()
  await page.getByRole('button', { name: 'Add a step', exact: true }).click()
  await steps.last().getByLabel('What is done').selectOption('let go')
  await steps.last().getByRole('button', { name: 'lower key' }).click()
  await tab(page, 'Name and keys')
  await page.getByLabel('can have a carrier lock').check()
  await page.getByLabel('Entries of an unlock code allowed').fill('5')
  await page.getByLabel('Entries of an unlock code allowed').blur()
  await page.getByLabel('waits after wrong entries otherwise').check()
  await page.getByRole('button', { name: 'Remove Wait 5' }).click()
  await addModel(page, 'Sextant', 'TS-W1')
  await saveAndWork(page, 'sextant', 'TS-W1', 1)
  const { pack } = await catalogue(page)
  const taught = pack.families.find(({ id }) => id === 'watch-drawn-by-hand')
  expect(taught?.carrierLock).toEqual({ entriesAllowed: 5 })
  expect(taught?.waitLaw?.map(({ kind }) => kind)).toEqual(['none', 'every', 'each', 'doubling'])
})

test('an update that changes the method, and a word that the screen shows', async ({ page }) => {
  await begin(page, 'Slide, from system 13 on anew; a shown word')
  await tab(page, 'Behaviour')
  for (const part of ['dark-window', 'lock-asks-pin', 'boot', 'recovery']) await addPart(page, part)
  await handOver(page, 'lock', 'dark', 'dark.dark')
  await handOver(page, 'boot', 'dark', 'dark.dark')
  await tab(page, 'Screens')
  await addScreen(page, 'deleting', 'wiping')
  await addExit(page, { when: 'after', time: 'wipe', to: 'recovery.main@reboot' })
  await addScreen(page, 'word', 'word to type')
  await page.getByLabel('It shows one of these words').fill('harbour, lantern, delta')
  await page.getByLabel('It shows one of these words').blur()
  await addExit(page, { when: 'type-shown', to: 'deleting', does: 'deletes everything' })
  await addExit(page, { when: 'type-shown', to: 'recovery.main@wipe' })
  await page.getByRole('combobox', { name: /^Typed/ }).selectOption('another word')
  await tab(page, 'Behaviour')
  await handOver(page, 'recovery', 'question', 'word')
  await fillTheGaps(page, {
    'loading.logo': 'loading',
    'off.off': 'off',
    'charge.blank': 'charge-sign',
    'download.page': 'download-mode',
  })
  await page.getByLabel('On and locked').selectOption('lock.lock')
  await page.getByLabel('Off', { exact: true }).selectOption('off.off')
  await setTimes(page, { ...TIMES, dark: [1, 1.3, 1.7] })
  await tab(page, 'Methods')
  await beginWay(page, 'slide-until-menu')
  await expect(page.getByTestId('proofs')).toHaveText('1 of 1 method verified')

  await page.getByLabel('An update changes it, from system').fill('13')
  await page.getByRole('button', { name: 'Add this version' }).click()
  await tab(page, 'Behaviour')
  await handOver(page, 'dark', 'fresh', '')
  await expect(page.getByTestId('proofs')).toContainText('1 method is not verified')
  await tab(page, 'Methods')
  const steps = page.getByRole('list', { name: 'Steps' }).getByRole('listitem')
  await page.getByLabel('What it is called').fill('Let go at black, press anew')
  await steps.nth(2).getByLabel('What is done').selectOption('let go')
  await steps.nth(2).getByRole('button', { name: 'volume-up' }).click()
  await steps.nth(2).getByRole('button', { name: 'power' }).click()
  await steps.nth(2).getByRole('button', { name: 'volume-down' }).click()
  await page.getByRole('button', { name: 'Add a step', exact: true }).click()
  await steps.last().getByLabel('What is done').selectOption('hold')
  await steps.last().getByRole('button', { name: 'power' }).click()
  for (let n = await steps.count(); n > 4; n--)
    await page.getByRole('button', { name: `Step ${n} up` }).click()
  await expect(page.getByTestId('draft-lines')).toContainText('Let go of')
  await expect(page.getByTestId('proofs')).toHaveText('1 of 1 method verified')
  await page.getByRole('button', { name: 'As it came' }).click()
  await expect(page.getByTestId('proofs')).toHaveText('1 of 1 method verified')
  await addModel(page, 'Yawl', 'TS-Y1')
  await saveAndWork(page, 'yawl', 'TS-Y1', 1, { systemVersion: 13 })
})
