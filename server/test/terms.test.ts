import { everyField } from '../../core/test/sample';
import { checkCourse, type Course, type Edit } from '@fidens/core';
import { randomUUID } from 'node:crypto';
import request from 'supertest';
import {
  change,
  oneForm,
  startHarness,
  store,
  student,
  type Agent,
  type Harness,
  type Stored,
} from './harness';

let harness: Harness;
beforeAll(async () => {
  harness = await startHarness({ sampleData: true });
}, 60_000);
afterAll(() => harness.stop());

const terms = async (agent: Agent) =>
  (await agent.get('/api/v1/terms').expect(200)).body as { id: string; name: string; archived: boolean }[];
const names = async (agent: Agent) => (await terms(agent)).map(({ name }) => name);
const begin = async (agent: Agent, name: string, startsOn: string | null = null) =>
  (await agent.post('/api/v1/terms').send({ name, startsOn, endsOn: null }).expect(201)).body.id as string;

describe('many terms', () => {
  it('stand by their days, or in an order of the student’s own', async () => {
    const agent = await student(harness);
    const [first] = await terms(agent);
    const autumn = await begin(agent, 'Autumn', '2026-08-24');
    const spring = await begin(agent, 'Spring', '2027-02-01');
    expect(await names(agent)).toEqual(['Spring', 'Autumn', 'This term']);
    await agent
      .put('/api/v1/terms/order')
      .send({ ids: [first!.id, autumn, spring] })
      .expect(204);
    expect(await names(agent)).toEqual(['This term', 'Autumn', 'Spring']);
    const summer = await begin(agent, 'Summer', '2027-06-01');
    expect((await names(agent))[0]).toBe('Summer');
    const stranger = await student(harness);
    await stranger
      .put('/api/v1/terms/order')
      .send({ ids: [summer] })
      .expect(422);
    expect(await names(agent)).toEqual(['Summer', 'This term', 'Autumn', 'Spring']);
  });

  it('are renamed and put away', async () => {
    const agent = await student(harness);
    const [term] = await terms(agent);
    await agent
      .put(`/api/v1/terms/${term!.id}`)
      .send({ name: 'Long ago', startsOn: null, endsOn: null, archived: true })
      .expect(200);
    expect(await terms(agent)).toMatchObject([{ name: 'Long ago', archived: true }]);
  });

  it('take courses from one another, which stay what they are', async () => {
    const [agent, stranger] = [await student(harness), await student(harness)];
    const course = await store(agent, everyField());
    const spring = await begin(agent, 'Spring');
    const { body } = await agent
      .put(`/api/v1/courses/${course.id}/term`)
      .send({ termId: spring })
      .expect(200);
    expect(body).toMatchObject({ termId: spring, version: course.version, document: oneForm(everyField()) });
    const [theirs] = await terms(stranger);
    await agent.put(`/api/v1/courses/${course.id}/term`).send({ termId: theirs!.id }).expect(422);
    await stranger.put(`/api/v1/courses/${course.id}/term`).send({ termId: theirs!.id }).expect(404);
  });

  it('go with their courses only where that is said, and come back under the same ids; one always stays', async () => {
    const agent = await student(harness);
    const [term] = await terms(agent);
    await agent.delete(`/api/v1/terms/${term!.id}?with=courses`).expect(409);
    const spring = await begin(agent, 'Spring');
    const course = await store(agent, everyField());
    const termId = (await agent.get(`/api/v1/courses/${course.id}`)).body.termId as string;
    await agent.delete(`/api/v1/terms/${termId}`).expect(409);
    await agent.delete(`/api/v1/terms/${termId}?with=courses`).expect(204);
    await agent.get(`/api/v1/courses/${course.id}`).expect(404);
    await agent
      .post('/api/v1/terms')
      .send({ id: termId, name: 'Back', startsOn: null, endsOn: null })
      .expect(201);
    await agent
      .post('/api/v1/courses')
      .send({ id: course.id, termId, document: course.document })
      .expect(201);
    expect(await names(agent)).toContain('Back');
    expect([termId, spring]).toContain(
      (await agent.get(`/api/v1/courses/${course.id}`).expect(200)).body.termId,
    );
  });

  it('come back as they were: history, rehearsals, feeds and places; another document begins its own history', async () => {
    const agent = await student(harness);
    const autumn = await begin(agent, 'Autumn');
    const body = { termId: autumn, document: everyField() };
    const first = (await agent.post('/api/v1/courses').send(body).expect(201)).body as Stored;
    const other = await store(agent, everyField());
    const edits: Edit[] = [{ op: 'course', set: { title: 'Renamed' } }];
    const course = (await change(agent, first, edits).expect(200)).body as Stored;
    await agent
      .put(`/api/v1/courses/${course.id}/rehearsals/${randomUUID()}`)
      .send({ name: 'All well', tries: [{ id: 'homework', weight: '55' }] })
      .expect(200);
    const paths = [`courses/${course.id}`, `terms/${autumn}`];
    for (const path of paths) await agent.put(`/api/v1/${path}/feed`).send({}).expect(200);
    await agent
      .put('/api/v1/terms/order')
      .send({ ids: [autumn] })
      .expect(204);
    const seen = async () => ({
      terms: await names(agent),
      courses: (await agent.get('/api/v1/courses').expect(200)).body as Stored[],
      history: (await agent.get(`/api/v1/courses/${course.id}/changes`).expect(200)).body as object,
      rehearsals: (await agent.get('/api/v1/rehearsals').expect(200)).body as object,
      feeds: ((await agent.get('/api/v1/feeds').expect(200)).body as { path: string }[])
        .map(({ path }) => path)
        .sort(),
    });
    const before = await seen();
    const gone = () => agent.delete(`/api/v1/terms/${autumn}?with=courses`).expect(204);
    const again = async (document: Course) => {
      await agent
        .post('/api/v1/terms')
        .send({ id: autumn, name: 'Autumn', startsOn: null, endsOn: null })
        .expect(201);
      for (const { id, ...rest } of [other, { id: course.id, document }])
        await agent.post('/api/v1/courses').send({ id, termId: autumn, document: rest.document }).expect(201);
    };
    await gone();
    await again(course.document);
    expect(await seen()).toEqual(before);
    await gone();
    await again(everyField());
    const renewed = await seen();
    expect(renewed).toMatchObject({ history: { changes: [] }, feeds: before.feeds });
    // No version is two documents: a device that has the one before is sent the other.
    const versionIn = (courses: readonly Stored[]) => courses.find(({ id }) => id === course.id)!.version;
    expect(versionIn(renewed.courses)).toBeGreaterThan(versionIn(before.courses));
    // Nobody else can take up what was left behind.
    await gone();
    const stranger = await student(harness);
    await stranger
      .post('/api/v1/courses')
      .send({ id: course.id, termId: (await terms(stranger))[0]!.id, document: course.document })
      .expect(201);
    const theirs = await stranger.get(`/api/v1/courses/${course.id}/changes`).expect(200);
    expect(theirs.body).toEqual({ changes: [], more: false });
    expect((await stranger.get('/api/v1/rehearsals').expect(200)).body).toEqual([]);
    // Nor does what they delete under that id come between: what is one's own is there again.
    await stranger.delete(`/api/v1/courses/${course.id}`).expect(204);
    await again(everyField());
    expect((await seen()).feeds).toEqual(before.feeds);
  });

  it('keep a grade that is no letter of the scale', async () => {
    const agent = await student(harness);
    for (const official of [{ mark: 'W' }, { mark: 'Honours', points: '4.3' }]) {
      const { id } = await store(agent, { ...everyField(), official });
      expect((await agent.get(`/api/v1/courses/${id}`)).body.document.official).toEqual(official);
    }
  });

  it('are there for the sample student: one in lines, one with courses, the one that is on, the next', async () => {
    const noor = request.agent(harness.application.express);
    await noor.post('/api/v1/session/sample').expect(200);
    const all = await terms(noor);
    expect(all.map(({ name, archived }) => [name, archived])).toEqual([
      ['Spring term 2027', false],
      ['Autumn term', false],
      ['Spring term 2026', false],
      ['First term', true],
    ]);
    const courses = (await noor.get('/api/v1/courses').expect(200)).body as {
      termId: string;
      document: unknown;
    }[];
    expect(all.map(({ id }) => courses.filter(({ termId }) => termId === id).length)).toEqual([0, 5, 2, 4]);
    for (const { document } of courses) expect(checkCourse(document)).toMatchObject({ ok: true });
  });
});
