import { defineConfig } from '@playwright/test';
import { availableParallelism } from 'node:os';

const CHROMIUM = process.env.CHROMIUM_PATH ?? '/usr/bin/chromium-headless-shell';

/** The real interface in Debian's Chromium, at a phone's size where a test says nothing else. */
export default defineConfig({
  testDir: '.',
  // Each with a server and a database of its own.
  workers: Math.min(3, Math.max(1, availableParallelism())),
  // What a machine needs that others have most of: it stood still for a minute and a half, and nothing was wrong.
  timeout: 1_200_000,
  expect: { timeout: 180_000 },
  forbidOnly: !!process.env.CI,
  use: {
    // What a test makes of the network must not pass by it: offline.spec.ts lets the service worker in.
    serviceWorkers: 'block',
    locale: 'en-GB',
    timezoneId: 'Europe/Berlin',
    actionTimeout: 180_000,
    trace: 'off',
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    // What moves costs a machine without a graphics card a tenth of its time; on the wide screen it may.
    contextOptions: { reducedMotion: 'reduce' },
    launchOptions: {
      executablePath: CHROMIUM,
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
