import { expect, test, type Page } from '@playwright/test'
import {
  allInHand,
  atAnotherMachine,
  followSteps,
  signIn,
  signInByHand,
  takenIn,
  throughTheFirstStart,
  throughTheMenu,
} from './shop.ts'
import { catalogue, fillTheGaps, setTimes, tab } from './teaching.ts'
import { TechnicianAtDevice } from './technician.ts'

test('a new family is taught from nothing, proven, saved, and a job is done with it', async ({ page }) => {
  await signInByHand(page, 'Imke')
  await page.getByRole('link', { name: 'Playbook' }).click()
  await page.getByRole('link', { name: 'Teach a new family' }).click()
  await page.getByLabel('Name, as one would say it').fill('Forced off for good, pair from off')
  await expect(page.getByLabel('Short name')).toHaveValue('forced-off-for-good-pair-from-off')
  await expect(page.getByTestId('draft-faults')).toContainText('There is no method into recovery yet.')

  await tab(page, 'Behaviour')
  await page.getByLabel('Another part').selectOption('lock-asks-pin')
  await page.getByRole('button', { name: 'Add', exact: true }).click()
  await fillTheGaps(page, {
    'off.off': 'off',
    'loading.logo': 'loading',
    'boot.logo': 'boot',
    'charge.blank': 'charge-sign',
    'download.page': 'download-mode',
    'recovery.main': 'recovery',
    'confirm.question': 'yes-under-no',
  })
  await page.getByLabel('On and locked').selectOption('lock.lock')
  await page.getByLabel('Off', { exact: true }).selectOption('off.off')
  await setTimes(page, {
    'force-off': [9, 10, 12],
    'power-on': [1.4, 1.6, 2],
    boot: [14, 20, 30],
    'to-menu': [5, 7, 11],
  })

  // A way of one’s own, first wrong: without letting go, the device never begins to listen for the pair.
  await tab(page, 'Methods')
  await page.getByRole('button', { name: 'Add a method' }).click()
  await page.getByLabel('What it is called').fill('Dark, off, then the pair')
  const steps = page.getByRole('list', { name: 'Steps' }).getByRole('listitem')
  await steps.nth(0).getByRole('button', { name: 'volume-down' }).click()
  await steps.nth(0).getByRole('button', { name: 'volume-up' }).click()
  await steps.nth(0).getByRole('button', { name: 'power' }).click()
  const add = async (what: string) => {
    await page.getByRole('button', { name: 'Add a step', exact: true }).click()
    await steps.last().getByLabel('What is done').selectOption(what)
  }
  await add('keep or wait')
  await steps.last().getByLabel('Sign').selectOption('black screen')
  await add('keep or wait')
  await expect(page.getByTestId('proofs')).toContainText('does not get past step 3')
  await expect(page.getByText('1 method is not verified and will be marked at the bench')).toBeVisible()

  // Then right.
  await steps.last().getByLabel('What is done').selectOption('let go')
  await steps.last().getByRole('button', { name: 'volume-down' }).click()
  await steps.last().getByRole('button', { name: 'volume-up' }).click()
  await steps.last().getByRole('button', { name: 'power' }).click()
  await add('hold')
  await steps.last().getByRole('button', { name: 'power' }).click()
  await add('keep or wait')
  await add('let go')
  await steps.last().getByRole('button', { name: 'power' }).click()
  await expect(page.getByTestId('draft-lines')).toContainText('Hold volume-up + power')
  await expect(page.getByTestId('proofs')).toHaveText('1 of 1 method verified')
  await page.getByLabel('Begin a method from').selectOption('off-until-menu')
  await page.getByRole('button', { name: 'Add a method' }).click()
  await expect(page.getByTestId('proofs')).toHaveText('2 of 2 methods verified')

  await tab(page, 'Models')
  const adding = page.getByRole('form', { name: 'Another model' })
  await adding.getByLabel('Maker').fill('Tesmar')
  await adding.getByLabel('Name', { exact: true }).fill('Cinder 9')
  await adding.getByLabel('Model code').fill('TS-C9')
  await page.getByRole('button', { name: 'Add this model' }).click()
  const cinder = page.getByRole('list', { name: 'Models that come with it' }).getByRole('listitem').first()
  await cinder.getByLabel('Year it came out').fill('2025')
  await cinder.getByLabel('Year it came out').blur()

  // Whatever happens to the page, the draft is still there.
  await page.reload()
  await expect(page.getByTestId('proofs')).toHaveText('2 of 2 methods verified')
  const before = await catalogue(page)
  await page.getByRole('button', { name: 'Save the family' }).click()
  await expect(page.getByRole('heading', { name: 'Forced off for good, pair from off' })).toBeVisible()
  await expect(page.getByTestId('figures')).toContainText('of 100 hands at the first attempt')
  const after = await catalogue(page)
  expect(after.pack.families.length).toBe(before.pack.families.length + 1)
  const taught = after.pack.models.find(({ modelText }) => modelText === 'TS-C9')
  expect(taught).toMatchObject({
    year: 2025,
    family: 'forced-off-for-good-pair-from-off',
    source: 'tried-here',
  })

  await toTheBench(page, 'cinder')
  const at = new TechnicianAtDevice(taught?.id ?? '', after.pack)
  await followSteps(page, at)
  await throughTheMenu(page, at, { wrong: 'XX-1', right: 'TS-C9' })
  await throughTheFirstStart(page, at)
  expect(at.screen).toBe('set-up')
})

