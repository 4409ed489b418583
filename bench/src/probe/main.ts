import fc from 'fast-check';
import { forms } from './forms';
import { load } from './load';
import { plan } from './plan';
import { Client, scoring, Servers } from './servers';

/**
 * `npm run probe`: what takes minutes to try. Each probe says what it did and throws where a promise did not hold.
 */
const PROBES = { crashes, together, hostile, many, load, plan, forms };

interface Stored {
  version: number;
  document: { root: { children: { id: string; score?: { points: string } }[] } };
}

/** A thousand writes while server and database are killed at random moments: nothing lost, nothing doubled. */
async function crashes(): Promise<string> {
  const servers = new Servers();
  await servers.postgres.start();
  const url = await servers.start();
  const client = new Client(url);
  const id = await client.begin('crashes', 10);
  const [writes, deaths] = [1_000, 24];
  const when = new Set(Array.from({ length: deaths }, () => Math.floor(Math.random() * writes)));
  const last = new Map<string, number>();
  let dying = Promise.resolve();
  for (let write = 1; write <= writes; write += 1) {
    if (when.has(write)) {
      await dying;
      dying = Math.random() < 0.5 ? reviveServer() : reviveDatabase();
    }
    const piece = `p${write % 10}`;
    const { status, body } = await client.insist(
      'PATCH',
      `/courses/${id}`,
      scoring(piece, last.get(piece), write),
    );
    if (status !== 200) throw new Error(`Write ${write} was answered ${status}: ${JSON.stringify(body)}`);
    last.set(piece, write);
  }
  await dying;
  const { version, document } = (await client.insist('GET', `/courses/${id}`, undefined)).body as Stored;
  for (const { id: piece, score } of document.root.children)
    if (Number(score?.points) !== last.get(piece))
      throw new Error(`${piece} is ${score?.points}, not ${last.get(piece)}`);
  if (version !== writes + 1) throw new Error(`${version - 1} changes were recorded, not ${writes}`);
  await servers.stop();
  return `${writes} writes through ${when.size} crashes, each recorded once`;

  async function reviveServer(): Promise<void> {
    await servers.kill(url);
    await servers.start(Number(new URL(url).port));
  }
  async function reviveDatabase(): Promise<void> {
    servers.postgres.stop('immediate');
    servers.postgres.restart();
  }
}

/** Four processes that start at once on an empty database, some of them killed while they do: all that live come up. */
async function together(): Promise<string> {
  const rounds = 8;
  for (let round = 0; round < rounds; round += 1) {
    const servers = new Servers();
    await servers.postgres.start();
    const first = servers.start().catch(() => '');
    await new Promise((resolve) => setTimeout(resolve, Math.random() * 2_500));
    const others = [servers.start(), servers.start(), servers.start()];
    await servers.kill(await Promise.race([first, ...others]));
    const urls = await Promise.all(others);
    const alive = await Promise.all(urls.map((url) => new Client(url).ask('GET', '/session')));
    if (alive.filter(({ status }) => status === 200).length < 2)
      throw new Error(`Round ${round}: ${JSON.stringify(alive)}`);
    await servers.stop();
  }
  return `${rounds} rounds of four starts at once`;
}

const TEXTS = [
  '',
  ' ',
  'x',
  '\ud800',
  '\u0000',
  '__proto__',
  'constructor',
  'a'.repeat(20_000),
  '../..',
  '<script>',
  '‮',
  '0',
];
const VALUES = [
  null,
  true,
  -1,
  1e308,
  0.1,
  [],
  {},
  '08',
  '1e5',
  '-5',
  '9'.repeat(40),
  '2026-02-31T00:00:00Z',
  '9999-12-31T23:59:59-12:00',
  '0000-01-01T00:00:00Z',
  ...TEXTS,
];

