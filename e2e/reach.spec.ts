import type { Course } from '@fidens/core';
import type { Page } from '@playwright/test';
import {
  addCourse,
  addSampleCourse,
  coursePage,
  expect,
  expectAccessible,
  fill,
  openCourse,
  openPage,
  openSample,
  settled,
  signUp,
  signUpWith,
  test,
  unfold,
} from './fidens';

const DAY = '2026-12-01T12:00:00Z';

/** Points pooled: two papers, one of them done, and an exam to come. */
const POOLED: Course = {
  format: 'fidens-course',
  version: 1,
  title: 'Rope Work',
  credits: '3',
  scale: {
    bands: [
      { label: 'A', from: '90', points: '4.0' },
      { label: 'B', from: '75', points: '3.0' },
      { label: 'F', from: '0', points: '0.0' },
    ],
  },
  root: {
    kind: 'category',
    id: 'course',
    name: 'Course',
    combine: 'points',
    children: [
      {
        kind: 'assessment',
        id: 'p1',
        name: 'Paper 1',
        possible: '100',
        status: 'scored',
        score: { points: '84' },
      },
      { kind: 'assessment', id: 'p2', name: 'Paper 2', possible: '80', due: DAY },
      { kind: 'assessment', id: 'x', name: 'Exam', possible: '120', due: DAY },
    ],
  },
};

/** Grades are written as parts of 4. */
const OF_FOUR: Course = { ...POOLED, title: 'Tide Tables', scale: { ...POOLED.scale, outOf: '4' } };

test('where grades are written of 4, the ruler, a target of one’s own, the school’s figure and the others are, too', async ({
  page,
}) => {
  await signUpWith(page, OF_FOUR);
  await openCourse(page, 'Tide Tables');
  await openPage(page, 'Reach');
  await expect(
    page.getByRole('img', {
      name: /^Standing 3\.36 of 4, can end from 1\.12 of 4 to 3\.79 of 4\. A from 3\.6 /,
    }),
  ).toBeVisible();
  await unfold(page, 'Your target');
  await fill(page, 'Or a grade of your own, of 4, as target', '3.5');
  const letters = page.getByRole('table', { name: 'What each letter takes on all open work' });
  await expect(letters.getByRole('rowheader', { name: '3.5 of 4' })).toBeVisible();
  await settled(page);
  await page.getByRole('button', { name: 'The school shows …' }).click();
  await fill(page, 'The school shows, in Tide Tables', '3.2');
  await page.getByRole('link', { name: /3\.2\/4/ }).click();
  await expect(page.getByText('0.16 lower. Most likely:')).toBeVisible();
  await unfold(page, 'What it tells of the others');
  await fill(page, 'Average of the others in Tide Tables', '2.9');
  // Enter leads to the next of them.
  await expect(page.getByLabel('Highest of the others in Tide Tables')).toBeFocused();
  await page.keyboard.type('95%');
  await page.keyboard.press('Enter');
  await expect(
    page.getByRole('img', { name: 'Of 4: you 3.36 of 4, average 2.9, highest 3.8' }),
  ).toBeVisible();
  await expectAccessible(page);
  await settled(page);
  await page.reload();
  await expect(page.getByRole('img', { name: /^Of 4: you 3\.36 of 4, average 2\.9/ })).toBeVisible();
});

test('the four outlooks stand side by side, and each opens its working', async ({ page }) => {
  await signUp(page);
  await addSampleCourse(page);
  await openPage(page, 'Reach');
  await expect(
    page.getByRole('link', { name: /^Standing: B\+, 88\.7\. Only what is settled counts/ }),
  ).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('link', { name: /^Ceiling: A, 97\.5/ }).click();
  await expect(coursePage(page, 'Working')).toHaveAttribute('aria-current', 'page');
  await expect(page.getByRole('radio', { name: 'Ceiling' })).toBeChecked();
  await expect(page.getByText('counts as full marks')).toBeVisible();
});

test('where points are pooled, what a letter takes is said in points too', async ({ page }) => {
  await signUpWith(page, POOLED);
  await openCourse(page, 'Rope Work');
  await openPage(page, 'Reach');
  await expect(
    page.getByText(
      'A takes 93% on what is left: 186 more of the 200 points that are open, or 119 of 120 on Exam if the rest goes as usual.',
    ),
  ).toBeVisible();
  await expect(page.getByText('141 more of the 200 points that are open', { exact: false })).toBeVisible();
});

