import type { Page } from '@playwright/test';
import { PDFDocument, StandardFonts } from 'pdf-lib';
import { expect, expectAccessible, openPage, settled, signUp, test } from './fidens';

const TEXT = `ECO 210: Coastal Ecology
Fall 2026, 4 credits

Grading
Field logs (8, lowest one dropped): 35%
Problem sets: 15%
Quizzes (best 8 of 10) 10
Final exam: 40%

Late work loses 8% per day, after a grace period of three hours.
Missing work counts as zero.
A 93-100, B 83-92, C 73-82, D 60-72, F below 60
Participation may tip the balance.`;

const heading = (page: Page) => page.getByRole('heading', { level: 1 });
const take = (page: Page) => page.getByRole('button', { name: /^Take the \d+$/ });
const row = (page: Page, name: RegExp) => page.getByRole('button', { name });

async function pasteNew(page: Page, text: string, html?: string): Promise<void> {
  await page.goto('/new-course');
  await expect(page.getByRole('button', { name: 'Paste the syllabus' })).toBeVisible();
  await copy(page, text, html);
  await page.getByRole('button', { name: 'Paste the syllabus' }).click();
}

async function copy(page: Page, text: string, html?: string): Promise<void> {
  await page.evaluate(
    async ([plain, markup]) => {
      const item = new ClipboardItem({
        'text/plain': new Blob([plain!], { type: 'text/plain' }),
        ...(markup && { 'text/html': new Blob([markup], { type: 'text/html' }) }),
      });
      await navigator.clipboard.write([item]);
    },
    [text, html],
  );
}

async function pdfOf(pages: readonly string[]): Promise<Buffer> {
  const pdf = await PDFDocument.create();
  const font = await pdf.embedFont(StandardFonts.Helvetica);
  for (const text of pages) {
    const page = pdf.addPage([595, 842]);
    text
      .split('\n')
      .forEach((line, index) => page.drawText(line, { x: 60, y: 780 - index * 16, size: 11, font }));
  }
  return Buffer.from(await pdf.save());
}

test.beforeEach(async ({ context }) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
});

test('a pasted syllabus is asked about, put right and taken, and stays with the course', async ({ page }) => {
  await signUp(page);
  await pasteNew(page, TEXT);
  await expect(heading(page)).toHaveText(/facts read, 1 to decide/);
  await expectAccessible(page);

  // What is doubtful is asked first, with its words.
  const question = page.getByRole('region', { name: /Is 10 the weight of all quizzes/ });
  await expect(question).toContainText('Quizzes (best 8 of 10)');
  await question.getByRole('button', { name: '10% in all' }).click();
  await expect(heading(page)).toHaveText(/^\d+ facts read$/);

  // One fact is changed, another left out; what was not understood is named.
  await row(page, /^Field logs/).click();
  await page.getByRole('textbox', { name: 'Weight, %' }).fill('30');
  await page.keyboard.press('Enter');
  await expect(row(page, /^Field logs.*, 30$/)).toBeVisible();
  await page.getByRole('checkbox', { name: 'Take Problem sets' }).click();
  await expect(page.getByText('“Participation may tip the balance.”')).toBeVisible();

  // Leaving the page loses nothing of it.
  await page.reload();
  await expect(row(page, /^Field logs.*, 30$/)).toBeVisible();
  await expect(page.getByRole('checkbox', { name: 'Take Problem sets' })).not.toBeChecked();

  await take(page).click();
  await expect(heading(page)).toHaveAccessibleName(/Coastal Ecology/);
  await expect(page.getByText('8 more pieces promised by the syllabus, 100 points each')).toBeVisible();
  await expect(page.getByText('Problem sets')).toHaveCount(0);

  await openPage(page, 'Rules');
  await page.getByRole('button', { name: 'Its syllabus' }).click();
  await expect(page.getByText('looks like a rule, not understood')).toBeVisible();
  await expect(page.getByText('Participation may tip the balance.')).toBeVisible();
});

test('a page, a PDF and typed text are read alike; what says nothing is told', async ({ page }) => {
  await signUp(page);
  const html = `<h1>Coastal Ecology</h1><table><tr><td>Field logs</td><td>40%</td></tr><tr><td>Final exam</td><td>60%</td></tr></table>`;
  await pasteNew(page, 'Coastal Ecology\nField logs\n40%\nFinal exam\n60%', html);
  await expect(row(page, /^Field logs, 40$/)).toBeVisible();
  await expect(row(page, /^Final exam, 60$/)).toBeVisible();

  await page.getByRole('button', { name: 'Another text' }).click();
  const pages = ['Coastal Ecology\n\nField logs: 45%\nFinal exam: 55%', 'Late work loses 5% per day.'];
  const pdf = { name: 'syllabus.pdf', mimeType: 'application/pdf', buffer: await pdfOf(pages) };
  await page.getByLabel('A file with the syllabus').setInputFiles(pdf);
  await expect(row(page, /^Field logs, 45$/)).toBeVisible();
  await expect(row(page, /^Late work, loses 5% a day/)).toBeVisible();

  await page.getByRole('button', { name: 'Another text' }).click();
  const scan = { name: 'scan.pdf', mimeType: 'application/pdf', buffer: await pdfOf(['']) };
  await page.getByLabel('A file with the syllabus').setInputFiles(scan);
  await expect(page.getByRole('alert')).toContainText('is a PDF without text, such as a scan');

  await page.getByRole('button', { name: 'or type it off' }).first().click();
  await page
    .getByLabel(/^The syllabus,/)
    .fill('Half of the grade comes from the essays, the rest from a final exam.');
  await page.getByRole('button', { name: 'Read it' }).click();
  await expect(row(page, /^Essays, 50$/)).toBeVisible();

  await page.getByRole('button', { name: 'Another text' }).click();
  await copy(page, 'Die Noten kommen im Juli, und 20 % der Tage regnet es.');
  await page.getByRole('button', { name: 'Paste the syllabus' }).click();
  await expect(page.getByText('None of it was understood as the rules of a course.')).toBeVisible();
  await expect(take(page)).toHaveCount(0);
});

