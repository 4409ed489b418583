import { openDatabase } from '../src/database';
import { change, score, smallCourse, startHarness, store, student, type Harness } from './harness';

let harness: Harness;
beforeAll(async () => {
  harness = await startHarness();
}, 60_000);
afterAll(() => harness.stop());

describe('a database that stops in the middle of a save', () => {
  it('stores nothing by halves, says so, and works again when it is back', async () => {
    const agent = await student(harness);
    const course = await store(agent, smallCourse());
    // The save waits for this lock, so that the crash comes while it is under way.
    const blocker = await harness.database.transaction();
    await blocker.raw('lock table assessments in access exclusive mode');
    const save = change(agent, course, [score('one', '19'), score('two', '12')]).then((response) => response);
    await waitForLock(harness);
    await harness.postgres.crash();
    const { status, body, headers } = await save;
    expect(status).toBe(503);
    expect(body.detail).toMatch(/Nothing was stored/);
    expect(headers['retry-after']).toBeDefined();
    await blocker.rollback().catch(() => undefined);
    expect((await agent.get('/api/v1/courses')).status).toBe(503);

    await harness.postgres.restart();
    expect((await agent.get(`/api/v1/courses/${course.id}`).expect(200)).body).toEqual(course);
    await change(agent, course, [score('one', '19')]).expect(200);
  }, 60_000);
});

describe('a database that cannot do its work just now', () => {
  it('is told as such and not as a fault of ours: one that only reads', async () => {
    const agent = await student(harness);
    const course = await store(agent, smallCourse());
    const other = openDatabase(harness.postgres.url);
    const readOnly = async (value: string) => {
      await other.raw(`alter database fidens set default_transaction_read_only = ${value}`);
      // New connections take the database's settings.
      await other.raw(`select pg_terminate_backend(pid) from pg_stat_activity
        where datname = current_database() and pid <> pg_backend_pid()`);
    };
    await readOnly('on');
    const { status, body, headers } = await change(agent, course, [score('one', '3')]);
    await readOnly('off');
    await other.destroy();
    expect(status).toBe(503);
    expect(body.detail).toMatch(/Nothing was stored/);
    expect(headers['retry-after']).toBeDefined();
    await change(agent, course, [score('one', '3')]).expect(200);
  }, 60_000);

  it('is not waited for without end: a write behind a lock is answered', async () => {
    const agent = await student(harness);
    const course = await store(agent, smallCourse());
    const blocker = await harness.database.transaction();
    await blocker.raw('lock table assessments in access exclusive mode');
    expect((await change(agent, course, [score('one', '3')])).status).toBe(503);
    await blocker.rollback();
    await change(agent, course, [score('one', '3')]).expect(200);
  }, 60_000);
});

async function waitForLock({ database }: Harness): Promise<void> {
  for (;;) {
    const { rows } = await database.raw("select 1 from pg_stat_activity where wait_event_type = 'Lock'");
    if (rows.length > 0) return;
  }
}