test('a target is pinned, as a letter or a percent, and Term and Record speak of it', async ({ page }) => {
  await signUpWith(page, POOLED);
  await openCourse(page, 'Rope Work');
  await openPage(page, 'Reach');
  await page.getByRole('button', { name: 'Your target' }).click();
  await page.getByRole('radio', { name: 'B', exact: true }).click();
  await expect(page.getByText(/^B takes 70\.5% on what is left/)).toBeVisible();
  await fill(page, 'Or a percent of your own as target', '80');
  await expect(page.getByText(/^Ending at 80% takes 78% on what is left/)).toBeVisible();
  await expectAccessible(page);
  await settled(page);
  await page.goto('/');
  await expect(
    page.getByRole('link', { name: /Rope Work.*80% your target, takes 78% on what is left/ }),
  ).toBeVisible();
  await page.getByRole('link', { name: 'Record' }).click();
  await page.getByRole('button', { name: /^Paper 2/ }).click();
  await page.getByLabel('Score of Paper 2').fill('40');
  await expect(page.getByText('Ending at 80% then takes 96.7%, not 78%')).toBeVisible();
  await page.keyboard.press('Escape');
});

test('one piece alone, and two against each other along a curve', async ({ page }) => {
  await signUpWith(page, POOLED);
  await openCourse(page, 'Rope Work');
  await openPage(page, 'Reach');
  const alone = page.getByRole('table', { name: 'What each letter takes of Exam alone' });
  await expect(alone.getByRole('row').first()).toContainText('119 of 120, 99.2%');
  await page
    .getByRole('radiogroup', { name: 'Which piece alone' })
    .getByRole('radio', { name: 'Paper 2' })
    .click();
  await expect(
    page.getByRole('table', { name: 'What each letter takes of Paper 2 alone' }).getByRole('row').first(),
  ).toContainText('more than it can bring');
  await page.getByRole('button', { name: 'Paper 2 against another' }).click();
  await page
    .getByRole('radiogroup', { name: /^What Paper 2 stands against/ })
    .getByRole('radio')
    .click();
  const handle = page.getByRole('slider', { name: 'Score of Exam to try' });
  await handle.focus();
  await page.keyboard.press('End');
  await expect(page.getByText('With 120 of 120 on Exam, A takes 66 of 80 on Paper 2.')).toBeVisible();
  await page.keyboard.press('Home');
  await expect(page.getByText('With 0 of 120 on Exam, A takes more than 80 on Paper 2.')).toBeVisible();
  const box = (await handle.boundingBox())!;
  await page.mouse.move(box.x + 60, box.y + 80);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width - 2, box.y + 80, { steps: 4 });
  await page.mouse.up();
  await expect(page.getByText('With 120 of 120 on Exam, A takes 66 of 80 on Paper 2.')).toBeVisible();
  const table = page.getByRole('table', { name: 'Exam against Paper 2' });
  await expect(table.getByRole('row').last()).toContainText('66 of 80');
  await expectAccessible(page);
});

