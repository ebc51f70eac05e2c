import { expect, test, type Page } from '@playwright/test'
import { demoPack } from '../demo/demoPack.ts'
import { expectAccessible } from './accessible.ts'
import { signIn } from './shop.ts'

const LANGUAGES = {
  de: { counter: 'Theke', ask: 'Wem gehört das Gerät?' },
  fr: { counter: 'Comptoir', ask: 'À qui est l’appareil ?' },
  es: { counter: 'Mostrador', ask: '¿De quién es el dispositivo?' },
} as const
/** Jobs of the demo at each station whose views are said through the room of the words. */
const CUSTOMERS = ['O. Brandal', 'F. Ostwick', 'N. Saltmarsh', 'P. Holm-Weir']
/** Pages that belong to no job. */
const FAMILY = '/playbook/families/slide-at-dark'
const PAGES = ['/playbook', FAMILY, `${FAMILY}/practice`, `${FAMILY}/teach`, '/playbook/exchange']
const WIDTHS = [
  [1280, 800],
  [1024, 768],
] as const

async function openJob(page: Page, customer: string): Promise<void> {
  await page.goto('/jobs')
  await page.getByRole('link', { name: customer }).click()
  await expect(page.getByRole('banner')).toContainText(customer)
}
/** A pseudo-language is chosen on a machine, not by a person. */
async function inPseudo(page: Page, which: 'pseudo' | 'pseudo-rtl'): Promise<void> {
  await page.addInitScript((name) => localStorage.setItem('benevox.pseudo', name), which)
  await signIn(page)
}
async function expectNothingCutOff(page: Page, name: string): Promise<void> {
  const overflow = await page.evaluate(
    () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
  )
  expect(overflow, name).toBeLessThanOrEqual(0)
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

test('each language at each station: read out rightly, nothing cut off at either width', async ({ page }) => {
  await signIn(page, 'Teo')
  for (const [language, { counter, ask }] of Object.entries(LANGUAGES)) {
    await page.goto('/counter')
    await page.getByRole('button', { name: /Teo/ }).click()
    await page.getByRole('dialog').getByRole('combobox').selectOption(language)
    await page.keyboard.press('Escape')
    await expect(page.locator('h1')).toHaveText(counter)
    await openJob(page, 'O. Brandal')
    await expect(page.getByTestId('facts').getByText(ask)).toBeVisible()
    for (const customer of CUSTOMERS) {
      await openJob(page, customer)
      for (const [width, height] of WIDTHS) {
        await page.setViewportSize({ width, height })
        await expectNothingCutOff(page, `${language}, ${customer}, ${width}`)
      }
      await expectAccessible(page, `${language}, ${customer}`)
    }
    for (const path of PAGES) {
      await page.goto(path)
      await expect(page.locator('h1')).toBeVisible()
      for (const [width, height] of WIDTHS) {
        await page.setViewportSize({ width, height })
        await expectNothingCutOff(page, `${language}, ${path}, ${width}`)
      }
      await expectAccessible(page, `${language}, ${path}`)
    }
  }
  await page.getByRole('button', { name: /Teo/ }).click()
  await page.getByRole('dialog').getByRole('combobox').selectOption('en')
})

test('in the pseudo-language every word is bracketed that is ours, and all of it fits', async ({ page }) => {
  await inPseudo(page, 'pseudo')
  const looked = async (name: string) => {
    expect(await bareWords(page), name).toEqual([])
    for (const [width, height] of WIDTHS) {
      await page.setViewportSize({ width, height })
      await expectNothingCutOff(page, `${name}, ${width}`)
    }
  }
  for (const path of ['/counter', '/bench', '/jobs', '/settings', ...PAGES]) {
    await page.goto(path)
    await expect(page.locator('h1')).toBeVisible()
    await looked(path)
  }
  await page.goto(`${FAMILY}/teach`)
  for (const tab of await page.getByRole('tab').all()) {
    await tab.click()
    await looked((await tab.textContent()) ?? '')
  }
  for (const customer of CUSTOMERS) {
    await openJob(page, customer)
    await looked(customer)
  }
})

test('a language read from right to left turns the page round, and nothing is cut off', async ({ page }) => {
  await inPseudo(page, 'pseudo-rtl')
  await openJob(page, 'O. Brandal')
  await expect(page.locator('html')).toHaveAttribute('dir', 'rtl')
  const stations = await page.getByRole('navigation').boundingBox()
  expect(stations?.x).toBeGreaterThan(640)
  for (const [width, height] of WIDTHS) {
    await page.setViewportSize({ width, height })
    await expectNothingCutOff(page, String(width))
  }
})
