import type { Course } from '@fidens/core';
import { test as base, expect, type Page } from '@playwright/test';
import axeCore from 'axe-core';
import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { freePort, PrivatePostgres } from '../scripts/postgres.mjs';

const HOME = join(dirname(fileURLToPath(import.meta.url)), '..');

interface FidensOptions {
  /** The folder of the application, where it is not the one that was built. */
  readonly application?: string;
  /** Settings of the server beside the usual ones. */
  readonly settings?: Readonly<Record<string, string>>;
}

/** The folder of the built application. */
export const APPLICATION = join(HOME, 'client/dist');

/** Fidens as a student has it: the built application, its server and a database of its own. */
export class Fidens {
  readonly #application: string;
  readonly #settings: Readonly<Record<string, string>>;
  readonly #postgres = PrivatePostgres.temporary();
  #server: ChildProcess | undefined;
  #port = 0;

  constructor({ application = APPLICATION, settings = {} }: FidensOptions = {}) {
    this.#application = application;
    this.#settings = settings;
  }

  get url(): string {
    return `http://127.0.0.1:${this.#port}`;
  }

  async start(): Promise<void> {
    await this.#postgres.start();
    this.#port = await freePort();
    await this.startServer();
  }

  async startServer(): Promise<void> {
    const server = spawn(process.execPath, ['--import', 'tsx', join(HOME, 'server/src/main.ts')], {
      cwd: HOME,
      stdio: ['ignore', 'pipe', 'ignore'],
      env: {
        ...process.env,
        NODE_ENV: 'production',
        DATABASE_URL: this.#postgres.url,
        PORT: String(this.#port),
        SESSION_SECRET: 'only for tests',
        FIDENS_SAMPLE_DATA: 'on',
        FIDENS_APPLICATION: this.#application,
        ...this.#settings,
      },
    });
    this.#server = server;
    await once(server.stdout, 'data');
  }

  async stopServer(): Promise<void> {
    if (!this.#server) return;
    this.#server.kill('SIGTERM');
    await once(this.#server, 'exit');
    this.#server = undefined;
  }

  crashDatabase(): void {
    this.#postgres.stop('immediate');
  }

  restartDatabase(): void {
    this.#postgres.restart();
  }

  async stop(): Promise<void> {
    await this.stopServer();
    this.#postgres.remove();
  }
}

export const test = base.extend<object, { fidens: Fidens }>({
  fidens: [
    // oxlint-disable-next-line no-empty-pattern -- Playwright reads what a fixture needs from its first argument
    async ({}, use) => {
      const fidens = new Fidens();
      await fidens.start();
      await use(fidens);
      await fidens.stop();
    },
    { scope: 'worker', timeout: 1_200_000 },
  ],
  baseURL: async ({ fidens }, use) => use(fidens.url),
});

export { expect };

let students = 0;

/** The day on which every test takes place: the sample student's. */
const TODAY = '2026-10-20T12:00:00Z';

interface Account {
  readonly email: string;
  readonly password: string;
}

const newAccount = (): Account => ({
  email: `student${Date.now()}${(students += 1)}@saltmarsh.example`,
  password: 'salt and tide 9',
});

/** Makes an account and stands in its empty term. The form is `signUpByForm`'s: what it costs is spent where it is looked at. */
export async function signUp(page: Page, at = '/'): Promise<Account> {
  const account = await makeAccount(page, at);
  await openTerm(page, at);
  return account;
}

/** Makes an account that has a course as it stands in a course file, and stands in its term. */
export async function signUpWith(page: Page, document: Course): Promise<void> {
  await makeAccount(page);
  await keepCourse(page, document);
  await openTerm(page);
}

/** Makes an account for whom the browser is from now on; nothing is opened. */
export async function makeAccount(page: Page, at = '/'): Promise<Account> {
  const account = newAccount();
  // Below the address of the page, which is that of the test where no other is given.
  const made = await page.request.post(`${at.replace(/\/$/, '')}/api/v1/accounts`, {
    data: { name: 'Ada Brook', ...account },
  });
  expect(made.ok()).toBe(true);
  return account;
}

/** Opens the term of whom the browser knows, on the day on which every test takes place. */
async function openTerm(page: Page, at = '/'): Promise<void> {
  await page.clock.setFixedTime(TODAY);
  await page.goto(at);
  await expect(page.getByRole('heading', { name: 'Term' })).toBeVisible();
}

async function keepCourse(page: Page, document: Course): Promise<void> {
  const [term] = (await (await page.request.get('/api/v1/terms')).json()) as { id: string }[];
  const kept = await page.request.post('/api/v1/courses', { data: { termId: term!.id, document } });
  expect(kept.ok(), await kept.text()).toBe(true);
}

/** Makes an account through the form and stands in an empty term. */
export async function signUpByForm(page: Page): Promise<Account> {
  const account = newAccount();
  await page.clock.setFixedTime(TODAY);
  await page.goto('/');
  await page.getByRole('button', { name: 'Make an account' }).click();
  await page.getByLabel('Name').fill('Ada Brook');
  await page.getByLabel('E-mail').fill(account.email);
  await page.getByLabel('Password').fill(account.password);
  await page.getByRole('button', { name: 'Make the account' }).click();
  await expect(page.getByRole('heading', { name: 'Term' })).toBeVisible();
  return account;
}

/** Signs an account in on a device that has not seen it yet, and stands in its term. */
export async function signInAs(page: Page, account: Account): Promise<void> {
  await page.clock.setFixedTime(TODAY);
  await page.goto('/');
  await page.getByLabel('E-mail').fill(account.email);
  await page.getByLabel('Password').fill(account.password);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Term' })).toBeVisible();
}

/** A row of the Scores page by what is heard of it. */
export const row = (page: Page, name: RegExp) => page.getByRole('button', { name });

/** Signs out on the page of one's own. */
export async function signOut(page: Page): Promise<void> {
  // What is kept there comes from the server, and moves what stands below it.
  const kept = page.getByRole('list', { name: /^Your (grading scales|rule sheets)$/ });
  await expect(kept.or(page.getByText(/^None yet/))).toHaveCount(2);
  await page.getByRole('button', { name: 'Sign out', exact: true }).click();
}

/** The same student in a second browser, on the course of sample data. */
export async function otherDevice(
  page: Page,
  account: Account,
  options: { serviceWorkers?: 'allow' | 'block' } = {},
): Promise<Page> {
  const context = await page
    .context()
    .browser()!
    .newContext({
      baseURL: new URL(page.url()).origin,
      viewport: { width: 390, height: 844 },
      ...options,
    });
  const other = await context.newPage();
  await signInAs(other, account);
  await other.getByRole('link', { name: /Coastal Ecology/ }).click();
  await expect(row(other, /^Eelgrass survey/)).toBeVisible();
  return other;
}

/** Adds a course of sample data to an empty term, and stands on its Scores page with the server knowing it. */
export async function addSampleCourse(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Add a course of sample data' }).click();
  await expect(page.getByRole('heading', { level: 1, name: /Coastal Ecology/ })).toBeVisible();
}

/** Adds a course as it stands in a course file, and stands in the term. */
export async function addCourse(page: Page, document: Course): Promise<void> {
  await keepCourse(page, document);
  await page.goto('/');
}

/** A course of that many pieces with long names in three categories; of each the first ones have scores, the rest is open. */
export function largeCourse(pieces: number, scored = 0): Course {
  const names = ['Tide tables', 'Rope work', 'Sailmaking'];
  return {
    format: 'fidens-course',
    version: 1,
    title: 'Three hundred',
    scale: {
      bands: [
        { label: 'A', from: '90' },
        { label: 'B', from: '75' },
        { label: 'F', from: '0' },
      ],
    },
    root: {
      kind: 'category',
      id: 'course',
      name: 'Course',
      combine: 'weights',
      children: names.map((name, group) => ({
        kind: 'category',
        id: `g${group}`,
        name: `${name}, from the first day on the mudflats to the last in the loft`,
        weight: String([30, 30, 40][group]),
        combine: 'equal',
        drop: { lowest: 1 },
        children: Array.from({ length: pieces / 3 }, (_, index) => {
          const number = (group * pieces) / 3 + index + 1;
          return {
            kind: 'assessment' as const,
            id: `p${number}`,
            name: `Piece ${number} of the long series about ${name.toLowerCase()}, with everything that belongs to it`,
            possible: '10',
            ...(index < scored / 3 && {
              status: 'scored' as const,
              score: { points: String(6 + (number % 5)) },
            }),
          };
        }),
      })),
    },
  };
}

/** Begins a course by its title, in an empty term, and stands on the step of its categories. */
export async function beginCourse(page: Page, title: string): Promise<void> {
  await page.getByRole('link', { name: 'Set up a course' }).click();
  await page.getByLabel('Title').fill(title);
  await page.getByRole('button', { name: 'Next: its categories' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Its categories' })).toBeVisible();
}

/** The link to one of a course's pages. */
export function coursePage(page: Page, name: 'Scores' | 'Reach' | 'Rules' | 'Working') {
  return page.getByRole('navigation', { name: 'Pages of this course' }).getByRole('link', { name });
}

/** Leaves the steps of a course for its Rules page. */
export async function leaveSteps(page: Page, title: string): Promise<void> {
  await page.getByRole('link', { name: `Leave the steps of ${title}` }).click();
  await expect(coursePage(page, 'Rules')).toHaveAttribute('aria-current', 'page');
}

/** Opens the sample student's term. The button for it is pressed where it is looked at (ways.spec.ts). */
export async function openSample(page: Page): Promise<void> {
  const opened = await page.request.post('/api/v1/session/sample');
  expect(opened.ok()).toBe(true);
  await page.goto('/');
  await expect(page.getByText('Coastal Ecology').first()).toBeVisible();
}

/** Opens a course of the term by its title. */
export async function openCourse(page: Page, title: string): Promise<void> {
  await page
    .getByRole('link', { name: new RegExp(title) })
    .first()
    .click();
  await expect(page.getByRole('heading', { level: 1, name: new RegExp(title) })).toBeVisible();
}

/** Fills a field that keeps itself, and keeps it. */
export async function fill(page: Page, label: string, value: string): Promise<void> {
  await page.getByLabel(label, { exact: true }).fill(value);
  await page.keyboard.press('Enter');
}

export async function openPage(page: Page, name: 'Scores' | 'Reach' | 'Rules' | 'Working'): Promise<void> {
  await coursePage(page, name).click();
  await expect(coursePage(page, name)).toHaveAttribute('aria-current', 'page');
}

/** Opens the place for in and out on a course, as it is found: from its rules. */
export async function openFiles(page: Page): Promise<void> {
  await openPage(page, 'Rules');
  await page.getByRole('link', { name: 'In and out: files, paper, calendar' }).click();
  await expect(page.getByRole('heading', { name: 'Take out' })).toBeVisible();
}

/** Saves what a button saves, and gives the file's path. */
export async function save(page: Page, button: string): Promise<string> {
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: button, exact: true }).click();
  return (await download).path();
}

/** The pages of a course that have a way on top. */
export const PAGES = ['Scores', 'Reach', 'Rules', 'Working'] as const;

/** The main views of the sample student, each once it is there; from the term, by the ways that lead to them. */
export async function throughViews(page: Page, look: (view: string) => Promise<void>): Promise<void> {
  for (const [heading, ...ways] of [
    ['Term'],
    ['Loose ends', /^Loose ends/],
    ['Record', 'Record'],
    ['Noor Castellan', 'You'],
    ['Your account', 'Your account'],
    ['Terms', 'You', 'Terms and GPA'],
    ['In and out', 'You', 'In and out'],
    ['New course', 'Term', 'New course'],
  ] as const) {
    for (const name of ways) await page.getByRole('link', { name, exact: true }).first().click();
    await expect(page.getByRole('heading', { level: 1, name: heading })).toBeVisible();
    await look(heading);
  }
  await page.getByRole('link', { name: 'Term', exact: true }).click();
  await openCourse(page, 'Coastal Ecology');
  for (const name of PAGES) {
    await openPage(page, name);
    await look(name);
  }
  await page.goto(page.url().replace(/working.*$/, 'school'));
  await expect(page.getByRole('heading', { level: 1, name: /Coastal Ecology/ })).toBeVisible();
  await look('School');
}

/** Opens all fields of a category, a piece on its own or the whole on the Rules page, where they are not open. */
export async function openRules(page: Page, of: string): Promise<void> {
  const line = page.getByRole('button', { name: `Rules of ${of}`, exact: true });
  if ((await line.getAttribute('aria-expanded')) !== 'true') await line.click();
}

/** Opens something that is folded away under its title, where it is not open. */
export async function unfold(page: Page, title: string): Promise<void> {
  const fold = page.getByRole('button', { name: title, exact: true });
  if ((await fold.getAttribute('aria-expanded')) !== 'true') await fold.click();
}

/** Opens a piece's field, types an entry and is done. */
export async function record(page: Page, piece: string, entry: string): Promise<void> {
  const field = page.getByLabel(`Score of ${piece}`);
  // Enter has led on to it where the piece before it was recorded last.
  if (!(await field.isVisible()))
    await page.getByRole('button', { name: new RegExp(`^${piece}: .*Record a score`) }).click();
  await field.fill(entry);
  await page.keyboard.press('Enter');
  await expect(field).toBeHidden();
}

/** Waits until nothing is on its way to the server any more: until then it stands in the browser's own storage, and after a while is told of. */
export async function settled(page: Page): Promise<void> {
  // What ends when it goes away is a change in the next turn of the page.
  await page.evaluate(() => new Promise((resolve) => requestAnimationFrame(() => setTimeout(resolve, 50))));
  await page.waitForFunction(
    () => !Object.keys(localStorage).some((key) => key.startsWith('fidens.pending.')),
  );
  await expect(page.getByText(/^(Saving …|Not saved yet)/)).toHaveCount(0);
}

/**
 * Checks the screen as it is with axe.
 *
 * @param rules - the only ones that are asked for, where the others have been asked of the same screen
 */
export async function expectAccessible(page: Page, rules?: string[]): Promise<void> {
  // It is in the page already where another screen of the same page was looked at.
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axeCore.source);
  const violations = await page.evaluate(async (runOnly) => {
    const { axe } = window as unknown as { axe: typeof axeCore };
    const look = () =>
      // Of what passes nothing is told.
      axe.run(document, { resultTypes: ['violations'], preload: false, ...(runOnly && { runOnly }) });
    // It takes its time: what has changed meanwhile, as a notice that follows another, would be half the one and half the other.
    let hasChanged = false;
    const changes = new MutationObserver(() => {
      hasChanged = true;
    });
    changes.observe(document, { subtree: true, childList: true, attributes: true, characterData: true });
    let found = await look();
    while (hasChanged) {
      hasChanged = false;
      found = await look();
    }
    changes.disconnect();
    return found.violations.map(({ id, nodes }) => ({
      id,
      nodes: nodes.map(({ html, failureSummary }) => [html.slice(0, 200), failureSummary]),
    }));
  }, rules);
  expect(violations).toEqual([]);
}
