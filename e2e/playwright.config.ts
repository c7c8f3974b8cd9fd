import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: '.',
  outputDir: '../test-results',
  // Bounds and no measures: on a busy machine all takes several times as long.
  timeout: 400_000,
  expect: { timeout: 40_000 },
  workers: 2,
  fullyParallel: true,
  forbidOnly: true,
  retries: 0,
  reporter: [['list']],
  use: {
    viewport: { width: 390, height: 844 },
    actionTimeout: 40_000,
    locale: 'en-CA',
    // A test that is about what works without network lets it in.
    serviceWorkers: 'block',
    // A trace of each test costs a third of its time.
    screenshot: 'only-on-failure',
    launchOptions: {
      executablePath: '/usr/bin/chromium-headless-shell',
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
