import { once } from 'node:events';
import { connect } from 'node:net';
import { addSampleCourse, expect, expectAccessible, record, settled, signUp, test } from '../fidens';

test('a save that fails keeps what was typed, says so, and is made when the database is back', async ({
  page,
  fidens,
}) => {
  await signUp(page);
  await addSampleCourse(page);
  await settled(page);
  fidens.crashDatabase();
  await record(page, 'Eelgrass survey', '16');
  await expect(page.getByRole('button', { name: /^Eelgrass survey: 16 \/ 20/ })).toBeVisible();
  await expect(page.getByText('Not saved yet: Eelgrass survey')).toBeVisible();
  await expect(page.getByText(/the records cannot be reached just now/)).toBeVisible();
  await expect(page.getByText(/It is kept in this browser, and sent again by itself/)).toBeVisible();
  await expectAccessible(page);
  fidens.restartDatabase();
  await expect(page.getByText('Not saved yet')).toBeHidden();
  await settled(page);
  await page.reload();
  await expect(page.getByRole('button', { name: /^Eelgrass survey: 16 \/ 20/ })).toBeVisible();
});

test('a save that fails can be taken back', async ({ page, fidens }) => {
  await signUp(page);
  await addSampleCourse(page);
  await settled(page);
  await fidens.stopServer();
  await record(page, 'Eelgrass survey', '16');
  await expect(page.getByText('The server cannot be reached.')).toBeVisible();
  await page.getByRole('button', { name: 'Take it back' }).click();
  await expect(page.getByRole('button', { name: /^Eelgrass survey: no score/ })).toBeVisible();
  await fidens.startServer();
});

test('two devices: different pieces both stay, the same one is a choice', async ({
  page,
  browser,
  fidens,
}) => {
  const { email, password } = await signUp(page);
  await addSampleCourse(page);
  await settled(page);
  const context = await browser.newContext({ baseURL: fidens.url, viewport: { width: 390, height: 844 } });
  const other = await context.newPage();
  await other.clock.setFixedTime('2026-10-20T12:00:00Z');
  await other.goto('/');
  await other.getByLabel('E-mail').fill(email);
  await other.getByLabel('Password').fill(password);
  await other.keyboard.press('Enter');
  await other.getByRole('link', { name: /Coastal Ecology/ }).click();
  await expect(other.getByRole('button', { name: /^Eelgrass survey/ })).toBeVisible();

  await record(page, 'Tidal creek log', '12');
  await settled(page);
  await record(other, 'Eelgrass survey', '15');
  await settled(other);
  await expect(other.getByRole('button', { name: /^Tidal creek log: 12 \/ 20/ })).toBeVisible();

  await record(page, 'Eelgrass survey', '19');
  await expect(page.getByText('Changed on another device: Eelgrass survey')).toBeVisible();
  await expect(page.getByText('Eelgrass survey, score: there 15, here 19.')).toBeVisible();
  await page.getByRole('button', { name: 'Keep mine' }).click();
  await expect(page.getByText('Changed on another device')).toBeHidden();
  await settled(page);
  await other.reload();
  await expect(other.getByRole('button', { name: /^Eelgrass survey: 19 \/ 20/ })).toBeVisible();
  await context.close();
});

test('a save on its way is marked, and a window closed meanwhile loses nothing', async ({ page }) => {
  await signUp(page);
  await addSampleCourse(page);
  await settled(page);
  await page.route('**/api/v1/courses/*', (route) =>
    route.request().method() === 'PATCH' ? undefined : route.continue(),
  );
  await record(page, 'Eelgrass survey', '16');
  await expect(page.getByText('Saving …')).toBeVisible();
  await page.unroute('**/api/v1/courses/*');
  await page.reload();
  await expect(page.getByRole('button', { name: /^Eelgrass survey: 16 \/ 20/ })).toBeVisible();
  await settled(page);
  await expect(page.getByText('Not saved yet')).toBeHidden();
  const versions = await page.evaluate(async () => (await fetch('/api/v1/courses')).json());
  expect(versions.map(({ version }: { version: number }) => version)).toEqual([2]);
});

test('the server stops in the middle of typing a category and the window is closed: nothing is lost', async ({
  page,
  context,
  fidens,
}) => {
  await signUp(page);
  await addSampleCourse(page);
  await settled(page);
  await fidens.stopServer();
  await record(page, 'Eelgrass survey', '16');
  await record(page, 'Tidal creek log', '19');
  await page.getByRole('button', { name: /^Rock pool count/ }).click();
  await page.getByLabel('Score of Rock pool count').fill('11.5');
  await page.close({ runBeforeUnload: true });
  await fidens.startServer();
  const again = await context.newPage();
  await again.clock.setFixedTime('2026-10-20T12:00:00Z');
  await again.goto('/');
  await again.getByRole('link', { name: /Coastal Ecology/ }).click();
  for (const row of [
    /^Eelgrass survey: 16 \/ 20/,
    /^Tidal creek log: 19 \/ 20/,
    /^Rock pool count: 11.5 \/ 20/,
  ])
    await expect(again.getByRole('button', { name: row })).toBeVisible();
  await settled(again);
  await expect(again.getByText('Not saved yet')).toBeHidden();
  await again.evaluate(() => localStorage.clear());
  await again.reload();
  await expect(again.getByRole('button', { name: /^Rock pool count: 11.5 \/ 20/ })).toBeVisible();
});

test('an answer that was lost on its way is asked for again, and the change is recorded once', async ({
  page,
}) => {
  await signUp(page);
  await addSampleCourse(page);
  await settled(page);
  let lost = false;
  await page.route('**/api/v1/courses/*', async (route) => {
    if (lost || route.request().method() !== 'PATCH') return route.continue();
    lost = true;
    await route.fetch();
    await route.abort();
  });
  await record(page, 'Eelgrass survey', '16');
  await expect(page.getByText('trying again …')).toBeVisible();
  await expect(page.getByText('trying again …')).toBeHidden();
  await settled(page);
  const courses = await page.evaluate(async () => (await fetch('/api/v1/courses')).json());
  expect(courses.map(({ version }: { version: number }) => version)).toEqual([2]);
  expect(lost).toBe(true);
});

test('without a network recording goes on, and all of it is saved when it is back; two tabs agree', async ({
  page,
  context,
}) => {
  await signUp(page);
  await addSampleCourse(page);
  await settled(page);
  const other = await context.newPage();
  await other.clock.setFixedTime('2026-10-20T12:00:00Z');
  await other.goto(page.url());
  await expect(other.getByRole('button', { name: /^Eelgrass survey: no score/ })).toBeVisible();
  await context.setOffline(true);
  await record(page, 'Eelgrass survey', '16');
  await record(page, 'Tidal creek log', '12');
  await expect(page.getByText('Not saved yet', { exact: false }).first()).toBeVisible();
  await context.setOffline(false);
  await expect(other.getByRole('button', { name: /^Eelgrass survey: 16 \/ 20/ })).toBeVisible();
  await expect(other.getByRole('button', { name: /^Tidal creek log: 12 \/ 20/ })).toBeVisible();
  await record(other, 'Tidal creek log', '13');
  await expect(page.getByRole('button', { name: /^Tidal creek log: 13 \/ 20/ })).toBeVisible();
  await expect(page.getByText('Not saved yet')).toBeHidden();
});

test('the server stops although a connection stands open that was never used', async ({ fidens }) => {
  const unused = connect(Number(new URL(fidens.url).port), '127.0.0.1');
  await once(unused, 'connect');
  const closed = once(unused, 'close');
  await fidens.stopServer();
  await closed;
  await fidens.startServer();
});
