import {
  coursePage,
  expect,
  expectAccessible,
  openCourse,
  openFiles,
  openPage,
  openSample,
  test,
} from '../fidens';

test('the browser’s way back goes through a course’s pages, to where each was left, and every page has its title', async ({
  page,
}) => {
  await openSample(page);
  await expect(page).toHaveTitle('Term – Fidens');
  await openCourse(page, 'Coastal Ecology');
  await expect(page).toHaveTitle('Coastal Ecology – Scores – Fidens');
  await expect(page.getByRole('heading', { level: 1 })).toBeFocused();
  await openPage(page, 'Rules');
  const far = page.getByRole('button', { name: 'Every change, and the way back' });
  await far.scrollIntoViewIfNeeded();
  await expect(far).toBeInViewport();
  // As a screen reader follows a link that is out of sight.
  await coursePage(page, 'Working').evaluate((link) => (link as HTMLElement).click());
  await expect(page).toHaveTitle('Coastal Ecology – Working – Fidens');
  await page.goBack();
  await expect(page).toHaveTitle('Coastal Ecology – Rules – Fidens');
  await expect(far).toBeInViewport();
  await page.goBack();
  await expect(coursePage(page, 'Scores')).toHaveAttribute('aria-current', 'page');
  await page.goBack();
  await expect(page).toHaveTitle('Term – Fidens');
});

test('addresses without a page, and links that are opened before signing in, lead somewhere', async ({
  page,
}) => {
  await page.goto('/loose-ends');
  await page.getByRole('button', { name: /Open Noor/ }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Loose ends' })).toBeVisible();
  await page.getByRole('link', { name: 'Term' }).click();
  await openCourse(page, 'Maritime Law');
  await page.goto(new URL(page.url()).pathname.replace('/scores', ''));
  await expect(page).toHaveTitle('Maritime Law – Scores – Fidens');
  await page.goto('/nowhere');
  await expect(page.getByText('No such page')).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('link', { name: 'To the term' }).click();
  await expect(page).toHaveTitle('Term – Fidens');
});

test('a phone of 320 by 640 shows scores on its first screen, and a course is one sheet on paper', async ({
  page,
}) => {
  await page.setViewportSize({ width: 320, height: 640 });
  await openSample(page);
  await openCourse(page, 'Coastal Ecology');
  const first = page.getByRole('button', { name: /^Mudflat transect: 17\.5 \/ 20, 87\.5%/ });
  await expect(first).toBeInViewport({ ratio: 1 });
  await expectAccessible(page);
  await openFiles(page);
  await page.getByRole('link', { name: 'A sheet to print' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Coastal Ecology' })).toBeFocused();
  await expectAccessible(page);
  // What stands under the title goes on below where it is longer than the sheet.
  const about = (await page.getByText(/^ECO 210 · /).boundingBox())!;
  expect(about.x + about.width).toBeLessThanOrEqual(320 - about.x);
  // Its lines are tables to who hears them.
  await expect(page.getByRole('table', { name: 'Where it stands' })).toMatchAriaSnapshot(`
    - table "Where it stands":
      - row "Standing 88.7 B+":
        - rowheader "Standing"
        - cell "88.7"
        - cell "B+"
  `);
  const piece = page
    .getByRole('table', { name: 'Every piece, and the working' })
    .getByRole('row', { name: /^Mudflat transect .*17\.5 \/ 20 87\.5%$/ });
  await expect(piece.getByRole('rowheader')).toHaveText(/^Mudflat transect/);
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('button', { name: 'Print' })).toBeHidden();
  await expect(page.getByText('Every piece, and the working')).toBeVisible();
  const sheet = await page.locator('[data-sheet]').innerText();
  for (const words of ['B+ 88.7', 'Forecast', 'Mudflat transect', '17.5 / 20', 'Weights make the whole'])
    expect(sheet).toContain(words);
  expect(sheet).not.toContain('Maritime Law');
});

test('what was done can be taken back after a reload', async ({ page }) => {
  await openSample(page);
  await openCourse(page, 'Coastal Ecology');
  await page.getByRole('button', { name: /^Eelgrass survey: / }).click();
  await page.getByLabel('Score of Eelgrass survey').fill('20');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: /^Eelgrass survey: 20 \/ 20/ })).toBeVisible();
  await page.reload();
  await page.getByRole('button', { name: /^Undo: Eelgrass survey: 20/ }).click();
  await expect(page.getByRole('button', { name: /^Eelgrass survey: no score/ })).toBeVisible();
});
