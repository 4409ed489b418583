import {
  addSampleCourse,
  expect,
  expectAccessible,
  openCourse,
  openPage,
  openSample,
  settled,
  signUp,
  test,
  unfold,
} from './fidens';
import type { Course } from '@fidens/core';
import type { Page } from '@playwright/test';

const heading = (page: Page) => page.getByRole('heading', { level: 1 });
const termOf = (page: Page, name: string) => page.getByRole('region', { name, exact: true });
const toTerms = async (page: Page) => {
  await page.getByRole('link', { name: 'All terms' }).click();
  await expect(page).toHaveTitle('Terms – Fidens');
};

test('the next term begins with the rules of a course, an earlier one is opened, a course moves and goes back', async ({
  page,
}) => {
  await openSample(page);
  await toTerms(page);
  await unfold(page, 'Begin another term');
  await page.getByRole('checkbox', { name: 'Maritime Law' }).press('Space');
  const form = page.getByRole('form', { name: 'Another term' });
  await form.getByLabel('Name').fill('Summer term 2027');
  await form.getByLabel('First day').fill('2027-06-07');
  await form.getByLabel('Last day').fill('2027-06-01');
  await form.getByRole('button', { name: 'Begin it' }).click();
  await expect(page.getByText('Last day must not be before the first day.')).toBeVisible();
  await form.getByLabel('Last day').fill('2027-08-01');
  await form.getByRole('button', { name: 'Begin it' }).click();
  await expect(heading(page)).toHaveText('Summer term 2027');
  await page
    .getByRole('link', { name: /Maritime Law/ })
    .first()
    .click();
  await expect(heading(page)).toHaveAccessibleName(/Maritime Law: –/);

  await page.goto('/terms');
  await termOf(page, 'Spring term 2026').getByRole('link', { name: 'Open Spring term 2026' }).click();
  await expect(heading(page)).toHaveText('Spring term 2026');
  await expect(page.getByRole('button', { name: 'The grades that were given' })).toBeVisible();
  await expectAccessible(page);
  await openCourse(page, 'Shore Ecology');
  await openPage(page, 'Rules');
  await unfold(page, 'Its name, code and credits');
  await page.getByLabel('Its term').selectOption('First term');
  await expect(page.getByText('Shore Ecology moved to First term')).toBeVisible();
  await page.goto('/terms');
  await expect(termOf(page, 'First term')).toContainText('Shore Ecology');
  await page.goto('/terms');
  await expect(termOf(page, 'Autumn term')).toContainText('on now');
  await expectAccessible(page);
});

test('terms are put in another order, put away, renamed and deleted with their courses, and all of it is taken back', async ({
  page,
}) => {
  await openSample(page);
  await toTerms(page);
  const names = () => page.getByRole('heading', { level: 3 }).allTextContents();
  const before = await names();
  await page.getByRole('button', { name: 'Down, Spring term 2027' }).click();
  await expect.poll(names).toEqual([before[1], before[0], ...before.slice(2)]);
  await page.keyboard.press('ControlOrMeta+z');
  await expect.poll(names).toEqual(before);

  const spring = termOf(page, 'Spring term 2026');
  await spring.getByRole('button', { name: 'Put away, Spring term 2026' }).click();
  await expect(spring.getByText('put away', { exact: true })).toBeVisible();
  await page.keyboard.press('ControlOrMeta+z');
  await expect(spring.getByText('put away', { exact: true })).toBeHidden();

  await unfold(page, 'Name and days of Spring term 2026, or delete it');
  await spring.getByRole('button', { name: 'Delete Spring term 2026' }).click();
  await expect(spring.getByRole('alert')).toContainText('with its 2 courses and all their scores');
  await spring.getByRole('button', { name: 'Delete it with 2 courses' }).click();
  await expect(spring).toBeHidden();
  await page.getByRole('button', { name: 'Undo', exact: true }).first().click();
  await expect(termOf(page, 'Spring term 2026')).toContainText('Freehand Drawing');
});

test('the GPA of everything opens its working, says what it leaves out and why, and follows how it is wanted', async ({
  page,
}) => {
  await openSample(page);
  await toTerms(page);
  await unfold(page, 'How the GPA of everything is made');
  const table = page.getByRole('table', { name: 'The GPA of everything' });
  await expect(table.getByRole('row', { name: /^Knots and Lines, given A/ })).toContainText('1.5 × 4 = 6');
  await expect(page.getByText('Without Navigation and Tides: taken again later.')).toBeVisible();
  await expect(page.getByText('Without Harbour Choir: a mark that does not count.')).toBeVisible();
  await expect(page.getByText('= 3.04 standing')).toBeVisible();
  await unfold(page, 'How a GPA is computed');
  await page.getByRole('radio', { name: 'both', exact: true }).click();
  await expect(page.getByText('Without Navigation and Tides: taken again later.')).toBeHidden();
  await page.getByRole('radio', { name: '3 decimals' }).click();
  await expect(page.getByText(/= \d\.\d{3} standing/)).toBeVisible();
  await expectAccessible(page);
  await page.reload();
  await unfold(page, 'How the GPA of everything is made');
  await expect(page.getByText(/= \d\.\d{3} standing/)).toBeVisible();

  await unfold(page, 'A GPA for the end');
  await page.getByLabel('GPA in the end', { exact: true }).fill('3,5');
  await page.getByLabel('Credits that are left').fill('60');
  await expect(page.getByText(/They must bring \d\.\d{3} on average\./)).toBeVisible();
});

