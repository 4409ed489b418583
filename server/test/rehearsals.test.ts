import { randomUUID } from 'node:crypto';
import { smallCourse, startHarness, store, student, type Agent, type Harness } from './harness';

let harness: Harness;
beforeAll(async () => {
  harness = await startHarness();
}, 60_000);
afterAll(() => harness.stop());

const TRIES = [
  { id: 'exam', entry: { status: 'scored', score: { points: '73.5' } } },
  { id: 'homework', weight: '55' },
];

const keep = (agent: Agent, courseId: string, body: unknown, id = randomUUID()) =>
  agent.put(`/api/v1/courses/${courseId}/rehearsals/${id}`).send(body as object);

const all = async (agent: Agent) => (await agent.get('/api/v1/rehearsals').expect(200)).body;

describe('rehearsals', () => {
  it('are kept under a name, changed, and thrown away, and the record never knows of them', async () => {
    const agent = await student(harness);
    const course = await store(agent, smallCourse());
    const id = randomUUID();
    const kept = { id, courseId: course.id, name: 'Hopeful', tries: TRIES };
    expect((await keep(agent, course.id, { name: 'Hopeful', tries: TRIES }, id).expect(200)).body).toEqual(
      kept,
    );
    await keep(agent, course.id, { name: 'Hopeful', tries: TRIES }, id).expect(200);
    expect(await all(agent)).toEqual([kept]);
    const fewer = TRIES.slice(0, 1);
    await keep(agent, course.id, { name: 'Bad week', tries: fewer }, id).expect(200);
    expect(await all(agent)).toEqual([{ ...kept, name: 'Bad week', tries: fewer }]);
    const { body } = await agent.get(`/api/v1/courses/${course.id}`).expect(200);
    expect(body).toEqual(course);
    await agent.delete(`/api/v1/courses/${course.id}/rehearsals/${id}`).expect(204);
    await agent.delete(`/api/v1/courses/${course.id}/rehearsals/${id}`).expect(404);
    expect(await all(agent)).toEqual([]);
  });

  it('that are wrong are refused with each place, and nothing is kept', async () => {
    const agent = await student(harness);
    const course = await store(agent, smallCourse());
    const { body } = await keep(agent, course.id, {
      name: ' ',
      tries: [{ id: 'exam', weight: '-1' }, { id: 'quiz' }, { id: 'log', entry: { status: 'lost' } }],
    }).expect(422);
    const places = body.errors.map(({ at }: { at: string }) => at);
    expect(places).toEqual(['name', 'tries[0].weight', 'tries[1]', 'tries[2].entry.status']);
    await keep(agent, course.id, { name: 'Twice', tries: [TRIES[0], TRIES[0]] }).expect(422);
    await keep(agent, course.id, { name: 'Empty', tries: [] }).expect(422);
    await keep(agent, course.id, { name: 'More', tries: TRIES, scores: [] }).expect(422);
    expect(await all(agent)).toEqual([]);
  });

  it('of another student do not exist, and go with their course', async () => {
    const [one, two] = [await student(harness), await student(harness)];
    const course = await store(one, smallCourse());
    const id = randomUUID();
    await keep(one, course.id, { name: 'Mine', tries: TRIES }, id).expect(200);
    expect(await all(two)).toEqual([]);
    await keep(two, course.id, { name: 'Theirs', tries: TRIES }).expect(404);
    const own = await store(two, smallCourse());
    await keep(two, own.id, { name: 'Theirs', tries: TRIES }, id).expect(404);
    await two.delete(`/api/v1/courses/${course.id}/rehearsals/${id}`).expect(404);
    expect((await all(one))[0].name).toBe('Mine');
    await one.delete(`/api/v1/courses/${course.id}`).expect(204);
    expect(await all(one)).toEqual([]);
  });
});