test('a rehearsal answers at once, is marked, kept, compared and thrown away, and the record is untouched', async ({
  page,
}) => {
  await signUpWith(page, POOLED);
  await openCourse(page, 'Rope Work');
  const record = async () =>
    page.evaluate(async () => (await (await fetch('/api/v1/courses')).json()) as unknown);
  const before = await record();
  await openPage(page, 'Reach');
  await page.getByLabel('Try a score on Paper 2').fill('72');
  const bar = page.getByRole('region', { name: 'Rehearsal' });
  await expect(bar.getByText('84.0 B → 86.7 B')).toHaveCount(2);
  await expect(page.getByText(/^A takes 95% on what is left: 114 more of the 120 points/)).toBeVisible();
  await expectAccessible(page);
  await page.getByLabel('Keep this rehearsal as').fill('Hopeful');
  await page.keyboard.press('Enter');
  const sideBySide = page.getByRole('list', { name: 'Rehearsals side by side' });
  await expect(sideBySide.getByRole('listitem')).toHaveCount(2);
  await page.getByLabel('Try a score on Paper 2').fill('abc');
  await expect(page.getByRole('alert')).toContainText('“abc” is no score');
  await page.getByLabel('Try a score on Paper 2').fill('mis');
  await expect(bar.getByText('84.0 B → 46.7 F')).toHaveCount(2);
  await page.getByRole('button', { name: 'Try another score on what is settled' }).click();
  await page.getByLabel('Try a score on Paper 1').fill('95');
  await page.getByRole('button', { name: 'as recorded: Paper 2' }).click();
  await expect(bar.getByText('84.0 B → 95.0 A')).toHaveCount(2);
  await page.getByLabel('Keep this rehearsal as').fill('If it is regraded');
  await page.keyboard.press('Enter');
  await expect(sideBySide.getByRole('listitem')).toHaveCount(3);
  await expectAccessible(page);
  // What is tried outlives the window; what was kept is at the server.
  await page.reload();
  await expect(bar.getByText('Paper 1 95')).toBeVisible();
  await bar.getByRole('button', { name: 'Throw away the rehearsal' }).click();
  await expect(bar).toBeHidden();
  await expect(page.getByLabel('Try a score on Paper 2')).toHaveValue('');
  await page.getByRole('button', { name: 'Take up Hopeful' }).click();
  await expect(page.getByLabel('Try a score on Paper 2')).toHaveValue('72');
  await page.getByRole('button', { name: 'Throw away Hopeful' }).click();
  await expect(sideBySide.getByRole('listitem')).toHaveCount(2);
  expect(await record()).toEqual(before);
  // On purpose, one by one.
  await page.getByRole('button', { name: 'record it: the try on Paper 2' }).click();
  await expect(bar).toBeHidden();
  await expect(page.getByRole('heading', { level: 1 })).toHaveAccessibleName('Rope Work: B, standing 86.7');
  await settled(page);
});

test.describe('what is out of sight of a rehearsal', () => {
  test.use({ viewport: { width: 390, height: 844 } });
  const bar = (page: Page) => page.getByRole('region', { name: 'Rehearsal' });
  const hours = (page: Page) =>
    page.getByRole('list', { name: 'Open pieces and how far each can move the course' });

  /** Tries full marks on the final exam; what the page said before of where an hour counts, which is out of sight. */
  async function tryFinal(page: Page): Promise<string> {
    const before = await hours(page).textContent();
    await page.getByLabel('Try a score on Final exam').fill('80');
    await expect(bar(page).getByText('Final exam 80')).toBeVisible();
    await expect(hours(page)).not.toBeInViewport();
    return before!;
  }

  test('follows when typing rests', async ({ page }) => {
    await signUp(page);
    await addSampleCourse(page);
    await openPage(page, 'Reach');
    const before = await tryFinal(page);
    await expect(hours(page)).not.toHaveText(before);
    await expect(hours(page)).not.toBeInViewport();
  });

  test('follows when somebody comes to it before', async ({ page }) => {
    await signUp(page);
    await addSampleCourse(page);
    await openPage(page, 'Reach');
    // No time passes: typing does not rest.
    await page.clock.pauseAt(new Date('2026-10-20T12:00:00Z'));
    const before = await tryFinal(page);
    await expect(hours(page)).toHaveText(before);
    await hours(page).scrollIntoViewIfNeeded();
    await expect(hours(page)).not.toHaveText(before);
  });
});

test('weights are tried, and what is open is left out, without touching the record', async ({ page }) => {
  await signUp(page);
  await addSampleCourse(page);
  await openPage(page, 'Reach');
  await page.getByRole('button', { name: 'Try other weights' }).click();
  await page.getByLabel('Try a weight on Seminar', { exact: true }).fill('60');
  const bar = page.getByRole('region', { name: 'Rehearsal' });
  await expect(bar.getByText(/88\.7 B\+ → 86\./).first()).toBeVisible();
  await bar.getByRole('button', { name: 'Throw away the rehearsal' }).click();
  await page.getByRole('button', { name: 'Try another score on what is settled' }).click();
  await page.getByRole('button', { name: 'without it: Discussion 1' }).click();
  await expect(bar.getByText('Discussion 1 without it')).toBeVisible();
  await expect(page.getByRole('heading', { level: 1 })).toHaveAccessibleName(/standing 88\.7/);
});

