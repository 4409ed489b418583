import { chromium, type CDPSession, type Page } from '@playwright/test';
import { addCourse, coursePage, Fidens, largeCourse, makeAccount, openCourse } from '../../e2e/fidens';
import { median } from './median';

const PIECES = 300;
const KEYS = 21;

/** What the browser's main thread works for a key and for a page, on a course of 300 pieces, as a student has it. */
export async function screenBench(): Promise<void> {
  const fidens = new Fidens();
  await fidens.start();
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM_PATH ?? '/usr/bin/chromium-headless-shell',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
  try {
    for (const [size, viewport] of Object.entries(SIZES)) {
      const open = async () => {
        const page = await browser.newPage({ baseURL: fidens.url, viewport });
        // The compiler names nested functions with a helper that the page does not have.
        await page.addInitScript('globalThis.__name = (named) => named');
        return page;
      };
      const page = await open();
      // The page's own clock goes on: a stopped one would cost time of its own.
      await makeAccount(page);
      await addCourse(page, largeCourse(PIECES));
      await measurePage(page, size);
      await page.close();
      for (const pieces of [60, PIECES]) {
        const rehearsing = await open();
        await makeAccount(rehearsing);
        await addCourse(rehearsing, largeCourse(pieces, (pieces * 2) / 3));
        await measureRehearsal(rehearsing, pieces, size);
        await rehearsing.close();
      }
    }
  } finally {
    await browser.close();
    await fidens.stop();
  }
}

const SIZES = { phone: { width: 390, height: 844 }, wide: { width: 1280, height: 800 } };

async function measurePage(page: Page, size: string): Promise<void> {
  const session = await mainThread(page);
  const opened: number[] = [];
  for (let turn = 0; turn < 5; turn += 1) {
    await openCourse(page, 'Three hundred');
    await coursePage(page, 'Reach').click();
    await quiet(page);
    opened.push(await untilPainted(page));
    await page.goBack();
    await page.getByRole('link', { name: 'Term', exact: true }).click();
  }
  say('The Scores page painted from the cache', PIECES, size, opened);
  await openCourse(page, 'Three hundred');
  await page.getByRole('button', { name: /^Piece 1 of/ }).click();
  const typed: number[] = [];
  const recorded: number[] = [];
  for (let key = 0; key < KEYS; key += 1) {
    typed.push(await work(page, session, () => page.keyboard.type('8')));
    recorded.push(await work(page, session, () => page.keyboard.press('Enter')));
  }
  say('A key in a score field: all work of the page', PIECES, size, typed);
  say('Enter: recorded, and on to the next', PIECES, size, recorded);
  await measureTasks(page, size);
}

/** The longest task of the page: for so long nothing else is answered. */
async function measureTasks(page: Page, size: string): Promise<void> {
  const [keys, enters]: [number[], number[]] = [[], []];
  for (let key = 0; key < KEYS / 3; key += 1) {
    keys.push(await longestTask(page, () => page.keyboard.type('8')));
    enters.push(await longestTask(page, () => page.keyboard.press('Enter')));
  }
  say('A key in a score field: the longest task', PIECES, size, keys);
  say('Enter: the longest task', PIECES, size, enters);
  await page.keyboard.press('Escape');
  for (const name of ['Reach', 'Rules', 'Working', 'Scores'] as const) {
    const opened: number[] = [];
    for (let turn = 0; turn < 5; turn += 1) {
      await coursePage(page, name === 'Scores' ? 'Rules' : 'Scores').click();
      opened.push(await longestTask(page, () => coursePage(page, name).click()));
    }
    say(`${name} is opened: the longest task`, PIECES, size, opened);
  }
}

interface TraceEvent {
  readonly name: string;
  readonly pid: number;
  readonly tid: number;
  /** Microseconds. */
  readonly dur?: number;
  readonly args: { readonly name?: string };
}

/** Milliseconds of the longest task of the page's main thread, from an act until the page rests again. */
async function longestTask(page: Page, act: () => Promise<void>): Promise<number> {
  await quiet(page);
  const browser = page.context().browser()!;
  await browser.startTracing(page, { categories: ['toplevel'] });
  await act();
  await quiet(page);
  const { traceEvents } = JSON.parse(String(await browser.stopTracing())) as { traceEvents: TraceEvent[] };
  const threadOf = ({ pid, tid }: TraceEvent) => `${pid} ${tid}`;
  const main = new Set(traceEvents.filter(({ args }) => args.name === 'CrRendererMain').map(threadOf));
  const tasks = traceEvents.filter((event) => event.name.endsWith('RunTask') && main.has(threadOf(event)));
  return Math.max(...tasks.map(({ dur = 0 }) => dur / 1000));
}

