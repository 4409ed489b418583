import {
  addSampleCourse,
  expect,
  expectAccessible,
  openPage,
  openRules,
  otherDevice,
  record,
  row,
  settled,
  signOut,
  signUp,
  signUpWith,
  test,
} from '../fidens';

test('what was typed without a network is asked about after a reload, where another device wrote since', async ({
  page,
}) => {
  const account = await signUp(page);
  await addSampleCourse(page);
  await settled(page);
  const other = await otherDevice(page, account);
  await page.route('**/api/v1/courses/*', (route) =>
    route.request().method() === 'PATCH' ? route.abort() : route.continue(),
  );
  await record(page, 'Eelgrass survey', '5');
  await record(page, 'Tidal creek log', '12');
  await record(other, 'Eelgrass survey', '7');
  await settled(other);
  await page.reload();
  await expect(row(page, /^Eelgrass survey: 5 \/ 20/)).toBeVisible();
  await page.unroute('**/api/v1/courses/*');
  await page.evaluate(() => window.dispatchEvent(new Event('online')));
  await expect(page.getByText('Changed on another device: Eelgrass survey')).toBeVisible();
  await expect(page.getByText(/Eelgrass survey, score: there 7, here 5\./)).toBeVisible();
  await expect(page.getByText(/What was changed after it waits for that: Tidal creek log\./)).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Keep theirs' }).click();
  await expect(row(page, /^Eelgrass survey: 7 \/ 20/)).toBeVisible();
  await settled(page);
  await other.reload();
  await expect(row(other, /^Eelgrass survey: 7 \/ 20/)).toBeVisible();
  await expect(row(other, /^Tidal creek log: 12 \/ 20/)).toBeVisible();
  await other.context().close();
});

test('who stands in a field without typing erases nothing that another device records', async ({ page }) => {
  const account = await signUp(page);
  await addSampleCourse(page);
  await settled(page);
  const other = await otherDevice(page, account);
  await row(page, /^Eelgrass survey/).click();
  await expect(page.getByLabel('Score of Eelgrass survey')).toBeFocused();
  await record(other, 'Eelgrass survey', '15');
  await settled(other);
  // The window comes back to the front, and looks what is new.
  await page.evaluate(() => document.dispatchEvent(new Event('visibilitychange')));
  await page.keyboard.press('Enter');
  await record(page, 'Tidal creek log', '12');
  await settled(page);
  await other.reload();
  await expect(row(other, /^Eelgrass survey: 15 \/ 20/)).toBeVisible();
  await expect(row(other, /^Tidal creek log: 12 \/ 20/)).toBeVisible();
  await other.context().close();
});

test('a deletion of what another device has changed since is asked about, and can be given up', async ({
  page,
}) => {
  const account = await signUp(page);
  await addSampleCourse(page);
  await settled(page);
  const other = await otherDevice(page, account);
  await record(other, 'Eelgrass survey', '15');
  await settled(other);
  await openPage(page, 'Rules');
  await openRules(page, 'Field logs');
  await page.getByRole('button', { name: 'Delete Field logs', exact: true }).click();
  await page
    .getByRole('region', { name: 'Effect of the changed rules' })
    .getByRole('button', { name: 'Keep' })
    .click();
  await expect(page.getByText('Changed on another device: Field logs')).toBeVisible();
  await expect(page.getByText('Field logs was changed there, and is deleted here.')).toBeVisible();
  await page.getByRole('button', { name: 'Keep theirs' }).click();
  await openPage(page, 'Scores');
  await expect(row(page, /^Eelgrass survey: 15 \/ 20/)).toBeVisible();
  await other.context().close();
});

test('an undo that finds another value says so and leaves it', async ({ page }) => {
  const account = await signUp(page);
  await addSampleCourse(page);
  await settled(page);
  await record(page, 'Eelgrass survey', '5');
  await settled(page);
  const other = await otherDevice(page, account);
  await record(other, 'Eelgrass survey', '7');
  await settled(other);
  await record(page, 'Tidal creek log', '12');
  await settled(page);
  await expect(row(page, /^Eelgrass survey: 7 \/ 20/)).toBeVisible();
  await page.getByRole('heading', { level: 1 }).click();
  await page.keyboard.press('Control+z');
  await expect(row(page, /^Tidal creek log: no score/)).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByText('Not taken back: Eelgrass survey was changed since.')).toBeVisible();
  await settled(page);
  await other.reload();
  await expect(row(other, /^Eelgrass survey: 7 \/ 20/)).toBeVisible();
  await other.context().close();
});

