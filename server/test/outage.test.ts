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

async function waitForLock({ database }: Harness): Promise<void> {
  for (;;) {
    const { rows } = await database.raw("select 1 from pg_stat_activity where wait_event_type = 'Lock'");
    if (rows.length > 0) return;
  }
}
