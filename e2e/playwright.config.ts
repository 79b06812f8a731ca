import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: '.',
  testMatch: '*.spec.ts',
  globalSetup: './template.ts',
  outputDir: '../test-results',
  timeout: 120_000,
  workers: 2,
  // Every test has a server and a database of its own.
  fullyParallel: true,
  reporter: [
    ['list'],
    ['json', { outputFile: process.env['PLAYWRIGHT_JSON_OUTPUT_NAME'] ?? '../.lantern/playwright.json' }],
  ],
  use: {
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
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
});
