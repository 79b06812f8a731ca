import { defineConfig } from '@playwright/test';

/** What the runner turns off by itself; a list of one's own takes the place of that one. */
const usuallyOff = [
  'AimEnabled',
  'AvoidCorsURLLoaderRestartOnRedirect',
  'AvoidUnnecessaryBeforeUnloadCheckSync',
  'DestroyProfileOnBrowserClose',
  'HttpsFirstBalancedModeAutoEnable',
  'HttpsUpgrades',
  'LensOverlay',
  'MediaRouter',
  'NetworkTimeServiceQuerying',
  'OptimizationHints',
  'PaintHolding',
  'PreconnectToSearch',
  'ThirdPartyStoragePartitioning',
];
/** Two pages of the browser's own that it draws beside every window, for suggestions under the address. */
const browsersOwn = ['WebUIOmniboxPopup', 'WebUIOmniboxAimPopup'];

export default defineConfig({
  testDir: '.',
  testMatch: '*.spec.ts',
  globalSetup: './template.ts',
  outputDir: '../test-results',
  timeout: 120_000,
  workers: 2,
  // Whole jobs that others go through in part as well: `./lantern test --long`.
  ...(process.env['LANTERN_LONG'] === '1' ? {} : { grepInvert: /@long/ }),
  // Every test has a server and a database of its own.
  fullyParallel: true,
  reporter: [
    ['list'],
    ['json', { outputFile: process.env['PLAYWRIGHT_JSON_OUTPUT_NAME'] ?? '../.lantern/playwright.json' }],
  ],
  use: {
    viewport: { width: 1280, height: 800 },
    // The map glides to each point in front of a person; here every frame of it is work for nothing.
    contextOptions: { reducedMotion: 'reduce' },
    // Where a test is about a page without a network it allows them: each context would fetch every piece of the page.
    serviceWorkers: 'block',
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
        `--disable-features=${[...usuallyOff, ...browsersOwn].join(',')}`,
      ],
    },
  },
});
