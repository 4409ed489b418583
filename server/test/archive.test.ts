import type { AccountArchive } from '@fidens/core';
import { randomUUID } from 'node:crypto';
import request from 'supertest';
import { everyField } from '../../core/test/sample';
import { change, PASSWORD, startHarness, store, student, type Agent, type Harness } from './harness';

let harness: Harness;
beforeAll(async () => {
  harness = await startHarness({ sampleData: true });
}, 60_000);
afterAll(() => harness.stop());

const archiveOf = async (agent: Agent) =>
  (await agent.get('/api/v1/account/archive').expect(200)).body as AccountArchive;
const putBack = (agent: Agent, archive: unknown) =>
  agent.put('/api/v1/account/archive').send(archive as object);

/** A student with something of everything. */
async function full(): Promise<Agent> {
  const agent = await student(harness);
  const course = await store(agent, everyField());
  const renamed = [{ op: 'course', set: { title: 'Renamed once' } }];
  const { body } = await change(agent, course, renamed).expect(200);
  await change(agent, body, [{ op: 'course', set: { title: 'Renamed twice' } }]).expect(200);
  await agent.post('/api/v1/scales').send({ name: 'Mine', scale: everyField().scale }).expect(201);
  await agent.post('/api/v1/rule-sheets').send({ document: everyField() }).expect(201);
  await agent.put('/api/v1/account/gpa').send({ repeats: 'both', decimals: 3, mode: 'down' }).expect(200);
  const term = { name: 'Long ago', startsOn: '2020-01-01', endsOn: '2020-06-01', archived: true };
  await agent.post('/api/v1/terms').send(term).expect(201);
  const piece = everyField().root.children.flatMap((node) =>
    node.kind === 'category' ? node.children : [node],
  )[0]!;
  await agent
    .put(`/api/v1/courses/${course.id}/rehearsals/${randomUUID()}`)
    .send({ name: 'A bad week', tries: [{ id: piece.id, counted: false }] })
    .expect(200);
  return agent;
}

/** An archive without its ids, which are free to be others. */
function withoutIds({ terms, courses, rehearsals, ...rest }: AccountArchive): unknown {
  const names = new Map([
    ...terms.map(({ id, name }) => [id, name] as const),
    ...courses.map(({ id, document }) => [id, document.title] as const),
  ]);
  return {
    ...rest,
    terms: terms.map(({ id: _id, ...term }) => term),
    courses: courses.map(({ id: _id, termId, ...course }) => ({ ...course, term: names.get(termId) })),
    rehearsals: rehearsals.map(({ courseId, ...each }) => ({ ...each, course: names.get(courseId) })),
  };
}

describe('everything that a student has, as one file', () => {
  it('has terms, courses with their history, scales, sheets and rehearsals', async () => {
    const archive = await archiveOf(await full());
    expect(archive.terms.map(({ name }) => name).sort()).toEqual(['Long ago', 'This term']);
    expect(
      archive.courses.map(({ document, version, history }) => [document.title, version, history.length]),
    ).toEqual([['Renamed twice', 3, 2]]);
    expect([archive.scales.length, archive.sheets.length, archive.rehearsals.length]).toEqual([1, 1, 1]);
  });

  it('put back into an account of nothing gives the same account, though the first is still there', async () => {
    const archive = await archiveOf(await full());
    const other = await student(harness);
    const [own] = (await other.get('/api/v1/terms').expect(200)).body;
    await other
      .put(`/api/v1/terms/${own.id}`)
      .send({ name: 'Begun with', startsOn: null, endsOn: null })
      .expect(200);
    await putBack(other, archive).expect(204);
    const again = await archiveOf(other);
    const rest = { ...again, terms: again.terms.filter(({ name }) => name !== 'Begun with') };
    expect(withoutIds(rest)).toEqual(withoutIds(archive));
    // The history leads back, as it did.
    const { body } = await other.get(`/api/v1/courses/${again.courses[0]!.id}/changes`).expect(200);
    expect(body.changes).toHaveLength(2);
  });

  it('of an account with nothing in it is put back, too', async () => {
    const archive = await archiveOf(await student(harness));
    expect([archive.courses, archive.scales, archive.sheets, archive.rehearsals]).toEqual([[], [], [], []]);
    const other = await student(harness);
    await putBack(other, archive).expect(204);
    expect((await archiveOf(other)).terms).toHaveLength(2);
  });

  it('comes back under the same ids once the account was deleted', async () => {
    const agent = await full();
    const archive = await archiveOf(agent);
    await agent.delete('/api/v1/account').send({ password: PASSWORD }).expect(204);
    const other = await student(harness);
    await putBack(other, archive).expect(204);
    const again = await archiveOf(other);
    expect(again.courses.map(({ id }) => id)).toEqual(archive.courses.map(({ id }) => id));
  });

  it('that is wrong anywhere is refused whole, with every place', async () => {
    const agent = await full();
    const archive = await archiveOf(agent);
    const [course] = archive.courses;
    const broken = {
      ...archive,
      courses: [{ ...course, termId: 'nowhere', document: { ...course!.document, title: '' } }],
      scales: [{ name: 'Empty', scale: { bands: [] } }],
    };
    const other = await student(harness);
    const { body } = await putBack(other, broken).expect(422);
    expect(body.errors.map(({ at }: { at: string }) => at)).toEqual(
      expect.arrayContaining(['courses[0].termId', 'courses[0].document.title', 'scales[0].scale.bands']),
    );
    expect((await archiveOf(other)).courses).toEqual([]);
    await putBack(other, { format: 'something' }).expect(422);
  });

  it('is one’s own alone, and is taken from who is signed in', async () => {
    await request(harness.application.express).get('/api/v1/account/archive').expect(401);
    const noor = request.agent(harness.application.express);
    await noor.post('/api/v1/session/sample').expect(200);
    expect((await archiveOf(noor)).courses).toHaveLength(11);
  });
});
