import type { Course } from '@fidens/core';
import type { Page } from '@playwright/test';
import {
  addSampleCourse,
  expect,
  expectAccessible,
  fill,
  largeCourse,
  openCourse,
  openPage,
  openSample,
  record,
  settled,
  signUp,
  signUpWith,
  test,
  unfold,
} from './fidens';

test('says what an entry means and does before it is kept, and Escape leaves the record alone', async ({
  page,
}) => {
  await openSample(page);
  await openCourse(page, 'Coastal Ecology');
  await page.getByRole('button', { name: /^Eelgrass survey/ }).click();
  const field = page.getByLabel('Score of Eelgrass survey');
  await field.fill('18,5');
  await expect(page.getByText('18.5 of 20, 92.5%. 88.7 → 89.1, still B+')).toBeVisible();
  await field.fill('abc');
  await expect(page.getByRole('alert')).toContainText('“abc” is no score. Try 17.5, 17/20, 91%');
  await expect(page.getByRole('button', { name: 'Done' })).toBeDisabled();
  await expectAccessible(page);
  await page.keyboard.press('Escape');
  await expect(field).toBeHidden();
  await expect(page.getByRole('button', { name: /^Eelgrass survey: no score/ })).toBeVisible();
});

test('a half-typed score is kept when another piece is opened', async ({ page }) => {
  await signUp(page);
  await addSampleCourse(page);
  await page.getByRole('button', { name: /^Eelgrass survey/ }).click();
  await page.getByLabel('Score of Eelgrass survey').fill('16');
  await page.getByRole('button', { name: /^Tidal creek log/ }).click();
  await expect(page.getByRole('button', { name: /^Eelgrass survey: 16 \/ 20/ })).toBeVisible();
});

test('Scores are found as they were left, with what has changed meanwhile, and what was typed there is kept', async ({
  page,
}) => {
  await signUp(page);
  await addSampleCourse(page);
  const survey = page.getByRole('button', { name: /^Eelgrass survey/ });
  const field = page.getByLabel('Score of Eelgrass survey');
  await unfold(page, 'Narrow, order, choose many');
  await page.getByRole('radio', { name: 'By due day' }).click();
  await survey.click();
  await field.fill('16');
  await openPage(page, 'Reach');
  await expect(page.getByRole('heading', { name: 'Four outlooks' })).toBeVisible();
  await expect(field).toHaveCount(0);
  await openPage(page, 'Scores');
  await expect(survey).toHaveAccessibleName(/^Eelgrass survey: 16 \/ 20/);
  await expect(survey).toHaveAttribute('aria-expanded', 'false');
  await expect(page.getByRole('radio', { name: 'By due day' })).toBeChecked();
  // Once more in the same row, which has been left before.
  await survey.click();
  await field.fill('17');
  await openPage(page, 'Reach');
  await page.getByRole('button', { name: /^Undo: / }).click();
  await openPage(page, 'Scores');
  await expect(survey).toHaveAccessibleName(/^Eelgrass survey: 16 \/ 20/);
  await page.getByRole('button', { name: /^Undo: / }).click();
  await expect(survey).toHaveAccessibleName(/^Eelgrass survey: no score/);
  await settled(page);
  await expect(page.getByRole('dialog')).toHaveCount(0);
});

test('takes letters, states and fractions of another whole, and can be undone', async ({ page }) => {
  await signUp(page);
  await addSampleCourse(page);
  await record(page, 'Eelgrass survey', 'exc');
  await expect(page.getByRole('button', { name: /^Eelgrass survey: no score, excused/ })).toBeVisible();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByRole('button', { name: /^Eelgrass survey: no score, past due/ })).toBeVisible();
  await record(page, 'Tidal creek log', 'a-');
  await expect(page.getByRole('button', { name: /^Tidal creek log: A−/ })).toBeVisible();
  await page.getByRole('button', { name: /^Final exam: / }).click();
  await page.getByLabel('Score of Final exam').fill('50/100');
  // Enter leads to the question and not past it: nothing is stored before it is answered.
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: /^It is out of 100: 50 of 100/ })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Score of Final exam')).toBeHidden();
  await settled(page);
  await page.reload();
  await expect(page.getByRole('button', { name: /^Final exam: 50 \/ 100/ })).toBeVisible();
});

