import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { dirname, join } from 'node:path';
import { createInterface } from 'node:readline';
import { fileURLToPath } from 'node:url';
import { freePort, PrivatePostgres } from '../../../scripts/postgres.mjs';

/** The checkout whose server is probed: this one, or another to compare with. */
const HOME = process.env.FIDENS_PROBED ?? join(dirname(fileURLToPath(import.meta.url)), '../../..');
const MAIN = join(HOME, 'server/src/main.ts');

/** Server processes on a database of their own, to be killed and started again. */
export class Servers {
  readonly postgres = PrivatePostgres.temporary();
  readonly #processes = new Map<number, ChildProcess>();

  /** Starts a server process on a port, and resolves to its address once it listens. */
  async start(port?: number): Promise<string> {
    const at = port ?? (await freePort());
    const child = spawn(process.execPath, ['--import', 'tsx', MAIN], {
      stdio: ['ignore', 'pipe', 'ignore'],
      cwd: HOME,
      env: {
        ...process.env,
        NODE_ENV: 'production',
        DATABASE_URL: this.postgres.url,
        SESSION_SECRET: 'a secret that only probes know',
        PORT: String(at),
      },
    });
    this.#processes.set(at, child);
    for await (const line of createInterface({ input: child.stdout })) if (/listens on/.test(line)) break;
    return `http://127.0.0.1:${at}`;
  }

  /** Kills a process as if it had crashed. */
  async kill(url: string): Promise<void> {
    const child = this.#processes.get(Number(new URL(url).port));
    if (!child || child.exitCode !== null || child.signalCode !== null) return;
    child.kill('SIGKILL');
    await once(child, 'exit');
  }

  async stop(): Promise<void> {
    for (const port of this.#processes.keys()) await this.kill(`http://127.0.0.1:${port}`);
    this.postgres.remove();
  }
}

/** A student's requests, with their cookie. */
export class Client {
  #cookie = '';

  constructor(readonly url: string) {}

  /** @returns the status and the body; status 0 where the server could not be reached */
  async ask(method: string, path: string, body?: unknown): Promise<{ status: number; body: never }> {
    try {
      const response = await fetch(`${this.url}/api/v1${path}`, {
        method,
        headers: {
          cookie: this.#cookie,
          ...(body !== undefined && { 'Content-Type': 'application/json' }),
        },
        ...(body !== undefined && { body: typeof body === 'string' ? body : JSON.stringify(body) }),
        signal: AbortSignal.timeout(20_000),
      });
      const cookies = response.headers.getSetCookie().map((cookie) => cookie.split(';')[0]);
      if (cookies.length > 0) this.#cookie = cookies.join('; ');
      const text = await response.text();
      return { status: response.status, body: (text === '' ? undefined : JSON.parse(text)) as never };
    } catch {
      return { status: 0, body: undefined as never };
    }
  }

  /** Asks until there is an answer that is no failure of the server's: what a client does with a change. */
  async insist(method: string, path: string, body: unknown): Promise<{ status: number; body: never }> {
    for (;;) {
      const answer = await this.ask(method, path, body);
      if (answer.status > 0 && answer.status < 500 && answer.status !== 429) return answer;
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
  }

  /** Makes an account and a course of so many pieces; gives the course's id. */
  async begin(name: string, pieces: number): Promise<string> {
    const email = `${name}@saltmarsh.example`;
    await this.insist('POST', '/accounts', { name, email, password: 'salt and tide 9' });
    return this.addCourse(pieces);
  }

  /** Makes a course of so many pieces; gives its id. */
  async addCourse(pieces: number): Promise<string> {
    const terms = (await this.insist('GET', '/terms', undefined)).body as { id: string }[];
    const id = crypto.randomUUID();
    await this.insist('POST', '/courses', { id, termId: terms[0]!.id, document: courseOf(pieces) });
    return id;
  }
}

function courseOf(pieces: number): object {
  const children = Array.from({ length: pieces }, (_, index) => ({
    kind: 'assessment',
    id: `p${index}`,
    name: `Piece ${index}`,
    possible: '10000',
  }));
  return {
    format: 'fidens-course',
    version: 1,
    title: 'Probed',
    scale: { bands: [{ label: 'F', from: '0' }] },
    root: { kind: 'category', id: 'root', name: 'Root', children },
  };
}

/** The change that gives a piece its next score, with what was seen. */
export function scoring(piece: string, before: number | undefined, after: number): object {
  const fields = (value: number) => ({ status: 'scored', score: { points: String(value) } });
  const seen = before === undefined ? { set: {}, unset: ['status', 'score'] } : { set: fields(before) };
  return {
    id: crypto.randomUUID(),
    edits: [{ op: 'set', id: piece, set: fields(after) }],
    seen: [{ op: 'set', id: piece, ...seen }],
  };
}
