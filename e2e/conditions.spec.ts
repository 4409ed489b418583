import type { Course } from '@fidens/core';
import {
  expect,
  expectAccessible,
  fill,
  openCourse,
  openPage,
  openRules,
  record,
  settled,
  signUpWith,
  test,
  unfold,
} from './fidens';
import type { Page } from '@playwright/test';

/** Weights: two tests, one of them weak, a midterm, and a final to come. */
const TIDES: Course = {
  format: 'fidens-course',
  version: 1,
  title: 'Tides',
  scale: {
    bands: [
      { label: 'A', from: '90' },
      { label: 'B', from: '75' },
      { label: 'C', from: '50' },
      { label: 'F', from: '0', pass: false },
    ],
  },
  root: {
    kind: 'category',
    id: 'course',
    name: 'Course',
    combine: 'weights',
    children: [
      {
        kind: 'category',
        id: 'tests',
        name: 'Tests',
        combine: 'equal',
        weight: '40',
        children: [
          {
            kind: 'assessment',
            id: 't1',
            name: 'Test 1',
            possible: '20',
            status: 'scored',
            score: { points: '8' },
          },
          {
            kind: 'assessment',
            id: 't2',
            name: 'Test 2',
            possible: '20',
            status: 'scored',
            score: { points: '18' },
          },
        ],
      },
      {
        kind: 'assessment',
        id: 'mid',
        name: 'Midterm',
        possible: '50',
        weight: '20',
        status: 'scored',
        score: { points: '45' },
      },
      { kind: 'assessment', id: 'final', name: 'Final exam', possible: '80', weight: '40' },
    ],
  },
};

const effectOf = (page: Page) => page.getByRole('region', { name: 'Effect of the changed rules' });

async function openTides(page: Page, document: Course = TIDES): Promise<void> {
  await signUpWith(page, document);
  await openCourse(page, 'Tides');
}

/** Takes a rule by its sentence, and keeps what it does where it does something. */
async function take(page: Page, sentence: string): Promise<void> {
  await page.getByRole('button', { name: `${sentence} Take this rule` }).click();
  await expect(page.getByText(/^Taken\. /)).toBeVisible();
}

async function keepRules(page: Page): Promise<void> {
  await effectOf(page).getByRole('button', { name: 'Keep' }).click();
  await expect(effectOf(page)).toBeHidden();
}

test('a rule is taken by its sentence and adjusted: the final replaces the weakest test, and must be passed', async ({
  page,
}) => {
  await openTides(page, { ...TIDES, target: { label: 'C' } });
  await openPage(page, 'Rules');
  await unfold(page, 'More that a syllabus can say');
  await take(page, 'The final replaces the weakest test, if it is better.');
  await take(page, 'The final must be passed to pass the course.');
  await keepRules(page);
  await page.getByRole('button', { name: 'lowest one replaced by Final exam, Tests' }).click();
  await fill(page, 'How many lowest, Tests', '2');
  await keepRules(page);
  await expect(page.getByText('lowest two replaced by Final exam')).toBeVisible();
  await expectAccessible(page);
  await page
    .getByRole('button', { name: /^C or better needs 50% on Final exam/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'C or better needs 50% on Final exam', exact: true }).click();
  await fill(page, 'At least %: C or better needs 50% on Final exam', '60');
  await keepRules(page);

  // On points alone C is sure with 12 of 80; the requirement decides.
  await openPage(page, 'Reach');
  await expect(page.getByText(/C needs 60% on Final exam/).first()).toBeVisible();
  await expect(page.getByText(/needs 60% on Final exam \(48 of 80\); points alone take/)).toBeVisible();
  await expectAccessible(page);

  await openPage(page, 'Scores');
  await page.getByRole('button', { name: /^Final exam: / }).click();
  await page.getByLabel('Score of Final exam').fill('40');
  await page.keyboard.press('Enter');
  await settled(page);
  await expect(page.getByRole('heading', { level: 1, name: /^Tides: F/ })).toBeVisible();
  await openPage(page, 'Working');
  await expect(page.getByText('C needs 60% on Final exam; there is 50%.')).toBeVisible();
  await page.getByRole('button', { name: /^Tests: / }).click();
  await expect(page.getByText(/has the value of Final exam, instead of its own 40%/)).toBeVisible();
  await expectAccessible(page);
});

test('absences take something away, counted where scores are recorded', async ({ page }) => {
  await openTides(page);
  await openPage(page, 'Rules');
  await unfold(page, 'More that a syllabus can say');
  await take(page, 'Each absence after the third takes 2 percent of the grade.');
  await keepRules(page);
  await openPage(page, 'Scores');
  await page.getByRole('button', { name: /^Absences: / }).click();
  await page.getByLabel('Score of Absences').fill('91%');
  await expect(page.getByText(/it counts occurrences, a number such as 3/)).toBeVisible();
  await page.getByLabel('Score of Absences').fill('5');
  await page.keyboard.press('Enter');
  await settled(page);
  await expect(page.getByRole('button', { name: /^Absences: 5, takes 4%/ })).toBeVisible();
  await openPage(page, 'Working');
  await expect(page.getByText(/^Less 4% for 5 in Absences, which leaves /)).toBeVisible();
});