test('Record is one tap from anywhere, likeliest pieces first, and finds any', async ({ page }) => {
  await openSample(page);
  await page.getByRole('link', { name: 'Record' }).click();
  await expect(page.getByRole('button', { name: /Record a score/ }).first()).toHaveAccessibleName(
    /^Eelgrass survey/,
  );
  await expectAccessible(page);
  await page.getByLabel('Find a piece').fill('maritime arbitration');
  await page.getByRole('button', { name: /^Arbitration brief/ }).click();
  await page.getByLabel('Score of Arbitration brief').fill('40');
  await expect(page.getByText(/40 of 50, 80%/)).toBeVisible();
  await page.keyboard.press('Escape');
});

test('Loose ends are listed with what must be decided', async ({ page }) => {
  await openSample(page);
  await page.getByRole('link', { name: /^Loose ends, 5/ }).click();
  await expect(page.getByRole('heading', { name: 'Past due without a score' })).toBeVisible();
  await expect(page.getByRole('button', { name: /^Fog and soundings: no score, missing/ })).toBeVisible();
  await expectAccessible(page);
});

/** What the server has in a category of the only course. */
async function piecesOf(page: Page, category: string): Promise<object[]> {
  const courses = (await page.evaluate(async () => (await fetch('/api/v1/courses')).json())) as {
    document: Course;
  }[];
  const found = courses[0]!.document.root.children.find(({ name }) => name === category);
  return found?.kind === 'category' ? found.children : [];
}

/** A new student's sample course, with the form of a new piece open in its Seminar. */
async function newPieceForm(page: Page) {
  await signUp(page);
  await addSampleCourse(page);
  await page.getByRole('button', { name: 'Add a piece to Seminar' }).click();
  return page.getByRole('form', { name: 'New piece in Seminar' });
}

test('pieces are typed one after another by keyboard alone, each like the one before; Escape ends it', async ({
  page,
}) => {
  await signUp(page);
  await addSampleCourse(page);
  await page.getByRole('button', { name: 'Add a piece to Seminar' }).press('Enter');
  const form = page.getByRole('form', { name: 'New piece in Seminar' });
  await expect(form.getByLabel('Name')).toBeFocused();
  await page.keyboard.type('Salt marsh talk');
  await page.keyboard.press('Tab');
  await page.keyboard.press('Control+a');
  await page.keyboard.type('12,5');
  await page.keyboard.press('Enter');
  await expect(form.getByText('Added: Salt marsh talk.')).toBeVisible();
  await expect(form.getByLabel('Name')).toBeFocused();
  await page.keyboard.type('Dune talk');
  await page.keyboard.press('Enter');
  await expect(form.getByText('Added: Dune talk.')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(form).toBeHidden();
  await settled(page);
  expect(await piecesOf(page, 'Seminar')).toEqual(
    expect.arrayContaining([
      expect.objectContaining({ name: 'Salt marsh talk', possible: '12.5' }),
      expect.objectContaining({ name: 'Dune talk', possible: '12.5' }),
    ]),
  );
});

test('who types on at once types into the next piece, and who goes on at once to another field keeps the keyboard there', async ({
  page,
}) => {
  const form = await newPieceForm(page);
  await form.getByLabel('Name').fill('Salt marsh talk');
  // Keys that are pressed before any answer to those before.
  await Promise.all(['Enter', ...'Dune talk'].map((key) => page.keyboard.press(key)));
  await expect(form.getByText('Added: Salt marsh talk.')).toBeVisible();
  await expect(form.getByLabel('Name')).toHaveValue('Dune talk');
  // As soon as the next row stands the student is in its second field.
  await form.evaluate((frame) => {
    const observer = new MutationObserver(() => {
      if (!frame.textContent.includes('Added: Dune talk.')) return;
      observer.disconnect();
      frame.querySelector<HTMLElement>('[aria-label="Out of"]')!.focus();
      setTimeout(() => setTimeout(() => frame.setAttribute('data-left', 'alone')));
    });
    observer.observe(frame, { subtree: true, childList: true, characterData: true });
  });
  await page.keyboard.press('Enter');
  await expect(form).toHaveAttribute('data-left', 'alone');
  await expect(form.getByLabel('Out of')).toBeFocused();
});

test('a list that is pasted becomes pieces after it was read back, extra credit and days included', async ({
  page,
}) => {
  const form = await newPieceForm(page);
  await form.getByLabel('Name').evaluate((field) => {
    const clipboardData = new DataTransfer();
    clipboardData.setData('text/plain', 'Essay 1, 50, 2 Nov\nEssay 2, 40, tba\nMap, 5, extra credit');
    field.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }));
  });
  await expect(form.getByText('Essay 1 · out of 50 · due Mon 2 Nov 2026')).toBeVisible();
  await expect(form.getByText('Not understood, and left out: tba.')).toBeVisible();
  await expect(form.getByText('Map · out of 5 · extra credit')).toBeVisible();
  await expectAccessible(page);
  await form.getByRole('button', { name: 'Add 3 pieces' }).click();
  await form.getByRole('button', { name: 'Done' }).click();
  await settled(page);
  expect((await piecesOf(page, 'Seminar')).slice(-3)).toEqual([
    expect.objectContaining({ name: 'Essay 1', possible: '50', due: '2026-11-02T22:59:00Z' }),
    expect.objectContaining({ name: 'Essay 2', possible: '40' }),
    expect.objectContaining({ name: 'Map', possible: '5', extraCredit: true }),
  ]);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByRole('button', { name: /^Essay 2/ })).toBeHidden();
});

