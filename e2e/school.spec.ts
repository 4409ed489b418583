import {
  addSampleCourse,
  expect,
  expectAccessible,
  openCourse,
  openPage,
  openSample,
  signUp,
  test,
} from './fidens';
import type { BrowserContext, Page } from '@playwright/test';

const heading = (page: Page) => page.getByRole('heading', { level: 1 });
const likeliest = (page: Page) => page.getByRole('region', { name: 'The likeliest reason' });

/** Copies a page of the simulated school whole, as a student does, and comes back. */
async function copyFromSchool(page: Page, context: BrowserContext, course: string): Promise<void> {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  const school = await context.newPage();
  await school.goto(`/school/${course}`);
  await expect(
    school.getByText('A simulated school, made up to try Fidens with.', { exact: false }),
  ).toBeVisible();
  await school.keyboard.press('ControlOrMeta+a');
  await school.keyboard.press('ControlOrMeta+c');
  await school.close();
  await page.bringToFront();
}

/** That what has the keyboard is something on the page, and not the page's body. */
async function expectFocusKept(page: Page): Promise<void> {
  await expect.poll(() => page.evaluate(() => document.activeElement !== document.body)).toBe(true);
}

/** Opens a course of the sample student on its school's side. */
async function openSchool(page: Page, title: string): Promise<void> {
  await openSample(page);
  await openCourse(page, title);
  await page.goto(page.url().replace(/\/scores$/, '/school'));
  await expect(page.getByRole('heading', { name: 'Its list beside yours' })).toBeVisible();
}

