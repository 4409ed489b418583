import type { Page } from '@playwright/test';
import { extractText } from 'unpdf';
import {
  addCourse,
  addSampleCourse,
  coursePage,
  expect,
  largeCourse,
  openCourse,
  openPage,
  openSample,
  PAGES,
  row,
  settled,
  signOut,
  signUp,
  signUpWith,
  test,
  throughViews,
} from '../fidens';

/** Words that are cut off: what is larger than what it stands in, and cannot be scrolled. */
function cutWords(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    const scrolls = (element: Element) => /auto|scroll/.test(getComputedStyle(element).overflowY);
    return Array.from(document.querySelectorAll('[role="main"] *'))
      .filter((element) => {
        const own = Array.from(element.childNodes).some(
          (child) => child.nodeType === Node.TEXT_NODE && child.textContent!.trim() !== '',
        );
        if (!own || !element.checkVisibility() || element.closest('[aria-hidden="true"]')) return false;
        const { overflowX, overflowY } = getComputedStyle(element);
        const clips = /hidden|clip/.test(overflowX + overflowY) && !scrolls(element);
        return (
          clips &&
          element.clientWidth > 2 &&
          (element.scrollWidth > element.clientWidth + 1 || element.scrollHeight > element.clientHeight + 1)
        );
      })
      .map((element) => element.textContent.slice(0, 60));
  });
}

test('with the text spacing of 1.4.12 nothing is cut on the narrowest phone', async ({ page }) => {
  await page.setViewportSize({ width: 320, height: 640 });
  await openSample(page);
  await throughViews(page, async (view) => {
    await page.addStyleTag({
      content:
        '* { line-height: 1.5 !important; letter-spacing: 0.12em !important; word-spacing: 0.16em !important }',
    });
    await expect.poll(() => cutWords(page), view).toEqual([]);
  });
});

test('names of any length can be read whole on the narrowest phone', async ({ page }) => {
  await page.setViewportSize({ width: 320, height: 640 });
  await signUpWith(page, largeCourse(6, 3));
  await openCourse(page, 'Three hundred');
  for (const name of PAGES) {
    await openPage(page, name);
    await expect.poll(() => cutWords(page), name).toEqual([]);
  }
});

test('at 400%, which is a screen of 320 by 256, a score is recorded by keyboard with the field in sight', async ({
  page,
}) => {
  await page.setViewportSize({ width: 320, height: 256 });
  await signUp(page);
  await addSampleCourse(page);
  const bar = (await page.getByRole('navigation', { name: 'Places' }).boundingBox())!;
  // Four fifths of the height are the page's.
  expect(bar.y).toBeGreaterThan(256 * 0.8);
  await row(page, /^Tidal creek log/).focus();
  await page.keyboard.press('Enter');
  const field = page.getByLabel('Score of Tidal creek log');
  await expect(field).toBeFocused();
  await expect(field).toBeInViewport({ ratio: 1 });
  const box = (await field.boundingBox())!;
  expect(box.y + box.height).toBeLessThanOrEqual(bar.y);
  await page.keyboard.type('17');
  await page.keyboard.press('Enter');
  await expect(row(page, /^Tidal creek log: 17 \/ 20/)).toBeVisible();
});

test('with forced colours the selected page, the place and the bars stay apart from their ground', async ({
  page,
}) => {
  await page.emulateMedia({ forcedColors: 'active' });
  await openSample(page);
  await openCourse(page, 'Coastal Ecology');
  await openPage(page, 'Reach');
  const line = (of: ReturnType<typeof coursePage>) =>
    of.evaluate((element) => {
      const marks = [element, ...Array.from(element.querySelectorAll('*'))].map((each) =>
        getComputedStyle(each),
      );
      return Math.max(...marks.map(({ borderBottomWidth }) => parseFloat(borderBottomWidth)));
    });
  expect(await line(coursePage(page, 'Reach'))).toBeGreaterThan(1);
  expect(await line(coursePage(page, 'Scores'))).toBe(0);
  // What is drawn keeps its colours: earned is not the ground.
  const fills = await page
    .getByRole('group', { name: 'Course points' })
    .locator('svg rect')
    .evaluateAll((bars) => new Set(bars.map((bar) => getComputedStyle(bar).fill)).size);
  expect(fills).toBeGreaterThan(2);
  await page.getByRole('button', { name: 'Your target' }).click();
  const chosen = page.getByRole('radio', { checked: true, name: 'A−' });
  const other = page.getByRole('radio', { checked: false, name: 'B+', exact: true });
  const frame = (of: typeof chosen) => of.evaluate((element) => getComputedStyle(element).borderTopWidth);
  expect(parseFloat(await frame(chosen))).toBeGreaterThan(parseFloat(await frame(other)));
});