test('open pieces say where an hour counts', async ({ page }) => {
  await signUp(page);
  await addSampleCourse(page);
  await openPage(page, 'Reach');
  const list = page.getByRole('list', { name: 'Open pieces and how far each can move the course' });
  await expect(list.getByRole('listitem').first()).toContainText('Final exam');
  await expect(list.getByRole('listitem').first()).toContainText('75 of 80 brings A−, 4 more than usual.');
  await page.getByRole('radio', { name: 'What is nearest to A−' }).click();
  await expect(list.getByRole('listitem')).toHaveCount(2);
});

test('chances are simulated in a worker, follow what is assumed, and say when there is too little', async ({
  page,
}) => {
  await signUp(page);
  await addSampleCourse(page);
  await openPage(page, 'Reach');
  expect(page.workers()).toHaveLength(0);
  const started = page.waitForEvent('worker');
  await page.getByRole('button', { name: 'How the term may end' }).click();
  await started;
  const words = page.getByText(/^Half of the ends lie above/);
  await expect(words).toBeVisible();
  const usual = await words.textContent();
  const table = page.getByRole('table', { name: 'The chance of each letter' });
  await expect(table.getByRole('row').first()).toContainText(/^A\d+%$/);
  await page.getByRole('radio', { name: '6 more' }).click();
  await expect(words).not.toHaveText(usual!);
  await page
    .getByRole('radiogroup', { name: 'What effort brings' })
    .getByRole('radio', { name: 'As so far' })
    .click();
  await expect(words).toHaveText(usual!);
  await expectAccessible(page);
  // A newer question takes the place of the one that is being answered, and typing goes on meanwhile.
  const field = page.getByLabel('Try a score on Final exam');
  await field.pressSequentially('80');
  await expect(field).toHaveValue('80');
  await expect(words).not.toHaveText(usual!);

  await page.goto('/');
  await addCourse(page, POOLED);
  await openCourse(page, 'Rope Work');
  await openPage(page, 'Reach');
  await page.getByRole('button', { name: 'How the term may end' }).click();
  await expect(
    page.getByText('There is one score yet. A chance worth telling takes at least 4.'),
  ).toBeVisible();
});

test('Term tells where everything stands, what needs attention first, and the GPA of each outlook', async ({
  page,
}) => {
  await openSample(page);
  await expect(page.getByText(/^GPA forecast \d\.\d\d · floor \d\.\d\d · ceiling \d\.\d\d/)).toBeVisible();
  const cards = page.getByRole('link', { name: /can end|ends at/ });
  await expect(cards.first()).toContainText('92.7% on what is left');
  await expectAccessible(page);
});

test('a course that needs nothing says so and stands last, and one that the GPA leaves out is named', async ({
  page,
}) => {
  await signUp(page);
  const done = structuredClone(POOLED);
  done.title = 'All done';
  delete done.credits;
  for (const piece of done.root.children)
    if (piece.kind === 'assessment') Object.assign(piece, { status: 'scored', score: { percent: '95' } });
  await addCourse(page, done);
  await addCourse(page, POOLED);
  await expect(
    page.getByText(/^All that is listed is settled: A\. Work that is not listed yet/),
  ).toBeVisible();
  await expect(page.getByText(/Without All done \(no credits\)/)).toBeVisible();
  await expect(page.getByRole('link', { name: /can end|ends at/ }).first()).toContainText('Rope Work');
  await expectAccessible(page);
});

test('each part of the ribbon tells what it is', async ({ page }) => {
  await signUp(page);
  await addSampleCourse(page);
  const ribbon = page.getByRole('group', { name: 'Course points' });
  const part = ribbon.getByRole('button', { name: /^Field logs, 35 of 100/ });
  await part.click();
  await expect(
    // The parts add up to the whole, and a piece that is past due can bring no more than it would today.
    ribbon.getByText('Field logs, 35 of 100: 16.3 earned, 2.5 lost, 16.2 open.'),
  ).toBeVisible();
  await part.press('Enter');
  await expect(part).toHaveAttribute('aria-expanded', 'false');
  await expectAccessible(page);
});

test('a half that carries a letter has its own reach', async ({ page }) => {
  await openSample(page);
  await openCourse(page, 'Maritime Law');
  await openPage(page, 'Reach');
  await expect(page.getByRole('heading', { name: 'Other grades from the same scores' })).toBeVisible();
  await page.getByRole('button', { name: 'Second half: nothing yet' }).click();
  await expect(page.getByRole('heading', { name: 'What each letter takes' })).toHaveCount(2);
  await expectAccessible(page);
});
