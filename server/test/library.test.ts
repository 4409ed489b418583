import { ruleSheet, type Course, type Scale } from '@fidens/core';
import { everyField } from '../../core/test/sample';
import { change, smallCourse, startHarness, store, student, type Agent, type Harness } from './harness';

let harness: Harness;
beforeAll(async () => {
  harness = await startHarness();
}, 60_000);
afterAll(() => harness.stop());

const LETTERS = smallCourse().scale;
const STRICTER: Scale = {
  round: { step: '0.5', mode: 'up' },
  bands: [
    { label: 'A', from: '95.5', points: '4', worth: '96' },
    { label: 'F', from: '0', pass: false },
  ],
};

async function keepScale(agent: Agent, scale: Scale = LETTERS, name = 'Ours') {
  const { body } = await agent.post('/api/v1/scales').send({ name, scale }).expect(201);
  return body as { id: string; name: string; version: number; scale: Scale };
}

const put = (agent: Agent, { id, version }: { id: string; version: number }, scale: unknown, name = 'Ours') =>
  agent.put(`/api/v1/scales/${id}`).set('If-Match', `"${version}"`).send({ name, scale });

const courseOf = async (agent: Agent, id: string) =>
  (await agent.get(`/api/v1/courses/${id}`).expect(200)).body;

describe('the library of scales', () => {
  it('keeps a scale under a name, to the last digit', async () => {
    const agent = await student(harness);
    const kept = await keepScale(agent, STRICTER, 'Of the college');
    expect(kept).toMatchObject({ name: 'Of the college', version: 1, scale: STRICTER });
    expect((await agent.get('/api/v1/scales').expect(200)).body).toEqual([kept]);
    await agent.delete(`/api/v1/scales/${kept.id}`).expect(204);
    expect((await agent.get('/api/v1/scales').expect(200)).body).toEqual([]);
  });

  it('changes every course that has the very same scale, each with the change in its own history', async () => {
    const agent = await student(harness);
    const [one, two] = [await store(agent, smallCourse()), await store(agent, smallCourse())];
    const other = await store(agent, { ...smallCourse(), scale: STRICTER });
    const kept = await keepScale(agent);
    const { body } = await put(agent, kept, STRICTER).expect(200);
    expect(body.scale).toEqual({ ...kept, version: 2, scale: STRICTER });
    expect(body.courses.map(({ id }: { id: string }) => id)).toEqual([one.id, two.id]);
    for (const { id } of [one, two]) {
      const course = await courseOf(agent, id);
      expect(course).toMatchObject({ version: 2, document: { scale: STRICTER } });
      const history = (await agent.get(`/api/v1/courses/${id}/changes`).expect(200)).body;
      expect(history.changes).toMatchObject([{ inverse: [{ op: 'course', set: { scale: LETTERS } }] }]);
    }
    expect((await courseOf(agent, other.id)).version).toBe(1);
    await put(agent, { ...kept, version: 2 }, STRICTER, 'Renamed').expect(200);
    expect((await courseOf(agent, one.id)).version).toBe(2);
  });

  it('changes nothing at all where one course has a record that the new scale does not know', async () => {
    const agent = await student(harness);
    const free = await store(agent, smallCourse());
    const bound = await store(agent, { ...smallCourse(), title: 'Rigging', target: { label: 'A' } });
    const kept = await keepScale(agent);
    const { body } = await put(agent, kept, {
      bands: [
        { label: 'Pass', from: '50' },
        { label: 'Fail', from: '0' },
      ],
    }).expect(422);
    expect(body.detail).toMatch(/does not fit Rigging/);
    expect(body.errors[0].at).toBe('Rigging: target.label');
    for (const { id } of [free, bound]) expect((await courseOf(agent, id)).version).toBe(1);
    expect((await agent.get('/api/v1/scales')).body).toEqual([kept]);
  });

  it('refuses what is no scale, with each place, and what was seen too long ago', async () => {
    const agent = await student(harness);
    const kept = await keepScale(agent);
    const { body } = await put(agent, kept, {
      bands: [
        { label: 'A', from: '10' },
        { label: 'A', from: '20', worth: 'x' },
      ],
    }).expect(422);
    expect(body.errors.map(({ at }: { at: string }) => at).sort()).toEqual([
      'scale.bands[1].from',
      'scale.bands[1].label',
      'scale.bands[1].worth',
    ]);
    await agent.post('/api/v1/scales').send({ name: ' ', scale: LETTERS }).expect(422);
    await put(agent, { ...kept, version: 7 }, STRICTER).expect(412);
    await agent.put(`/api/v1/scales/${kept.id}`).send({ name: 'x', scale: LETTERS }).expect(428);
  });

  it("is a student's own, and no course's scale can be had through it", async () => {
    const [agent, stranger] = [await student(harness), await student(harness)];
    const kept = await keepScale(agent);
    await put(stranger, kept, STRICTER).expect(404);
    await stranger.delete(`/api/v1/scales/${kept.id}`).expect(404);
    const { id } = await store(agent, smallCourse());
    const { scale_id } = await harness.database('courses').where({ id }).first();
    await agent.delete(`/api/v1/scales/${scale_id}`).expect(404);
    await put(agent, { id: scale_id, version: 1 }, STRICTER).expect(404);
  });
});

describe('rule sheets', () => {
  const sheets = async (agent: Agent) => (await agent.get('/api/v1/rule-sheets').expect(200)).body;

  it('keep the rules of a course and nothing else of it', async () => {
    const agent = await student(harness);
    const { body } = await agent.post('/api/v1/rule-sheets').send({ document: everyField() }).expect(201);
    expect(body.document).toEqual(ruleSheet(everyField()));
    expect(await sheets(agent)).toEqual([body]);
    const { rows } = await harness.database.raw(
      'select count(*) from assessments where course_id = ? and score_points is not null',
      [body.id],
    );
    expect(rows[0].count).toBe('0');
  });

  it('are no courses: they stand in no term, take no change, and go by their own way', async () => {
    const agent = await student(harness);
    const course = await store(agent, smallCourse());
    const { body } = await agent.post('/api/v1/rule-sheets').send({ document: smallCourse() }).expect(201);
    const listed = (await agent.get('/api/v1/courses').expect(200)).body;
    expect(listed.map(({ id }: { id: string }) => id)).toEqual([course.id]);
    await agent.get(`/api/v1/courses/${body.id}`).expect(404);
    await change(agent, { id: body.id, version: 1 }, [{ op: 'remove', id: 'exam' }]).expect(404);
    await agent.delete(`/api/v1/courses/${body.id}`).expect(404);
    await agent.delete(`/api/v1/rule-sheets/${course.id}`).expect(404);
    await agent.delete(`/api/v1/rule-sheets/${body.id}`).expect(204);
    expect(await sheets(agent)).toEqual([]);
    expect((await courseOf(agent, course.id)).document).toEqual(course.document);
  });

  it("are a student's own, and what is no course is refused with its places", async () => {
    const [agent, stranger] = [await student(harness), await student(harness)];
    const { body } = await agent.post('/api/v1/rule-sheets').send({ document: smallCourse() }).expect(201);
    await stranger.delete(`/api/v1/rule-sheets/${body.id}`).expect(404);
    expect(await sheets(stranger)).toEqual([]);
    const wrong = { ...smallCourse(), scale: undefined } as unknown as Course;
    const refused = await agent.post('/api/v1/rule-sheets').send({ document: wrong }).expect(422);
    expect(refused.body.errors).toEqual([{ at: 'document.scale', message: 'is required' }]);
  });
});
