import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: '.',
  outputDir: '../test-results',
  // Bounds for what never comes, wide enough for a busy machine; how long things may take is for the benches.
  timeout: 300_000,
  expect: { timeout: 90_000 },
  globalSetup: './support/seed.ts',
  fullyParallel: true,
  // A journey waits more than it computes: on two cores three of them side by side take the least time.
  workers: 3,
  reporter: [['list'], ['json', { outputFile: '../.cache/results/e2e.json' }]],
  use: {
    viewport: { width: 1280, height: 800 },
    acceptDownloads: true,
    launchOptions: {
      executablePath: '/usr/bin/chromium-headless-shell',
      args: [
        '--no-sandbox',
        '--disable-quic',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--no-first-run',
      ],
    },
  },
});
