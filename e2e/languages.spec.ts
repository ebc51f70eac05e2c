import { expect, test, type Page } from '@playwright/test'
import { demoPack } from '../demo/demoPack.ts'
import { OF_WORDS, expectAccessible } from './accessible.ts'
import { openJobOf, signIn } from './shop.ts'

const LANGUAGES = {
  de: { counter: 'Theke', ask: 'Wem gehört das Gerät?' },
  fr: { counter: 'Comptoir', ask: 'À qui est l’appareil ?' },
  es: { counter: 'Mostrador', ask: '¿De quién es el dispositivo?' },
} as const
/** Jobs of the demo at each station. */
const CUSTOMERS = ['O. Brandal', 'L. Torum', 'F. Ostwick', 'N. Saltmarsh', 'P. Holm-Weir']
/** Pages that belong to no job. */
const FAMILY = '/playbook/families/slide-at-dark'
const PAGES = [
  '/counter',
  '/bench',
  '/jobs',
  '/results',
  '/settings',
  '/settings/suppliers',
  '/settings/forgetting',
  '/playbook',
  FAMILY,
  `${FAMILY}/practice`,
  `${FAMILY}/teach`,
  '/playbook/exchange',
]
const WIDTHS = [
  [1280, 800],
  [1024, 768],
] as const

/** A pseudo-language is chosen on a machine, not by a person. */
async function inPseudo(page: Page, which: 'pseudo' | 'pseudo-rtl'): Promise<void> {
  await page.addInitScript((name) => localStorage.setItem('benevox.pseudo', name), which)
  await signIn(page)
}
/** Nothing is cut off sideways: at either width, and with the text at 200 %. */
async function expectNothingCutOff(page: Page, name: string): Promise<void> {
  const overflow = () =>
    page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth)
  const textAt = (size: string) =>
    page.evaluate((to) => document.documentElement.style.setProperty('font-size', to), size)
  for (const [width, height] of WIDTHS) {
    await page.setViewportSize({ width, height })
    expect(await overflow(), `${name}, ${width}`).toBeLessThanOrEqual(0)
  }
  await page.setViewportSize({ width: 1280, height: 800 })
  await textAt('32px')
  expect(await overflow(), `${name}, text at 200 %`).toBeLessThanOrEqual(0)
  await textAt('')
}

const wordsOf = (text: string): readonly string[] => text.split(/[^\p{L}]+/u)
/** What the platform writes: units, months, days of the week, countries. */
const WRITTEN = new Set([
  ...['minute', 'hour', 'day', 'second'].flatMap((unit) =>
    [1, 35].flatMap((amount) =>
      (['short', 'long'] as const).flatMap((unitDisplay) =>
        wordsOf(new Intl.NumberFormat('en-DE', { style: 'unit', unit, unitDisplay }).format(amount)),
      ),
    ),
  ),
  ...Array.from({ length: 84 }, (_, day) => Date.UTC(2026, day % 12, day + 1)).flatMap((at) =>
    (['short', 'long'] as const).flatMap((width) =>
      wordsOf(new Intl.DateTimeFormat('en-DE', { month: width, weekday: width }).format(at)),
    ),
  ),
  ...['NO', 'DE', 'IE', 'US', 'SE', 'NL'].flatMap((code) =>
    wordsOf(new Intl.DisplayNames('en', { type: 'region' }).of(code) ?? ''),
  ),
])
/** What is data and not ours to say: names of the demo, and what devices themselves show. */
const DATA = new Set(
  wordsOf(
    `${JSON.stringify(demoPack())} today tomorrow Benevox Runa Teo Imke IMEI TAC PDF JSON Schema SVG CSV eml EUR English Deutsch Français Español`,
  ),
)
/** Words on the page outside every bracket that are no data. */
const bareWords = async (page: Page) => {
  // Whatever customers came in other tests.
  const told = new Set(
    (
      await Promise.all(
        ['/api/jobs', '/api/suppliers', '/api/cables', '/api/catalog/versions'].map(async (path) =>
          (await page.request.get(path)).text(),
        ),
      )
    ).flatMap(wordsOf),
  )
  return page
    .evaluate(() => {
      const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT)
      const texts: string[] = []
      for (let node = walker.nextNode(); node; node = walker.nextNode()) {
        const of = node.parentElement
        if (of && !of.closest('script, style, option') && of.checkVisibility())
          texts.push(node.textContent ?? '')
      }
      for (const one of document.querySelectorAll('[aria-label], [placeholder], [title]'))
        for (const name of ['aria-label', 'placeholder', 'title']) texts.push(one.getAttribute(name) ?? '')
      return texts
    })
    .then((texts) =>
      texts.flatMap((text) => {
        // An address is whose it is.
        let bare = text.replace(/\S+@\S+/g, ' ')
        for (let before = ''; before !== bare;) {
          before = bare
          bare = bare.replace(/⟦[^⟦⟧]*⟧/gu, ' ')
        }
        return wordsOf(bare).filter(
          (word) => word.length > 3 && !DATA.has(word) && !told.has(word) && !WRITTEN.has(word),
        )
      }),
    )
}