test('signed out elsewhere, a student signs in again where they are, and what was typed is saved', async ({
  page,
}) => {
  const { password } = await signUp(page);
  await addSampleCourse(page);
  await settled(page);
  await page.evaluate(() => fetch('/api/v1/session', { method: 'DELETE' }));
  await record(page, 'Eelgrass survey', '16');
  const dialog = page.getByRole('dialog', { name: 'Sign in again' });
  await expect(dialog).toBeVisible();
  await expect(dialog.getByText(/what you have typed stays here/)).toBeVisible();
  await expectAccessible(page);
  await dialog.getByLabel('Password').fill('wrong');
  await page.keyboard.press('Enter');
  await expect(dialog.getByText('This e-mail and password do not belong together.')).toBeVisible();
  await dialog.getByLabel('Password').fill(password);
  await page.keyboard.press('Enter');
  await expect(dialog).toBeHidden();
  await settled(page);
  await page.evaluate(() => localStorage.clear());
  await page.reload();
  await expect(row(page, /^Eelgrass survey: 16 \/ 20/)).toBeVisible();
});

test('who signs out with something unsaved is asked first', async ({ page }) => {
  await signUp(page);
  await addSampleCourse(page);
  await settled(page);
  await page.route('**/api/v1/courses/*', (route) =>
    route.request().method() === 'PATCH' ? route.abort() : route.continue(),
  );
  await record(page, 'Eelgrass survey', '16');
  await page.getByRole('link', { name: 'You' }).click();
  await signOut(page);
  await expect(
    page.getByText('One change is not saved yet. Signing out now forgets it for good.'),
  ).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Stay' }).click();
  await page.unroute('**/api/v1/courses/*');
  await settled(page);
  await page.getByRole('button', { name: 'Sign out', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Make an account' })).toBeVisible();
  expect(
    await page.evaluate(() => Object.keys(localStorage).filter((key) => /pending|draft/.test(key))),
  ).toEqual([]);
});

test('a piece added in the steps to a category that still waits stays with it', async ({ page }) => {
  await signUp(page);
  await addSampleCourse(page);
  await settled(page);
  await openPage(page, 'Rules');
  await page.getByLabel('Name of a new category').fill('Rigging');
  await page.getByLabel('Weight of the new category').fill('10');
  await page.keyboard.press('Enter');
  const effect = page.getByRole('region', { name: 'Effect of the changed rules' });
  await expect(effect).toBeVisible();
  await page.getByRole('link', { name: 'Go through it in short steps' }).click();
  await page.getByRole('link', { name: /^Step 3/ }).click();
  await page.getByRole('button', { name: 'Add pieces to Rigging' }).click();
  const form = page.getByRole('form', { name: 'New piece in Rigging' });
  await form.getByLabel('Name').fill('Mast step');
  await form.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByText('Mast step', { exact: true })).toBeVisible();
  await effect.getByRole('button', { name: 'Keep' }).click();
  await settled(page);
  await page.reload();
  await expect(page.getByText('Mast step')).toBeVisible();
});

test('weights are asked about when a course comes to pool its points', async ({ page }) => {
  await signUpWith(page, {
    format: 'fidens-course',
    version: 1,
    title: 'Weighed',
    scale: {
      bands: [
        { label: 'A', from: '90' },
        { label: 'F', from: '0' },
      ],
    },
    root: {
      kind: 'category',
      id: 'course',
      name: 'Course',
      combine: 'weights',
      children: [
        ['a', '20', '70'],
        ['b', '20', '80'],
        ['c', '60', '90'],
      ].map(([id, weight, points]) => ({
        kind: 'assessment',
        id: id!,
        name: `Piece ${id}`,
        weight: weight!,
        possible: '100',
        status: 'scored',
        score: { points: points! },
      })),
    },
  });
  await page
    .getByRole('link', { name: /Weighed/ })
    .first()
    .click();
  await openPage(page, 'Rules');
  await openRules(page, 'the whole');
  await page.getByRole('radio', { name: 'Points pooled' }).first().click();
  const question = page.getByRole('region', { name: 'What becomes of the weights' });
  await expect(question.getByRole('button', { name: /^Keep the weights as they are written/ })).toBeVisible();
  await expectAccessible(page);
  await question.getByRole('button', { name: /^No weights: each counts as it is: 84\.0 → 80\.0/ }).click();
  await expect(
    page.getByRole('region', { name: 'Effect of the changed rules' }).getByText('84.0 F → 80.0 F'),
  ).toBeVisible();
});

test('percents have the decimals that the student chooses, on every screen', async ({ page }) => {
  await signUp(page);
  await addSampleCourse(page);
  await settled(page);
  await page.getByRole('link', { name: 'You' }).click();
  await page.getByRole('radio', { name: /^Two decimals/ }).click();
  await page.getByRole('link', { name: 'Term' }).first().click();
  await expect(page.getByText(/^88\.72 standing/)).toBeVisible();
  await page.getByRole('link', { name: /Coastal Ecology/ }).click();
  await expect(page.getByRole('heading', { level: 1, name: /standing 88\.72/ })).toBeVisible();
});