test('a new piece says what is wrong with it, and nothing is stored', async ({ page }) => {
  await openSample(page);
  await openCourse(page, 'Navigation');
  await page.getByRole('button', { name: 'Add a piece to Chart work' }).click();
  const form = page.getByRole('form', { name: 'New piece in Chart work' });
  await form.getByLabel('Out of').fill('0');
  await form.getByRole('button', { name: 'Add' }).click();
  await expect(form.getByText('Name must not be blank.')).toBeVisible();
  await expect(form.getByText('Out of must be above 0.')).toBeVisible();
  await openPage(page, 'Rules');
  await page.getByLabel('Weight of Chart work').fill('-5');
  await page.keyboard.press('Enter');
  await expect(page.getByText('A weight is a number from 0 up, such as 15 or 37.5.')).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Weight of Chart work')).toHaveValue('30');
});

test('the keyboard alone enters a whole category: Enter to the next, arrows between, Escape back', async ({
  page,
}) => {
  await signUp(page);
  await addSampleCourse(page);
  await page.getByRole('button', { name: /^Rock pool count/ }).click();
  await page.getByLabel('Score of Rock pool count').fill('17');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Score of Eelgrass survey')).toBeFocused();
  await page.keyboard.type('85%');
  await page.keyboard.press('ArrowDown');
  await expect(page.getByLabel('Score of Tidal creek log')).toBeFocused();
  await page.keyboard.type('1');
  await page.keyboard.press('ArrowUp');
  await expect(page.getByLabel('Score of Eelgrass survey')).toHaveValue('85%');
  await page.keyboard.press('ArrowDown');
  // What stands there is typed over, not gone on with.
  await expect(page.getByLabel('Score of Tidal creek log')).toHaveValue('1');
  await page.keyboard.type('19');
  await page.keyboard.press('Enter');
  // From the last of a category it goes on to what is open in the next.
  await expect(page.getByLabel('Score of Set 3 · tidal budgets')).toBeFocused();
  await page.getByRole('button', { name: /^Tidal creek log: 19 \/ 20/ }).click();
  await page.keyboard.type('5');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: /^Tidal creek log: 19 \/ 20/ })).toBeFocused();
  await expect(page.getByRole('button', { name: /^Eelgrass survey: 85%/ })).toBeVisible();
  await expect(page.getByRole('button', { name: /^Rock pool count: 17 \/ 20/ })).toBeVisible();
});

test('lateness is shown as arithmetic and can be waived with a reason; extension, note and the others are kept', async ({
  page,
}) => {
  await signUp(page);
  await addSampleCourse(page);
  await page.getByRole('button', { name: /^Mudflat transect/ }).click();
  await page.getByRole('button', { name: 'More of Mudflat transect' }).click();
  await page.getByRole('radio', { name: 'Late by days' }).click();
  await fill(page, 'Days late, Mudflat transect', '2');
  await expect(page.getByText('Recorded 17.5 of 20, 87.5%')).toBeVisible();
  await expect(page.getByText('Late: less 2 × 5% of what is possible: 15.5 of 20, 77.5%')).toBeVisible();
  await page.getByLabel('Extended for you to, Mudflat transect').fill('2026-01-01T10:00');
  await page.getByLabel('Note, Mudflat transect').click();
  await expect(page.getByText('must not be before the due moment', { exact: false })).toBeVisible();
  await page.getByRole('radio', { name: 'Waived' }).click();
  await expect(page.getByText('2 days late, waived: 17.5 of 20, 87.5%')).toBeVisible();
  await fill(page, 'Why, lateness of Mudflat transect is waived', 'The ferry did not run');
  await fill(page, 'Note, Mudflat transect', 'Redo the sketch');
  await fill(page, 'Average of the others in Mudflat transect', '14,5');
  await expectAccessible(page);
  await settled(page);
  await page.reload();
  await page.getByRole('button', { name: /^Mudflat transect/ }).click();
  await expect(page.getByText("late, waived · the others' average 14.5 · “Redo the sketch”")).toBeVisible();
});

