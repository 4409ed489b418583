import type { Page } from '@playwright/test';
import { cpSync, mkdtempSync, appendFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  addSampleCourse,
  APPLICATION,
  expect,
  expectAccessible,
  Fidens,
  openPage,
  otherDevice,
  record,
  row,
  settled,
  signOut,
  signUp,
  test as base,
  unfold,
} from '../fidens';

// Here the service worker takes part, as with a student.
const test = base.extend({});
test.use({ serviceWorkers: 'allow' });

/** Waits until the application is on the device and the page is in its hands. */
async function onDevice(page: Page): Promise<void> {
  await page.evaluate(async () => {
    await navigator.serviceWorker.ready;
    if (navigator.serviceWorker.controller) return;
    await new Promise((resolve) => navigator.serviceWorker.addEventListener('controllerchange', resolve));
  });
}

/** A student with a course, on a device that has everything. */
async function prepared(page: Page): Promise<{ email: string; password: string }> {
  const account = await signUp(page);
  await addSampleCourse(page);
  await settled(page);
  await onDevice(page);
  // What the server has said is written down shortly after it was said.
  await expect.poll(() => keptTitles(page)).toContain('Coastal Ecology');
  return account;
}

/** What is kept on the device of what the server answered under a name. */
function kept<T>(page: Page, name: string): Promise<T[]> {
  return page.evaluate(
    (wanted) =>
      new Promise<never[]>((resolve, reject) => {
        const opening = indexedDB.open('keyval-store');
        opening.onerror = () => reject(new Error('no store'));
        opening.onsuccess = () => {
          const store = opening.result.transaction('keyval').objectStore('keyval').get('fidens.answers');
          store.onsuccess = () => {
            const answers = store.result as
              | { clientState: { queries: { queryKey: string[]; state: { data: unknown } }[] } }
              | undefined;
            const found = answers?.clientState.queries.find(({ queryKey }) => queryKey[0] === wanted);
            opening.result.close();
            resolve((found?.state.data ?? []) as never[]);
          };
        };
      }),
    name,
  );
}

/** The titles of the courses that are kept on the device. */
async function keptTitles(page: Page): Promise<string[]> {
  const courses = await kept<{ document: { title: string } }>(page, 'courses');
  return courses.map(({ document }) => document.title);
}

test('without network Fidens opens on any address, records, changes rules, rehearses and simulates; later all of it is sent', async ({
  page,
  context,
}) => {
  const account = await prepared(page);
  await context.setOffline(true);
  await page.reload();
  await expect(page.getByRole('heading', { level: 1, name: /Coastal Ecology/ })).toBeVisible();
  await expect(page.getByText(/^No connection: this is as of/)).toBeVisible();
  await expectAccessible(page);
  await record(page, 'Eelgrass survey', '17');
  await openPage(page, 'Rules');
  await page.getByLabel('Weight of Field logs').fill('36');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await openPage(page, 'Reach');
  await page
    .getByLabel(/^Try a score on/)
    .first()
    .fill('70');
  await page.getByLabel('Keep this rehearsal as').fill('A slow day');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByRole('listitem').filter({ hasText: 'A slow day' })).toBeVisible();
  await unfold(page, 'How the term may end');
  await expect(page.getByRole('table', { name: 'The chance of each letter' })).toBeVisible();
  // Another window begins where this one ends, still without network.
  await page.reload();
  await expect(page.getByRole('listitem').filter({ hasText: 'A slow day' })).toBeVisible();
  await context.setOffline(false);
  await expect(page.getByText(/^No connection/)).toBeHidden();
  await settled(page);
  const other = await otherDevice(page, account, { serviceWorkers: 'allow' });
  await expect(row(other, /^Eelgrass survey: 17 \/ 20/)).toBeVisible();
  await openPage(other, 'Rules');
  await expect(other.getByLabel('Weight of Field logs')).toHaveValue('36');
  await openPage(other, 'Reach');
  await expect(other.getByRole('listitem').filter({ hasText: 'A slow day' })).toBeVisible();
  await other.context().close();
});

const JOB: readonly [piece: string, entry: string, shown: RegExp][] = [
  ['Eelgrass survey', '17', /^Eelgrass survey: 17 \/ 20/],
  ['Tidal creek log', '12', /^Tidal creek log: 12 \/ 20/],
];

for (let cut = 0; cut <= JOB.length; cut += 1) {
  test(`a job of ${JOB.length} scores whose network is cut after ${cut} of them ends as one without a cut`, async ({
    page,
    context,
  }) => {
    const account = await prepared(page);
    for (const [step, [piece, entry, shown]] of JOB.entries()) {
      if (step === cut) await context.setOffline(true);
      await record(page, piece, entry);
      await expect(row(page, shown)).toBeVisible();
    }
    await context.setOffline(true);
    await page.reload();
    for (const [, , shown] of JOB) await expect(row(page, shown)).toBeVisible();
    await context.setOffline(false);
    await settled(page);
    const other = await otherDevice(page, account, { serviceWorkers: 'allow' });
    for (const [, , shown] of JOB) await expect(row(other, shown)).toBeVisible();
    await other.context().close();
  });
}

