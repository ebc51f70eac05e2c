import { spawn, type ChildProcess } from 'node:child_process'
import { chmodSync, mkdtempSync, readFileSync, readdirSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test, type Page } from '@playwright/test'
import { expectAccessible } from './accessible.ts'
import { pdfBehind } from './shop.ts'

/** A shop of its own as somebody starts it, in a folder of its own. */
const root = join(import.meta.dirname, '..')
let folder = ''
let shop: Started | undefined
interface Started {
  readonly process: ChildProcess
  readonly address: string
  readonly said: () => string
}

test.beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'benevox-first-run-'))
  // The database may run as another user.
  chmodSync(folder, 0o755)
})
test.afterAll(async () => {
  await stopped('SIGTERM')
  rmSync(folder, { recursive: true, force: true })
})

async function started(): Promise<Started> {
  const child = spawn(process.execPath, [join(root, 'scripts/start.mjs')], {
    env: { ...process.env, BENEVOX_DATA: folder, BENEVOX_PORT: '0' },
    stdio: ['ignore', 'pipe', 'pipe'],
  })
  let said = ''
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (text) => (said += String(text)))
  for (;;) {
    const address = /open at (http:\S+)\//.exec(said)?.[1]
    if (address) return { process: child, address, said: () => said }
    if (child.exitCode !== null) throw new Error(said)
    await new Promise((resolve) => setTimeout(resolve, 50))
  }
}
async function stopped(signal: NodeJS.Signals): Promise<void> {
  if (!shop) return
  const ended = new Promise((resolve) => shop?.process.once('exit', resolve))
  // All of it at one time, as when the power goes.
  if (signal === 'SIGKILL') for (const pid of childrenOf(shop.process.pid ?? 0)) process.kill(pid, signal)
  shop.process.kill(signal)
  await ended
  shop = undefined
}
const childrenOf = (pid: number): number[] =>
  readFileSync(`/proc/${pid}/task/${pid}/children`, 'utf8').trim().split(/\s+/).map(Number)

async function signIn(page: Page): Promise<void> {
  await page.getByLabel('Name').fill('Odalys')
  await page.getByLabel('Password').fill('nine grey herons')
  await page.getByRole('button', { name: 'Sign in' }).click()
}

