// npm run screenshots: every picture in docs/screenshots/, made from fresh demo data at 1280 by 800.
import { mkdirSync } from 'node:fs'
import { join } from 'node:path'
import { buildWeb, loadDemo, startServer, startStandIns, webDist } from './lib/application.mjs'
import { startMariadb } from './lib/mariadb.mjs'
import { programOf } from './lib/programs.mjs'
import { ensureDebian, ensureNodeModules, root, say } from './lib/setup.mjs'

ensureDebian({ 'mariadb-server': 'mariadbd', 'chromium-headless-shell': 'chromium-headless-shell' })
ensureNodeModules()
const { chromium } = await import('@playwright/test')
const { default: config } = await import('tsx/esm/api').then(({ tsImport }) =>
  tsImport('../playwright.config.ts', import.meta.url),
)
const { REPORTED: reported, SHOP, SIGN_IN_HINT, STAFF } = await programOf('shop')

const mariadb = await startMariadb({ name: 'screenshots', fresh: true })
await loadDemo(mariadb, { past: true })
await buildWeb()
const outside = await startStandIns({ reported })
const server = await startServer(mariadb, {
  ...outside.env,
  BENEVOX_WEB: webDist,
  BENEVOX_SHOP: SHOP,
  BENEVOX_SIGN_IN_HINT: SIGN_IN_HINT,
})
const folder = join(root, 'docs', 'screenshots')
mkdirSync(folder, { recursive: true })
const launch = (config.default ?? config).use.launchOptions
const browser = await chromium.launch(launch)
const page = await browser.newPage({
  viewport: { width: 1280, height: 800 },
  baseURL: `http://127.0.0.1:${server.port}`,
})

async function picture(name) {
  await page.waitForLoadState('networkidle')
  await page.waitForTimeout(300)
  await page.screenshot({ path: join(folder, `${name}.png`) })
  say(`${name}.png`)
}
async function jobOf(customer) {
  await page.goto('/jobs')
  await page.getByRole('link', { name: customer }).click()
  await page.getByRole('banner').waitFor()
}

await page.goto('/sign-in')
await picture('sign-in')
await page.getByLabel('Name').fill(STAFF[0].name)
await page.getByLabel('Password').fill(STAFF[0].password)
await page.getByRole('button', { name: 'Sign in' }).click()
await page.getByRole('heading', { name: 'Counter' }).waitFor()
await page.goto('/jobs')
await picture('jobs')
await page.goto('/results')
await page.getByTestId('methods').waitFor()
await picture('results')
await jobOf('O. Brandal')
await page.getByTestId('question').waitFor()
await picture('counter')
await page.getByRole('button', { name: 'Show the agreement' }).click()
await page.getByTestId('agreement').waitFor()
await picture('agreement')
await jobOf('F. Ostwick')
await picture('account')
await jobOf('N. Saltmarsh')
await picture('carrier')
await jobOf('P. Holm-Weir')
await picture('hand-back')
await jobOf('A. Quell')
await picture('bench-first-start')
await jobOf('L. Torum')
await page.getByTestId('advice').waitFor()
await picture('bench-keys')
await page.getByLabel('On the cable now').selectOption('computer')
await page.locator('body').press('Space')
await page.waitForTimeout(7000)
await picture('bench-running')
await page.keyboard.press('x')
await picture('bench-what-was-seen')
await page.keyboard.press('0')
await page.getByTestId('menu-line').waitFor()
await picture('bench-menu')
await page.locator('body').press('Space')
await picture('bench-last-question')
await page.getByRole('link', { name: 'Whole job' }).click()
await page.getByRole('region', { name: 'What happened' }).waitFor()
await picture('job')

await page.goto('/playbook')
await page.getByRole('radiogroup', { name: 'Keys, left edge' }).getByRole('radio', { name: '2' }).click()
await picture('playbook')
await page.goto('/playbook/families/let-power-go-by-count')
await page.getByText('First: the best chance').waitFor()
await picture('family')
await page.goto('/playbook/families/slide-at-dark/practice')
await page.getByLabel('Make a mistake').selectOption('late')
await page.locator('h1').click()
for (let n = 0; n < 9; n++) await page.keyboard.press('ArrowRight')
await picture('practice')
await page.goto('/playbook/families/foldable-read-open/teach')
await page.getByRole('tab', { name: 'Screens' }).click()
await page.getByRole('button', { name: 'covered', exact: true }).click()
await picture('teach')

await browser.close()
server.kill('SIGTERM')
await outside.stop()
await mariadb.stop()