test('an earlier term is entered in lines, and stands beside the others', async ({ page }) => {
  await signUp(page);
  await addSampleCourse(page);
  await page.goto('/terms');
  await unfold(page, 'Enter an earlier term in lines');
  const form = page.getByRole('form', { name: 'An earlier term in lines' });
  await form.getByLabel('Name of the term').fill('Last year');
  await form
    .getByLabel('Courses, one a line: title, credits, grade')
    .fill('Coastal Ecology\t4\tC\nHarbour Walks, 1.5, Passed\n');
  await expect(form.getByRole('list', { name: 'As it is understood' })).toContainText(
    'Passed, which is no letter of the scale and does not count',
  );
  await form.getByRole('button', { name: 'Enter 2 courses' }).click();
  await expect(termOf(page, 'Last year')).toContainText('Coastal Ecology C, Harbour Walks Passed');
  await expect(termOf(page, 'Last year')).toContainText('put away');
  await unfold(page, 'Terms side by side');
  await page.getByRole('checkbox', { name: 'Last year' }).click();
  const row = page
    .getByRole('table', { name: 'Terms side by side' })
    .getByRole('row', { name: /^Coastal Ecology/ });
  await expect(row.getByRole('cell')).toHaveCount(2);
  await expect(row.getByRole('cell').first()).toContainText('C');
  await expect(row.getByRole('cell').last()).toContainText('B+');
  await expectAccessible(page);
  // What is over is not among what is worked on.
  await page.goto('/');
  await expect(page.getByText('Harbour Walks')).toBeHidden();
});

test('a GPA to aim for says which letters reach it, what each course must bring, and what is out; a way is pinned', async ({
  page,
}) => {
  await openSample(page);
  await unfold(page, 'A GPA to aim for');
  const field = page.getByRole('textbox', { name: 'GPA to aim for' });
  await field.fill('3.2');
  const ways = page.getByRole('list', { name: 'Letters that reach 3.2' });
  await expect(ways.getByRole('listitem').first()).toContainText('Coastal Ecology');
  await expect(
    page.getByText('Below that, the best of all others does not reach it.', { exact: false }),
  ).toBeVisible();
  // What an hour brings is the student's to say: where it brings much, the next letter comes first.
  const next = page.getByRole('list', { name: 'Next letters, most for an hour first' }).getByRole('listitem');
  const last = (await next.last().textContent())!;
  const title = ['Coastal Ecology', 'Wooden Boat', 'Maritime Law', 'Technical Drawing'].find((each) =>
    last.includes(each),
  )!;
  await next.last().getByRole('textbox').fill('60');
  await page.keyboard.press('Enter');
  await expect(next.first()).toContainText(title);
  await expectAccessible(page);
  const first = ways.getByRole('button', { name: /^Pin these letters/ }).first();
  const [letter] = (await first.getAttribute('aria-label'))!.replace('Pin these letters, ', '').split(' ');
  await first.click();
  await expect(page.getByText('5 targets pinned')).toBeVisible();
  await settled(page);
  await field.fill('4.9');
  await expect(page.getByText(/^4\.9 is out: even the best letters that are left come to/)).toBeVisible();
  const kept = (await (await page.request.get('/api/v1/courses')).json()) as { document: Course }[];
  const ecology = kept.find(({ document }) => document.title === 'Coastal Ecology')!.document;
  expect(ecology.target).toEqual({ label: letter });
});

test('the grades that were given are recorded in one pass; a mark that no rule computes is one, too', async ({
  page,
}) => {
  await openSample(page);
  await unfold(page, 'The grades that were given');
  await page.getByLabel('Given in Maritime Law').selectOption('A');
  await expect(page.getByText('That is not what the record comes to.')).toBeVisible();
  await page.getByLabel('Given in Technical Drawing').selectOption('another mark …');
  await page.getByLabel('Mark, Technical Drawing').fill('W');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('link', { name: /Technical Drawing/ }).first()).toContainText('given W');
  await expect(
    page.getByText('Technical Drawing (a mark that does not count)', { exact: false }),
  ).toBeVisible();
  await expectAccessible(page);
  await settled(page);
  await page.reload();
  await expect(page.getByRole('link', { name: /Maritime Law/ }).first()).toContainText('given A');
});
