import { readFileSync } from 'node:fs';
import {
  addSampleCourse,
  expect,
  expectAccessible,
  fill,
  openCourse,
  openFiles,
  openPage,
  openRules,
  save,
  settled,
  signUp,
  test,
  unfold,
} from './fidens';
import type { Page } from '@playwright/test';

/** Makes a second course out of a file of the first. */
async function copyCourse(page: Page, title: string): Promise<void> {
  await openFiles(page);
  const file = readFileSync(await save(page, 'Save the course file'), 'utf8');
  await page.goto('/new-course');
  await page.getByLabel('A file with a course or list').setInputFiles({
    name: 'copy.json',
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify({ ...JSON.parse(file), title })),
  });
  await page.getByRole('button', { name: /^Add 1 course to / }).click();
  await expect(page.getByRole('heading', { level: 1, name: new RegExp(title) })).toBeVisible();
}

test('a scale is kept, says which courses have it, and is changed for all of them after their effects are seen', async ({
  page,
}) => {
  await signUp(page);
  await addSampleCourse(page);
  await copyCourse(page, 'Dune Ecology');
  await page.getByRole('button', { name: /^A from/ }).click();
  await page.getByLabel('Keep it among your scales, as').fill('Saltmarsh letters');
  await page.getByRole('button', { name: 'Keep the scale' }).click();
  await expect(
    page.getByText('This is “Saltmarsh letters” of your scales, which 2 courses have.', { exact: false }),
  ).toBeVisible();
  await expectAccessible(page);

  await page.getByRole('link', { name: 'Change “Saltmarsh letters” for every course that has it' }).click();
  await expect(
    page.getByText('2 courses have this scale: Coastal Ecology, Dune Ecology.', { exact: false }),
  ).toBeVisible();
  await fill(page, 'Cut-off of B+', '89.5');
  const effect = page.getByRole('region', { name: 'Effect of the changed scale' });
  await expect(effect.getByText('88.7 B+ → 88.7 B')).toHaveCount(2);
  await expectAccessible(page);
  await page.reload();
  await expect(effect).toBeVisible();
  await fill(page, 'Letter of B', 'Good');
  await effect.getByRole('button', { name: 'Keep for 2 courses' }).click();
  await expect(effect).toBeHidden();
  await page.goto('/');
  await openCourse(page, 'Dune Ecology');
  await expect(
    page.getByRole('heading', { level: 1, name: 'Dune Ecology: Good, standing 88.7' }),
  ).toBeVisible();
  await openPage(page, 'Rules');
  await page.getByRole('button', { name: 'Every change, and the way back' }).click();
  await page.getByRole('button', { name: 'Take back: The course: grading scale' }).click();
  await expect(
    page.getByRole('heading', { level: 1, name: 'Dune Ecology: B+, standing 88.7' }),
  ).toBeVisible();
  await page.goto('/you');
  const scales = page.getByRole('list', { name: 'Your grading scales' });
  await expect(scales.getByRole('link', { name: /Saltmarsh letters.*1 course/ })).toBeVisible();
  await expectAccessible(page);
});

test('a scale that does not fit a score of a course is refused, with the course named', async ({ page }) => {
  await signUp(page);
  await addSampleCourse(page);
  await page.getByRole('button', { name: /^Eelgrass survey/ }).click();
  await page.getByLabel('Score of Eelgrass survey').fill('B+');
  await page.keyboard.press('Enter');
  await openPage(page, 'Rules');
  await page.getByRole('button', { name: /^A from/ }).click();
  await page.getByLabel('Keep it among your scales, as').fill('Letters');
  await page.getByRole('button', { name: 'Keep the scale' }).click();
  await page.getByRole('link', { name: 'Change “Letters” for every course that has it' }).click();
  await page.getByRole('button', { name: 'Delete the band B+' }).click();
  const effect = page.getByRole('region', { name: 'Effect of the changed scale' });
  await expect(effect.getByRole('alert')).toContainText('Coastal Ecology: Eelgrass survey, score');
  await expect(effect.getByRole('button', { name: /^Keep/ })).toBeHidden();
  await effect.getByRole('button', { name: 'Discard' }).click();
  await page.getByRole('button', { name: 'Delete this scale' }).click();
  await expect(page.getByText('None yet. A course’s scale can be kept')).toBeVisible();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByRole('link', { name: /^Letters/ })).toBeVisible();
});

