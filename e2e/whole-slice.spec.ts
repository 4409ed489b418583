import {
  addSampleCourse,
  expect,
  expectAccessible,
  leaveSteps,
  openCourse,
  openPage,
  openRules,
  record,
  settled,
  signOut,
  signUpByForm,
  test,
} from './fidens';

test('from a syllabus to what the final must bring, and all of it is there after a reload', async ({
  page,
}) => {
  await signUpByForm(page);
  await expect(page.getByText('A syllabus on the desk')).toBeVisible();
  await expectAccessible(page);

  await page.getByRole('link', { name: 'Set up a course' }).click();
  await page.getByLabel('Title').fill('Knots and Splices');
  await page.getByLabel('Code').fill('KNT 101');
  await page.getByLabel('Credits').fill('4');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Next: its categories' }).click();

  const addCategory = async (name: string, weight: string) => {
    await page.getByLabel('Name of a new category').fill(name);
    await page.getByLabel('Weight of the new category').fill(weight);
    await page.keyboard.press('Enter');
    await expect(page.getByLabel(`Weight of ${name}`)).toHaveValue(weight);
  };
  await addCategory('Problem sets', '20');
  await addCategory('Labs', '30');
  await expect(page.getByText('The weights come to 50: 50 still missing.')).toBeVisible();
  await addCategory('Exam', '55');
  await expect(page.getByText('The weights come to 105: 5 over.')).toBeVisible();
  await page.getByLabel('Weight of Exam').fill('50');
  await page.keyboard.press('Enter');
  await expect(page.getByText('The weights come to 100.')).toBeVisible();
  await openRules(page, 'Labs');
  await page
    .getByRole('radiogroup', { name: 'How Labs adds up' })
    .getByRole('radio', { name: 'Every piece equal' })
    .click();
  await expectAccessible(page);
  await page.getByRole('link', { name: 'Step 4: Its scale and policies' }).click();
  await page.getByRole('radio', { name: 'Letters, ten points apart' }).click();
  await leaveSteps(page, 'Knots and Splices');

  await openPage(page, 'Scores');
  const addPiece = async (category: string, name: string, possible: string) => {
    await page.getByRole('button', { name: `Add a piece to ${category}` }).click();
    const form = page.getByRole('form', { name: `New piece in ${category}` });
    await form.getByLabel('Name').fill(name);
    await form.getByLabel('Out of').fill(possible);
    await form.getByLabel('Due').fill('2030-05-17');
    await form.getByRole('button', { name: 'Add', exact: true }).click();
    await expect(form.getByText(`Added: ${name}.`)).toBeVisible();
    await form.getByRole('button', { name: 'Done' }).click();
    await expect(form).toBeHidden();
  };
  await addPiece('Problem sets', 'Set 1', '40');
  await addPiece('Labs', 'Lab 1', '10');
  await addPiece('Labs', 'Lab 2', '50');
  await addPiece('Exam', 'Final', '80');

  await record(page, 'Set 1', '36');
  await record(page, 'Lab 1', '7,5/10');
  await record(page, 'Lab 2', '85%');
  // 0.2 × 90 + 0.3 × (75 + 85) ÷ 2 = 42 of 50: 84.
  const head = page.getByRole('heading', { level: 1, name: 'Knots and Splices: B, standing 84.0' });
  await expect(head).toBeVisible();
  await expectAccessible(page);

  await openPage(page, 'Reach');
  // An A takes 90 − 42 = 48 of the 50 that are open: 96%, or 76.8 of 80, so 77.
  await expect(
    page.getByText('A takes 96% on what is left, or 77 of 80 on Final if the rest goes as usual.'),
  ).toBeVisible();
  await expect(page.getByText('Final alone: 77 of 80')).toBeVisible();
  await expect(page.getByText('✓ secured').first()).toBeVisible();
  await expectAccessible(page);

  await openPage(page, 'Working');
  await expect(page.getByText('42 ÷ 50')).toBeVisible();
  await page.getByRole('button', { name: /^Labs: result 80/ }).click();
  await page.getByRole('button', { name: /^Lab 1: result 75/ }).click();
  await expect(page.getByText('Recorded 7.5 of 10, 75%')).toBeVisible();
  await expectAccessible(page);

  await settled(page);
  await page.reload();
  await expect(head).toBeVisible();
  await page.goto('/');
  await expect(page.getByText('84.0 standing · can end 42.0 to 92.0')).toBeVisible();
  await openCourse(page, 'Knots and Splices');
  await expect(page.getByRole('button', { name: /^Lab 2: 85%/ })).toBeVisible();
});

test('a student signs out, and in again to the same records', async ({ page }) => {
  const { email, password } = await signUpByForm(page);
  await addSampleCourse(page);
  await page.getByRole('link', { name: 'You' }).click();
  await expectAccessible(page);
  await signOut(page);
  await page.getByLabel('E-mail').fill(email);
  await page.getByLabel('Password').fill('not this one');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByText('This e-mail and password do not belong together.')).toBeVisible();
  await page.getByLabel('Password').fill(password);
  await page.keyboard.press('Enter');
  await expect(page.getByText('Coastal Ecology')).toBeVisible();
});

test('a course is deleted only when asked twice, and comes back with its history', async ({ page }) => {
  await signUpByForm(page);
  await addSampleCourse(page);
  await record(page, 'Eelgrass survey', '15');
  await settled(page);
  await openPage(page, 'Rules');
  await page.getByRole('button', { name: 'Delete this course' }).click();
  await expect(page.getByText(/goes, with its 14 pieces and scores/)).toBeVisible();
  await page.getByRole('button', { name: 'Keep it' }).click();
  await page.getByRole('button', { name: 'Delete this course' }).click();
  await page.getByRole('button', { name: 'Delete Coastal Ecology' }).click();
  await expect(page.getByText('A syllabus on the desk')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).first().click();
  await page.getByRole('link', { name: /Coastal Ecology/ }).click();
  await openPage(page, 'Rules');
  await page.getByRole('button', { name: 'Every change, and the way back' }).click();
  await expect(page.getByRole('list', { name: 'Changes, the newest first' })).toContainText(
    'Eelgrass survey',
  );
});

test('a term that ends before it begins says so at its last day, and keeps nothing', async ({ page }) => {
  await signUpByForm(page);
  await page.getByRole('link', { name: 'All terms' }).click();
  await page.getByRole('button', { name: 'Name and days of This term, or delete it' }).click();
  await page.getByLabel('First day').fill('2026-12-04');
  await page.getByLabel('Last day').fill('2026-08-24');
  await page.getByRole('button', { name: 'Keep the term' }).click();
  await expect(page.getByText('Last day must not be before the first day.')).toBeVisible();
  await page.getByLabel('First day').fill('2026-08-24');
  await page.getByLabel('Last day').fill('2026-12-04');
  await page.getByRole('button', { name: 'Keep the term' }).click();
  await page.getByRole('link', { name: 'Term', exact: true }).click();
  await expect(page.getByText('This term · week 9 of 15')).toBeVisible();
});
