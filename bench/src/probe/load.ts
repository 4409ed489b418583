import proxy from 'http-proxy';
import { createServer, Agent as HttpAgent } from 'node:http';
import { once } from 'node:events';
import type { AddressInfo } from 'node:net';
import { Client, scoring, Servers } from './servers';

const PROCESSES = 4;
const STUDENTS = 50;
const SECONDS = 20;
/** Pieces of each course: a usual one, and the largest that anybody has. */
const PIECES = [40, 300];
/** Courses of each student. */
const COURSES = 5;

/**
 * Fifty students without pause on four processes behind a proxy that takes them in turn: each asks for its list, as a device does on
 * which another one's change is not known yet, and changes a score. In the end every change that was answered is there.
 */
export async function load(): Promise<string> {
  const told: string[] = [];
  for (const pieces of PIECES) told.push(await loadWith(pieces));
  return told.join(`\n${' '.repeat(11)}`);
}

async function loadWith(pieces: number): Promise<string> {
  const servers = new Servers();
  await servers.postgres.start();
  const urls: string[] = [];
  for (let process = 0; process < PROCESSES; process += 1) urls.push(await servers.start());
  const front = await inTurn(urls);
  const clients = Array.from({ length: STUDENTS }, () => new Client(front.url));
  const ids = await Promise.all(
    clients.map(async (client, index) => {
      const first = await client.begin(`load${index}`, pieces);
      for (let course = 1; course < COURSES; course += 1) await client.addCourse(pieces);
      return first;
    }),
  );
  const [changes, lists]: [number[], number[]] = [[], []];
  const refused: number[] = [];
  const made = await Promise.all(
    clients.map(async (client, index) => {
      let change = 0;
      let have = '';
      const until = performance.now() + SECONDS * 1_000;
      while (performance.now() < until) {
        const read = await timed(() => client.ask('GET', `/courses${have}`));
        if (read.status === 200) {
          const list = read.body as { id: string; version: number }[];
          have = `?have=${list.map(({ id, version }) => `${id}.${version}`).join()}`;
        }
        (read.status === 200 ? lists : refused).push(read.took);
        const edit = { ...scoring('p0', change === 0 ? undefined : change, change + 1), from: change + 1 };
        // What is refused as too much is sent again, as the application does.
        for (;;) {
          const write = await timed(() => client.ask('PATCH', `/courses/${ids[index]}`, edit));
          if (write.status === 200) {
            changes.push(write.took);
            break;
          }
          if (write.status > 0 && write.status < 500) throw new Error(`Student ${index}: ${write.status}`);
          refused.push(write.took);
        }
        change += 1;
      }
      return change;
    }),
  );
  for (const [index, client] of clients.entries()) {
    const { version } = (await client.insist('GET', `/courses/${ids[index]}`, undefined)).body as {
      version: number;
    };
    if (version !== made[index]! + 1)
      throw new Error(`Student ${index} has version ${version}, not ${made[index]! + 1}`);
  }
  front.close();
  await servers.stop();
  const all = changes.length + lists.length;
  const told = (times: number[]) => `${quantile(times, 0.5)} ms (p50), ${quantile(times, 0.95)} ms (p95)`;
  return `${STUDENTS} students with courses of ${pieces} pieces on ${PROCESSES} processes behind a proxy: ${(all / SECONDS).toFixed(0)} requests a second; a change ${told(changes)}, a list ${told(lists)}; ${refused.length} sent again`;
}

async function timed<T extends object>(ask: () => Promise<T>): Promise<T & { took: number }> {
  const began = performance.now();
  const answer = await ask();
  return { ...answer, took: performance.now() - began };
}

function quantile(times: readonly number[], part: number): string {
  const sorted = [...times].sort((a, b) => a - b);
  return (sorted[Math.floor(sorted.length * part)] ?? 0).toFixed(0);
}

/** A proxy that gives each request to the next process. */
async function inTurn(urls: readonly string[]): Promise<{ url: string; close: () => void }> {
  const agent = new HttpAgent({ keepAlive: true, maxSockets: 100 });
  const front = proxy.createProxyServer({ agent });
  front.on('error', (_error, _request, response) => {
    if ('writeHead' in response) response.writeHead(502).end();
  });
  let next = 0;
  const server = createServer((request, response) => {
    front.web(request, response, { target: urls[next++ % urls.length]! });
  }).listen(0, '127.0.0.1');
  await once(server, 'listening');
  return {
    url: `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
    close: () => {
      server.close();
      server.closeAllConnections();
      agent.destroy();
      front.close();
    },
  };
}