test('two devices that were without network for a day meet without loss, and are asked about what collides', async ({
  page,
  context,
}) => {
  const account = await prepared(page);
  const other = await otherDevice(page, account, { serviceWorkers: 'allow' });
  await onDevice(other);
  await expect.poll(() => keptTitles(other)).toContain('Coastal Ecology');
  await context.setOffline(true);
  await other.context().setOffline(true);
  await record(page, 'Eelgrass survey', '5');
  await record(other, 'Eelgrass survey', '7');
  await record(other, 'Tidal creek log', '12');
  for (const device of [page, other]) {
    await device.clock.setFixedTime('2026-10-21T12:00:00Z');
    await device.reload();
    await expect(row(device, /^Eelgrass survey: [57] \/ 20/)).toBeVisible();
  }
  await other.context().setOffline(false);
  await settled(other);
  await context.setOffline(false);
  await expect(page.getByText('Changed on another device: Eelgrass survey')).toBeVisible();
  await expect(page.getByText(/Eelgrass survey, score: there 7, here 5\./)).toBeVisible();
  await page.getByRole('button', { name: 'Keep mine' }).click();
  await settled(page);
  await expect(row(page, /^Eelgrass survey: 5 \/ 20/)).toBeVisible();
  await page.reload();
  await expect(row(page, /^Eelgrass survey: 5 \/ 20/)).toBeVisible();
  await expect(row(page, /^Tidal creek log: 12 \/ 20/)).toBeVisible();
  await other.context().close();
});

test('who signs out leaves nothing of theirs on the device', async ({ page, context }) => {
  await prepared(page);
  await page.getByRole('link', { name: 'You', exact: true }).click();
  await signOut(page);
  await expect(page.getByRole('heading', { name: 'Fidens' })).toBeVisible();
  await expect.poll(() => keptTitles(page)).toEqual([]);
  await context.setOffline(true);
  await page.reload();
  await expect(page.getByLabel('E-mail')).toBeVisible();
  await expect(page.getByText('Coastal Ecology')).toHaveCount(0);
});

test('what a device has kept of one student is not shown to another who is found there', async ({ page }) => {
  await signUp(page);
  const scale = {
    bands: [
      { label: 'Fine', from: '50' },
      { label: 'Poor', from: '0' },
    ],
  };
  await page.evaluate(
    (body) =>
      fetch('/api/v1/scales', {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify(body),
      }).then(({ ok, status }) => ok || Promise.reject(new Error(String(status)))),
    { name: 'Words of the first', scale },
  );
  await page.goto('/you');
  await expect(page.getByText('Words of the first')).toBeVisible();
  await expect.poll(() => kept(page, 'scales')).toHaveLength(1);
  // From now on nobody is told what the server has.
  await page.route('**/api/v1/scales', () => undefined);
  await page.goto('/you');
  await expect(page.getByText('Words of the first')).toBeVisible();
  // Another is signed in, and nothing says who was here.
  await page.context().clearCookies();
  await page.evaluate(async () => {
    localStorage.clear();
    await fetch('/api/v1/accounts', {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ name: 'Second', email: 'second@kept.example', password: 'salt and tide 9' }),
    });
  });
  await page.goto('/you');
  await expect(page.getByText('second@kept.example').first()).toBeVisible();
  await expect(page.getByText('Words of the first')).toHaveCount(0);
});

test('a browser that keeps nothing says so, and what is recorded is saved all the same', async ({ page }) => {
  await page.addInitScript(() => {
    indexedDB.open = () => {
      throw new DOMException('refused', 'SecurityError');
    };
    Storage.prototype.setItem = () => {
      throw new DOMException('full', 'QuotaExceededError');
    };
  });
  await signUp(page);
  await addSampleCourse(page);
  await record(page, 'Eelgrass survey', '17');
  await expect(page.getByText(/^This browser has no room to keep anything/)).toBeVisible();
  await settled(page);
  await page.reload();
  await expect(row(page, /^Eelgrass survey: 17 \/ 20/)).toBeVisible();
});

test('a newer version takes over when the student says so, and what was being typed stays', async ({
  page,
}) => {
  const folder = mkdtempSync(join(tmpdir(), 'fidens-application-'));
  cpSync(APPLICATION, folder, { recursive: true });
  for (const packed of ['service-worker.js.br', 'service-worker.js.gz']) rmSync(join(folder, packed));
  const fidens = new Fidens({ application: folder });
  try {
    await fidens.start();
    await signUp(page, fidens.url);
    await page.getByRole('link', { name: 'Set up a course' }).click();
    await onDevice(page);
    await page.getByLabel('Title').fill('Tides of the north');
    appendFileSync(join(folder, 'service-worker.js'), '\n// a newer one\n');
    await page.evaluate(async () => (await navigator.serviceWorker.ready).update());
    await expect(page.getByText(/^A newer Fidens is here/)).toBeVisible();
    const again = page.waitForEvent('load');
    await page.getByRole('button', { name: 'Take it now' }).click();
    await again;
    await expect(page.getByLabel('Title')).toHaveValue('Tides of the north');
    await expect(page.getByText(/^A newer Fidens is here/)).toBeHidden();
  } finally {
    await fidens.stop();
    rmSync(folder, { recursive: true, force: true });
  }
});
