import { readFileSync } from 'node:fs';
import {
  addSampleCourse,
  beginCourse,
  expect,
  expectAccessible,
  fill,
  openRules,
  unfold,
  leaveSteps,
  openFiles,
  openPage,
  save,
  settled,
  signUp,
  test,
} from './fidens';
import type { Page } from '@playwright/test';

const effectOf = (page: Page) => page.getByRole('region', { name: 'Effect of the changed rules' });

test('a rule of a course with scores shows what it does, and waits to be kept or discarded', async ({
  page,
}) => {
  await signUp(page);
  await addSampleCourse(page);
  await openPage(page, 'Rules');
  await openRules(page, 'Field logs');
  await expect(page.getByText('Dropped now: Dune profile.')).toBeVisible();
  await fill(page, 'Drop lowest, Field logs', '2');
  const effect = effectOf(page);
  await expect(effect.getByText('88.7 B+ → 89.45 B+')).toBeVisible();
  await expect(page.getByText('Dropped now: Mudflat transect, Dune profile.')).toBeVisible();
  await effect.getByRole('button', { name: 'What changes' }).click();
  await expect(effect.getByText('1 piece counts otherwise')).toBeVisible();
  await expect(effect.getByText('counts → dropped')).toBeVisible();
  await expectAccessible(page);
  await expect(page.getByRole('heading', { level: 1, name: /standing 88\.7/ })).toBeVisible();

  await openPage(page, 'Scores');
  await expect(page.getByText('Changed rules wait on the Rules page; they are not kept yet.')).toBeVisible();
  await openPage(page, 'Rules');
  await effect.getByRole('button', { name: 'Discard' }).click();
  await expect(effect).toBeHidden();
  await openRules(page, 'Field logs');
  await expect(page.getByText('Dropped now: Dune profile.')).toBeVisible();

  await fill(page, 'Drop lowest, Field logs', '2');
  await effect.getByRole('button', { name: 'Keep' }).click();
  await expect(page.getByRole('heading', { level: 1, name: /standing 89\.4/ })).toBeVisible();
  await settled(page);
  await page.reload();
  await expect(page.getByRole('heading', { level: 1, name: /standing 89\.4/ })).toBeVisible();
});

test('caps, rounding, promised pieces, late and missing rules are set and hold', async ({ page }) => {
  await signUp(page);
  await beginCourse(page, 'Knots and Splices');
  await page.getByLabel('Name of a new category').fill('Labs');
  await page.keyboard.press('Enter');
  await leaveSteps(page, 'Knots and Splices');
  await openRules(page, 'Labs');
  await unfold(page, 'More rules for Labs');
  await fill(page, 'Promised pieces, Labs', '6');
  await fill(page, 'Points each, promised in Labs', '25');
  await fill(page, 'At most %, Labs', '95,5');
  await fill(page, 'Round to %, Labs', '0.5');
  await page
    .getByRole('radiogroup', { name: 'Late work in Labs' })
    .getByRole('radio', { name: 'Late loses a part' })
    .click();
  await fill(page, '% a day, Labs', '12');
  await expect(page.getByText('Late work loses 12% of what is possible each started day.')).toBeVisible();
  await page.getByRole('button', { name: /^Work past its due moment stays open/ }).click();
  await fill(page, 'Overdue after, days', '14');
  await fill(page, 'At most %, Labs', 'high');
  await expect(page.getByText('A percent from 0 up, or nothing for no cap.')).toBeVisible();
  await page.getByLabel('At most %, Labs').fill('95.5');
  const addsUp = page.getByRole('radiogroup', { name: 'How Labs adds up' });
  await addsUp.getByRole('radio', { name: 'Own weights' }).click();
  await expect(
    page.getByText(
      'Not changed. Labs, promised pieces: must be left out where every piece has a weight of its own.',
    ),
  ).toBeVisible();
  await addsUp.getByRole('radio', { name: 'Every piece equal' }).click();
  await expect(page.getByText(/^Not changed/)).toBeHidden();
  await expectAccessible(page);
  await settled(page);
  await page.reload();
  for (const words of [
    '0 of 6 promised pieces listed',
    'at most 95.5%',
    'rounded to steps of 0.5 percent, halves go up',
    'late work loses 12% of what is possible each started day',
  ])
    await expect(page.getByRole('button', { name: `${words}, Labs`, exact: true })).toBeVisible();
  await expect(
    page.getByRole('button', { name: /^Open work counts as missing by itself 14 days after it was due/ }),
  ).toBeVisible();
});

