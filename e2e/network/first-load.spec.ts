import type { Page } from '@playwright/test';
import { readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { addSampleCourse, APPLICATION, expect, record, settled, signUp, test } from '../fidens';

/** Bytes on the wire, compressed as they are sent, that a first visit may take before anything is asked for. */
const BUDGET = { scripts: 300_000, fonts: 80_000, page: 3_000 };

/** Counts what comes over the wire, by kind. */
async function counting(page: Page): Promise<Record<keyof typeof BUDGET, number>> {
  const session = await page.context().newCDPSession(page);
  await session.send('Network.enable');
  const kinds = new Map<string, keyof typeof BUDGET>();
  const bytes = { scripts: 0, fonts: 0, page: 0 };
  session.on('Network.responseReceived', ({ requestId, type }) => {
    const kind = { Script: 'scripts', Font: 'fonts', Document: 'page' }[type as string];
    if (kind) kinds.set(requestId, kind as keyof typeof BUDGET);
  });
  session.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
    const kind = kinds.get(requestId);
    if (kind) bytes[kind] += encodedDataLength;
  });
  return bytes;
}

test('the name and what it is for stand in the page before any script', async ({ request }) => {
  const page = await (await request.get('/')).text();
  expect(page).toMatch(/<h1>Fidens<\/h1>/);
  expect(page).toMatch(/Where you stand in each course/);
});

test('a first visit stays within its bytes', async ({ page }) => {
  // What comes while the first page is looked at.
  await page.route('**/later-*.js', (route) => route.abort());
  const bytes = await counting(page);
  await page.goto('/');
  await expect(page.getByLabel('E-mail')).toBeVisible();
  for (const kind of Object.keys(BUDGET) as (keyof typeof BUDGET)[]) {
    expect(bytes[kind], kind).toBeGreaterThan(0);
    expect(bytes[kind], kind).toBeLessThan(BUDGET[kind]);
  }
});

test('all that a device keeps of the application stays within its bytes', () => {
  // What a package brings along unseen, or comes in twice, is a tenth of it at once.
  const scripts = join(APPLICATION, '_expo/static/js/web');
  const sent = readdirSync(scripts).filter((name) => name.endsWith('.js.br'));
  const bytes = sent.reduce((sum, name) => sum + statSync(join(scripts, name)).size, 0);
  expect(bytes).toBeGreaterThan(1_000_000);
  expect(bytes).toBeLessThan(1_800_000);
});

test('who is here, the terms and the courses are asked once each', async ({ page }) => {
  await signUp(page);
  await addSampleCourse(page);
  await settled(page);
  const asked: string[] = [];
  page.on('request', (request) => {
    const [, path] = /\/api\/v1\/(session|terms|courses)$/.exec(request.url()) ?? [];
    if (path) asked.push(path);
  });
  await page.goto('/', { waitUntil: 'commit' });
  await expect.poll(() => asked.length).toBe(3);
  await expect(page.getByRole('link', { name: /Coastal Ecology/ })).toBeVisible();
  expect(asked.sort()).toEqual(['courses', 'session', 'terms']);
});

test('a student’s courses are asked for while what draws them has not come', async ({ page }) => {
  await signUp(page);
  await addSampleCourse(page);
  await settled(page);
  // A device on which nobody is known, as one that Fidens has never been opened on.
  await page.evaluate(() => localStorage.clear());
  const asked: string[] = [];
  page.on('request', (request) => asked.push(new URL(request.url()).pathname));
  let arrive: () => void = () => undefined;
  const arrival = new Promise<void>((resolve) => (arrive = resolve));
  await page.route(/entry-3-/, (route) => arrival.then(() => route.continue()));
  await page.goto('/', { waitUntil: 'commit' });
  await expect.poll(() => asked.filter((path) => /\/(session|terms|courses)$/.test(path))).toHaveLength(3);
  await expect(page.getByText(/Opening your records/)).toBeVisible();
  arrive();
  await expect(page.getByRole('link', { name: /Coastal Ecology/ })).toBeVisible();
  // What was asked is what is shown: nothing is asked for twice.
  await settled(page);
  expect(asked.filter((path) => /\/(session|terms|courses)$/.test(path))).toHaveLength(3);
});

