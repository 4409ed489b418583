import {
  beginCourse,
  expect,
  expectAccessible,
  fill,
  leaveSteps,
  openPage,
  openRules,
  record,
  settled,
  signUp,
  test,
} from './fidens';
import type { Page } from '@playwright/test';

const next = (page: Page, step: string) => page.getByRole('link', { name: `Next: ${step}` }).click();

/** Adds a category, or with `kind` a piece on its own, on the step of categories. */
async function add(page: Page, name: string, weight: string, kind?: 'One piece'): Promise<void> {
  await page.getByLabel('Name of a new category', { exact: true }).fill(name);
  if (kind) await page.getByRole('radio', { name: kind }).click();
  await page.getByLabel(`Weight of the new ${kind ? 'piece' : 'category'}`, { exact: true }).fill(weight);
  await page.keyboard.press('Enter');
  await expect(page.getByLabel(`Weight of ${name}`, { exact: true })).toHaveValue(weight);
  await expect(page.getByLabel('Name of a new category', { exact: true })).toBeFocused();
}

test('a syllabus is copied in short steps, each of which can be left and come back to, and is read back', async ({
  page,
}) => {
  await signUp(page);
  await beginCourse(page, 'Knots and Splices');
  await expect(page.getByText('The ribbon of this course grows here')).toBeVisible();
  await add(page, 'Field logs', '35');
  await openRules(page, 'Field logs');
  await page
    .getByRole('radiogroup', { name: 'How Field logs adds up' })
    .getByRole('radio', { name: 'Every piece equal' })
    .click();
  await fill(page, 'Drop lowest, Field logs', '1');
  await add(page, 'Problem sets', '25');
  await add(page, 'Final', '30', 'One piece');
  await expect(
    page.getByText('Until then only their ratio counts: Field logs, 35 of 90, is 38.9%.'),
  ).toBeVisible();

  const ribbon = page.getByRole('img', { name: /^Course points/ });
  await expect(ribbon).toHaveAccessibleName(/Final, 30 of 100/);
  await page.getByLabel('Weight of Final', { exact: true }).fill('40');
  await expect(ribbon).toHaveAccessibleName(/Final, 40 of 100/);
  await page.keyboard.press('Enter');
  await expect(page.getByText('The weights come to 100.')).toBeVisible();
  await expectAccessible(page);

  await settled(page);
  await page.goto('/');
  await page.getByRole('link', { name: /Knots and Splices/ }).click();
  await openPage(page, 'Rules');
  await expect(page.getByLabel('Weight of Final', { exact: true })).toHaveValue('40');
  await page.getByRole('link', { name: 'Go through it in short steps' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Its categories' })).toBeVisible();

  await next(page, 'its pieces');
  await fill(page, 'Promised pieces, Field logs', '8');
  await fill(page, 'Points each, promised in Field logs', '20');
  await page.getByRole('button', { name: 'Add pieces to Problem sets' }).click();
  const form = page.getByRole('form', { name: 'New piece in Problem sets' });
  await form.getByLabel('Name').fill('Set');
  await form.getByRole('button', { name: 'Several at once' }).click();
  await form.getByLabel('How many').fill('3');
  await form.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByText('Set 1, Set 2, Set 3')).toBeVisible();
  await expectAccessible(page);

  await next(page, 'its scale and policies');
  await page.getByRole('radio', { name: 'Seven bands' }).click();
  await fill(page, 'Round to %, the course', '1');
  await expect(page.getByText('84.5 becomes 85, 7; 84.49 becomes 84, 6.')).toBeVisible();
  await page
    .getByRole('radiogroup', { name: 'Late work in the course' })
    .getByRole('radio', { name: 'Late loses a part' })
    .click();
  await expectAccessible(page);

  await next(page, 'read it back');
  for (const sentence of [
    'Weights make the whole, 100 in all.',
    'Field logs counts 35 of 100; every piece in it counts the same; 8 pieces are promised, of 20 points each; the lowest one is dropped, by percent.',
    'Final counts 40 of 100; it is out of 100 points.',
    'Late work loses 10% of what is possible each started day.',
  ])
    await expect(page.getByText(sentence, { exact: true })).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('link', { name: 'Done: to its scores' }).click();
  await expect(page.getByRole('button', { name: /^Set 3/ })).toBeVisible();
});

test('what was typed of a course before it is made is still there after leaving', async ({ page }) => {
  await signUp(page);
  await page.getByRole('link', { name: 'Set up a course' }).click();
  await page.getByLabel('Title').fill('Sailmaking');
  await page.getByLabel('Credits').fill('many');
  await page.goto('/you');
  await page.goto('/new-course');
  await expect(page.getByLabel('Title')).toHaveValue('Sailmaking');
  await page.getByRole('button', { name: 'Next: its categories' }).click();
  await expect(page.getByText('Credits must be a number from 0 up.')).toBeVisible();
  await expectAccessible(page);
  await page.getByLabel('Credits').fill('2,5');
  await page.getByRole('button', { name: 'Next: its categories' }).click();
  await page.getByRole('link', { name: 'Step 1: Its name' }).click();
  await expect(page.getByLabel('Credits of the course')).toHaveValue('2.5');
  await expectAccessible(page);
  await fill(page, 'Title of the course', 'Sailmaking II');
  await leaveSteps(page, 'Sailmaking II');
  await page.goto('/new-course');
  await expect(page.getByRole('textbox', { name: 'Title' })).toHaveValue('');
});

test('a term of two halves and an exam is ready-made; one half takes the rules of the other, and has a letter', async ({
  page,
}) => {
  await signUp(page);
  await page.getByRole('link', { name: 'Set up a course' }).click();
  await page.getByLabel('Title').fill('Harbour Law');
  await page.getByRole('radio', { name: 'Two halves and an exam' }).click();
  await page.getByRole('button', { name: 'Next: its categories' }).click();
  const first = page.getByRole('group', { name: 'First half', exact: true });
  const addTo = async (half: string, name: string, weight: string) => {
    const add = page.getByRole('button', { name: `Add to ${half}`, exact: true });
    const field = page.getByLabel(`Name of a new category in ${half}`);
    await expect(add.or(field)).toBeVisible();
    if (await add.isVisible()) await add.click();
    await field.fill(name);
    await page.getByLabel(`Weight of the new category in ${half}`).fill(weight);
    await page.keyboard.press('Enter');
    await expect(page.getByLabel(`Weight of ${name}`, { exact: true }).first()).toHaveValue(weight);
  };
  await addTo('First half', 'Quizzes', '30');
  await addTo('First half', 'Essays', '70');
  await openRules(page, 'Quizzes');
  await fill(page, 'Drop lowest, Quizzes', '1');
  await openRules(page, 'Second half');
  await page.getByRole('button', { name: 'Take another’s rules for Second half' }).click();
  await page.getByRole('button', { name: 'Take the rules of First half for Second half' }).click();
  const second = page.getByRole('group', { name: 'Second half', exact: true });
  await expect(second.getByLabel('Weight of Essays')).toHaveValue('70');
  await expect(second.getByRole('button', { name: 'lowest one dropped, Quizzes' })).toBeVisible();
  await expectAccessible(page);

  await leaveSteps(page, 'Harbour Law');
  await openPage(page, 'Scores');
  await page.getByRole('button', { name: 'Add a piece to Essays' }).first().click();
  await page.getByLabel('Name').last().fill('Essay on salvage');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Done' }).click();
  await record(page, 'Essay on salvage', '87%');
  await expect(page.getByText('B+ · 87%')).toBeVisible();
  await openPage(page, 'Rules');
  await expect(first.getByText('B+ by itself so far')).toBeVisible();
});

test('in mid-term scores come first, and are filed together later', async ({ page }) => {
  await signUp(page);
  await page.getByRole('link', { name: 'Set up a course' }).click();
  await page.getByLabel('Title').fill('Tide Tables');
  await page.getByRole('button', { name: 'Scores first, rules later' }).click();
  await page.getByRole('button', { name: 'Add a piece on its own' }).click();
  for (const name of ['Quiz 1', 'Quiz 2', 'Essay']) {
    await page.getByLabel('Name').last().fill(name);
    await page.keyboard.press('Enter');
    await expect(page.getByRole('button', { name: new RegExp(`^${name}: `) })).toBeVisible();
  }
  await page.getByRole('button', { name: 'Done' }).click();
  await record(page, 'Quiz 1', '90');
  await expect(page.getByRole('heading', { level: 1, name: 'Tide Tables: A−, standing 90.0' })).toBeVisible();

  await openPage(page, 'Rules');
  const effect = page.getByRole('region', { name: 'Effect of the changed rules' });
  await page.getByLabel('Name of a new category').fill('Quizzes 60, Essays 40');
  await expect(page.getByText('Enter makes Quizzes 60, Essays 40.')).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(effect.getByText('90.0 A− → no number')).toBeVisible();
  await effect.getByRole('button', { name: 'Keep' }).click();
  await expect(page.getByRole('link', { name: /^Loose ends, 4/ })).toBeVisible();
  await page.getByRole('button', { name: 'Every category and piece, to move and change' }).click();
  for (const name of ['Quiz 1', 'Quiz 2'])
    await page.getByRole('checkbox', { name: `Choose ${name}` }).click();
  const chosen = page.getByRole('region', { name: 'What is chosen' });
  await expect(chosen.getByText('2 chosen')).toBeVisible();
  await chosen.getByRole('button', { name: 'Move 2 to another place' }).click();
  await expectAccessible(page);
  await chosen.getByRole('button', { name: 'Quizzes' }).click();
  await expect(effect.getByText('no number → 90.0 A−')).toBeVisible();
  await effect.getByRole('button', { name: 'Keep' }).click();
  await expect(page.getByRole('link', { name: /^Loose ends, 2/ })).toBeVisible();
  await expect(page.getByRole('group', { name: 'Quizzes' }).getByText('2 pieces')).toBeVisible();

  await page.getByRole('button', { name: 'Rules of Quiz 2' }).click();
  await fill(page, 'Out of, Quiz 2', '50');
  await fill(page, 'Name, Quiz 2', 'Quiz two');
  await expect(page.getByRole('checkbox', { name: 'Choose Quiz two' })).toBeVisible();
  await page.getByRole('checkbox', { name: 'Choose Quiz two' }).click();
  await page.getByRole('checkbox', { name: 'Choose Essay', exact: true }).click();
  await chosen.getByRole('button', { name: 'Change 2 pieces together' }).click();
  await fill(page, 'Out of, all chosen pieces', '40');
  await chosen.getByLabel('Due, all chosen pieces').fill('2026-11-03T12:00');
  await page.keyboard.press('Enter');
  await expectAccessible(page);
  await chosen.getByRole('radio', { name: 'Excused' }).click();
  await effect.getByRole('button', { name: 'Keep' }).click();
  await openPage(page, 'Scores');
  for (const name of ['Quiz two', 'Essay'])
    await expect(
      page.getByRole('button', {
        name: new RegExp(`^${name}: no score, excused|^${name}: no score, no weight`),
      }),
    ).toBeVisible();
  await openPage(page, 'Rules');
  await page.getByRole('button', { name: 'Every category and piece, to move and change' }).click();
  await expect(page.getByRole('checkbox', { name: 'Choose Essay', exact: true })).toContainText('of 40');
  await page.getByRole('checkbox', { name: 'Choose Quizzes' }).click();
  await chosen.getByRole('button', { name: 'Delete' }).click();
  await expect(effect.getByText('90.0 A− → no number')).toBeVisible();
  await effect.getByRole('button', { name: 'Discard' }).click();
  await expect(page.getByRole('checkbox', { name: 'Choose Quizzes' })).toBeVisible();
});

test('some weights are kept while the rest is spread', async ({ page }) => {
  await signUp(page);
  await beginCourse(page, 'Rope Work');
  await add(page, 'Labs', '50');
  await add(page, 'Essays', '35');
  await add(page, 'Exam', '40');
  await page.getByRole('button', { name: 'Keep some, spread the rest' }).click();
  const keep = page.getByRole('group', { name: 'Weights to keep' });
  await keep.getByRole('checkbox', { name: 'Keep Exam, 40' }).click();
  await expectAccessible(page);
  await keep.getByRole('button', { name: 'Share the rest among 2' }).click();
  await expect(page.getByLabel('Weight of Labs')).toHaveValue('30');
  await expect(page.getByLabel('Weight of Essays')).toHaveValue('30');
  await expect(page.getByLabel('Weight of Exam')).toHaveValue('40');
  await expect(page.getByText('The weights come to 100.')).toBeVisible();
});