test('the scale is changed band by band, and says what is wrong beside the band', async ({ page }) => {
  await signUp(page);
  await addSampleCourse(page);
  await openPage(page, 'Rules');
  await page.getByRole('button', { name: /^A from/ }).click();
  await fill(page, 'Cut-off of B+', '95');
  await expect(page.getByRole('group', { name: 'Band B+' }).getByRole('alert')).toContainText(
    'must be below the band before it (90)',
  );
  await page.getByLabel('Cut-off of B+').fill('89.5');
  await page.keyboard.press('Enter');
  const effect = effectOf(page);
  await expect(effect.getByText('88.7 B+ → 88.7 B')).toBeVisible();
  await effect.getByRole('button', { name: 'Discard' }).click();
  await page.getByLabel('Letter of a new band').fill('B+');
  await page.getByLabel('Cut-off of a new band').fill('50');
  await expect(page.getByText('B+ stands in the scale already.')).toBeVisible();
  await page.getByLabel('Letter of a new band').fill('E');
  await page.getByLabel('Cut-off of a new band').press('Enter');
  await expect(page.getByLabel('Letter of a new band')).toBeFocused();
  await effect.getByRole('button', { name: 'What changes' }).click();
  await expect(effect.getByText(/^no such letter → takes/)).toBeVisible();
  await effect.getByRole('button', { name: 'Keep' }).click();
  await expect(page.getByLabel('Cut-off of E')).toHaveValue('50');
  await expectAccessible(page);
});

test('the history lists every change, takes one back, and refuses where later work hangs on it', async ({
  page,
}) => {
  await signUp(page);
  await addSampleCourse(page);
  await openPage(page, 'Rules');
  await page.getByLabel('Name of a new category').fill('Rigging');
  await page.keyboard.press('Enter');
  await openRules(page, 'Rigging');
  await fill(page, 'Name of Rigging', 'Rigging work');
  await settled(page);
  await page.getByRole('button', { name: 'Every change, and the way back' }).click();
  const changes = page.getByRole('list', { name: 'Changes, the newest first' });
  await expect(changes.getByText('Rigging: name')).toBeVisible();
  await expect(changes.getByText('Rigging → Rigging work')).toBeVisible();
  await expect(changes.getByText('Cannot be taken back: Rigging work was changed later.')).toBeVisible();
  await expectAccessible(page);
  await changes.getByRole('button', { name: 'Take back: Rigging: name' }).click();
  await expect(page.getByLabel('Name of Rigging', { exact: true })).toHaveValue('Rigging');
});

test('a course leaves as a file and comes back, whole or as its rules alone', async ({ page }) => {
  await signUp(page);
  await addSampleCourse(page);
  await openFiles(page);
  const whole = await save(page, 'Save the course file');
  const rules = await save(page, 'Save a rule sheet');
  expect(readFileSync(rules, 'utf8')).not.toContain('"score"');

  await page.goto('/new-course');
  await page.getByLabel('A file with a course or list').setInputFiles(whole);
  await page.getByRole('button', { name: /^Add 1 course to / }).click();
  await expect(page.getByRole('heading', { level: 1, name: /Coastal Ecology: B\+, standing/ })).toBeVisible();
  await page.goto('/new-course');
  await page.getByLabel('A file with a course or list').setInputFiles(rules);
  await page.getByRole('button', { name: /^Add 1 course to / }).click();
  await expect(page.getByRole('heading', { level: 1, name: /Coastal Ecology: –/ })).toBeVisible();
  await page.goto('/new-course');
  await page.getByLabel('A file with a course or list').setInputFiles({
    name: 'broken.json',
    mimeType: 'application/json',
    buffer: Buffer.from(
      JSON.stringify({ ...JSON.parse(readFileSync(whole, 'utf8')), version: 2, title: ' ', colour: 'red' }),
    ),
  });
  await expect(page.getByText('broken.json is not as it should be. Nothing was stored.')).toBeVisible();
  for (const fault of ['version must be 1', 'title must not be blank', 'colour is not a known key'])
    await expect(page.getByText(fault)).toBeVisible();
  await expectAccessible(page);
});

