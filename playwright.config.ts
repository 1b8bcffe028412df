import { defineConfig } from '@playwright/test'
import { chromiumOptions } from './tests/support/chromium'

export default defineConfig({
  testDir: 'tests/browser',
  // Each has a server and a database of its own; two cores take two.
  workers: 2,
  fullyParallel: false,
  timeout: 90_000,
  expect: { timeout: 20_000 },
  reporter: [['list'], ['json', { outputFile: '.cache/browser.json' }]],
  outputDir: 'test-results',
  tsconfig: './tsconfig.tools.json',
  use: {
    viewport: { width: 1280, height: 800 },
    launchOptions: chromiumOptions,
  },
})
