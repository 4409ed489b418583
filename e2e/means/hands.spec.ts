import type { Locator, Page } from '@playwright/test';
import {
  addSampleCourse,
  coursePage,
  expect,
  expectAccessible,
  openPage,
  openRules,
  signUp,
  test,
  unfold,
} from '../fidens';

/** The accessible name of what has the focus, as near as a page can tell it. */
const focused = (page: Page) =>
  page.evaluate(() => {
    const element = document.activeElement;
    return element?.getAttribute('aria-label') ?? element?.textContent ?? '';
  });

/** Tabs on to what has a name, as one does who has no pointer. */
async function tabTo(page: Page, name: string | RegExp): Promise<void> {
  const isThere = (text: string) => (typeof name === 'string' ? text === name : name.test(text));
  for (let stops = 0; stops < 150; stops += 1) {
    if (isThere(await focused(page))) return;
    await page.keyboard.press('Tab');
  }
  throw new Error(`No stop of the Tab key is called ${String(name)}.`);
}

test('by keyboard alone a course is set up, scores are recorded, a target is pinned and one is tried', async ({
  page,
}) => {
  await signUp(page);
  const press = async (name: string | RegExp) => {
    await tabTo(page, name);
    await page.keyboard.press('Enter');
  };
  const typed = async (text: string) => {
    await page.keyboard.type(text);
    await page.keyboard.press('Enter');
  };
  await press('Set up a course');
  await expect(page.getByLabel('Title')).toBeFocused();
  await typed('Coastal Ecology');

  await expect(page.getByRole('heading', { level: 1, name: 'Its categories' })).toBeFocused();
  await tabTo(page, 'Name of a new category');
  await typed('Field logs 35, Problem sets 15');
  await expect(page.getByLabel('Weight of Problem sets')).toBeVisible();
  await typed('Seminar 10, Final exam 40');
  await expect(page.getByText('The weights come to 100.')).toBeVisible();
  // The weights are typed down their column.
  await tabTo(page, 'Weight of Field logs');
  await typed('30');
  await expect(page.getByLabel('Weight of Problem sets')).toBeFocused();
  await typed('20');
  await expect(page.getByLabel('Weight of Seminar')).toBeFocused();
  await expect(page.getByText('The weights come to 100.')).toBeVisible();

  await press('Next: its pieces');
  await expect(page.getByRole('heading', { level: 1, name: 'Its pieces' })).toBeFocused();
  for (const [category, pieces] of [
    ['Field logs', ['Mudflat', 'Dune', 'Cores']],
    ['Problem sets', ['Set 1', 'Set 2']],
    ['Final exam', ['Exam']],
  ] as const) {
    await press(`Add pieces to ${category}`);
    for (const piece of pieces) {
      await expect(page.getByRole('textbox', { name: 'Name' })).toBeFocused();
      await typed(piece);
      await expect(page.getByText(`Added: ${piece}.`)).toBeVisible();
    }
    await page.keyboard.press('Escape');
    await expect(page.getByRole('button', { name: `Add pieces to ${category}` })).toBeFocused();
  }

  await press('Next: its scale and policies');
  await tabTo(page, 'The scale as text');
  await typed('A 93, B 83, C 70, F 0');
  await expect(page.getByLabel('Cut-off of B')).toHaveValue('83');
  await tabTo(page, 'Late loses nothing');
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('radio', { name: 'Late loses a part' })).toBeChecked();
  await expectAccessible(page);
  await press('Next: read it back');
  await press('Done: to its scores');

  await press(/^Mudflat: .*Record a score/);
  for (const score of ['90', '80', '70', '85', '95']) {
    await expect(page.getByRole('textbox', { name: /^Score of/ })).toBeFocused();
    await typed(score);
  }
  // 30 × 80 + 20 × 90, of 50.
  await expect(
    page.getByRole('heading', { level: 1, name: 'Coastal Ecology: B, standing 84.0' }),
  ).toBeVisible();
  await page.keyboard.press('Escape');

  await tabTo(page, 'Reach');
  await page.keyboard.press('Enter');
  await expect(coursePage(page, 'Reach')).toHaveAttribute('aria-current', 'page');
  await press('Your target');
  await tabTo(page, 'The next letter');
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('radio', { name: 'A', exact: true })).toBeChecked();
  await tabTo(page, 'Try a score on Exam');
  await page.keyboard.type('100');
  await expect(page.getByText(/^If .*Exam|rehears/i).first()).toBeVisible();
  await expect(
    page.getByRole('heading', { level: 1, name: 'Coastal Ecology: B, standing 84.0' }),
  ).toBeVisible();
});

/** Touches, counted; what is typed on the keys that a touch has brought up counts as typing. */
class Touches {
  count = 0;

  constructor(readonly page: Page) {}

  async tap(target: Locator): Promise<void> {
    this.count += 1;
    await target.tap();
  }

