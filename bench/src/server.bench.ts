import { pieces, type Course } from '@fidens/core';
import { createApplication, migrate, openDatabase } from '@fidens/server';
import autocannon from 'autocannon';
import express from 'express';
import { randomUUID } from 'node:crypto';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { BENCH_CONFIGURATION } from './configuration';
import { median } from './median';

const HOST = BENCH_CONFIGURATION.host;

/** The Term list and a change of a score, against bare Express routes that read one row and insert one, in the same run. */
export async function serverBench(): Promise<void> {
  const databaseUrl = process.env.DATABASE_URL!;
  await migrate(databaseUrl);
  const database = openDatabase(databaseUrl);
  const application = createApplication(database, { ...BENCH_CONFIGURATION, databaseUrl });
  const fidens = await listen(application.express);
  await database.raw('create table if not exists bench_rows (id uuid primary key, body json)');
  const bare = await listen(
    express()
      .get('/', async (_request, response) => {
        response.json(await database('users').first('id', 'name'));
      })
      .post('/', express.json(), async (request, response) => {
        const row = { id: randomUUID(), body: request.body as object };
        await database.transaction((transaction) => transaction('bench_rows').insert(row));
        response.json(row);
      }),
  );
  const cookie = await studentOfFive(fidens.url);
  const listed = await fetch(`${fidens.url}/api/v1/courses`, { headers: { cookie } });
  const courses = (await listed.json()) as StoredCourse[];
  const course = courses.find(({ document }) => pieces(document).length > 0);
  const etag = listed.headers.get('etag')!;
  const found = { row: [] as number[], list: [] as number[], unchanged: [] as number[] };
  for (let turn = 0; turn < TURNS; turn += 1) {
    const row = await measure(`${bare.url}/`);
    found.row.push(row);
    const list = `${fidens.url}/api/v1/courses`;
    found.list.push((await measure(list, { cookie })) / row);
    found.unchanged.push((await measure(list, { cookie, 'if-none-match': etag })) / row);
  }
  say('A bare Express route that reads one row', median(found.row), 'requests/s');
  say('The Term list: 5 courses, of the bare route', 100 * median(found.list), '%');
  say('The Term list where nothing has changed, of the bare route', 100 * median(found.unchanged), '%');
  const [insert, change] = await changes(bare.url, fidens.url, cookie, course!);
  say('A bare insert with a commit, p95', insert, 'ms');
  say('A change of a score, p95', change, 'ms');
  say('A change of a score, of the bare insert', change / insert, '×');
  // Connections of the load generator may still be open.
  for (const { server } of [fidens, bare]) {
    server.close();
    server.closeAllConnections();
  }
  await application.close();
  await database.destroy();
}

/** Makes an account with the five courses of the sample world; answers its cookie. */
async function studentOfFive(url: string): Promise<string> {
  const post = (path: string, body: unknown, cookie = '') =>
    fetch(`${url}/api/v1${path}`, {
      method: 'POST',
      headers: { cookie, 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
  const account = { name: 'Ada Brook', email: 'five@bench.example', password: 'salt and tide 9' };
  const cookie = (await post('/accounts', account)).headers.getSetCookie()[0]!.split(';')[0]!;
  const read = async (path: string) => (await fetch(`${url}/api/v1${path}`, { headers: { cookie } })).json();
  const [term] = (await read('/terms')) as { id: string }[];
  for (const document of (await read('/sample-courses')) as Course[]) {
    const made = await post('/courses', { termId: term!.id, document }, cookie);
    if (!made.ok) throw new Error(await made.text());
  }
  return cookie;
}

interface StoredCourse {
  readonly id: string;
  readonly version: number;
  readonly document: Course;
}

/** The machine is now faster and now slower: what is compared is measured in turn. */
const TURNS = 5;
const CHANGES = 300;

/** Milliseconds in which 95 of 100 are answered, one after the other and in turn: a bare insert, and a change of a score. */
async function changes(
  bare: string,
  fidens: string,
  cookie: string,
  course: StoredCourse,
): Promise<[number, number]> {
  const piece = pieces(course.document)[0]!;
  const times: [number[], number[]] = [[], []];
  let { version } = course;
  for (let turn = 0; turn < CHANGES; turn += 1) {
    const points = String(turn % 10);
    const change = {
      id: randomUUID(),
      edits: [{ op: 'set', id: piece.id, set: { status: 'scored', score: { points } } }],
      from: version,
    };
    times[0].push(await timed(() => send('POST', `${bare}/`, change, {})));
    times[1].push(
      await timed(async () => {
        const answer = await send('PATCH', `${fidens}/api/v1/courses/${course.id}`, change, {
          cookie,
          'if-match': `"${version}"`,
        });
        ({ version } = answer as StoredCourse);
      }),
    );
  }
  return [p95(times[0]), p95(times[1])];
}

async function send(
  method: string,
  url: string,
  body: unknown,
  headers: Record<string, string>,
): Promise<unknown> {
  const answer = await fetch(url, {
    method,
    headers: { ...headers, 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
  if (!answer.ok) throw new Error(await answer.text());
  return answer.json();
}

async function timed(run: () => Promise<unknown>): Promise<number> {
  const began = performance.now();
  await run();
  return performance.now() - began;
}

function p95(times: number[]): number {
  return times.sort((a, b) => a - b)[Math.floor(times.length * 0.95)]!;
}

function say(what: string, value: number, unit: string): void {
  console.log(`${what.padEnd(64)} ${value.toFixed(1).padStart(10)} ${unit}`);
}

async function listen(app: express.Express): Promise<{ server: Server; url: string }> {
  const server = await new Promise<Server>((resolve) => {
    const started: Server = app.listen(0, HOST, () => resolve(started));
  });
  return { server, url: `http://${HOST}:${(server.address() as AddressInfo).port}` };
}

/** Requests a second over two seconds from ten connections on this machine's loopback. */
async function measure(url: string, headers: Record<string, string> = {}): Promise<number> {
  const result = await autocannon({ url, connections: 10, duration: 2, headers });
  return result.requests.average;
}