test('the term shows while the other pages have not come, and a page that does not come can be asked for again', async ({
  page,
}) => {
  await signUp(page);
  await addSampleCourse(page);
  await settled(page);
  let isCut = true;
  await page.route(/\/(later|ways-in)-[^/]*\.js/, (route) => (isCut ? route.abort() : route.continue()));
  await page.goto('/');
  await page.getByRole('link', { name: /Coastal Ecology/ }).click();
  await expect(page.getByText('This page could not be read')).toBeVisible();
  isCut = false;
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(page.getByRole('heading', { level: 1, name: /Coastal Ecology/ })).toBeVisible();
});

test('the ways in are asked for while what draws them has not come, and again where they did not come', async ({
  page,
}) => {
  const asked: string[] = [];
  let arrive: () => void = () => undefined;
  const arrival = new Promise<void>((resolve) => (arrive = resolve));
  await page.route(/entry-3-/, (route) => arrival.then(() => route.continue()));
  await page.route('**/ways-in-*.js', (route) => {
    asked.push(route.request().url());
    return asked.length <= 2 ? route.abort() : route.continue();
  });
  await page.goto('/', { waitUntil: 'commit' });
  await expect.poll(() => asked.length).toBe(1);
  arrive();
  await expect(page.getByText('This page could not be read')).toBeVisible();
  await page.getByRole('button', { name: 'Try again' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('E-mail')).toBeFocused();
});

/** A student whose one course has a score that the server does not take until it is let. */
async function unsaved(page: Page): Promise<{ before: string; let: () => void }> {
  await signUp(page);
  await addSampleCourse(page);
  await settled(page);
  let isCut = true;
  await page.route('**/api/v1/courses/*', (route) =>
    isCut && route.request().method() === 'PATCH' ? route.abort() : route.continue(),
  );
  await page.goto('/');
  const card = page.getByRole('link', { name: /Coastal Ecology/ });
  const before = await card.innerText();
  await card.click();
  await record(page, 'Eelgrass survey', '20');
  await expect(page.getByText(/^Not saved yet/)).toBeVisible();
  return { before, let: () => (isCut = false) };
}

test('what is not saved yet belongs to the first numbers that are shown', async ({ page }) => {
  const { before } = await unsaved(page);
  // The window opens anew, and what applies the change is long in coming.
  let arrive: () => void = () => undefined;
  const arrival = new Promise<void>((resolve) => (arrive = resolve));
  await page.route('**/later-*.js', (route) => arrival.then(() => route.continue()));
  await page.goto('/');
  const card = page.getByRole('link', { name: /Coastal Ecology/ });
  await expect(page.getByText(/what you have changed/)).toBeVisible();
  await expect(card).toHaveCount(0);
  arrive();
  await expect(card).toBeVisible();
  expect(await card.innerText()).not.toBe(before);
});

test('a sheet to print that is opened by its address has what is not saved yet, and saves it', async ({
  page,
}) => {
  const { let: letThrough } = await unsaved(page);
  await page.goto(page.url().replace(/\/course\/([^/]+).*/, '/sheet/$1'));
  const line = page.locator('[data-keep]').filter({ hasText: /^Eelgrass survey/ });
  await expect(line).toContainText('20');
  await expect(page.getByText(/^Not saved yet/)).toBeVisible();
  letThrough();
  await settled(page);
  await expect(page.getByText(/^Not saved yet/)).toHaveCount(0);
  await page.reload();
  await expect(line).toContainText('20');
});

test('who signs in before all of Fidens is there is told, and signs in once it is', async ({ page }) => {
  const { email, password } = await signUp(page);
  await page.context().clearCookies();
  let isCut = true;
  await page.route('**/later-*.js', (route) => (isCut ? route.abort() : route.continue()));
  await page.goto('/sign-in');
  await page.getByLabel('E-mail').fill(email);
  await page.getByLabel('Password').fill(password);
  await page.keyboard.press('Enter');
  await expect(page.getByText(/has not come through from the server whole/)).toBeVisible();
  isCut = false;
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Term' })).toBeVisible();
});
