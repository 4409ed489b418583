import { everyField } from '../../core/test/sample';
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import request from 'supertest';
import { createApplication, type Application } from '../src/application';
import type { Configuration } from '../src/configuration';
import { isUpToDate, migrate, openDatabase } from '../src/database';
import { openMetrics } from '../src/http/metrics';
import {
  change,
  configurationFor,
  PASSWORD,
  startHarness,
  store,
  student,
  type Agent,
  type Harness,
} from './harness';
import { temporaryPostgres } from './temporary-postgres';

const HOME = join(__dirname, '../..');

let harness: Harness;
beforeAll(async () => {
  harness = await startHarness();
}, 60_000);
afterAll(() => harness.stop());

const email = async (agent: Agent) =>
  (await agent.get('/api/v1/session').expect(200)).body.student.email as string;

/** Another process on the same database, for as long as it is needed. */
async function beside<T>(
  own: Partial<Configuration>,
  use: (application: Application) => Promise<T>,
): Promise<T> {
  const other = createApplication(harness.database, configurationFor(harness.postgres.url, own));
  try {
    return await use(other);
  } finally {
    await other.close();
  }
}

describe('the secret', () => {
  it('is replaced: what the one before has signed is believed as long as that is set', async () => {
    const [before, next] = ['only for tests', 'another secret, of today'];
    const agent = await student(harness);
    const { id } = await store(agent, everyField());
    const { path } = (await agent.put(`/api/v1/courses/${id}/feed`).send({}).expect(200)).body as {
      path: string;
    };
    const cookies = [
      (
        await agent
          .post('/api/v1/session')
          .send({ email: await email(agent), password: PASSWORD })
          .expect(200)
      ).headers['set-cookie'],
    ].flat() as string[];
    const signedIn = async ({ express }: Application) =>
      (await request(express).get('/api/v1/session').set('Cookie', cookies).expect(200)).body.student !==
      null;
    await beside({ sessionSecret: next, sessionSecretBefore: before }, async (both) => {
      expect(await signedIn(both)).toBe(true);
      await request(both.express).get(path).expect(200);
      const fresh = request.agent(both.express);
      await fresh
        .post('/api/v1/session')
        .send({ email: await email(agent), password: PASSWORD })
        .expect(200);
      // What is signed now is signed by the new one.
      const [feed] = (await fresh.get('/api/v1/feeds').expect(200)).body as { path: string }[];
      expect(feed!.path).not.toBe(path);
      await beside({ sessionSecret: next }, async (after) => {
        expect(await signedIn(after)).toBe(false);
        await request(after.express).get(path).expect(404);
        await request(after.express).get(feed!.path).expect(200);
      });
    });
  });
});

describe('a process that is asked too much', () => {
  it('answers at once that it is, with when to come back, and goes on with what it has begun', async () => {
    await beside({ waiting: 1 }, async ({ express }) => {
      const server = createServer(express).listen(0);
      const { port } = server.address() as AddressInfo;
      try {
        // A body that has not come yet holds the only place.
        const held = request(`http://127.0.0.1:${port}`)
          .post('/api/v1/session')
          .set('Content-Type', 'application/json')
          .set('Content-Length', '2');
        held.write('{');
        const other = async () => fetch(`http://127.0.0.1:${port}/api/v1/session`);
        let refused = await other();
        while (refused.status !== 503) refused = await other();
        expect(refused.headers.get('retry-after')).toBe('2');
        expect(await refused.json()).toMatchObject({ type: '/problems/busy', status: 503 });
        held.write('}');
        expect((await held).status).toBe(422);
        expect((await other()).status).toBe(200);
      } finally {
        server.close();
        server.closeAllConnections();
        await once(server, 'close');
      }
    });
  });
});

describe('the metrics', () => {
  it('tell requests by their routes, without an id, and what the database has', async () => {
    const metrics = openMetrics(harness.database);
    const application = createApplication(harness.database, configurationFor(harness.postgres.url), metrics);
    try {
      const agent = request.agent(application.express);
      await agent
        .post('/api/v1/accounts')
        .send({ name: 'Ada Brook', email: 'metrics@saltmarsh.example', password: PASSWORD })
        .expect(201);
      const { id } = await store(agent, everyField());
      await agent.get(`/api/v1/courses/${id}`).expect(200);
      await agent.get('/api/v1/courses/nothing').expect(404);
      const text = await metrics.registry.metrics();
      expect(text).toMatch(
        /fidens_request_seconds_count\{method="GET",route="\/api\/v1\/courses\/:courseId",status="200"\} 1/,
      );
      expect(text).toMatch(/fidens_database_waiting 0/);
      expect(text).toMatch(/fidens_migrations [1-9]\d/);
      for (const secret of [id, 'metrics@', 'Ada']) expect(text).not.toContain(secret);
    } finally {
      await application.close();
    }
  });
});