test('one tap from the standing says why the school shows 83.6: both workings, the teacher’s message, a note', async ({
  page,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await openSample(page);
  await openCourse(page, 'Coastal Ecology');
  await page.getByRole('link', { name: 'The school shows 83.6 · why?' }).click();
  await expect(likeliest(page)).toContainText(
    'It drops nothing in Field logs, though the lowest is left out here.',
  );
  await expect(likeliest(page)).toContainText(
    '(87.5 + 55 + 92.5 + 90) ÷ 4 = 81.3% in Field logs, not 90% → 83.62',
  );
  await expectAccessible(page);

  await likeliest(page).getByRole('button', { name: 'Both workings' }).click();
  await expect(page.getByRole('region', { name: 'At the school, then' })).toContainText(
    'At the school, then: 83.6 B',
  );
  await expect(page.getByRole('region', { name: 'Here' })).toContainText('88.7 B+');

  await likeliest(page).getByRole('button', { name: 'Ask the teacher' }).click();
  await page.getByRole('button', { name: 'Copy the message' }).click();
  await expect(page.getByText('Copied.')).toBeVisible();
  const message = await page.evaluate(() => navigator.clipboard.readText());
  expect(message).toContain('the school’s page shows 83.6');
  expect(message).toContain('88.72');
  expect(message).toContain('Noor Castellan');

  await likeliest(page).getByRole('button', { name: 'Keep the difference' }).click();
  await expect(page.getByText('Noted: It drops nothing in Field logs', { exact: false })).toBeVisible();
  await openPage(page, 'Scores');
  await expect(
    page.getByRole('link', { name: 'The school shows 83.6 · differs, noted · 18 Oct' }),
  ).toBeVisible();
});

test('a figure is told in two taps and explained; made so here it agrees, and is taken back', async ({
  page,
}) => {
  await openSample(page);
  await openCourse(page, 'Navigation and Tides');
  await page.getByRole('button', { name: 'The school shows …' }).click();
  await page.keyboard.type('55,9');
  await page.keyboard.press('Enter');
  await page.getByRole('link', { name: 'The school shows 55.9 · why?' }).click();
  await expect(likeliest(page)).toContainText('It counts Quiz 3 as zero, though it is excused.');
  await likeliest(page).getByRole('button', { name: 'Make it so here' }).click();
  await page.getByRole('button', { name: 'Make it so', exact: true }).click();
  await expect(page.getByText('agrees with the standing')).toBeVisible();
  await expect(heading(page)).toHaveAccessibleName(/standing 55\.9|standing 56/);
  await page.keyboard.press('ControlOrMeta+z');
  await expect(page.getByText('8.0 lower. Most likely:')).toBeVisible();
});

test('from the simulated school’s page, through the clipboard, to the record: an excused quiz that stands at zero there', async ({
  page,
  context,
}) => {
  await openSchool(page, 'Navigation and Tides');
  await copyFromSchool(page, context, 'navigation-and-tides');
  await page.getByRole('button', { name: 'Paste its list' }).click();
  await expect(page.getByText('12 the same · 1 differs · 0 only there · 0 only here')).toBeVisible();
  const score = page.getByRole('radiogroup', { name: 'Score of Quiz 3' });
  await expect(score.getByRole('radio', { name: 'Score here: excused' })).toBeChecked();
  await expectAccessible(page);
  await score.getByRole('radio', { name: 'at the school: 0 of 10' }).click();
  await page.getByRole('button', { name: 'See what 1 change does' }).click();
  await page.getByRole('button', { name: 'Take it over' }).click();
  await expect(heading(page)).toHaveAccessibleName(/standing 55\.9|standing 56/);
  await expect(page.getByRole('button', { name: 'Paste its list' })).toBeVisible();
  await page.keyboard.press('ControlOrMeta+z');
  await expect(heading(page)).toHaveAccessibleName(/standing 6[34]/);
});

test('a piece that is entered twice there is told, and is not added; names are remembered', async ({
  page,
  context,
}) => {
  await openSchool(page, 'Technical Drawing');
  await copyFromSchool(page, context, 'technical-drawing');
  await page.getByRole('button', { name: 'Paste its list' }).click();
  const again = page.getByRole('checkbox', { name: 'Add Plate 2 · orthographic views as a new piece' });
  await expect(again).not.toBeChecked();
  await expect(
    page.getByText('looks like “Plate 2 · orthographic views” again: entered twice?', { exact: false }),
  ).toBeVisible();

  await page.goto(page.url().replace(/course\/.*/, ''));
  await openCourse(page, 'Coastal Ecology');
  await page.getByRole('link', { name: /The school shows/ }).click();
  await copyFromSchool(page, context, 'coastal-ecology');
  await page.getByRole('button', { name: 'Paste its list' }).click();
  await page.getByRole('button', { name: 'Remember the school’s 6 names for them' }).click();
  await page.getByRole('button', { name: 'Take it over' }).click();
  await page.getByRole('button', { name: 'Paste its list' }).click();
  await expect(page.getByText('14 the same · 0 differ')).toBeVisible();
  await expect(page.getByText('Nothing is chosen to be taken over.')).toBeVisible();
});

test('a file is read in whichever way it was saved; columns are put right by hand; a new piece goes where it belongs', async ({
  page,
}) => {
  await signUp(page);
  await addSampleCourse(page);
  await page.getByRole('link', { name: /The school shows/ }).click();
  const list = [
    'Item;Day;A;B',
    'Mudflat transect;9/11/2026;17,5;20',
    'Log 9 · Öl und Watt;10/12/2026;15;20',
  ].join('\r\n');
  await page.getByLabel('A file with the school’s list').setInputFiles({
    name: 'Noten.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(list, 'latin1'),
  });
  await page.getByRole('radio', { name: 'the month first' }).click();
  const added = page.getByRole('checkbox', { name: 'Add Log 9 · Öl und Watt as a new piece' });
  await expect(added).toBeChecked();
  await expect(page.getByText('15 · of 20 · 12 Oct')).toBeVisible();
  await page.getByLabel('Where Log 9 · Öl und Watt goes').selectOption('Field logs');
  await page.getByRole('button', { name: 'How it was read' }).click();
  await page.getByLabel(/^Column 3/).selectOption('not read');
  await expect(page.getByText('of 20 · 12 Oct', { exact: true })).toBeVisible();
  await page.getByLabel(/^Column 3/).selectOption('score');
  await expect(page.getByText('15 · of 20 · 12 Oct')).toBeVisible();
  await page.getByRole('button', { name: 'See what 1 change does' }).click();
  await expect(page.getByText('Log 9 · Öl und Watt added to Field logs')).toBeVisible();
  await page.getByRole('button', { name: 'Take it over' }).click();
  await openPage(page, 'Scores');
  await expect(page.getByText('Log 9 · Öl und Watt')).toBeVisible();
});

test('what is no list is refused with a sentence, and nothing in it is run', async ({ page }) => {
  await openSchool(page, 'Coastal Ecology');
  const file = page.getByLabel('A file with the school’s list');
  const give = (name: string, text: string) =>
    file.setInputFiles({ name, mimeType: 'text/html', buffer: Buffer.from(text) });
  const rows = Array.from(
    { length: 10_000 },
    (_, row) => `<tr><td>Log ${row}</td><td>${row % 20}/20</td></tr>`,
  );
  await give('many.html', `<table>${rows.join('')}</table>`);
  await expect(page.getByText('10000 rows that could be pieces', { exact: false })).toBeVisible();
  await page.getByRole('button', { name: 'Another list' }).click();
  await give('empty.html', '<table></table>');
  await expect(
    page.getByText('has nothing in it that could be a table. Nothing was stored.', { exact: false }),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Another list' }).click();
  await give(
    'script.html',
    '<table><tr><th>Name</th><th>Score</th></tr><tr><td>Log 1<script>document.title = "run"</script><img src=x onerror="document.title = 1"></td><td>17/20</td></tr></table>',
  );
  await expect(page.getByText(/only there/)).toBeVisible();
  await expect(page).toHaveTitle('Coastal Ecology – School – Fidens');
});

test('by keyboard alone: the figure, why it differs, the note', async ({ page }) => {
  await openSample(page);
  await openCourse(page, 'Navigation and Tides');
  await page.getByRole('button', { name: 'The school shows …' }).focus();
  await page.keyboard.press('Enter');
  await page.keyboard.type('55.9');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('link', { name: 'The school shows 55.9 · why?' })).toBeVisible();
  await expectFocusKept(page);
  await page.getByRole('link', { name: 'The school shows 55.9 · why?' }).focus();
  await page.keyboard.press('Enter');
  await expect(likeliest(page)).toBeVisible();
  await expect(heading(page)).toBeFocused();
  const keep = likeliest(page).getByRole('button', { name: 'Keep the difference' });
  for (let stops = 0; stops < 20; stops += 1) {
    await page.keyboard.press('Tab');
    if (await keep.evaluate((button) => button === document.activeElement)) break;
  }
  await expect(keep).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByText('Noted: It counts Quiz 3 as zero', { exact: false })).toBeVisible();
  await expectFocusKept(page);
});

