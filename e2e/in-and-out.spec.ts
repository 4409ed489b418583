import { strToU8, zipSync } from 'fflate';
import { readFileSync } from 'node:fs';
import {
  addSampleCourse,
  expect,
  expectAccessible,
  openCourse,
  openFiles,
  openPage,
  openSample,
  save,
  settled,
  signUp,
  test,
} from './fidens';
import type { Page } from '@playwright/test';

const file = (name: string, content: string | Uint8Array) => ({
  name,
  mimeType: 'application/octet-stream',
  buffer: Buffer.from(content),
});
const heading = (page: Page) => page.getByRole('heading', { level: 1 });
const intoCourse = (page: Page) => page.getByLabel('A file with a course, a list or due days');
const intoTerm = (page: Page) => page.getByLabel('A file with a course or list');

test('a course leaves in every form, and where it stands is copied with its working', async ({
  page,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await openSample(page);
  await openCourse(page, 'Coastal Ecology');
  await openFiles(page);
  const starts = {
    'Spreadsheet with live formulas, .xlsx': 'PK',
    'OpenDocument spreadsheet with live formulas, .ods': 'PK',
    'Table of pieces, .csv': 'Name,Category,Category weight',
    'Calendar of due days, .ics': 'BEGIN:VCALENDAR',
    'Page of where it stands, .md': '# Coastal Ecology',
    'Plain text of where it stands, .txt': 'Coastal Ecology\n  standing',
  };
  for (const [button, start] of Object.entries(starts))
    expect(readFileSync(await save(page, button), 'utf8').slice(0, start.length)).toBe(start);
  await page.getByRole('button', { name: 'Copy where I stand' }).click();
  await expect(page.getByText('Copied.')).toBeVisible();
  const copied = await page.evaluate(() => navigator.clipboard.readText());
  expect(copied).toContain('standing   88.722222%  B+');
  expect(copied).toContain('Dune profile  55%  dropped lowest');
  await expectAccessible(page);
});

test('a spreadsheet that a score was typed in comes back as that one change, and is taken back', async ({
  page,
}) => {
  await signUp(page);
  await addSampleCourse(page);
  await openFiles(page);
  const table = readFileSync(await save(page, 'Table of pieces, .csv'), 'utf8');
  const before = await heading(page).getAttribute('aria-label');
  await intoCourse(page).setInputFiles(
    file('anything.bin', table.replace(',2026-09-18 23:59,11,20,', ',2026-09-18 23:59,19,20,')),
  );
  await expect(page.getByText('13 the same · 1 differs · 0 only there · 0 only here')).toBeVisible();
  await expectAccessible(page);
  const score = page.getByRole('radiogroup', { name: 'Score of Dune profile' });
  await score.getByRole('radio', { name: 'in the file: 19 of 20' }).click();
  await page.getByRole('button', { name: 'See what 1 change does' }).click();
  await page.getByRole('button', { name: 'Take it over' }).click();
  await expect(heading(page)).not.toHaveAttribute('aria-label', before!);
  await settled(page);
  await page.keyboard.press('ControlOrMeta+z');
  await expect(heading(page)).toHaveAttribute('aria-label', before!);
  // A workbook that nothing was changed in says nothing else.
  await intoCourse(page).setInputFiles(await save(page, 'Spreadsheet with live formulas, .xlsx'));
  await expect(page.getByText('14 the same · 0 differ · 0 only there · 0 only here')).toBeVisible();
});

test('a calendar tells the days that moved and those that are new, and gives them after a look', async ({
  page,
}) => {
  await signUp(page);
  await addSampleCourse(page);
  await openFiles(page);
  const calendar = readFileSync(await save(page, 'Calendar of due days, .ics'), 'utf8');
  const moved = calendar.replace(/(DTEND:20260911T)(\d{6}Z)/, 'DTEND:20260914T$2');
  expect(moved).not.toBe(calendar);
  await intoCourse(page).setInputFiles(file('due.txt', moved));
  const day = page.getByRole('radiogroup', { name: 'Due of Mudflat transect' });
  await expect(day.getByRole('radio', { name: /^Due here: 1[12] Sep/ })).toBeChecked();
  await day.getByRole('radio', { name: /^in the file: 1[45] Sep/ }).click();
  await page.getByRole('button', { name: 'See what 1 change does' }).click();
  await expect(page.getByRole('region', { name: 'From a file' })).toContainText('Mudflat transect');
  await page.getByRole('button', { name: 'Take it over' }).click();
  await settled(page);
  await intoCourse(page).setInputFiles(file('due.txt', calendar));
  await expect(day.getByRole('radio', { name: /^Due here: 1[45] Sep/ })).toBeChecked();
});

test('a table becomes a course after it was looked at: its weights, its scale, its title', async ({
  page,
}) => {
  await signUp(page);
  await page.getByRole('link', { name: 'Set up a course' }).click();
  await page.goto('/files');
  await intoTerm(page).setInputFiles(
    file(
      'Tidal Poetry.csv',
      'Name,Category,Weight,Due,Score,Out of\nOde,Poems,40,2026-10-01,17,20\nSonnet,Poems,40,2026-10-20,,20\nEssay,Essay,60,2026-12-01,later,50\n',
    ),
  );
  const made = page.getByRole('group', { name: 'Tidal Poetry' });
  await expect(made).toContainText('3 pieces · 1 score · 85.0 B');
  await expect(made).toContainText('Poems 40 (2), Essay 60 (1).');
  await expect(made).toContainText('“later” of Essay');
  await expectAccessible(page);
  await page.getByRole('radio', { name: 'Its weights are those of pieces' }).click();
  await expect(made).toContainText('Poems (2), Essay (1).');
  await page.getByRole('radio', { name: 'Its weights are those of categories' }).click();
  await page.getByLabel('Scale of letters').selectOption('Letters, ten points apart');
  await page.getByLabel('Title, Tidal Poetry').fill('Poetry of the Shore');
  await page.getByRole('button', { name: /^Add 1 course to / }).click();
  await expect(heading(page)).toHaveAccessibleName(/Poetry of the Shore: B, standing 85/);
  await page.reload();
  await openPage(page, 'Scores');
  await expect(page.getByRole('button', { name: /^Ode: 17 \/ 20/ })).toBeVisible();
});

test('a school’s gradebook export brings several courses, and asks whose scores are one’s own', async ({
  page,
}) => {
  await signUp(page);
  await page.goto('/files');
  const archive = zipSync({
    'lineItems.csv': strToU8(
      'sourcedId,status,title,dueDate,classSourcedId,categorySourcedId,resultValueMax\ni1,,Dune log,2026-09-14,c1,g1,20\ni2,,Moot,2026-10-02,c2,g2,10\n',
    ),
    'categories.csv': strToU8('sourcedId,title,weight\ng1,Field logs,35\ng2,Moots,20\n'),
    'classes.csv': strToU8('sourcedId,title\nc1,Shore Ecology\nc2,Sea Law\n'),
    'results.csv': strToU8(
      'lineItemSourcedId,studentSourcedId,scoreStatus,score\ni1,mine,fully graded,18\ni1,other,fully graded,3\ni2,mine,fully graded,9\n',
    ),
  });
  await intoTerm(page).setInputFiles(file('export', archive));
  const ecology = page.getByRole('group', { name: 'Shore Ecology' });
  await expect(ecology).toContainText('1 piece · no score yet');
  await page.getByLabel('Whose results are read').selectOption('mine');
  await expect(ecology).toContainText('1 piece · 1 score · 90');
  await page.getByRole('checkbox', { name: 'Add Sea Law' }).press('Space');
  await page.getByRole('checkbox', { name: 'Add Sea Law' }).press('Space');
  await expectAccessible(page);
  await page.getByRole('button', { name: /^Add 2 courses to / }).click();
  await expect(page.getByRole('link', { name: /Shore Ecology/ }).first()).toBeVisible();
  await expect(page.getByRole('link', { name: /Sea Law/ }).first()).toBeVisible();
});

test('a term leaves as one table, one calendar and an archive, and everything at once', async ({ page }) => {
  await openSample(page);
  await page.getByRole('link', { name: 'In and out', exact: true }).click();
  const table = readFileSync(await save(page, 'Every piece in one table, .csv'), 'utf8');
  expect(table).toMatch(/^Course,Name,Category/);
  expect(readFileSync(await save(page, 'Every due day in one calendar, .ics'), 'utf8')).toContain('SUMMARY:');
  for (const archive of ['A spreadsheet for each course, .zip', 'Every course file, .zip'])
    expect(
      readFileSync(await save(page, archive))
        .subarray(0, 2)
        .toString(),
    ).toBe('PK');
  // The table of the term comes back as its courses.
  await intoTerm(page).setInputFiles(file('term.csv', table));
  await expect(page.getByRole('button', { name: /^Add [5-9] courses to / })).toBeVisible();
});

test('a feed of due days is opened, read by anybody with its address, renewed and closed', async ({
  page,
  request,
}) => {
  await openSample(page);
  await page.goto('/files');
  const feed = page.getByRole('group', { name: /^Calendar feed of / });
  const address = feed.getByLabel('Address of the feed');
  await feed.getByRole('button', { name: 'Open a feed' }).click();
  const first = await address.innerText();
  const answer = await request.get(first);
  expect(answer.headers()['content-type']).toContain('text/calendar');
  expect(await answer.text()).toContain('Coastal Ecology: ');
  await expectAccessible(page);
  await feed.getByRole('button', { name: 'Another address' }).click();
  await expect(address).not.toHaveText(first);
  expect((await request.get(first)).status()).toBe(404);
  const second = await address.innerText();
  await feed.getByRole('button', { name: 'Close the feed' }).click();
  await expect(feed.getByRole('button', { name: 'Open a feed' })).toBeVisible();
  expect((await request.get(second)).status()).toBe(404);
});

test('a file that is dropped anywhere is read where it belongs; what is wrong with it is told with its place', async ({
  page,
}) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await openSample(page);
  await openCourse(page, 'Coastal Ecology');
  const held = (kind: 'dragover' | 'drop', name: string, text: string) =>
    page.evaluate(
      ([type, fileName, content]) => {
        const data = new DataTransfer();
        data.items.add(new File([content!], fileName!));
        const event = new DragEvent(type!, { dataTransfer: data, bubbles: true, cancelable: true });
        return !document.body.dispatchEvent(event);
      },
      [kind, name, text],
    );
  const dropped = async (name: string, text: string) => {
    // What takes files stands a moment after the page.
    await expect.poll(() => held('dragover', name, text)).toBe(true);
    await held('drop', name, text);
  };
  await dropped('list.csv', 'Name,Score,Out of\nMudflat transect,17.5,20\nKelp line,9,10\n');
  await expect(page).toHaveURL(/\/files$/);
  await expect(page.getByText('1 the same · 0 differ · 1 only there · 13 only here')).toBeVisible();
  await dropped('broken.json', '{"format": "fidens-course",\n "title": }');
  await expect(page.getByText(/broken\.json This is not JSON: .* line 2, column 11/)).toBeVisible();
  await dropped('paper.pdf', '%PDF-1.7');
  await expect(
    page.getByText(
      'paper.pdf is a PDF: copy its table and paste it; a syllabus is read under New course. Nothing was stored.',
    ),
  ).toBeVisible();
  await page.goto('/');
  await expect(page.getByRole('heading', { level: 1, name: 'Term' })).toBeVisible();
  await dropped('Kelp.csv', 'Name,Score,Out of\nFrond,17,20\nHoldfast,9,10\n');
  await expect(page.getByRole('group', { name: 'Kelp' })).toContainText('2 pieces · 2 scores');
});