test('in Record Enter goes on to the next likely piece, and the keys take back what was just recorded', async ({
  page,
}) => {
  await openSample(page);
  await page.getByRole('link', { name: 'Record' }).click();
  const rows = page.getByRole('button', { name: /Record a score$/ });
  const [first, second] = (
    await Promise.all([rows.nth(0), rows.nth(1)].map((row) => row.getAttribute('aria-label')))
  ).map((label) => label!.split(':')[0]!);
  await rows.nth(0).click();
  await expect(page.getByLabel(`Score of ${first}`)).toBeFocused();
  await page.keyboard.type('80%');
  await page.keyboard.press('Enter');
  const next = page.getByLabel(`Score of ${second}`);
  await expect(next).toBeFocused();
  // What is typed there is the field's own to take back; before anything is, the keys take back what was recorded.
  const before = await next.inputValue();
  await page.keyboard.type('7');
  await page.keyboard.press('Control+z');
  await expect(next).toHaveValue(before);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: new RegExp(`^${second}: `) }).click();
  await expect(next).toBeFocused();
  await page.keyboard.press('Control+z');
  await expect(page.getByText(`Taken back: ${first}: 80%`)).toBeVisible();
});

test('a piece that nobody has listed is made on the way to its score', async ({ page }) => {
  await openSample(page);
  await page.getByRole('link', { name: 'Record' }).click();
  await page.getByLabel('Find a piece').fill('Surprise quiz');
  await page.getByRole('button', { name: 'New piece in Maritime Law' }).click();
  await page.getByLabel('Score of Surprise quiz').fill('80');
  await page.keyboard.press('Enter');
  await expect(
    page.getByRole('button', { name: /^Surprise quiz: 80 \/ 100, 80%, no weight, not counted/ }),
  ).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: /^Undo: Surprise quiz: 80/ }).click();
  await page.getByRole('button', { name: /^Undo: Surprise quiz added/ }).click();
  await expect(page.getByRole('button', { name: /^Surprise quiz: / })).toBeHidden();
});

test('a notice stands at once: nothing fades for who asked for less motion', async ({ page }) => {
  await openSample(page);
  await openCourse(page, 'Coastal Ecology');
  await page.getByRole('button', { name: /^Eelgrass survey: / }).click();
  await page.getByLabel('Score of Eelgrass survey').fill('17');
  const seen = page.evaluate(
    () =>
      new Promise<string[]>((resolve) => {
        const found: string[] = [];
        const look = () => {
          const words = [...document.querySelectorAll('[aria-live]')];
          const notice = words.find(({ textContent }) => textContent.includes('Eelgrass survey: 17'));
          if (notice) found.push(getComputedStyle(notice).opacity);
          if (found.at(-1) === '1') resolve(found);
          else requestAnimationFrame(look);
        };
        look();
      }),
  );
  await page.keyboard.press('Enter');
  // It is there or not, and never in between.
  expect((await seen).filter((opacity) => opacity !== '0')).toEqual(['1']);
});