for (const [width, height] of [
  [390, 844],
  [1280, 800],
] as const) {
  test(`on paper any page of a course is the course alone, from a screen of ${width} by ${height}`, async ({
    page,
  }) => {
    await page.setViewportSize({ width, height });
    await openSample(page);
    await openCourse(page, 'Coastal Ecology');
    for (const name of PAGES) {
      await openPage(page, name);
      const { text } = await extractText(new Uint8Array(await page.pdf({ format: 'A4' })), {
        mergePages: true,
      });
      for (const said of [
        'Coastal Ecology',
        'Where it stands',
        'The rules',
        'Every piece, and the working',
        'Mudflat transect',
        'Final exam',
      ])
        expect(text).toContain(said);
      for (const other of ['Maritime Law', 'Loose ends', 'Record', 'Add a piece', 'Your target'])
        expect(text).not.toContain(other);
    }
    // The screen is as it was.
    await expect(page.getByText('Where it stands')).toBeHidden();
    await expect(coursePage(page, 'Working')).toBeVisible();
  });
}

test('the focus never falls to nothing: from the door through pages, entries and steps, and out again', async ({
  page,
}) => {
  const heading = (name: RegExp | string) => page.getByRole('heading', { level: 1, name });
  const form = (name: string) => page.getByRole('form', { name, exact: true });
  await page.clock.setFixedTime('2026-10-20T12:00:00Z');
  await page.goto('/');
  await page.getByRole('button', { name: 'Make an account' }).click();
  await expect(page.getByLabel('Name')).toBeFocused();
  await page.keyboard.type('Ada Brook');
  await page.getByLabel('E-mail').fill(`focus${Date.now()}@saltmarsh.example`);
  await page.getByLabel('Password').fill('short');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Password')).toHaveAttribute('aria-invalid', 'true');
  await expect(page.getByLabel('Password')).toBeFocused();
  await page.getByLabel('Password').fill('salt and tide 9');
  await page.keyboard.press('Enter');
  await expect(heading('Term')).toBeFocused();
  await addSampleCourse(page);
  await heading(/Coastal Ecology/).evaluate((head) => head.setAttribute('data-drawn', 'once'));
  for (const name of ['Reach', 'Rules', 'Working', 'Scores'] as const) {
    await openPage(page, name);
    await expect(heading(/Coastal Ecology/)).toBeFocused();
    // The course is not drawn anew for another of its pages.
    await expect(heading(/Coastal Ecology/)).toHaveAttribute('data-drawn', 'once');
  }
  await row(page, /^Tidal creek log/).click();
  const field = page.getByLabel('Score of Tidal creek log');
  await field.fill('huh');
  await page.keyboard.press('Enter');
  await expect(field).toHaveAttribute('aria-invalid', 'true');
  await expect(field).toBeFocused();
  await field.fill('17');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Score of Set 3 · tidal budgets')).toBeFocused();
  await settled(page);
  await page.goto('/new-course');
  await expect(page.getByLabel('Title')).toBeFocused();
  await page.keyboard.type('Rope Work');
  await page.keyboard.press('Enter');
  await expect(heading('Its categories')).toBeFocused();
  await page.getByLabel('Name of a new category').fill('Knots 40');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Weight of Knots')).toBeVisible();
  await expect(page.getByLabel('Name of a new category')).toBeFocused();
  await settled(page);
  await page.goto('/you');
  await signOut(page);
  await expect(form('Sign in').getByLabel('E-mail')).toBeFocused();
  await page.keyboard.type('nobody@saltmarsh.example');
  await page.getByLabel('Password').fill('not the right one');
  await page.keyboard.press('Enter');
  await expect(page.getByText('This e-mail and password do not belong together.')).toBeVisible();
  await expect(page.getByLabel('Password')).toBeFocused();
});

