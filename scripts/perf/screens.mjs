// What somebody at the screen waits for: figures of a way, a search at every key, a long list taken in.
import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { buildWeb, loadDemo, startServer, webDist } from '../lib/application.mjs'
import { startMariadb } from '../lib/mariadb.mjs'
import { programOf } from '../lib/programs.mjs'
import { workDir } from '../lib/setup.mjs'
import { megabyte } from './check.mjs'
import { median, percentile } from './figures.mjs'
import { isDisturbed, stolenMs } from './stolen.mjs'

const LISTED = 50_000
const QUERIES = ['vane 6 plus', 'norvane drift 4711', 'quistal m3', '2021 arc max', 'drift 49990 tab']

/** Milliseconds from a click on a link, or a key, until what a selector names stands on the page, told by the page itself. */
const untilThere = (page, does, selector) =>
  page.evaluate(
    ([{ href, key }, wanted]) =>
      new Promise((resolve) => {
        const from = performance.now()
        const look = () => {
          if (!document.querySelector(wanted)) return
          observer.disconnect()
          requestAnimationFrame(() => resolve(performance.now() - from))
        }
        const observer = new MutationObserver(look)
        observer.observe(document.body, { childList: true, subtree: true, characterData: true })
        if (href) document.querySelector(`a[href="${href}"]`).click()
        else document.body.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }))
      }),
    [does, selector],
  )

/** @param only `answers` at the counter, several times; or `keys`: at the bench, and the first page */
export async function measureScreens(only) {
  const { chromium } = await import('@playwright/test')
  const { default: config } = await import('tsx/esm/api').then(({ tsImport }) =>
    tsImport('../../playwright.config.ts', import.meta.url),
  )
  const { STAFF } = await programOf('shop')
  const mariadb = await startMariadb({ name: 'perf', fresh: true })
  await loadDemo(mariadb)
  await buildWeb()
  const server = await startServer(mariadb, { BENEVOX_WEB: webDist })
  const browser = await chromium.launch((config.default ?? config).use.launchOptions)
  try {
    const page = await browser.newPage({
      viewport: { width: 1280, height: 800 },
      baseURL: `http://127.0.0.1:${server.port}`,
    })
    await page.goto('/sign-in')
    // Only a supervisor takes a list or a pack in.
    const supervisor = STAFF.find(({ supervisor }) => supervisor)
    await page.getByLabel('Name').fill(supervisor.name)
    await page.getByLabel('Password').fill(supervisor.password)
    await page.getByRole('button', { name: 'Sign in' }).click()
    await page.getByRole('heading', { name: 'Counter' }).waitFor()
    if (only === 'answers') return [await answers(page), await answers(page)]
    const keys = [await firstPage(browser, page), await atTheBench(page)]
    if (only === 'keys') return keys
    return [
      await answers(page),
      ...keys,
      await figures(page),
      await familiesChecked(page),
      await packTakenIn(page),
      await listTakenIn(page),
      await keystrokes(page),
    ]
  } finally {
    await browser.close()
    server.kill('SIGTERM')
    await mariadb.stop()
  }
}

/**
 * From the key that answers a question to the next question, which comes once the route, its alternatives and the
 * worth of all questions have been worked out anew in the worker: by somebody who reads it, and by somebody who knows
 * the questions by heart.
 */
async function answers(page) {
  const read = await answered(page, 800)
  const byHeart = await answered(page, 150)
  const slowest = (some) => Math.max(0, ...some.map(({ ms }) => ms)).toFixed(0)
  const told = (all) => {
    const times = all.map(({ ms }) => ms)
    const disturbed = all.filter(isDisturbed)
    const own = all.filter((one) => !isDisturbed(one))
    return `median ${median(times).toFixed(0)} ms, p95 ${percentile(times, 0.95).toFixed(0)} ms, slowest of ${own.length} with the machine to ourselves ${slowest(own)} ms, of ${disturbed.length} during which its host took the processor away ${slowest(disturbed)} ms`
  }
  return `an answer at the counter to the next question, route and worths included: ${told(read)}; answered 0.15 s after the question came instead of 0.8 s: ${told(byHeart)}`
}

