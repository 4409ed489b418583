import { defineConfig } from '@playwright/test';
import { availableParallelism } from 'node:os';

const CHROMIUM = process.env.CHROMIUM_PATH ?? '/usr/bin/chromium-headless-shell';

/** What moves costs a machine without a graphics card a tenth of its time; on the wide screen it may. */
const still = { contextOptions: { reducedMotion: 'reduce' } } as const;

/** The real interface in Debian's Chromium: every test at a phone's size, those named wide on a wide screen. */
export default defineConfig({
  testDir: '.',
  // Each with a server and a database of its own.
  workers: Math.min(3, Math.max(1, availableParallelism())),
  // What a machine needs that others have most of: it stood still for a minute and a half, and nothing was wrong.
  timeout: 90_000,
  expect: { timeout: 20_000 },
  forbidOnly: !!process.env.CI,
  use: {
    // What a test makes of the network must not pass by it: offline.spec.ts lets the service worker in.
    serviceWorkers: 'block',
    locale: 'en-GB',
    timezoneId: 'Europe/Berlin',
    actionTimeout: 20_000,
    trace: 'off',
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
  projects: [
    {
      name: 'phone',
      testIgnore: /wide/,
      use: { ...still, viewport: { width: 390, height: 844 }, hasTouch: true },
    },
    { name: 'wide', testMatch: /wide/, use: { viewport: { width: 1280, height: 800 } } },
  ],
});
