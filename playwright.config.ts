import { defineConfig } from '@playwright/test'

/**
 * What Playwright leaves off of itself, and what Chromium prepares for its own windows: with each page it opens two more
 * for the list below its address line, which no test sees, and they cost as much as the page.
 */
const LEFT_OFF = [
  'AvoidUnnecessaryBeforeUnloadCheckSync',
  'DestroyProfileOnBrowserClose',
  'HttpsUpgrades',
  'MediaRouter',
  'OptimizationHints',
  'PaintHolding',
  'PreconnectToSearch',
  'PreloadTopChromeWebUI',
  'WebUIOmniboxAimPopup',
  'WebUIOmniboxPopup',
]

export default defineConfig({
  testDir: 'e2e',
  // Long enough for a machine that does other work beside it; what passes does not wait for it.
  timeout: 1_200_000,
  expect: { timeout: 300_000, toPass: { timeout: 300_000 } },
  workers: 1,
  retries: 0,
  outputDir: '.benevox/test-results',
  use: {
    actionTimeout: 120_000,
    baseURL: process.env['BENEVOX_ADDRESS'] ?? 'http://127.0.0.1:4180',
    viewport: { width: 1280, height: 800 },
    trace: 'off',
    launchOptions: {
      executablePath: '/usr/bin/chromium-headless-shell',
      args: [
        '--headless',
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        `--disable-features=${LEFT_OFF.join()}`,
      ],
    },
  },
})
