import { addSampleCourse, expect, expectAccessible, settled, signUp, test } from './fidens';
import type { Page } from '@playwright/test';

/** A term with one sample course, at its loose ends: what the school shows otherwise is decided, what is past due is not. */
async function openLooseEnds(page: Page): Promise<void> {
  await signUp(page);
  await addSampleCourse(page);
  await page.getByRole('link', { name: /^Loose ends, 3/ }).click();
  await expect(page.getByRole('heading', { name: 'The school shows something else' })).toBeVisible();
  await page.getByRole('link', { name: '83.6 there, 88.7 here' }).click();
  await page.getByRole('button', { name: 'Keep the difference' }).first().click();
  await page.getByRole('link', { name: /^Loose ends, 2/ }).click();
  await expect(page.getByRole('heading', { name: 'Past due without a score' })).toBeVisible();
}

test('everything loose is gone through from top to bottom with the keyboard, until nothing is', async ({
  page,
}) => {
  await openLooseEnds(page);
  await expect(page.getByText('counts as missing by itself from 30 Oct', { exact: false })).toBeVisible();
  await page.getByRole('button', { name: 'Go through them, top to bottom' }).click();
  await expect(page.getByLabel('Score of Eelgrass survey')).toBeFocused();
  await page.keyboard.type('16');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Score of Discussion 2')).toBeFocused();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'not mine' }).click();
  await expect(page.getByRole('heading', { name: 'Nothing is loose' })).toBeVisible();
  await page.getByRole('button', { name: 'Gone through: nothing is loose' }).click();
  await expect(page.getByText(/^Last gone through /)).toBeVisible();
  await settled(page);
  await page.reload();
  await expect(page.getByText(/^Last gone through /)).toBeVisible();
  await page.getByRole('link', { name: 'Term', exact: true }).click();
  await expect(page.getByText(/^\d+ loose ends?$/)).toBeHidden();
});

test('many are decided at once, after what that does to each course is seen, and undone at once', async ({
  page,
}) => {
  await openLooseEnds(page);
  await page.getByRole('button', { name: 'Decide many at once' }).click();
  await page.getByRole('checkbox', { name: 'Choose Eelgrass survey, Coastal Ecology' }).click();
  await page.getByRole('checkbox', { name: 'Choose Discussion 2, Coastal Ecology' }).click();
  const decide = page.getByRole('region', { name: 'Decide many at once' });
  await expect(decide.getByText(/^88\.7 B\+ → 7/)).toBeVisible();
  await decide.getByRole('radio', { name: 'Excused' }).click();
  await expect(decide.getByText('88.7 B+, as before')).toBeVisible();
  await expectAccessible(page);
  await decide.getByRole('button', { name: 'Excused for 2 pieces' }).click();
  await expect(page.getByRole('heading', { name: 'Nothing is loose' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByRole('button', { name: /^Eelgrass survey/ })).toBeVisible();
});

test('what is due in the next two weeks says how far it can move its course', async ({ page }) => {
  await openLooseEnds(page);
  await expect(page.getByText('Nothing is due in the next two weeks.')).toBeVisible();
  await page.getByRole('link', { name: 'Term', exact: true }).click();
  await page.getByRole('link', { name: /Coastal Ecology/ }).click();
  await page.getByRole('button', { name: /^Tidal creek log/ }).click();
  await page.getByRole('button', { name: 'More of Tidal creek log' }).click();
  await page.getByLabel('Due, Tidal creek log').fill('2026-10-28T18:00');
  await page.keyboard.press('Enter');
  await page.getByRole('link', { name: /^Loose ends/ }).click();
  const ahead = page.getByRole('list', { name: 'Due in the next two weeks' });
  await expect(ahead.getByText('Wed 28 Oct')).toBeVisible();
  await expect(ahead.getByText('moves it by up to 2.3')).toBeVisible();
  await expectAccessible(page);
});