/** A job taken in as far as the bench. @returns its address there */
async function toTheBench(page: Page, letters: string): Promise<string> {
  await takenIn(page, letters)
  return page.url()
}

test('a changed way that fails its proof carries its mark to the bench, and a job begun before keeps its own', async ({
  page,
}) => {
  await signIn(page, 'Imke')
  const begunBefore = await toTheBench(page, 'juno 3')
  await page.goto('/playbook/families/three-key-roll/teach')
  await tab(page, 'Methods')
  const steps = page.getByRole('list', { name: 'Steps' }).getByRole('listitem')
  const count = await steps.count()
  await page.getByRole('button', { name: 'Remove Step 2' }).click()
  await expect(steps).toHaveCount(count - 1)
  await expect(page.getByText('1 method is not verified and will be marked at the bench')).toBeVisible()
  await page.getByLabel('Why').fill('a test of the mark')
  await page.getByRole('button', { name: 'Save the change' }).click()
  await expect(page.getByRole('note').filter({ hasText: 'Not verified.' })).toBeVisible()
  await page.goto('/playbook')
  await expect(page.getByText(/^1 of \d methods? not verified/).first()).toBeVisible()

  await toTheBench(page, 'juno 3')
  await expect(page.getByRole('alert').filter({ hasText: 'Not verified.' })).toBeVisible()
  await expect(page.getByLabel('Method').getByRole('option', { name: '(not verified)' })).toHaveCount(1)
  await page.goto(begunBefore)
  await allInHand(page)
  await expect(page.getByTestId('critical')).toBeVisible()
  await expect(page.getByText('Not verified.')).toHaveCount(0)
  // Whoever wants to, goes on with the newer one.
  await page.getByRole('link', { name: 'Whole job' }).click()
  await page.getByRole('button', { name: 'Use the newer version' }).click()
  await expect(page.getByTestId('catalogue')).not.toContainText('is in use')
  await page.goto(begunBefore)
  await expect(page.getByRole('alert').filter({ hasText: 'Not verified.' })).toBeVisible()

  // The version before comes into use again.
  await page.goto('/playbook/exchange')
  const version = page.getByRole('listitem').filter({ hasText: 'a test of the mark' })
  await expect(version).toContainText('Imke')
  await page.getByRole('button', { name: 'Use it again' }).first().click()
  await expect(page.getByTestId('pack-difference')).toContainText('1 changed')
  await page.getByRole('button', { name: 'Import it' }).click()
  await expect(page.getByText('is imported: version')).toBeVisible()
  await page.goto('/playbook')
  await expect(page.getByText(/methods? not verified/)).toHaveCount(0)
})

