import {
  coursePage,
  expect,
  expectAccessible,
  leaveSteps,
  openCourse,
  openPage,
  openRules,
  openSample,
  record,
  signUp,
  test,
} from '../fidens';

test.use({ viewport: { width: 1280, height: 800 }, hasTouch: false, contextOptions: {} });

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
  await openRules(page, 'Field logs');
  await page.getByLabel('Drop lowest, Field logs').fill('2');
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
  await page.getByRole('button', { name: 'Next: its categories' }).click();
  await page.getByLabel('Name of a new category').fill('Papers');
  await page.keyboard.press('Enter');
  const readBack = page.getByRole('complementary', { name: 'read back, beside' });
  await expect(readBack.getByText('Papers counts by its points; its points are pooled.')).toBeVisible();
  await openRules(page, 'Papers');
  await page.getByLabel('Counts so many times, Papers').fill('2');
  await expect(readBack.getByText('Papers counts 2 times its points; its points are pooled.')).toBeVisible();
  await page.getByLabel('Counts so many times, Papers').fill('');
  await expectAccessible(page);
  await page.getByRole('link', { name: 'Step 4: Its scale and policies' }).click();
  await page.getByRole('radio', { name: 'Letters, ten points apart' }).click();
  await leaveSteps(page, 'Knots and Splices');
  await openPage(page, 'Scores');
  await page.getByRole('button', { name: 'Add a piece to Papers' }).click();
  for (const name of ['Paper 1', 'Paper 2']) {
    await page.getByLabel('Name').last().fill(name);
    await page.getByRole('textbox', { name: 'Out of', exact: true }).fill('90');
    await page.keyboard.press('Enter');
    await expect(page.getByText(`Added: ${name}.`)).toBeVisible();
  }
  await page.getByRole('button', { name: 'Done' }).click();
  await record(page, 'Paper 1', '72');
  await expect(
    page.getByRole('heading', { level: 1, name: 'Knots and Splices: B, standing 80.0' }),
  ).toBeVisible();
  await openPage(page, 'Reach');
  await expect(
    page.getByText(
      'A takes 100% on what is left: 90 more of the 90 points that are open, or 90 of 90 on Paper 2 if the rest goes as usual.',
    ),
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
  await coursePage(page, 'Scores').focus();
  await page.keyboard.press('Tab');
  await page.keyboard.press('Enter');
  await expect(coursePage(page, 'Reach')).toHaveAttribute('aria-current', 'page');
});

test('with a pointer a piece is dragged to its place, and many go along where they are chosen', async ({
  page,
}) => {
  await signUp(page);
  await page.getByRole('button', { name: 'Add a course of sample data' }).click();
  await openPage(page, 'Rules');
  await page.getByRole('button', { name: 'Every category and piece, to move and change' }).click();
  const list = page.getByRole('list', { name: 'What stands where' });
  const row = (name: string) =>
    list
      .getByRole('listitem')
      .filter({ has: page.getByRole('checkbox', { name: `Choose ${name}`, exact: true }) });
  const drag = async (name: string, to: string, part: number) => {
    const grip = row(name).locator('svg').first();
    // What can be done with the chosen ones stands over the list's lower end.
    await row(to).evaluate((element) => element.scrollIntoView({ block: 'center' }));
    const box = (await row(to).boundingBox())!;
    await grip.dragTo(row(to), { targetPosition: { x: box.width / 2, y: box.height * part } });
  };
  const names = () => list.getByRole('checkbox').allTextContents();
  const before = await names();
  const first = before.findIndex((text) => text.startsWith('Mudflat'));
  await drag('Dune profile', 'Mudflat transect', 0.2);
  await expect.poll(async () => (await names()).findIndex((text) => text.startsWith('Dune'))).toBe(first);
  await page.getByRole('checkbox', { name: 'Choose Dune profile' }).click();
  await page.getByRole('checkbox', { name: 'Choose Mudflat transect' }).click();
  await drag('Mudflat transect', 'Problem sets', 0.7);
  const effect = page.getByRole('region', { name: 'Effect of the changed rules' });
  await expect(effect.getByText('Forecast')).toBeVisible();
  await expect(
    page.getByRole('group', { name: 'Field logs' }).getByText('4 of 8 promised pieces listed'),
  ).toBeVisible();
  await expectAccessible(page);
  await effect.getByRole('button', { name: 'Discard' }).click();
});

test('on a wide screen the scores are a table, changed where they stand', async ({ page }) => {
  await signUp(page);
  await page.getByRole('button', { name: 'Add a course of sample data' }).click();
  await page.getByRole('button', { name: 'Change the score: Dune profile' }).click();
  await expect(page.getByLabel('Score of Dune profile', { exact: true })).toBeFocused();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Change what it is out of: Dune profile, 20' }).click();
  const possible = page.getByLabel('Out of, Dune profile');
  await expect(possible).toBeFocused();
  await expectAccessible(page);
  await possible.fill('0');
  await expect(page.getByRole('alert')).toHaveText('Points above 0.');
  await possible.fill('12,5');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/^Dune profile: out of 12\.5\. 88\.7 → .*B\+/)).toBeVisible();
  await page.getByLabel('Name, Dune profile').fill('Dune profile, again');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByRole('button', { name: /^Dune profile, again: 11 \/ 12\.5/ })).toBeVisible();
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: /^Dune profile: 11 \/ 20/ })).toBeVisible();
});