test('a rule sheet is kept, handed on, started from, and brought into a course after its effect is seen', async ({
  page,
}) => {
  await signUp(page);
  await addSampleCourse(page);
  await openPage(page, 'Rules');
  await unfold(page, 'Rule sheets');
  await page.getByLabel('Keep these rules as').fill('Field course');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByText('Kept: Field course.')).toBeVisible();

  await page.goto('/you');
  const sheets = page.getByRole('list', { name: 'Your rule sheets' });
  await expect(
    sheets.getByText('Field logs, Problem sets, Seminar, Final exam, Shore bird survey.'),
  ).toBeVisible();
  const file = await save(page, 'Save as a file, Field course');
  expect(readFileSync(file, 'utf8')).not.toContain('"score"');
  await page.getByRole('button', { name: 'Delete the rule sheet Field course' }).click();
  await expect(sheets).toBeHidden();
  await page.getByLabel('Keep a sheet from a file: file').setInputFiles(file);
  await expect(sheets.getByText('Field course', { exact: true })).toBeVisible();
  await expectAccessible(page);

  await page.getByRole('link', { name: 'Start a course from Field course' }).click();
  await expect(page.getByRole('radio', { name: 'Field course' })).toBeChecked();
  await page.getByLabel('Title').fill('Mud and Sand');
  await page.getByRole('button', { name: 'Next: its categories' }).click();
  await expect(page.getByLabel('Weight of Field logs')).toHaveValue('35');
  await fill(page, 'Weight of Field logs', '50');
  await openRules(page, 'Seminar');
  await fill(page, 'Name of Seminar', 'Colloquium');
  await page.getByRole('link', { name: 'Leave the steps of Mud and Sand' }).click();
  await unfold(page, 'Rule sheets');
  await page.getByRole('button', { name: 'Bring in the rules of Field course' }).click();
  await page.getByRole('radio', { name: 'Its pieces too' }).click();
  const preview = page.getByRole('region', { name: 'The rules of Field course' });
  await expect(preview.getByText('Field logs: weight')).toBeVisible();
  await expect(preview.getByText('50 → 35')).toBeVisible();
  await preview.getByRole('button', { name: 'Leave it as it is' }).click();
  await expect(page.getByLabel('Weight of Field logs')).toHaveValue('50');

  await page.goto('/');
  await openCourse(page, 'Coastal Ecology');
  await openPage(page, 'Rules');
  await unfold(page, 'Rule sheets');
  const mine = page.getByLabel('Bring in the rules of a file: file');
  const rules = JSON.parse(readFileSync(file, 'utf8'));
  rules.title = 'Stricter';
  rules.root.children[0].drop = undefined;
  await mine.setInputFiles({
    name: 'stricter.json',
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify(rules)),
  });
  await page.getByRole('radio', { name: 'Its rules alone' }).click();
  const stricter = page.getByRole('region', { name: 'The rules of Stricter' });
  await expect(stricter.getByText('1 thing changes')).toBeVisible();
  await expect(stricter.getByText('dropped → counts')).toBeVisible();
  await expectAccessible(page);
  await stricter.getByRole('button', { name: 'Take these rules' }).click();
  await expect(
    page.getByRole('heading', { level: 1, name: /Coastal Ecology: .*, standing 8[^8]/ }),
  ).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(
    page.getByRole('heading', { level: 1, name: /Coastal Ecology: B\+, standing 88\.7/ }),
  ).toBeVisible();
});

test('a course is replaced by a file after its differences are seen; one that is wrong changes nothing', async ({
  page,
}) => {
  await signUp(page);
  await addSampleCourse(page);
  await openFiles(page);
  const whole = JSON.parse(readFileSync(await save(page, 'Save the course file'), 'utf8'));
  const replace = (document: unknown) =>
    page.getByLabel('A file with a course, a list or due days').setInputFiles({
      name: 'later.json',
      mimeType: 'application/json',
      buffer: Buffer.from(JSON.stringify(document)),
    });
  const preview = page.getByRole('region', { name: 'In place of this course' });
  await replace(whole);
  await expect(preview.getByText('Nothing would change: it is all there already.')).toBeVisible();
  await preview.getByRole('button', { name: 'Close' }).click();

  const [logs] = whole.root.children;
  logs.name = 'Shore logs';
  logs.children.push({
    kind: 'assessment',
    id: 'added',
    name: 'Kelp line',
    possible: '20',
    status: 'scored',
    score: { points: '20' },
  });
  await replace(whole);
  await expect(preview.getByText('2 things change')).toBeVisible();
  await expect(preview.getByText('Field logs → Shore logs')).toBeVisible();
  await expect(preview.getByText('Kelp line added to Field logs')).toBeVisible();
  await expectAccessible(page);
  await preview.getByRole('button', { name: 'Replace the course' }).click();
  await expect(preview).toBeHidden();
  await settled(page);

  logs.children[0].possible = '0';
  whole.format = 'something';
  await replace(whole);
  await expect(page.getByText('later.json is not as it should be. Nothing was stored.')).toBeVisible();
  await expect(page.getByText(/root\.children\[0\]\.children\[0\]\.possible/)).toBeVisible();
  await expect(preview).toBeHidden();
  await openPage(page, 'Rules');
  await expect(page.getByRole('button', { name: 'Rules of Shore logs' })).toBeVisible();
  await page.reload();
  await page.getByRole('button', { name: 'Every change, and the way back' }).click();
  await expect(
    page.getByRole('list', { name: 'Changes, the newest first' }).getByRole('listitem'),
  ).toHaveCount(1);
});
