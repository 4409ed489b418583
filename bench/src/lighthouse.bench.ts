import { chromium, type Browser } from '@playwright/test';
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { fileURLToPath } from 'node:url';
import { createInterface } from 'node:readline';
import { freePort } from '../../scripts/postgres.mjs';
import { Fidens } from '../../e2e/fidens';
import { BLANK, cookiesOf } from './load.bench';
import { median } from './median';

const JUDGE = fileURLToPath(new URL('../lighthouse/visit.mjs', import.meta.url));
const TURNS = 5;

/** What Lighthouse says of one visit; milliseconds, and of the machine how fast it was meanwhile (a usual desk has 1500 and more). */
interface Judged {
  readonly performance: number;
  readonly largestPaint: number;
  readonly blocked: number;
  readonly shift: number;
  readonly machine: number;
}

/** Why Lighthouse says nothing of one. */
interface Failed {
  readonly failed: string;
}

/** What Lighthouse says of a first visit on a phone, beside a blank page of the same stack. */
export async function lighthouseBench(): Promise<void> {
  const blank = new Fidens({ application: BLANK });
  const ours = new Fidens();
  await Promise.all([blank.start(), ours.start()]);
  const port = await freePort();
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM_PATH ?? '/usr/bin/chromium-headless-shell',
    args: ['--no-sandbox', '--disable-gpu', `--remote-debugging-port=${port}`],
  });
  try {
    const pages = [
      { name: 'a blank page', url: blank.url },
      { name: 'signing in', url: `${ours.url}/sign-in` },
      { name: 'the term', url: ours.url, cookie: await cookieOf(browser, ours.url) },
    ];
    const visits = Array.from({ length: TURNS }, () => pages).flat();
    const judged = await judge(port, visits);
    pages.forEach(({ name }, index) =>
      say(
        name,
        judged.filter((_, turn) => turn % pages.length === index),
      ),
    );
  } finally {
    await browser.close();
    await Promise.all([blank.stop(), ours.stop()]);
  }
}

async function cookieOf(browser: Browser, url: string): Promise<string> {
  const cookies = await cookiesOf(browser, url);
  return cookies.map(({ name, value }) => `${name}=${value}`).join('; ');
}

async function judge(
  port: number,
  visits: readonly { url: string; cookie?: string }[],
): Promise<(Judged | Failed)[]> {
  const child = spawn(process.execPath, [JUDGE], { stdio: ['pipe', 'pipe', 'inherit'] });
  child.stdin.end(JSON.stringify({ port, visits }));
  const ended = once(child, 'exit') as Promise<[number | null]>;
  const found: (Judged | Failed)[] = [];
  for await (const line of createInterface({ input: child.stdout }))
    found.push(JSON.parse(line) as Judged | Failed);
  const [code] = await ended;
  if (code !== 0) throw new Error(`Lighthouse ended with ${code}.`);
  return found;
}

function say(name: string, visits: readonly (Judged | Failed)[]): void {
  const judged = visits.filter((found) => 'performance' in found);
  if (judged.length === 0) {
    const failed = visits.find((found) => 'failed' in found);
    console.log(`${`Lighthouse, mobile, of ${name}:`.padEnd(60)}nothing: ${failed?.failed}`);
    return;
  }
  const of = (figure: keyof Judged) => judged.map((found) => found[figure]).sort((a, b) => a - b);
  const performance = of('performance');
  console.log(
    [
      `Lighthouse, mobile, of ${name}: performance`.padEnd(60) +
        `${median(performance).toFixed(0)} (${performance[0]} to ${performance.at(-1)} in ${performance.length})`,
      `largest paint ${median(of('largestPaint')).toFixed(0)} ms`,
      `blocked ${median(of('blocked')).toFixed(0)} ms`,
      `shift ${median(of('shift')).toFixed(3)}`,
      `the machine at ${median(of('machine')).toFixed(0)}`,
    ].join(', '),
  );
}