test('weights are spread or scaled to 100, problems are settled where they are said, and things move', async ({
  page,
}) => {
  await signUp(page);
  await beginCourse(page, 'Knots and Splices');
  for (const name of ['Labs', 'Quizzes', 'Exam']) {
    await page.getByLabel('Name of a new category').fill(name);
    await page.keyboard.press('Enter');
    await expect(page.getByLabel(`Weight of ${name}`)).toBeVisible();
  }
  await fill(page, 'Weight of Exam', '40');
  await page.getByRole('button', { name: 'Spread the rest evenly' }).click();
  await expect(page.getByLabel('Weight of Labs')).toHaveValue('30');
  await expect(page.getByText('The weights come to 100.')).toBeVisible();
  await fill(page, 'Weight of Exam', '60');
  await page.getByRole('button', { name: 'Scale all to 100' }).click();
  await expect(page.getByLabel('Weight of Exam')).toHaveValue('50');
  await leaveSteps(page, 'Knots and Splices');

  await openPage(page, 'Scores');
  await page.getByRole('button', { name: 'Add a piece to Labs' }).click();
  await page.getByLabel('Name').last().fill('Lab 1');
  await page.keyboard.press('Enter');
  await openPage(page, 'Rules');
  const problems = page.getByRole('list', { name: 'To look at' });
  await expect(page.getByRole('group', { name: 'Quizzes' }).getByText('nothing in it yet')).toBeVisible();
  await expect(problems).toBeHidden();
  await openRules(page, 'Quizzes');
  await unfold(page, 'More rules for Quizzes');
  await page.getByRole('button', { name: 'Move up Quizzes' }).click();
  await expect(page.getByRole('button', { name: 'Move up Quizzes' })).toBeDisabled();
  await expectAccessible(page);
  await page
    .getByRole('radiogroup', { name: 'Where Quizzes stands' })
    .getByRole('radio', { name: 'In Labs' })
    .click();
  await settled(page);
  await page.reload();
  await expect(page.getByText('The weights come to 75: 25 still missing.')).toBeVisible();
  await problems.getByRole('button', { name: 'Scale all to 100' }).click();
  await expect(page.getByText('The weights come to 100.')).toBeVisible();
  await page.getByRole('button', { name: 'The rules in sentences, to hold against the syllabus' }).click();
  await expect(page.getByText('Exam counts 66.67 of 100; its points are pooled.')).toBeVisible();
  await expectAccessible(page);
});

test('a series is previewed, made at once, gone on with, and taken back', async ({ page }) => {
  await signUp(page);
  await addSampleCourse(page);
  await page.getByRole('button', { name: 'Add a piece to Seminar' }).click();
  const form = page.getByRole('form', { name: 'New piece in Seminar' });
  await form.getByLabel('Name').fill('Minute');
  await form.getByLabel('Out of').fill('5');
  await form.getByLabel('Due').fill('2026-10-26');
  await form.getByRole('button', { name: 'Several at once' }).click();
  await form.getByLabel('How many').fill('0');
  await form.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(form.getByText('How many must be a whole number from 1 to 100.')).toBeVisible();
  await form.getByLabel('How many').fill('4');
  await expect(form.getByText('Makes Minute 1 to Minute 4, due Mon 26 Oct to Mon 16 Nov.')).toBeVisible();
  await expectAccessible(page);
  await form.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByRole('button', { name: /^Minute 4/ })).toBeVisible();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByRole('button', { name: /^Minute 4/ })).toBeHidden();
});

test('changed rules that wait outlive the window, and the last change is undone by one tap or key anywhere', async ({
  page,
}) => {
  await signUp(page);
  await addSampleCourse(page);
  await openPage(page, 'Rules');
  await openRules(page, 'Field logs');
  await fill(page, 'Drop lowest, Field logs', '2');
  const effect = effectOf(page);
  await expect(effect.getByText('88.7 B+ → 89.45 B+')).toBeVisible();
  await page.reload();
  await expect(effect.getByText('88.7 B+ → 89.45 B+')).toBeVisible();
  await openRules(page, 'Field logs');
  await fill(page, 'Drop lowest, Field logs', '3');
  await page.getByRole('heading', { level: 1 }).click();
  await page.keyboard.press('Control+z');
  await expect(effect.getByText('88.7 B+ → 89.45 B+')).toBeVisible();
  await effect.getByRole('button', { name: 'Keep' }).click();
  await expect(page.getByRole('heading', { level: 1, name: /standing 89\.4/ })).toBeVisible();

  await page.getByRole('link', { name: 'You' }).click();
  await page.getByRole('button', { name: 'Undo: The rules are changed' }).click();
  await expect(page.getByText('Taken back: The rules are changed')).toBeVisible();
  await page.goBack();
  await expect(page.getByRole('heading', { level: 1, name: /standing 88\.7/ })).toBeVisible();
  await page.keyboard.press('Control+Shift+z');
  await expect(page.getByRole('heading', { level: 1, name: /standing 89\.4/ })).toBeVisible();
  await expectAccessible(page);
});