test('on a phone of 320 pixels by touch: a doubtful row is asked about, and nothing of it is taken unasked', async ({
  page,
}) => {
  await page.setViewportSize({ width: 320, height: 640 });
  await openSchool(page, 'Coastal Ecology');
  await page.getByRole('button', { name: 'or type it off' }).click();
  await page
    .getByLabel('The school’s list, a row or a cell a line')
    .fill('Name\tScore\tOut of\nEel grass\t18\t20\nSet 3\t39\t40');
  await page.getByRole('button', { name: 'Read it' }).click();
  const score = page.getByRole('radiogroup', { name: 'Score of Eelgrass survey' });
  await expect(score.getByRole('radio', { name: 'Score here: open' })).toBeChecked();
  await expectFocusKept(page);
  await page.getByRole('button', { name: 'Yes, this one is “Eel grass”' }).click();
  await expect(score.getByRole('radio', { name: 'at the school: 18 of 20' })).toBeChecked();
  await expectFocusKept(page);
  await page.getByRole('button', { name: /^See what \d changes? do/ }).click();
  await expectFocusKept(page);
  await page.getByRole('button', { name: 'Take it over' }).click();
  await expect(page.getByRole('button', { name: 'Paste its list' })).toBeVisible();
  await expectFocusKept(page);
});

test('the grade that was given stands in the term and its GPA, and the course says where the record differs', async ({
  page,
}) => {
  await openSchool(page, 'Maritime Law');
  await page.getByRole('button', { name: 'The grades that were given' }).click();
  await page.getByLabel('Given in Maritime Law').selectOption('A');
  await expect(page.getByText('That is not what the record comes to.')).toBeVisible();
  await page.getByRole('link', { name: 'Back to the term' }).click();
  await expect(page.getByRole('link', { name: /Maritime Law/ })).toContainText('given A');
});