test('a copy with a menu of its own, taught also as text; a short name that is taken is refused', async ({
  page,
}) => {
  await signIn(page)
  await page.goto('/playbook/families/two-minutes-of-nothing/teach')
  await page.getByRole('button', { name: 'Make it a copy' }).click()
  await expect(page.getByLabel('Short name')).toHaveValue('two-minutes-of-nothing-2')
  await page.getByLabel('Short name').fill('slide-at-dark')
  await expect(page.getByRole('alert')).toContainText('belongs to “Slide at black” already')
  await expect(page.getByRole('button', { name: /^Save/ })).toHaveCount(0)
  await page.getByLabel('Short name').fill('our-minutes')

  await tab(page, 'Menus')
  const lines = page.getByRole('list', { name: 'Lines' })
  await lines.getByLabel('Line 1', { exact: true }).fill('Start the system')
  await page.keyboard.press('Tab')
  await expect(page.getByText('This family’s own.')).toBeVisible()
  await lines.getByRole('button', { name: 'Remove Line 2' }).click()
  await page.getByLabel('Line before').selectOption({ label: 'none: only downwards' })
  await expect(page.getByTestId('proofs')).toContainText(/(\d) of \1 methods verified/)

  await tab(page, 'As text')
  const text = page.getByLabel('The family as it is written')
  const good = await text.inputValue()
  await text.fill(good.slice(0, -20))
  await page.getByRole('button', { name: 'Use this text' }).click()
  await expect(page.getByRole('alert')).toContainText('is not JSON')
  await text.fill(good.replace('"kind": "phone"', '"kind": "toaster"'))
  await page.getByRole('button', { name: 'Use this text' }).click()
  await expect(page.getByRole('alert')).toContainText('kind')
  await text.fill(
    good.replace('"Two minutes', '"Three minutes').replace('"cautions": [', '"cautions": ["Patience.", '),
  )
  await page.getByRole('button', { name: 'Use this text' }).click()
  // A technician teaches; a supervisor puts it into the catalogue, at the same computer, and finds it as it was left.
  await page.getByRole('button', { name: 'Change to a supervisor' }).click()
  await page.getByLabel('Your code').fill('8642')
  await page.getByRole('button', { name: 'Take over' }).click()
  await page.getByRole('button', { name: 'Save the family' }).click()
  await expect(page.getByText('Patience.')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Start the system' })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Reboot to bootloader' })).toHaveCount(0)
  await page.goto('/playbook/families/two-minutes-of-nothing')
  await expect(page.getByRole('button', { name: 'Reboot to bootloader' })).toBeVisible()
})

test('two people teach one family, and the server goes away: nothing is lost, nothing written over unseen', async ({
  page,
  browser,
}) => {
  await signIn(page, 'Imke')
  const other = await atAnotherMachine(browser, 'Imke')
  const path = '/playbook/families/assistant-three-keys/teach'
  await page.goto(path)
  await other.goto(path)
  await page.getByLabel('Cautions, one on each line').fill('Mine.')
  await page.keyboard.press('Tab')
  await other.getByLabel('Cautions, one on each line').fill('Theirs.')
  await other.getByLabel('Why').fill('what they learnt')
  await other.getByRole('button', { name: 'Save the change' }).click()
  await expect(other.getByText('Theirs.')).toBeVisible()

  await page.getByRole('button', { name: 'Save the change' }).click()
  await expect(page.getByRole('alert')).toContainText(
    'Somebody else changed the catalogue at the same time: “what they learnt”',
  )
  await expect(page.getByLabel('Cautions, one on each line')).toHaveValue('Mine.')
  await page.getByRole('button', { name: 'Put the draft on the catalogue as it is now' }).click()

  await page.route('**/api/catalog', (route) =>
    route.request().method() === 'POST' ? route.abort() : route.fallback(),
  )
  await page.getByRole('button', { name: 'Save the change' }).click()
  await expect(page.getByRole('alert')).toContainText(
    'nothing is saved yet. The draft stays in this browser.',
  )
  await page.unroute('**/api/catalog')
  await page.reload()
  await expect(page.getByLabel('Cautions, one on each line')).toHaveValue('Mine.')
  await page.getByRole('button', { name: 'Save the change' }).click()
  await expect(page.getByText('Mine.')).toBeVisible()
  // A draft that was saved is gone; the next begins from what stands in the catalogue.
  await page.goto(path)
  await page.getByLabel('Cautions, one on each line').fill('Thrown away.')
  await page.keyboard.press('Tab')
  await page.getByRole('button', { name: 'Discard the draft' }).click()
  await expect(page.getByLabel('Cautions, one on each line')).toHaveValue('Mine.')
})

