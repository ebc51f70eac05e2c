import { defineConfig } from '@playwright/test'

export default defineConfig({
  testDir: 'e2e',
  timeout: 60_000,
  expect: { timeout: 5000 },
  workers: 1,
  // A run in real time on a busy machine may miss its moment once; it may not miss it twice.
  retries: process.env['CI'] ? 1 : 0,
  outputDir: '.benevox/test-results',
  use: {
    actionTimeout: 8000,
    baseURL: process.env['BENEVOX_ADDRESS'] ?? 'http://127.0.0.1:4180',
    viewport: { width: 1280, height: 800 },
    trace: 'off',
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--headless',
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
})