test('what is heard of a course is whole: its scores, what each letter takes, and the working', async ({
  page,
}) => {
  await signUp(page);
  await addSampleCourse(page);
  await expect(page.getByRole('main')).toMatchAriaSnapshot(`
    - 'heading "Coastal Ecology: B+, standing 88.7" [level=1]'
    - group "Course points":
      - 'button "Field logs, 35 of 100: 16.3 earned, 2.5 lost, 16.2 open"'
      - 'button "Problem sets, 15 of 100: 8.7 earned, 1.1 lost, 5.2 open"'
      - 'button "Seminar, 10 of 100: 5 earned, 1 lost, 4 open"'
      - 'button "Final exam, 40 of 100: 0 earned, 0 lost, 40 open"'
      - 'button "Shore bird survey, extra credit: 0 earned, 0 lost, 2 open"'
    - navigation "Pages of this course":
      - link "Scores"
      - link "Reach"
      - link "Rules"
      - link "Working"
    - heading "Field logs" [level=2]
    - text: 90%
    - button "Pieces of Field logs" [expanded]
    - text: weight 35 · every piece equal · lowest one dropped · without Dune profile now
    - 'button "Mudflat transect: 17.5 / 20, 87.5%, 11 Sep, 5% of the course. Record a score"'
    - 'button "Dune profile: 11 / 20, 55%, dropped. Record a score"'
    - 'button "Saltmarsh cores: 18.5 / 20, 92.5%, 28 Sep, 5% of the course. Record a score"'
    - 'button "Rock pool count: 19 / 20, 90%, 1 day late, 5% of the course. Record a score"'
    - 'button "Eelgrass survey: no score, past due 4 days, 5% of the course. Record a score"'
    - 'button "Tidal creek log: no score, 24 Nov, 5% of the course. Record a score"'
    - text: 2 more pieces promised by the syllabus, 20 points each
  `);
  await openPage(page, 'Reach');
  await expect(page.getByRole('table', { name: 'What each letter takes on all open work' }))
    .toMatchAriaSnapshot(`
    - table "What each letter takes on all open work":
      - row "A more than Final exam alone can bring 95.8%":
        - rowheader "A"
        - cell "more than Final exam alone can bring"
        - cell "95.8%"
      - 'row "A− Final exam alone: 75 of 80 91.4%"':
        - rowheader "A−"
        - 'cell "Final exam alone: 75 of 80"'
        - cell "91.4%"
  `);
  await openPage(page, 'Working');
  await expect(page.getByRole('main')).toMatchAriaSnapshot(`
    - 'button "Field logs: result 90%, weight 35, adds 31.5, 58.33% of what counts so far"'
    - 'button "Problem sets: result 89.3%, weight 15, adds 13.4, 25% of what counts so far"'
    - 'button "Seminar: result 83.3%, weight 10, adds 8.33, 16.67% of what counts so far"'
    - 'button "Final exam: open" [disabled]'
    - 'button "Shore bird survey: open" [disabled]'
  `);
});

test('what is heard of the term is what stands there in words', async ({ page }) => {
  await openSample(page);
  await expect(page.getByRole('main')).toMatchAriaSnapshot(`
    - text: Autumn term · week 9 of 15
    - heading "Term" [level=1]
    - link "5 loose ends 1 past due without a score"
    - link "A− Wooden Boat Construction 90.5 standing · can end 46.7 to 97.9 A takes 92.7% on what is left, or 117 of 120 on Planking forecast A− · 6 credits"
    - link "B+ Coastal Ecology 88.7 standing · can end 30.0 to 97.5 A− your target, takes 91.4% on what is left, or 75 of 80 on Final exam forecast B+ · 4 credits"
  `);
});

for (const { timezoneId, locale, moment, past, today, day, week } of [
  // Just after midnight there, and still the day before in UTC.
  {
    timezoneId: 'Pacific/Auckland',
    locale: 'en-NZ',
    moment: '2026-10-18T11:05:00Z',
    past: '2026-10-18T10:59:00Z',
    today: '2026-10-19T10:59:00Z',
    day: '19 Oct',
    week: 'week 9 of 15',
  },
  // Just before midnight there, and the day after in UTC.
  {
    timezoneId: 'America/Los_Angeles',
    locale: 'en-US',
    moment: '2026-10-19T06:55:00Z',
    past: '2026-10-18T06:59:00Z',
    today: '2026-10-19T06:59:00Z',
    day: 'Oct 18',
    week: 'week 8 of 15',
  },
]) {
  test.describe(`in ${timezoneId}`, () => {
    test.use({ timezoneId, locale });
    test('weeks and days turn at midnight there, also after clocks were changed, and days are written as there', async ({
      page,
    }) => {
      await signUp(page);
      await page.evaluate(async () => {
        const [term] = (await (await fetch('/api/v1/terms')).json()) as { id: string }[];
        await fetch(`/api/v1/terms/${term!.id}`, {
          method: 'PUT',
          headers: { 'Content-Type': 'application/json' },
          body: JSON.stringify({ name: 'Autumn', startsOn: '2026-08-24', endsOn: '2026-12-04' }),
        });
      });
      const course = largeCourse(3);
      course.root.combine = 'points';
      course.root.children = [
        { kind: 'assessment', id: 'past', name: 'Late log', possible: '10', due: past },
        { kind: 'assessment', id: 'today', name: 'Last log', possible: '10', due: today },
      ];
      await page.clock.setFixedTime(moment);
      await addCourse(page, course);
      await expect(page.getByText(`Autumn · ${week}`)).toBeVisible();
      await openCourse(page, 'Three hundred');
      await expect(row(page, /^Late log: no score, past due 1 day/)).toBeVisible();
      await expect(row(page, new RegExp(`^Last log: no score, ${day}`))).toBeVisible();
    });
  });
}