async function measureRehearsal(page: Page, pieces: number, size: string): Promise<void> {
  const session = await mainThread(page);
  await openCourse(page, 'Three hundred');
  await coursePage(page, 'Reach').click();
  await page
    .getByLabel(/^Try a score on/)
    .first()
    .click();
  const answered: Answered[] = [];
  const typed: number[] = [];
  await page.keyboard.type('5');
  for (let key = 0; key < KEYS; key += 1) {
    await quiet(page);
    const answer = untilAnswered(page);
    typed.push(await work(page, session, () => page.keyboard.type(String((key % 4) + 1))));
    answered.push(await answer);
    await page.keyboard.press('Backspace');
  }
  const [bar, all] = [answered.map((times) => times.bar), answered.map((times) => times.all)];
  const rested: number[] = [];
  for (let score = 0; score < KEYS / 3; score += 1) {
    rested.push(await work(page, session, () => scoreTyped(page, String((score % 4) + 1), '7')));
    await scoreTyped(page, 'Backspace', 'Backspace');
  }
  say('A key in a rehearsal, until its bar answers', pieces, size, bar);
  say('A key in a rehearsal, until all in sight answers', pieces, size, all);
  say('A key in a rehearsal: all work of the page', pieces, size, typed);
  say('Two keys in a rehearsal and a rest: all work', pieces, size, rested);
}

/** Longer than what is out of sight waits for a rest. */
const REST = 1500;

/** Keys as a hand presses them, and a rest. */
async function scoreTyped(page: Page, ...keys: readonly string[]): Promise<void> {
  for (const key of keys) {
    await page.keyboard.press(key);
    await page.waitForTimeout(200);
  }
  await page.waitForTimeout(REST);
}

function say(what: string, pieces: number, size: string, milliseconds: readonly number[]): void {
  console.log(
    `${`${what}, ${pieces} pieces, ${size}`.padEnd(68)} ${median(milliseconds).toFixed(1).padStart(10)} ms`,
  );
}

/** Milliseconds from a key's input until the bar on top says what it does, and until nothing in the page changes any more. */
interface Answered {
  readonly bar: number;
  readonly all: number;
}

function untilAnswered(page: Page): Promise<Answered> {
  return page.evaluate(
    () =>
      new Promise<Answered>((resolve) => {
        let begun = 0;
        let last = 0;
        addEventListener('beforeinput', () => (begun = performance.now()), { capture: true, once: true });
        const changes = { subtree: true, characterData: true, childList: true };
        const every = new MutationObserver(() => (last = performance.now()));
        every.observe(document.body, changes);
        const first = new MutationObserver(() => {
          const bar = performance.now() - begun;
          first.disconnect();
          const rest = (seen: number) =>
            requestAnimationFrame(() =>
              requestAnimationFrame(() =>
                requestIdleCallback(() => {
                  if (seen !== last) return rest(last);
                  every.disconnect();
                  resolve({ bar, all: last - begun });
                }),
              ),
            );
          rest(0);
        });
        first.observe(document.querySelector('[aria-label="Rehearsal"]') ?? document.body, changes);
      }),
  );
}

/** From the press of the page's link to the frame that shows the first piece. */
function untilPainted(page: Page): Promise<number> {
  return page.evaluate(
    () =>
      new Promise<number>((resolve) => {
        const begun = performance.now();
        document.querySelector<HTMLElement>('[aria-label="Pages of this course"] a')!.click();
        const look = () => {
          if (!document.querySelector('[aria-label^="Piece 1 of"]')) return requestAnimationFrame(look);
          return requestAnimationFrame(() => resolve(performance.now() - begun));
        };
        look();
      }),
  );
}

/** Tells of the page's main thread, by the processor's time that it has had: what others took of the machine meanwhile is not counted. */
async function mainThread(page: Page): Promise<CDPSession> {
  const session = await page.context().newCDPSession(page);
  await session.send('Performance.enable', { timeDomain: 'threadTicks' });
  return session;
}

/** Milliseconds that the page's main thread works until it rests again: script, style, layout and paint. */
async function work(page: Page, session: CDPSession, act: () => Promise<void>): Promise<number> {
  await quiet(page);
  const before = await taskMilliseconds(session);
  await act();
  await quiet(page);
  return (await taskMilliseconds(session)) - before;
}

async function taskMilliseconds(session: CDPSession): Promise<number> {
  const { metrics } = await session.send('Performance.getMetrics');
  return metrics.find(({ name }) => name === 'TaskDuration')!.value * 1000;
}

/** Until two frames have passed and nothing was left to do. */
function quiet(page: Page): Promise<void> {
  return page.evaluate(
    () =>
      new Promise<void>((resolve) =>
        requestAnimationFrame(() => requestAnimationFrame(() => requestIdleCallback(() => resolve()))),
      ),
  );
}
