import { addSampleCourse, expect, expectAccessible, openPage, openRules, signUp, test } from '../fidens';

test.use({ colorScheme: 'dark' });

// The views as they are opened are looked at in every-size.spec.ts.
test('what is opened on a page is legible in the dark, too', async ({ page }) => {
  await signUp(page);
  await expectAccessible(page);
  await addSampleCourse(page);
  await page.getByRole('button', { name: /^Eelgrass survey: / }).click();
  await page.getByRole('button', { name: 'More of Eelgrass survey' }).click();
  await expectAccessible(page);
  await page.keyboard.press('Escape');
  await openPage(page, 'Reach');
  await page.getByRole('button', { name: 'How the term may end' }).click();
  await expect(page.getByText(/^Half of the ends lie above/)).toBeVisible();
  await page.getByLabel('Try a score on Final exam').fill('66');
  await expect(page.getByRole('region', { name: 'Rehearsal' })).toBeVisible();
  await expectAccessible(page);
  await openPage(page, 'Rules');
  await openRules(page, 'Field logs');
  await page.getByLabel('Drop lowest, Field logs').fill('2');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('region', { name: 'Effect of the changed rules' })).toBeVisible();
  await expectAccessible(page);
  await openPage(page, 'Working');
  await expectAccessible(page);
});