test('the Scores page says what is dropped now, narrows its list, and draws the standing over time', async ({
  page,
}) => {
  await signUp(page);
  await addSampleCourse(page);
  await expect(page.getByText('without Dune profile now', { exact: false })).toBeVisible();
  await page.getByRole('button', { name: 'Narrow, order, choose many' }).click();
  await page.getByRole('radio', { name: 'Without a score' }).click();
  await expect(page.getByRole('button', { name: /^Mudflat transect/ })).toBeHidden();
  await expect(page.getByRole('button', { name: /^Eelgrass survey/ })).toBeVisible();
  await page.getByRole('radio', { name: 'Past due' }).click();
  await expect(page.getByRole('button', { name: /Record a score$/ })).toHaveCount(1);
  await page.getByRole('radio', { name: 'All' }).click();
  await page.getByRole('radio', { name: 'Weakest first' }).click();
  await expect(page.getByRole('button', { name: /Record a score$/ }).first()).toHaveAccessibleName(
    'Dune profile: 11 / 20, 55%, dropped, Field logs. Record a score',
  );
  await page.getByRole('radio', { name: 'By category' }).click();

  await page.getByRole('button', { name: 'The standing after each piece' }).click();
  await expect(page.getByText('Saltmarsh cores moved it most: up 1.5, from 86.9 to 88.3.')).toBeVisible();
  await expect(
    page.getByRole('img', { name: /^The standing went from 87\.5 to 88\.7 over 8 pieces/ }),
  ).toBeVisible();
  const table = page.getByRole('table', { name: 'The standing after each piece' });
  await expect(table.getByRole('row')).toHaveCount(9);
  await expect(table.getByRole('row').last()).toContainText('The school showed 83.6, beside');
  await expect(table.getByRole('row').nth(3)).toContainText('−1.4');
  await expectAccessible(page);
});

test('many pieces are chosen on the Scores page, changed together after their effect was seen, and undone', async ({
  page,
}) => {
  await signUp(page);
  await addSampleCourse(page);
  await page.getByRole('button', { name: 'Narrow, order, choose many' }).click();
  await page.getByRole('button', { name: 'Choose many to change together' }).click();
  await page.getByRole('checkbox', { name: /^Choose Mudflat transect/ }).click();
  await page.getByRole('checkbox', { name: /^Choose Saltmarsh cores/ }).click();
  const chosen = page.getByRole('region', { name: 'What is chosen' });
  await chosen.getByRole('button', { name: 'Change 2 pieces together' }).click();
  await expectAccessible(page);
  await chosen.getByRole('radio', { name: 'Missing' }).click();
  await expect(chosen.getByText('88.7 B+ → 64.4 D')).toBeVisible();
  await expect(page.getByRole('heading', { level: 1 })).toHaveAccessibleName(/B\+, standing 88\.7/);
  await chosen.getByRole('button', { name: 'Keep' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveAccessibleName(/D, standing 64\.4/);
  await page.getByRole('button', { name: /^Undo: The rules are changed/ }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveAccessibleName(/B\+, standing 88\.7/);
  await chosen.getByRole('button', { name: 'Choose none' }).click();
  await chosen.getByRole('button', { name: 'One by one again' }).click();
  await expect(page.getByRole('button', { name: /^Mudflat transect: 17\.5/ })).toBeVisible();
});

test('a score is recorded in three taps from anywhere', async ({ page }) => {
  await openSample(page);
  await page.getByRole('link', { name: 'Record' }).click();
  await page
    .getByRole('button', { name: /Record a score$/ })
    .first()
    .click();
  await page.keyboard.type('80%');
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByText(/: 80% · standing [A-F]/)).toBeVisible();
  await page
    .getByRole('button', { name: /^Undo: / })
    .first()
    .click();
});

test('a course of 300 pieces with long names draws what is in sight and is worked through with the keyboard', async ({
  page,
}) => {
  await signUpWith(page, largeCourse(300));
  await openCourse(page, 'Three hundred');
  const rows = page.getByRole('button', { name: /Record a score$/ });
  await expect(rows.first()).toBeVisible();
  expect(await rows.count()).toBeLessThan(60);
  await page.getByRole('button', { name: /^Piece 1 of/ }).click();
  for (let piece = 1; piece <= 40; piece += 1) {
    await expect(page.getByLabel(`Score of Piece ${piece} of`, { exact: false })).toBeFocused();
    await page.keyboard.type('9');
    await page.keyboard.press('Enter');
  }
  await expect(page.getByLabel('Score of Piece 41 of', { exact: false })).toBeInViewport();
  await expect(page.getByRole('button', { name: /^Piece 40 of .*: 9 \/ 10/ })).toBeVisible();
  // The field that is worked in stays while the list scrolls on.
  await page.keyboard.type('7');
  await page.getByRole('button', { name: /^Piece 40 of/ }).hover();
  await page.mouse.wheel(0, 6000);
  await expect(page.getByRole('button', { name: /^Piece (6|7|8|9|1[0-4])[0-9] of/ }).nth(5)).toBeInViewport();
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Score of Piece 42 of', { exact: false })).toBeFocused();
  const overflow = await page.evaluate(
    () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
  );
  expect(overflow).toBe(0);
  await expectAccessible(page);
  await settled(page);
});