test('a menu of counted presses that leaves by itself, and a line with a condition, are taught by the form', async ({
  page,
}) => {
  await signIn(page, 'Imke')
  await page.goto('/playbook/families/two-minutes-of-nothing/teach')
  await tab(page, 'Menus')
  await page.getByRole('combobox', { name: /^Menu/ }).selectOption('recovery.main')
  await page.getByRole('combobox', { name: /^Press/ }).selectOption('a number of presses')
  await page.getByLabel('How many').selectOption('3 presses')
  await page.getByLabel('closes by itself').check()
  await page.getByLabel('It closes by itself after').fill('25')
  await page.getByLabel('It closes by itself after').blur()
  await page.getByRole('combobox', { name: /^To/ }).selectOption('boot.restart')
  await expect(page.getByTestId('proofs')).toHaveText('4 of 4 methods verified')
  await expect(page.getByText('nothing leads to the reset')).toHaveCount(0)

  // A condition that no usual device meets: the check says what it costs.
  const lines = page.getByRole('list', { name: 'Lines' }).getByRole('listitem')
  const wipe = lines.nth(3)
  await wipe.getByText('Only under a condition').click()
  await wipe.getByLabel('Line 4: Battery at').fill('90')
  await wipe.getByLabel('Line 4: Battery at').blur()
  await expect(page.getByText('From where recovery opens, nothing leads to the reset.')).toBeVisible()
  await wipe.getByLabel('Line 4: Battery at').fill('35')
  await wipe.getByLabel('Line 4: Battery at').blur()
  await expect(page.getByText('nothing leads to the reset')).toHaveCount(0)
})

test('of a model its IMEI beginnings, whether it takes a SIM and what an update makes of it are changed by the form', async ({
  page,
}) => {
  await signIn(page, 'Imke')
  const { pack } = await catalogue(page)
  const model = pack.models.find(({ family, tacs }) => family === 'three-key-roll' && tacs.length > 0)
  const owner = pack.models.find(({ id, tacs }) => id !== model?.id && tacs.length > 0)
  const later = pack.families.find(({ id }) => id !== 'three-key-roll')
  if (!model || !owner || !later) throw new Error('The demo has no such model')
  await page.goto('/playbook/families/three-key-roll/teach')
  await tab(page, 'Models')
  await page.getByRole('button', { name: `${model.maker} ${model.name}`, exact: true }).click()
  const row = page.getByRole('list', { name: 'Models that come with it' }).getByRole('listitem').first()
  const beginning = row.getByLabel('IMEI begins with')
  const told = row.getByRole('alert')
  await expect(beginning).toHaveValue(model.tacs.join(', '))
  for (const [typed, why] of [
    [owner.tacs[0] ?? '', `is a ${owner.maker} ${owner.name}. Not recorded.`],
    ['3512', '“3512” is neither eight digits nor a whole IMEI.'],
    ['991122334455668', '“991122334455668” is misread: its check digit is wrong.'],
  ] as const) {
    await beginning.fill(typed)
    await beginning.blur()
    await expect(told).toContainText(why)
  }
  await beginning.fill(`${model.tacs[0]}, 99 112233 445566 7`)
  await beginning.blur()
  await expect(beginning).toHaveValue(`${model.tacs[0]}, 99112233`)
  await expect(told).toHaveCount(0)
  await row.getByLabel('Takes a SIM').setChecked(!model.cellular)
  await row.getByRole('textbox', { name: 'from system' }).fill('0')
  await expect(row.getByLabel('behaves like')).toBeDisabled()
  await row.getByRole('textbox', { name: 'from system' }).fill('98')
  await row.getByLabel('behaves like').selectOption(later.name)
  await row.getByRole('textbox', { name: 'from system' }).fill('99')
  await row.getByLabel('behaves like').selectOption(later.name)
  await row.getByRole('button', { name: 'from system 98' }).click()
  await page.getByLabel('Why').fill('what the box said')
  await page.getByRole('button', { name: 'Save the change' }).click()
  await expect(page.getByText(`from system 99: ${later.name}`).first()).toBeVisible()
  const after = (await catalogue(page)).pack.models
  expect(after.find(({ id }) => id === model.id)).toEqual({
    ...model,
    tacs: [model.tacs[0], '99112233'],
    cellular: !model.cellular,
    updates: [...(model.updates ?? []), { fromSystem: 99, family: later.id }],
  })
  expect(after.length).toBe(pack.models.length)
})