test('whoever is signed in chooses a language: it holds on every screen and at every machine, for nobody else', async ({
  page,
  browser,
}) => {
  await signIn(page, 'Teo')
  await page.goto('/counter')
  const choose = async (name: string, opens: RegExp) => {
    await page.getByRole('button', { name: opens }).click()
    await page.getByRole('dialog').getByRole('combobox').selectOption(name)
  }
  await choose('de', /Teo/)
  await expect(page.getByRole('heading', { name: 'Wer ist an diesem Computer?' })).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(page.locator('h1')).toHaveText('Theke')
  await expect(page.locator('html')).toHaveAttribute('lang', 'de')
  await page.reload()
  await expect(page.locator('h1')).toHaveText('Theke')
  // Another person at the same time, and the same person at another machine.
  const other = await (await browser.newContext()).newPage()
  await signIn(other, 'Runa')
  await other.goto('/counter')
  await expect(other.locator('h1')).toHaveText('Counter')
  const elsewhere = await (await browser.newContext()).newPage()
  await signIn(elsewhere, 'Teo')
  await elsewhere.goto('/counter')
  await expect(elsewhere.locator('h1')).toHaveText('Theke')
  // What the server refuses is said in it too.
  await page.goto('/counter/999999')
  await expect(page.getByRole('alert')).toHaveText('Es gibt keinen Auftrag 999999.')
  await page.goto('/counter')
  await choose('en', /Teo/)
  await expect(page.getByRole('heading', { name: 'Who is at this computer?' })).toBeVisible()
})

/** Goes to each view of the program in turn, and to what opens on it. */
async function onEachView(page: Page, look: (name: string) => Promise<void>): Promise<void> {
  for (const path of PAGES) {
    await page.goto(path)
    await expect(page.locator('h1')).toBeVisible()
    await look(path)
  }
  await page.goto(`${FAMILY}/teach`)
  for (const tab of await page.getByRole('tab').all()) {
    await tab.click()
    await look((await tab.textContent()) ?? '')
  }
  for (const customer of CUSTOMERS) {
    await openJobOf(page, customer)
    await look(customer)
  }
  await page.goto(`/jobs/${new URL(page.url()).pathname.split('/').at(-1)}`)
  await expect(page.locator('ol > li').first()).toBeVisible()
  await look('whole job')
  // What opens while somebody types or asks for the keys.
  await page.goto('/counter')
  await expect(page.locator('h1')).toBeVisible()
  await page.keyboard.press('n')
  const question = page.getByTestId('question')
  for (let n = 0; n < 2; n++) {
    const before = (await question.textContent()) ?? ''
    await page.keyboard.press('1')
    await expect(question).not.toHaveText(before)
    // A person's pause: closer together they are a scanner's.
    await page.waitForTimeout(150)
  }
  await page.keyboard.type('vane')
  await expect(page.getByRole('option').first()).toBeVisible()
  await look('models found')
  // Once closes the list, once more leaves the field.
  for (let n = 0; n < 2; n++) await page.keyboard.press('Escape')
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog').getByRole('heading').first()).toBeVisible()
  await look('keys')
  await page.keyboard.press('Escape')
}
/** Read out rightly; what is the same in each language is looked at in English. */
async function expectReadOut(page: Page, name: string): Promise<void> {
  // Tall enough that the row of actions covers nothing: what is covered is scrolled, not too small.
  await page.setViewportSize({ width: 1280, height: 3200 })
  await expectAccessible(page, name, OF_WORDS)
}

for (const [language, { counter, ask }] of Object.entries(LANGUAGES))
  test(`each view in ${language}: read out rightly, nothing cut off`, async ({ page }) => {
    await signIn(page, 'Teo')
    await page.goto('/counter')
    const choose = async (one: string) => {
      await page.getByRole('button', { name: /Teo/ }).click()
      await page.getByRole('dialog').getByRole('combobox').selectOption(one)
      await page.keyboard.press('Escape')
    }
    await choose(language)
    await expect(page.locator('h1')).toHaveText(counter)
    await openJobOf(page, 'O. Brandal')
    await expect(page.getByTestId('facts').getByText(ask)).toBeVisible()
    await onEachView(page, async (name) => {
      await expectNothingCutOff(page, `${language}, ${name}`)
      await expectReadOut(page, `${language}, ${name}`)
    })
    await choose('en')
  })

test('in the pseudo-language every word is bracketed that is ours, and all of it fits', async ({ page }) => {
  await inPseudo(page, 'pseudo')
  await onEachView(page, async (name) => {
    expect(await bareWords(page), name).toEqual([])
    await expectNothingCutOff(page, name)
    await expectReadOut(page, name)
  })
})

test('a language read from right to left turns the page round, and nothing is cut off', async ({ page }) => {
  await inPseudo(page, 'pseudo-rtl')
  await openJobOf(page, 'O. Brandal')
  await expect(page.locator('html')).toHaveAttribute('dir', 'rtl')
  const stations = await page.getByRole('navigation').boundingBox()
  expect(stations?.x).toBeGreaterThan(640)
  await expectNothingCutOff(page, 'right to left')
})
