import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createInterface } from 'node:readline';
import { readConfiguration } from '../src/configuration';
import { migrate, openDatabase } from '../src/database';
import { temporaryPostgres, type TemporaryPostgres } from './temporary-postgres';

const MAIN = join(__dirname, '../src/main.ts');
const SECRET = 'a secret that only tests know';

let postgres: TemporaryPostgres;
beforeAll(async () => {
  postgres = await temporaryPostgres();
});
afterAll(() => postgres.remove());

/** One server process, as `npm start` starts it. */
function start(url: string): ChildProcess {
  return spawn(process.execPath, ['--import', 'tsx', MAIN], {
    env: { ...process.env, DATABASE_URL: url, SESSION_SECRET: SECRET, PORT: '0', FIDENS_SAMPLE_DATA: 'on' },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
}

/** The first line that a process says and that matches; or its end. */
async function says(child: ChildProcess, stream: 'stdout' | 'stderr', wanted: RegExp): Promise<string> {
  for await (const line of createInterface({ input: child[stream]! })) if (wanted.test(line)) return line;
  throw new Error(`It ended without saying ${wanted}.`);
}

async function stop(child: ChildProcess): Promise<number | null> {
  child.kill('SIGTERM');
  const [code] = (await once(child, 'exit')) as [number | null];
  return code;
}

describe('server processes', () => {
  it('that start together on an empty database all come up, and stop in order', async () => {
    const started = Array.from({ length: 3 }, () => start(postgres.url));
    await Promise.all(started.map((child) => says(child, 'stdout', /listens on/)));
    expect(await Promise.all(started.map(stop))).toEqual([0, 0, 0]);
  });

  it('come up where one that was killed while it migrated has left its mark', async () => {
    await migrate(postgres.url);
    const database = openDatabase(postgres.url);
    await database('knex_migrations_lock').delete();
    await database('knex_migrations_lock').insert([{ is_locked: 1 }, { is_locked: 1 }]);
    await Promise.all([migrate(postgres.url), migrate(postgres.url)]);
    expect(Number((await database('knex_migrations').count())[0]!.count)).toBeGreaterThan(0);
    await database.destroy();
  });

  it('wait for a database that is not there yet, and say so', async () => {
    const other = await temporaryPostgres();
    await other.crash();
    const child = start(other.url);
    expect(await says(child, 'stderr', /./)).toMatch(/cannot be reached yet .*waiting for it/);
    await other.restart();
    await says(child, 'stdout', /listens on/);
    expect(await stop(child)).toBe(0);
    await other.remove();
  });

  it('say which setting is wrong where the database does not let them in', async () => {
    const wrong = new URL(postgres.url);
    wrong.password = 'another';
    const child = start(wrong.href);
    expect(await says(child, 'stderr', /./)).toMatch(/DATABASE_URL has a user and password/);
  });

  it('keep their records to an ordinary role, which nobody has without its password', async () => {
    const database = openDatabase(postgres.url);
    const { rows } = await database.raw('select rolsuper from pg_roles where rolname = current_user');
    expect(rows).toEqual([{ rolsuper: false }]);
    await database.destroy();
    const open = new URL(postgres.url);
    open.password = '';
    const stranger = openDatabase(open.href);
    await expect(stranger.raw('select 1')).rejects.toThrow(/password/);
    await stranger.destroy();
  });
});

describe('what the environment tells a server', () => {
  const right = { DATABASE_URL: 'postgres://fidens@127.0.0.1:5432/fidens', SESSION_SECRET: SECRET };
  const refusal = (setting: NodeJS.ProcessEnv) => {
    try {
      readConfiguration({ ...right, ...setting });
      return '';
    } catch (error) {
      return (error as Error).message;
    }
  };

  it('has defaults for all but the database and the secret', () => {
    expect(readConfiguration(right)).toEqual({
      databaseUrl: right.DATABASE_URL,
      port: 4310,
      host: '127.0.0.1',
      sessionSecret: SECRET,
      sessionSecretBefore: undefined,
      sampleData: false,
      migrates: true,
      waiting: 200,
      patience: 15_000,
      metricsPort: undefined,
      secureCookies: false,
      trustProxy: false,
      connections: 14,
      mail: undefined,
      applicationFolder: undefined,
    });
    expect(readConfiguration({ ...right, FIDENS_TRUST_PROXY: '2' }).trustProxy).toBe(2);
  });

  it.each<[string, NodeJS.ProcessEnv]>([
    ['DATABASE_URL', { DATABASE_URL: 'hello' }],
    ['DATABASE_URL', { DATABASE_URL: 'mysql://root@127.0.0.1/fidens' }],
    ['DATABASE_URL', { DATABASE_URL: '' }],
    ['SESSION_SECRET', { SESSION_SECRET: 'x' }],
    ['PORT', { PORT: '70000' }],
    ['FIDENS_SAMPLE_DATA', { FIDENS_SAMPLE_DATA: 'yes' }],
    ['FIDENS_MIGRATE', { FIDENS_MIGRATE: 'later' }],
    ['FIDENS_WAITING', { FIDENS_WAITING: '0' }],
    ['FIDENS_PATIENCE', { FIDENS_PATIENCE: 'long' }],
    ['FIDENS_METRICS_PORT', { FIDENS_METRICS_PORT: '70000' }],
    ['FIDENS_TRUST_PROXY', { FIDENS_TRUST_PROXY: 'everybody' }],
    [
      'FIDENS_MAIL',
      { FIDENS_MAIL: 'mail.example', FIDENS_MAIL_FROM: 'a@b.example', FIDENS_ADDRESS: 'https://b.example' },
    ],
    ['FIDENS_ADDRESS', { FIDENS_MAIL: 'smtp://127.0.0.1', FIDENS_MAIL_FROM: 'a@b.example' }],
    ['FIDENS_CONNECTIONS', { FIDENS_CONNECTIONS: '1' }],
    ['FIDENS_APPLICATION', { FIDENS_APPLICATION: mkdtempSync(join(tmpdir(), 'fidens-empty-')) }],
  ])('is refused in a sentence that names %s where that is wrong', (name, setting) => {
    expect(refusal(setting)).toMatch(new RegExp(`^${name} (must be|is not set)`));
  });
});