  async button(name: string | RegExp): Promise<void> {
    await this.tap(this.page.getByRole('button', { name, exact: true }));
  }

  async link(name: string): Promise<void> {
    await this.tap(this.page.getByRole('link', { name, exact: true }));
  }

  /** Taps a field and types into it, with Enter at the end. */
  async type(field: Locator, text: string): Promise<void> {
    await this.tap(field);
    await field.fill(text);
    await this.page.keyboard.press('Enter');
  }

  /** Lists the pieces of a category as they stand in a syllabus. */
  async pieces(category: string, lines: readonly string[]): Promise<void> {
    await this.button(category === '' ? 'Add a piece on its own' : `Add pieces to ${category}`);
    await this.button('A list of pieces');
    const list = this.page.getByRole('textbox', { name: /^A list of pieces/ });
    await this.tap(list);
    await list.fill(lines.join('\n'));
    await this.button(`Add ${lines.length} ${lines.length === 1 ? 'piece' : 'pieces'}`);
    await this.button('Done');
  }
}

/** What a newcomer taps at most, beside the typing, for a syllabus of four categories, twelve pieces, ten bands and late work. */
const MOST_TAPS = 40;

const TEN_BANDS = 'A 93, A− 90, B+ 87, B 83, B− 80, C+ 77, C 73, C− 70, D 60, F 0';

test('by touch a syllabus of four categories, twelve pieces, ten bands and late work takes few taps', async ({
  page,
}) => {
  await signUp(page);
  const touch = new Touches(page);
  await touch.link('Set up a course');
  await page.getByLabel('Title').fill('Coastal Ecology');
  await page.keyboard.press('Enter');
  await touch.type(
    page.getByLabel('Name of a new category'),
    'Field logs 35, Problem sets 15, Seminar 10, Exams 40',
  );
  await touch.button('Rules of Field logs');
  await touch.tap(
    page
      .getByRole('radiogroup', { name: 'How Field logs adds up' })
      .getByRole('radio', { name: 'Every piece equal' }),
  );
  await touch.type(page.getByLabel('Drop lowest, Field logs'), '1');
  await touch.link('Next: its pieces');
  await touch.pieces('Field logs', [
    'Mudflat, 20, 12 Sep',
    'Dune, 20, 26 Sep',
    'Cores, 20, 10 Oct',
    'Kelp, 20',
  ]);
  await touch.pieces('Problem sets', ['Set 1, 40', 'Set 2, 40', 'Set 3, 40']);
  await touch.pieces('Seminar', ['Talk, 10', 'Paper, 10', 'Reply, 10']);
  await touch.pieces('Exams', ['Midterm, 60', 'Final, 80']);
  await touch.link('Next: its scale and policies');
  await touch.type(page.getByLabel('The scale as text'), TEN_BANDS);
  await touch.tap(page.getByRole('radio', { name: 'Late loses a part' }));
  await touch.type(page.getByLabel('% a day, the course'), '5');
  await touch.link('Next: read it back');
  await expect(page.getByText('Late work loses 5% of what is possible each started day.')).toBeVisible();
  await expect(page.getByText('Listed in Exams: Midterm (of 60), Final (of 80).')).toBeVisible();
  await expectAccessible(page);
  await touch.link('Done: to its scores');
  await touch.tap(page.getByRole('button', { name: /^Mudflat: / }));
  await page.getByLabel('Score of Mudflat').fill('17.5');
  await page.keyboard.press('Enter');
  await expect(
    page.getByRole('heading', { level: 1, name: 'Coastal Ecology: B+, standing 87.5' }),
  ).toBeVisible();
  expect(touch.count).toBeLessThanOrEqual(MOST_TAPS);
});

/** Deletes or takes something by the keyboard, and sees that the focus has not fallen to the page's body. */
async function pressedAway(page: Page, name: string | RegExp): Promise<void> {
  const button = page.getByRole('button', { name }).first();
  await button.focus();
  await page.keyboard.press('Enter');
  await expect
    .poll(() =>
      page.evaluate(() => document.activeElement !== document.body && document.activeElement?.isConnected),
    )
    .toBe(true);
}

test('where what had the focus goes away, the nearest thing that is left has it', async ({ page }) => {
  await signUp(page);
  await addSampleCourse(page);
  await page.getByRole('button', { name: /^Eelgrass survey: / }).click();
  await unfold(page, 'More of Eelgrass survey');
  await pressedAway(page, 'Delete Eelgrass survey');
  await expect(page.getByRole('button', { name: /^Eelgrass survey: / })).toBeHidden();
  await expect(page.locator('body')).not.toBeFocused();

  await openPage(page, 'Rules');
  await openRules(page, 'Seminar');
  await pressedAway(page, 'Delete Seminar');
  await expect(page.locator('body')).not.toBeFocused();
});