/**
 * The first page with nothing of it kept: from the address until the sign-in, and for whoever is signed in the counter,
 * can be used. Told by the page itself, from its navigation to the picture in which it is there.
 */
async function firstPage(browser, page) {
  const { cookies, origins } = await page.context().storageState()
  const open = async (path, wanted, signedIn) => {
    const times = []
    for (let n = 0; n < 15; n++) {
      const context = await browser.newContext({
        baseURL: new URL(page.url()).origin,
        ...(signedIn ? { storageState: { cookies, origins } } : {}),
      })
      await context.addInitScript((selector) => {
        const look = () => {
          if (document.querySelector(selector))
            return requestAnimationFrame(() => (window.usableMs = performance.now()))
          return requestAnimationFrame(look)
        }
        requestAnimationFrame(look)
      }, wanted)
      const opened = await context.newPage()
      await opened.goto(path)
      await opened.waitForFunction(() => window.usableMs !== undefined)
      times.push(await opened.evaluate(() => window.usableMs))
      await context.close()
    }
    return `median ${median(times).toFixed(0)} ms, p95 ${percentile(times, 0.95).toFixed(0)} ms of ${times.length}`
  }
  const signIn = await open('/sign-in', 'input[type=password]', false)
  const counter = await open('/counter', '.act-main', true)
  return `the first page, nothing of it kept, until it can be used (asked: 1,000 ms): sign-in ${signIn}; counter ${counter}`
}

/**
 * From a key at the bench to the picture that it asks for: all in hand, begun, it went wrong, what was seen. Told by the
 * page itself, from the key to the frame after the change.
 */
async function atTheBench(page) {
  const { agreedTo } = await import('tsx/esm/api').then(({ tsImport }) =>
    tsImport('../../e2e/shop.ts', import.meta.url),
  )
  const times = []
  const KEYS = [
    [' ', '[data-testid=critical]'],
    [' ', '[data-testid=now]'],
    ['x', 'main ul button svg'],
  ]
  for (let n = 0; n < 12; n++) {
    await page.goto(`/bench/${await agreedTo(page, 'quistral m1')}`)
    await page.getByRole('button', { name: /^All in hand/ }).waitFor()
    await page.waitForTimeout(1500)
    for (const [key, wanted] of KEYS) {
      times.push(await untilThere(page, { key }, wanted))
      await page.waitForTimeout(400)
    }
  }
  return `a key at the bench to its picture: median ${median(times).toFixed(0)} ms, p95 ${percentile(times, 0.95).toFixed(0)} ms (asked: 80), slowest ${Math.max(...times).toFixed(0)} ms of ${times.length}`
}

/** @returns how long each took, and how long the machine was taken away meanwhile, in milliseconds */
async function answered(page, readFor) {
  const times = []
  const asked = page.getByTestId('question')
  for (let n = 0; n < 7; n++) {
    await page.goto('/counter')
    // The page stands open all day: nobody checks a device in within seconds of opening it.
    await page.waitForTimeout(4000)
    await page.getByRole('button', { name: 'Check in a device' }).click()
    await asked.waitFor()
    // Hazard, what is wrong (another one each time), and the choices that follow; what is typed is put off.
    for (const key of ['1', String(1 + n), '1', '2', '1', '2', '1', '1', '2', '1']) {
      await putOffWhatIsTyped(page)
      await page.waitForTimeout(readFor)
      const stolenBefore = stolenMs()
      const ms = await page.evaluate(
        (pressed) =>
          new Promise((resolve) => {
            const shown = () => document.querySelector('[data-testid=question]')?.textContent ?? ''
            const before = shown()
            const from = performance.now()
            const look = () => {
              if (shown() === '' || shown() === before) return
              observer.disconnect()
              requestAnimationFrame(() => resolve(performance.now() - from))
            }
            const observer = new MutationObserver(look)
            observer.observe(document.body, { childList: true, subtree: true, characterData: true })
            setTimeout(() => (observer.disconnect(), resolve(undefined)), 3000)
            dispatchEvent(new KeyboardEvent('keydown', { key: pressed, bubbles: true }))
          }),
        key,
      )
      if (ms === undefined) break
      times.push({ ms, stolen: stolenMs() - stolenBefore })
    }
  }
  return times
}