/** Some 2,600 inputs that no student sends: none is our fault, and none changes anything of another's. */
async function hostile(): Promise<string> {
  const servers = new Servers();
  await servers.postgres.start();
  const url = await servers.start();
  const [victim, client] = [new Client(url), new Client(url)];
  const kept = await victim.begin('victim', 3);
  const id = await client.begin('hostile', 3);
  const before = JSON.stringify((await victim.ask('GET', `/courses/${kept}`)).body);
  const value = fc.oneof(fc.constantFrom<unknown>(...VALUES), fc.jsonValue());
  const fields = fc.dictionary(
    fc.constantFrom(
      'id',
      'name',
      'weight',
      'possible',
      'due',
      'late',
      'score',
      'status',
      'planned',
      'drop',
      'combine',
      'children',
      'kind',
      'note',
      'cap',
    ),
    value,
    { maxKeys: 6 },
  );
  const edit = fc.record(
    {
      op: fc.oneof(fc.constantFrom('set', 'add', 'remove', 'move', 'course'), value),
      id: fc.oneof(fc.constantFrom('p0', 'root'), value),
      parent: fc.oneof(fc.constantFrom('root'), value),
      before: value,
      set: fc.oneof(fields, value),
      unset: value,
      node: fc.oneof(fields, value),
    },
    { requiredKeys: ['op'] },
  );
  const request = fc.oneof(
    fc.tuple(
      fc.constant('PATCH'),
      fc.constantFrom(`/courses/${id}`, `/courses/${kept}`),
      fc.record({
        id: fc.oneof(fc.uuid(), value),
        edits: fc.array(edit, { maxLength: 4 }),
        seen: fc.array(edit, { maxLength: 4 }),
      }),
    ),
    fc.tuple(
      fc.constantFrom('POST', 'PUT', 'DELETE', 'PATCH'),
      fc.constantFrom(
        '/courses',
        '/terms',
        '/scales',
        '/rule-sheets',
        '/accounts',
        '/sweep',
        `/courses/${kept}`,
        `/scales/${kept}`,
        `/terms/${kept}`,
        `/courses/${id}/rehearsals/${kept}`,
      ),
      fc.oneof(
        fc.dictionary(
          fc.constantFrom(
            'id',
            'name',
            'termId',
            'document',
            'scale',
            'tries',
            'startsOn',
            'email',
            'password',
          ),
          value,
        ),
        value,
      ),
    ),
  );
  let asked = 0;
  await fc.assert(
    fc.asyncProperty(request, async ([method, path, body]) => {
      asked += 1;
      const { status } = await client.ask(method, path, body ?? null);
      if (status === 0 || status >= 500) throw new Error(`${method} ${path} was answered ${status}`);
    }),
    { numRuns: 2_600 },
  );
  if (JSON.stringify((await victim.ask('GET', `/courses/${kept}`)).body) !== before)
    throw new Error('Something of another student was changed.');
  await servers.stop();
  return `${asked} hostile inputs, none of them a fault of ours`;
}

/** Four processes and fifty students at once, each with changes of their own: all are there in the end. */
async function many(): Promise<string> {
  const servers = new Servers();
  await servers.postgres.start();
  const urls: string[] = [];
  for (let process = 0; process < 4; process += 1) urls.push(await servers.start());
  const [students, changes] = [50, 20];
  const clients = Array.from({ length: students }, (_, index) => new Client(urls[index % urls.length]!));
  const ids = await Promise.all(clients.map((client, index) => client.begin(`many${index}`, 12)));
  const began = performance.now();
  await Promise.all(
    clients.map(async (client, index) => {
      for (let change = 1; change <= changes; change += 1) {
        const seen = change === 1 ? undefined : change - 1;
        const { status } = await client.insist(
          'PATCH',
          `/courses/${ids[index]}`,
          scoring('p0', seen, change),
        );
        if (status !== 200) throw new Error(`Student ${index}, change ${change}: ${status}`);
      }
    }),
  );
  const seconds = (performance.now() - began) / 1_000;
  for (const [index, client] of clients.entries()) {
    const { version } = (await client.insist('GET', `/courses/${ids[index]}`, undefined)).body as Stored;
    if (version !== changes + 1) throw new Error(`Student ${index} has version ${version}`);
  }
  await servers.stop();
  return `${students} students on four processes, ${((students * changes) / seconds).toFixed(0)} changes a second`;
}

async function main(): Promise<void> {
  const wanted = process.argv.slice(2);
  for (const [name, probe] of Object.entries(PROBES)) {
    if (wanted.length > 0 && !wanted.includes(name)) continue;
    console.log(`${name.padEnd(10)} ${await probe()}`);
  }
}

main().catch((error: Error) => {
  console.error(error);
  process.exitCode = 1;
});
