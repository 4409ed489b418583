import { once } from 'node:events';
import { connect } from 'node:net';
import { addSampleCourse, expect, record, settled, signUp, test } from './fidens';

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
  fidens.restartDatabase();
  await page.getByRole('button', { name: 'Try again' }).click();
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
  await expect(page.getByRole('button', { name: /^Eelgrass survey: —/ })).toBeVisible();
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

test('a save on its way is marked, and leaving the page meanwhile is asked about', async ({ page }) => {
  await signUp(page);
  await addSampleCourse(page);
  let release = () => {};
  const held = new Promise<void>((resolve) => (release = resolve));
  await page.route('**/api/v1/courses/*', async (route) => {
    await held;
    await route.continue();
  });
  await record(page, 'Eelgrass survey', '16');
  await expect(page.getByText('Saving …')).toBeVisible();
  const asked = page.waitForEvent('dialog');
  await page.evaluate(() => void setTimeout(() => location.reload()));
  const dialog = await asked;
  expect(dialog.type()).toBe('beforeunload');
  await dialog.dismiss();
  release();
  await settled(page);
  await expect(page.getByText('Not saved yet')).toBeHidden();
  await expect(page.getByRole('button', { name: /^Eelgrass survey: 16 \/ 20/ })).toBeVisible();
});

test('the server stops although a connection stands open that was never used', async ({ fidens }) => {
  const unused = connect(Number(new URL(fidens.url).port), '127.0.0.1');
  await once(unused, 'connect');
  const closed = once(unused, 'close');
  await fidens.stopServer();
  await closed;
  await fidens.startServer();
});