async function putOffWhatIsTyped(page) {
  const later = page.locator('#ask-now:has(input:not([type=radio]))').getByRole('button', { name: 'Later' })
  if (!(await later.isVisible())) return
  const before = await page.getByTestId('question').textContent()
  await later.click()
  await page.waitForFunction(
    (text) => document.querySelector('[data-testid=question]')?.textContent !== text,
    before,
  )
}

/** From the click on a family to the figures of its first way, and how long the page was ever held up meanwhile. */
async function figures(page) {
  await page.goto('/playbook')
  await page.getByRole('heading', { name: /families fit/ }).waitFor()
  const links = await page.$$eval('section a[href^="/playbook/families/"]', (all) =>
    all.map((a) => a.getAttribute('href')),
  )
  const times = []
  const stalls = []
  for (const link of links) {
    await page.goto('/playbook')
    await page.locator(`a[href="${link}"]`).waitFor()
    await page.evaluate(() => {
      window.longest = 0
      new PerformanceObserver((list) => {
        for (const { duration } of list.getEntries()) window.longest = Math.max(window.longest, duration)
      }).observe({ type: 'longtask' })
    })
    // Nobody clicks before having looked.
    await page.waitForTimeout(800)
    times.push(await untilThere(page, { href: link }, '[data-testid="figures"]'))
    await page.waitForTimeout(600)
    stalls.push(await page.evaluate(() => window.longest))
  }
  return `figures of a way after opening its family (page and worker new each time, clicked after 0.8 s): median ${Math.round(median(times))} ms, slowest ${Math.round(Math.max(...times))} ms of ${times.length}; longest the page was held up: median ${Math.round(median(stalls))} ms, most ${Math.round(Math.max(...stalls))} ms`
}

/** A megabyte of families chosen as a file, until all of them are proven: each time in a new page and worker. */
async function familiesChecked(page) {
  const file = join(workDir, 'measured-families.json')
  writeFileSync(file, JSON.stringify(megabyte()))
  const times = []
  for (let n = 0; n < 5; n++) {
    await page.goto('/playbook/exchange')
    await page.getByRole('heading', { name: 'Take in' }).waitFor()
    await page.waitForTimeout(800)
    const there = page.evaluate(
      () =>
        new Promise((resolve) => {
          document.querySelector('input[type=file]').addEventListener(
            'change',
            () => {
              const from = performance.now()
              const observer = new MutationObserver(() => {
                if (!document.querySelector('[data-testid="pack-difference"]')) return
                observer.disconnect()
                resolve(performance.now() - from)
              })
              observer.observe(document.body, { childList: true, subtree: true })
            },
            { capture: true, once: true },
          )
        }),
    )
    await page.locator('input[type=file]').setInputFiles(file)
    times.push(await there)
  }
  return `a pack of 1 MB of families, read and proven in a new page: median ${Math.round(median(times))} ms, slowest ${Math.round(Math.max(...times))} ms of ${times.length}`
}

async function listTakenIn(page) {
  const lines = Array.from(
    { length: LISTED },
    (_, n) => `Norvane,Drift ${n}${n % 10 ? '' : ' Tab'},drift${n},NV-${n}`,
  )
  const buffer = Buffer.from(
    `\ufeff${['Retail Branding,Marketing Name,Device,Model', ...lines].join('\r\n')}`,
    'utf16le',
  )
  await page.goto('/playbook/exchange')
  await page.getByRole('heading', { name: 'Take in' }).waitFor()
  const from = performance.now()
  await page.locator('input[type=file]').setInputFiles({ name: 'devices.csv', mimeType: 'text/csv', buffer })
  await page.getByTestId('list-digest').waitFor({ timeout: 60_000 })
  const previewed = performance.now() - from
  await page.getByRole('button', { name: 'Take it in' }).click()
  await page.getByText('is taken in').waitFor({ timeout: 60_000 })
  const all = performance.now() - from
  return `a list of ${LISTED.toLocaleString('en')} lines: previewed after ${(previewed / 1000).toFixed(1)} s, in use after ${(all / 1000).toFixed(1)} s in all`
}