test('attendance begins at full marks, and a letter needs nearly all pieces and not too many absences', async ({
  page,
}) => {
  await openTides(page);
  await openPage(page, 'Rules');
  await unfold(page, 'More that a syllabus can say');
  await take(page, 'Attendance begins at full marks; each absence takes a fifth of it.');
  await take(page, 'A needs nearly all pieces of one kind at 70 or more.');
  await keepRules(page);
  await page
    .getByRole('button', { name: /^A or better needs 1 piece of Tests/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'Add what a letter needs' }).click();
  await page.getByRole('button', { name: 'C or better needs 50% on Final exam', exact: true }).click();
  await page.getByLabel(/^What it needs: C or better needs 50% on Final exam/).selectOption('allows at most');
  await fill(page, 'At most: C or better allows at most 6 in Absences', '1');
  await keepRules(page);
  await openPage(page, 'Scores');
  await page.getByRole('button', { name: /^Absences: / }).click();
  await page.getByLabel('Score of Absences').fill('2');
  await page.keyboard.press('Enter');
  await settled(page);
  await expect(page.getByRole('heading', { level: 1, name: /^Tides: F/ })).toBeVisible();
  await openPage(page, 'Working');
  await expect(page.getByText('C allows at most 1 in Absences; there are 2.')).toBeVisible();
  await page.getByRole('button', { name: /^Attendance: / }).click();
  await expect(page.getByText('begins at full marks')).toBeVisible();
  await expect(page.getByText('Less 40% for 2 in Absences, which leaves 60%.')).toBeVisible();
});

test('the better of two weightings, a weight that moves, curves and attendance in steps', async ({
  page,
}) => {
  await openTides(page);
  await openPage(page, 'Rules');
  await unfold(page, 'More that a syllabus can say');
  await take(page, 'Either these weights or others, whichever is better.');
  await take(page, 'If a piece on its own is excused, its weight goes to the final.');
  await expect(page.getByText(/if excused, its weight goes to Final exam/)).toBeVisible();
  await keepRules(page);
  await page.getByRole('button', { name: 'or by Strong finish, if that is better, the whole' }).click();
  await fill(page, 'Weight of Midterm in Strong finish', '0');
  await keepRules(page);
  await openPage(page, 'Reach');
  await expect(page.getByText(/^The course’s own weights lead as it goes/)).toBeVisible();

  await openPage(page, 'Rules');
  await openRules(page, 'Tests');
  await unfold(page, 'More rules for Tests');
  await page.getByLabel('Curve of Tests').selectOption('gets more');
  await fill(page, 'Percent more, Tests', '4');
  await expect(effectOf(page)).toBeVisible();
  await keepRules(page);
  await openPage(page, 'Working');
  await page.getByRole('button', { name: /^Tests: / }).click();
  await expect(page.getByText('Curved to 69%: 4% more.')).toBeVisible();

  await openPage(page, 'Rules');
  await unfold(page, 'More that a syllabus can say');
  await take(page, 'Attendance of 90% or more is full marks, 80% is half, less is nothing.');
  await expect(page.getByText(/curved: 100% from 90%, 50% from 80%, 0% from 0%/)).toBeVisible();
});

test('what a rule names is not deleted without it: it is said, and the rule goes along or all stays', async ({
  page,
}) => {
  const root = TIDES.root;
  await openTides(page, {
    ...TIDES,
    requirements: [{ for: 'C', of: 'final', atLeast: '50' }],
    root: {
      ...root,
      children: [{ ...root.children[0]!, replace: { by: 'final' } }, ...root.children.slice(1)] as never,
    },
  });
  await page.getByRole('button', { name: /^Final exam: / }).click();
  await unfold(page, 'More of Final exam');
  await page.getByRole('button', { name: 'Delete Final exam' }).click();
  const dialog = page.getByRole('dialog');
  await expect(
    dialog.getByText(/Tests has its weakest replaced by it; a letter needs something of it/),
  ).toBeVisible();
  await expectAccessible(page);
  await dialog.getByRole('button', { name: 'Leave all as it is' }).click();
  await expect(page.getByRole('button', { name: /^Final exam: / })).toBeVisible();
  await page.getByRole('button', { name: 'Delete Final exam' }).click();
  await dialog.getByRole('button', { name: 'Take the rule along' }).click();
  await expect(page.getByRole('button', { name: /^Final exam: / })).toBeHidden();
  await settled(page);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByRole('button', { name: /^Final exam: / })).toBeVisible();
  await openPage(page, 'Rules');
  await expect(page.getByText('lowest one replaced by Final exam')).toBeVisible();
});

test('four quarters are made with two taps; the year counts the same scores another way, and each grade stands beside the others', async ({
  page,
}) => {
  await openTides(page);
  await record(page, 'Test 1', '8');
  await openPage(page, 'Rules');
  await unfold(page, 'More that a syllabus can say');
  await take(page, 'The year has four quarters with a letter each, and is the mean of them.');
  if (await effectOf(page).isVisible()) await keepRules(page);
  await take(page, 'What is named alike in each quarter also counts together, for a grade of the year.');
  await page.getByRole('button', { name: /^The same work also counts another way, for “The year”/ }).click();
  await fill(page, 'Weight of the group Tests', '70');
  await expectAccessible(page);
  await openPage(page, 'Working');
  const grades = page.getByRole('list').filter({ hasText: 'First quarter' });
  await expect(grades.getByRole('listitem')).toHaveCount(5);
  await expect(grades.getByRole('listitem').last()).toContainText('The year');
  await settled(page);
  await page.reload();
  await expect(grades.getByRole('listitem')).toHaveCount(5);
  await openPage(page, 'Reach');
  await expect(page.getByRole('heading', { name: 'Other grades from the same scores' })).toBeVisible();
});