test('a new shop is set up in the browser, takes its first job, and has it still after the power was gone', async ({
  page,
}) => {
  shop = await started()
  const code = /set it up: ([A-Z0-9]+)/.exec(shop.said())?.[1] ?? ''
  expect(code).toHaveLength(10)
  // Wherever somebody goes, there is nothing else yet.
  await page.goto(`${shop.address}/jobs/7`)
  await expect(page).toHaveURL(/\/first-run$/)
  await expectAccessible(page, 'first run')
  const open = page.getByRole('button', { name: 'Open the shop' })
  await expect(open).toBeDisabled()
  await expect(page.getByText('Still missing: Code from the terminal')).toBeVisible()
  await page.getByLabel('Code from the terminal').fill('QQQQQQQQQQ')
  await page.getByLabel('Name of the shop').fill('Salt Quay Bench')
  await page.getByLabel('Address, as it stands on papers').fill('3 Rope Walk\n1234 Tern Haven')
  await page.getByLabel('Country').fill('New Zealand')
  await page.getByLabel('Time zone').selectOption('Pacific/Auckland')
  await page.getByLabel('Currency').fill('nzd')
  await page.getByLabel('Tax on the net price').fill('15')
  await page.getByLabel('What an hour at the bench costs').fill('sixty')
  await expect(page.getByTestId('first-prices')).toBeHidden()
  await page.getByLabel('What an hour at the bench costs').fill('60,00')
  await expect(page.getByTestId('first-prices')).toContainText('NZ$70.00')
  await page.getByRole('checkbox', { name: 'Saturday' }).uncheck()
  await page.getByLabel('Your name').fill('Odalys')
  await page.getByLabel('Password').fill('nine grey herons')
  await page.getByLabel('Personal code').fill('234567')
  await expect(page.getByRole('status')).toContainText('guessed first')
  await expect(open).toBeDisabled()
  await page.getByLabel('Personal code').fill('739150')
  await open.click()
  await expect(page.getByRole('alert')).toContainText('not the code of this start')
  await page.getByLabel('Code from the terminal').fill(code.toLowerCase())
  await open.click()
  await expect(page.getByRole('heading', { name: 'The shop is open' })).toBeVisible()
  await expect(page.getByText('Odalys', { exact: true })).toBeVisible()
  await expectAccessible(page, 'what is left to set up')
  // What is right as it is, is named no more, by whoever looks.
  const left = page.getByRole('region', { name: 'Still to set up' })
  const retention = left.getByRole('link', { name: /^How long/ })
  await left.getByRole('button', { name: /^Leave as it is: How long/ }).click()
  await expect(retention).toBeHidden()
  await page.reload()
  await expect(left.getByRole('link', { name: /^Prices for work/ })).toBeVisible()
  await expect(retention).toBeHidden()
  await page.getByRole('link', { name: 'To the counter' }).click()
  await expect(page).toHaveURL(/\/counter$/)
  // It is set up: the page is no more.
  await page.goto(`${shop.address}/first-run`)
  await expect(page).toHaveURL(/\/counter$/)

  // What it is begun without is named, with the way to each; what is set up is named no more.
  await page.goto(`${shop.address}/settings`)
  await expect(left.getByRole('link', { name: /^Prices for work/ })).toBeVisible()
  await expect(left.getByRole('link', { name: /e-mail address/ })).toBeVisible()
  // What is typed beside it stays, and is saved on what is there by now.
  await page.getByLabel('Web address under which').fill('https://quay.example')
  await left.getByRole('button', { name: /^Leave as it is: Backups/ }).click()
  await expect(left.getByRole('link', { name: /^Backups/ })).toBeHidden()
  await page.getByRole('button', { name: 'Save what the shop says' }).click()
  await expect(page.getByText('Saved. New papers and mails say it.')).toBeVisible()
  await expect(page.getByText('Changed last by Odalys').first()).toBeVisible()
  await expect(page.getByText('Somebody else changed it')).toBeHidden()
  await page.reload()
  await expect(page.getByLabel('Web address under which')).toHaveValue('https://quay.example')
  await expect(left.getByRole('link', { name: /^Backups/ })).toBeHidden()
  await left.getByRole('link', { name: /^Suppliers/ }).click()
  await expect(page).toHaveURL(/\/settings\/suppliers$/)
  await page.goto(`${shop.address}/counter`)

  await page.getByRole('button', { name: 'Check in a device' }).click()
  await expect(page).toHaveURL(/\/counter\/\d+$/)
  const job = page.url().split('/').at(-1) ?? ''
  const receipt = (await pdfBehind(page, `${shop.address}/api/jobs/${job}/receipt.pdf`)).replace(/\s+/g, ' ')
  expect(receipt).toContain('Salt Quay Bench 3 Rope Walk 1234 Tern Haven')

  await stopped('SIGKILL')
  shop = await started()
  expect(shop.said()).not.toContain('set it up')
  await page.goto(`${shop.address}/counter/${job}`)
  // Another port is another place to a browser: whoever was here signs in again.
  if (page.url().includes('sign-in')) await signIn(page)
  await expect(page).toHaveURL(new RegExp(`/counter/${job}$`))
  // Nothing of it stands in the project's folder, and no name in what is logged.
  const logs = readdirSync(join(folder, 'logs')).filter((name) => name.startsWith('server.log'))
  expect(logs.length).toBeGreaterThan(0)
  for (const name of logs)
    expect(readFileSync(join(folder, 'logs', name), 'utf8')).not.toMatch(/Odalys|herons|739150/)
})