/**
 * While a pack of 2 MB is read, previewed and taken in: how long the page shows one picture at most, and how long
 * another request takes that is made every 25 ms all the while.
 */
async function packTakenIn(page) {
  const pack = JSON.parse(readFileSync(new URL('../../demo/pack.json', import.meta.url), 'utf8'))
  const [model] = pack.models
  for (let n = 0; JSON.stringify(pack).length < 2_000_000; n += 500)
    for (let m = n; m < n + 500; m++)
      pack.models.push({ ...model, id: `listed-${m}`, name: `Listed ${m}`, modelText: `L-${m}`, tacs: [] })
  // Given as a file of this machine: handed over as bytes, the page would be held up by taking them from the tool.
  const file = join(workDir, 'measured-pack.json')
  writeFileSync(file, JSON.stringify(pack))
  await page.goto('/playbook/exchange')
  await page.getByRole('heading', { name: 'Take in' }).waitFor()
  await page.evaluate(() => {
    window.pictures = []
    let last = performance.now()
    const frame = (now) => {
      window.pictures.push(now - last)
      last = now
      requestAnimationFrame(frame)
    }
    requestAnimationFrame(frame)
  })
  const waits = []
  let isOver = false
  const cookies = await page.context().cookies()
  const headers = { cookie: cookies.map(({ name, value }) => `${name}=${value}`).join('; ') }
  const session = new URL('/api/session', page.url())
  const asking = (async () => {
    while (!isOver) {
      const from = performance.now()
      await (await fetch(session, { headers })).text()
      waits.push(performance.now() - from)
      await new Promise((resolve) => setTimeout(resolve, 25))
    }
  })()
  const from = performance.now()
  await page.locator('input[type=file]').setInputFiles(file)
  await page.getByTestId('pack-difference').waitFor({ timeout: 60_000 })
  await page.getByRole('button', { name: 'Take it in' }).click()
  await page.getByText('is taken in').waitFor({ timeout: 60_000 })
  const all = performance.now() - from
  isOver = true
  await asking
  const frames = await page.evaluate(() => window.pictures)
  return `a pack of 2 MB: in use after ${(all / 1000).toFixed(1)} s; a picture stayed ${Math.round(median(frames))} ms in the median, ${Math.round(percentile(frames, 0.99))} ms in 99 of 100, ${Math.round(Math.max(...frames))} ms at most; another request took ${Math.round(median(waits))} ms in the median, ${Math.round(percentile(waits, 0.99))} ms in 99 of 100, ${Math.round(Math.max(...waits))} ms at most of ${waits.length}`
}

/** Every key of some questions, from the letter in the field to its results on the page. */
async function keystrokes(page) {
  await page.goto('/playbook')
  await page.getByLabel('Model').fill('x')
  await page.waitForTimeout(1500)
  const times = await page.evaluate(async (queries) => {
    const field = document.querySelector('#playbook-search')
    const answered = (query) =>
      new Promise((resolve) => {
        const from = performance.now()
        const is = () => document.querySelector('[data-testid="models-found"]')?.dataset.answered === query
        const observer = new MutationObserver(() => {
          if (!is()) return
          observer.disconnect()
          resolve(performance.now() - from)
        })
        observer.observe(document.body, { childList: true, subtree: true, attributes: true })
        field.value = query
        field.dispatchEvent(new Event('input'))
      })
    const all = []
    for (const query of queries)
      for (let letters = 1; letters <= query.length; letters++) {
        all.push(await answered(query.slice(0, letters)))
        await new Promise((resolve) => setTimeout(resolve, 30))
      }
    return all
  }, QUERIES)
  return `search at every key over ${(LISTED + 49).toLocaleString('en')} models, worker and page included: median ${median(times).toFixed(1)} ms, p95 ${percentile(times, 0.95).toFixed(1)} ms of ${times.length} keys`
}