describe('migrations as a step of their own', () => {
  it('are waited for by a process that does not migrate', async () => {
    const postgres = await temporaryPostgres();
    const env = {
      ...process.env,
      DATABASE_URL: postgres.url,
      SESSION_SECRET: 'a secret that only tests know',
      PORT: '0',
      FIDENS_MIGRATE: 'off',
    };
    const server = spawn(process.execPath, ['--import', 'tsx', join(HOME, 'server/src/main.ts')], { env });
    try {
      let said = '';
      const says = async (wanted: string) => {
        while (!said.includes(wanted)) await new Promise((resolve) => setTimeout(resolve, 50));
      };
      for (const stream of [server.stdout, server.stderr])
        stream.on('data', (data) => (said += String(data)));
      await says('waiting for "npm run migrate"');
      expect(await isUpToDate(postgres.url)).toBe(false);
      const step = spawn(process.execPath, ['--import', 'tsx', join(HOME, 'server/src/migrate.ts')], { env });
      expect((await once(step, 'exit'))[0]).toBe(0);
      expect(await isUpToDate(postgres.url)).toBe(true);
      await says('listens on');
    } finally {
      server.kill('SIGTERM');
      await once(server, 'exit');
      await postgres.remove();
    }
  });
});

describe('a pooler in transaction mode', () => {
  it('may stand in front: no statement is left prepared in a connection, and no setting', async () => {
    const one = openDatabase(harness.postgres.url, 1);
    const application = createApplication(one, configurationFor(harness.postgres.url));
    try {
      const left = async () => ({
        prepared: await one('pg_prepared_statements').pluck<string[]>('name'),
        set: await one('pg_settings').where({ source: 'session' }).pluck<string[]>('name'),
      });
      const before = await left();
      const agent = request.agent(application.express);
      const account = { email: 'pooled@saltmarsh.example', password: PASSWORD };
      await agent
        .post('/api/v1/accounts')
        .send({ name: 'Ada Brook', ...account })
        .expect(201);
      await agent
        .post('/api/v1/session')
        .send({ ...account, password: 'not this one at all' })
        .expect(401);
      await agent.post('/api/v1/session').send(account).expect(200);
      const course = await store(agent, everyField());
      await change(agent, course, [{ op: 'course', set: { title: 'Renamed' } }]).expect(200);
      await agent.get('/api/v1/courses').expect(200);
      await agent.delete(`/api/v1/courses/${course.id}`).expect(204);
      expect(await left()).toEqual(before);
      expect(before.prepared).toEqual([]);
    } finally {
      await application.close();
      await one.destroy();
    }
  });
});

describe('a back-up', () => {
  it('brings everything back into an empty database, and goes over no account unless that is said', async () => {
    const agent = await student(harness);
    const { id } = await store(agent, everyField());
    const folder = mkdtempSync(join(tmpdir(), 'fidens-backup-'));
    const file = join(folder, 'records');
    const other = await temporaryPostgres();
    const run = async (command: string, url: string, ...words: string[]) => {
      const child = spawn(process.execPath, [join(HOME, 'scripts/backup.mjs'), command, ...words], {
        cwd: HOME,
        env: { ...process.env, DATABASE_URL: url },
      });
      let said = '';
      for (const stream of [child.stdout, child.stderr]) stream.on('data', (data) => (said += String(data)));
      const [code] = (await once(child, 'close')) as [number];
      return { code, said };
    };
    try {
      expect(await run('backup', harness.postgres.url, file)).toMatchObject({ code: 0 });
      // What is there already stays.
      expect((await run('backup', harness.postgres.url, file)).said).toContain('nothing was written over it');
      expect(await run('restore', other.url, file)).toMatchObject({ code: 0 });
      await migrate(other.url);
      const database = openDatabase(other.url);
      const application = createApplication(database, configurationFor(other.url));
      try {
        const there = request.agent(application.express);
        await there
          .post('/api/v1/session')
          .send({ email: await email(agent), password: PASSWORD })
          .expect(200);
        const restored = await there.get('/api/v1/courses').expect(200);
        expect(restored.body).toEqual((await agent.get('/api/v1/courses').expect(200)).body);
        expect((await there.get(`/api/v1/courses/${id}`).expect(200)).body.document).toEqual(
          (await agent.get(`/api/v1/courses/${id}`).expect(200)).body.document,
        );
      } finally {
        await application.close();
        await database.destroy();
      }
      const over = await run('restore', other.url, file);
      expect([over.code, /the database has \d+ accounts: nothing was restored/.test(over.said)]).toEqual([
        1,
        true,
      ]);
      // A file that is none, or is cut off, throws nothing away.
      const [cut, whole] = [join(folder, 'cut'), readFileSync(file)];
      for (const part of [500, whole.length * 0.7, whole.length - 100]) {
        writeFileSync(cut, whole.subarray(0, part));
        expect((await run('restore', other.url, '--replace', cut)).code).toBe(1);
      }
      const kept = openDatabase(other.url);
      expect(Number((await kept('users').count())[0]!.count)).toBeGreaterThan(0);
      await kept.destroy();
      expect((await run('restore', other.url, '--replace', file)).code).toBe(0);
    } finally {
      rmSync(folder, { recursive: true });
      await other.remove();
    }
  });
});