test('a new version shows what it changes and does, before it is kept and after it is taken back', async ({
  page,
}) => {
  await signUp(page);
  await pasteNew(page, TEXT.replace('Quizzes (best 8 of 10) 10', 'Quizzes (best 8 of 10) 10%'));
  await take(page).click();
  await expect(heading(page)).toHaveAccessibleName(/Coastal Ecology/);
  await settled(page);
  await openPage(page, 'Rules');
  await page.getByRole('button', { name: 'Its syllabus' }).click();
  await copy(page, TEXT.replace('35%', '30%').replace(') 10', ') 15%').replace('8% per day', '10% per day'));
  await page.getByRole('button', { name: 'Paste a new version' }).click();
  const change = page.getByRole('region', { name: 'What the new version changes' });
  await expect(change).toContainText('Field logs: weight');
  await expect(change).toContainText('35 → 30');
  await expect(change).toContainText('Quizzes: weight');
  await expect(change).not.toContainText('Problem sets');
  await change.getByRole('button', { name: 'Take it over' }).click();
  await settled(page);
  await expect(page.getByLabel('Weight of Field logs')).toHaveValue('30');
  await page.keyboard.press('Control+z');
  await expect(page.getByLabel('Weight of Field logs')).toHaveValue('35');
});

test('from paste to the first score takes far less than three minutes by the keystroke-level model', async ({
  page,
}) => {
  await signUp(page);
  await page.goto('/new-course');
  await copy(page, TEXT.replace('10) 10', '10) 10%'));
  await page.evaluate(() => {
    const counts = { clicks: 0, keys: 0 };
    (window as unknown as { counts: typeof counts }).counts = counts;
    addEventListener('click', () => (counts.clicks += 1), true);
    addEventListener('keydown', () => (counts.keys += 1), true);
  });
  await page.getByRole('button', { name: 'Paste the syllabus' }).click();
  await take(page).click();
  await expect(heading(page)).toHaveAccessibleName(/Coastal Ecology/);
  await page.getByRole('button', { name: 'Add a piece to Field logs' }).click();
  await page.keyboard.type('Mudflat log');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: /^Mudflat log: .*Record a score/ }).click();
  await page.keyboard.type('87');
  await page.keyboard.press('Enter');
  await expect(heading(page)).toHaveAccessibleName(/standing 87/);
  const { clicks, keys } = await page.evaluate(
    () => (window as unknown as { counts: { clicks: number; keys: number } }).counts,
  );
  expect(clicks).toBeGreaterThan(2);
  expect(keys).toBeGreaterThan(10);
  // Card, Moran and Newell: a key 0.28 s, pointing 1.1 s, a click 0.2 s, and 1.35 s of thought before each; half a minute to look it through.
  const seconds = keys * 0.28 + clicks * (1.1 + 0.2 + 1.35) + 30;
  expect(seconds).toBeLessThan(180);
});

test('looked through and taken by the keyboard alone', async ({ page }) => {
  await signUp(page);
  await page.goto('/new-course');
  await copy(page, TEXT);
  const focused = page.locator(':focus');
  const tabTo = async (name: RegExp, key = 'Tab') => {
    for (let stop = 0; stop < 60; stop += 1) {
      if (
        name.test(
          (await focused.getAttribute('aria-label').catch(() => null)) ??
            (await focused.textContent().catch(() => '')) ??
            '',
        )
      )
        return;
      await page.keyboard.press(key);
    }
    throw new Error(`Tab never came to ${String(name)}`);
  };
  await expect(page.getByLabel('Title', { exact: true })).toBeFocused();
  await tabTo(/^Paste the syllabus$/, 'Shift+Tab');
  await page.keyboard.press('Enter');
  await expect(heading(page)).toHaveText(/1 to decide/);
  await tabTo(/^10% in all$/);
  await page.keyboard.press('Enter');
  await expect(heading(page)).toHaveText(/^\d+ facts read$/);
  await tabTo(/^Take Problem sets$/);
  await page.keyboard.press(' ');
  await expect(page.getByRole('checkbox', { name: 'Take Problem sets' })).not.toBeChecked();
  await tabTo(/^Take the \d+$/);
  await page.keyboard.press('Enter');
  await expect(heading(page)).toHaveAccessibleName(/Coastal Ecology/);
  await expect(heading(page)).toBeFocused();
});
