import { chromium, type Browser, type BrowserContextOptions, type Cookie } from '@playwright/test';
import { join } from 'node:path';
import { APPLICATION, Fidens } from '../../e2e/fidens';
import { median } from './median';

/** A blank page of the same stack, built beside the application. */
export const BLANK = join(APPLICATION, '../../bench/blank/dist');
const TURNS = 5;

/** As Lighthouse has a phone: a slow 4G network, and a processor four times slower than this one. */
const NETWORK = { offline: false, latency: 150, downloadThroughput: 204_800, uploadThroughput: 96_000 };
const SLOWER = 4;

/** What a first visit brings and how long it takes until it can be read, beside a blank page of the same stack. */
export async function loadBench(): Promise<void> {
  const blank = new Fidens({ application: BLANK });
  const ours = new Fidens();
  await Promise.all([blank.start(), ours.start()]);
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM_PATH ?? '/usr/bin/chromium-headless-shell',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
  try {
    const signedIn = await signIn(browser, ours.url);
    const visits = [
      { name: 'a blank page', url: blank.url, words: 'A blank page', options: {} },
      { name: 'signing in', url: `${ours.url}/sign-in`, words: 'Open Noor’s term', options: {} },
      { name: 'the term', url: ours.url, words: 'Maritime Law', options: signedIn },
    ];
    const found = visits.map(() => ({ kilobytes: [] as number[], milliseconds: [] as number[] }));
    for (let turn = 0; turn < TURNS; turn += 1)
      for (const [index, { url, words, options }] of visits.entries()) {
        const { bytes, time } = await visit(browser, url, words, options);
        found[index]!.kilobytes.push(bytes / 1000);
        found[index]!.milliseconds.push(time);
      }
    const [beside] = found;
    visits.forEach(({ name }, index) => {
      say(`First load of ${name}: scripts, compressed`, found[index]!.kilobytes, beside!.kilobytes, 'kB');
      say(`First load of ${name}: until it is read`, found[index]!.milliseconds, beside!.milliseconds, 'ms');
    });
  } finally {
    await browser.close();
    await Promise.all([blank.stop(), ours.stop()]);
  }
}

async function signIn(browser: Browser, url: string): Promise<BrowserContextOptions> {
  return { storageState: { cookies: await cookiesOf(browser, url), origins: [] } };
}

/** The cookies of the sample student who has signed in. */
export async function cookiesOf(browser: Browser, url: string): Promise<Cookie[]> {
  const context = await browser.newContext();
  await context.request.post(`${url}/api/v1/session/sample`, { headers: { origin: url } });
  const { cookies } = await context.storageState();
  await context.close();
  return cookies;
}

/** One visit of a browser that knows nothing yet. */
async function visit(
  browser: Browser,
  url: string,
  words: string,
  options: BrowserContextOptions,
): Promise<{ bytes: number; time: number }> {
  const context = await browser.newContext({
    ...options,
    viewport: { width: 390, height: 844 },
    serviceWorkers: 'block',
  });
  const page = await context.newPage();
  const session = await context.newCDPSession(page);
  await session.send('Network.enable');
  await session.send('Network.emulateNetworkConditions', NETWORK);
  await session.send('Emulation.setCPUThrottlingRate', { rate: SLOWER });
  const scripts = new Set<string>();
  let bytes = 0;
  session.on('Network.responseReceived', ({ requestId, type }) => {
    if (type === 'Script') scripts.add(requestId);
  });
  session.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
    if (scripts.has(requestId)) bytes += encodedDataLength;
  });
  const begun = performance.now();
  await page.goto(url, { waitUntil: 'commit' });
  await page.getByText(words).first().waitFor();
  const time = performance.now() - begun;
  await context.close();
  return { bytes, time };
}

function say(what: string, values: readonly number[], beside: readonly number[], unit: string): void {
  const [value, other] = [median(values), median(beside)];
  console.log(
    `${what.padEnd(60)}${value.toFixed(0).padStart(8)} ${unit}, ${(value / other).toFixed(2)} of the blank page`,
  );
}
