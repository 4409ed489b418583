import { expect, expectAccessible, openCourse, openPage, openSample, record, signUp, test } from './fidens';

test('on a wide screen a change on the left is seen on the right', async ({ page }) => {
  await openSample(page);
  await expectAccessible(page);
  await openCourse(page, 'Coastal Ecology');
  const working = page.getByRole('complementary', { name: 'working, beside' });
  await expect(working.getByText('53.23 ÷ 60')).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: /^Eelgrass survey/ }).click();
  await page.getByLabel('Score of Eelgrass survey').fill('18.5');
  await expect(page.getByText('88.7 → 89.1, still B+')).toBeVisible();
  await page.keyboard.press('Escape');
  await openPage(page, 'Rules');
  const aside = page.getByRole('complementary', { name: 'effect, beside' });
  await expect(aside.getByText('What each letter takes')).toBeVisible();
  await page.getByRole('button', { name: 'Drops in Field logs' }).click();
  await page.getByLabel('How many of the lowest to drop in Field logs').fill('2');
  await page.keyboard.press('Enter');
  const effect = aside.getByRole('region', { name: 'Effect of the changed rules' });
  await expect(effect.getByText('Forecast')).toBeVisible();
  await expect(effect.getByText('counts → dropped')).toBeVisible();
  await expectAccessible(page);
  await effect.getByRole('button', { name: 'Discard' }).click();
  await expect(effect).toBeHidden();
});

test('the whole slice on a wide screen', async ({ page }) => {
  await signUp(page);
  await page.getByRole('link', { name: 'Set up a course' }).click();
  await page.getByLabel('Title').fill('Knots and Splices');
  await page.getByRole('radio', { name: 'Points pooled' }).click();
  await page.getByRole('radio', { name: 'Letters, ten points apart' }).click();
  await page.getByRole('button', { name: 'Next: its categories' }).click();
  await page.getByLabel('Name of a new category').fill('Papers');
  await page.keyboard.press('Enter');
  await openPage(page, 'Scores');
  await page.getByRole('button', { name: 'Add a piece to Papers' }).click();
  for (const name of ['Paper 1', 'Paper 2']) {
    await page.getByLabel('Name').last().fill(name);
    await page.getByLabel('Possible').fill('90');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('button', { name: new RegExp(`^${name}`) })).toBeVisible();
  }
  await page.getByRole('button', { name: 'Close' }).click();
  await record(page, 'Paper 1', '72');
  await expect(
    page.getByRole('heading', { level: 1, name: 'Knots and Splices: B, standing 80.0' }),
  ).toBeVisible();
  await openPage(page, 'Reach');
  await expect(
    page.getByText('A takes 100% on what is left, or 90 of 90 on Paper 2 if the rest goes as usual.'),
  ).toBeVisible();
  await page.reload();
  await expect(page.getByText('A takes 100% on what is left')).toBeVisible();
});

test('everything is reached with the keyboard', async ({ page }) => {
  await openSample(page);
  await openCourse(page, 'Coastal Ecology');
  await page.getByRole('button', { name: /^Eelgrass survey/ }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Score of Eelgrass survey')).toBeFocused();
  await page.keyboard.press('Escape');
  await page.getByRole('tab', { name: 'Scores' }).focus();
  await page.keyboard.press('Tab');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('tab', { name: 'Reach' })).toHaveAttribute('aria-selected', 'true');
});
