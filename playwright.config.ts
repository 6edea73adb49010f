import { defineConfig } from '@playwright/test'

/** Each test starts a server of its own on a free port, so nothing is shared and a restart in mid-story is possible. */
export default defineConfig({
  testDir: './tests/e2e',
  fullyParallel: true,
  workers: 2,
  timeout: 150_000,
  retries: 0,
  reporter: [['list'], ['json', { outputFile: '.data/browser-results.json' }]],
  expect: { timeout: 12_000 },
  use: {
    viewport: { width: 1280, height: 800 },
    // Only the test of the offline shell wants one; in all others it would answer in the server's place.
    serviceWorkers: 'block',
    actionTimeout: 20_000,
    launchOptions: {
      executablePath: process.env.CHROMIUM_PATH ?? '/usr/bin/chromium',
      args: ['--no-sandbox', '--disable-quic', '--disable-background-networking', '--disable-component-update', '--disable-sync', '--no-first-run'],
    },
  },
})
