import type { Request } from 'express';
import { randomUUID } from 'node:crypto';
import { limitChanges } from '../src/account/attempts';
import { change, smallCourse, startHarness, store, student, type Agent, type Harness } from './harness';

let harness: Harness;
let agent: Agent;
beforeAll(async () => {
  harness = await startHarness();
  agent = await student(harness);
});
afterAll(() => harness.stop());

const HALF = 'half \ud800';
const deep = (levels: number) => `${'['.repeat(levels)}${']'.repeat(levels)}`;

describe('what no student sends', () => {
  it.each<[string, unknown]>([
    ['half of a character in a name', { op: 'set', id: 'one', set: { name: HALF } }],
    [
      'half of a character in an id',
      { op: 'add', parent: 'course', node: { kind: 'category', id: HALF, name: 'x', children: [] } },
    ],
    ['half of a character in a label', { op: 'course', set: { target: { label: HALF } } }],
    ['a year 0', { op: 'set', id: 'one', set: { due: '0000-01-01T00:00:00Z' } }],
    ['an offset of 20 hours', { op: 'set', id: 'one', set: { due: '2026-10-16T12:00:00+20:00' } }],
    [
      'a moment that is past the year 9999 in UTC',
      { op: 'set', id: 'one', set: { due: '9999-12-31T23:59:59-12:00' } },
    ],
    [
      '3,000 categories that promise 2,000 pieces each',
      {
        op: 'add',
        parent: 'course',
        node: {
          kind: 'category',
          id: 'many',
          name: 'Many',
          children: Array.from({ length: 3_000 }, (_, index) => ({
            kind: 'category',
            id: `m${index}`,
            name: 'M',
            planned: { pieces: 2_000 },
            children: [],
          })),
        },
      },
    ],
  ])('is refused by name: %s', async (_, edit) => {
    const course = await store(agent, smallCourse());
    const { status, body } = await change(agent, course, [edit]);
    expect(status).toBe(422);
    expect(body.errors[0].at).toMatch(/^edits\[0\]/);
    expect((await agent.get(`/api/v1/courses/${course.id}`)).body).toEqual(course);
  });

  it('is refused: more edits in one change than any has', async () => {
    const course = await store(agent, smallCourse());
    const edits = Array.from({ length: 29_999 }, () => ({ op: 'set', id: 'one', set: { note: 'x' } }));
    const { body } = await change(agent, course, edits).expect(422);
    expect(body.errors).toEqual([{ at: 'edits', message: 'must have at most 6000 entries' }]);
  });

  it('is refused: JSON of 5,000 levels, wherever it stands', async () => {
    for (const path of ['/courses', '/terms', '/scales', '/session']) {
      const answer = await agent
        .post(`/api/v1${path}`)
        .type('application/json')
        .send(`{"document":${deep(5_000)}}`);
      expect([path, answer.status]).toEqual([path, 422]);
    }
  });

  it('is refused: a character that PostgreSQL cannot keep, in an e-mail, a rehearsal and a term', async () => {
    const account = { name: 'Nul', email: 'nul\u0000@saltmarsh.example', password: 'salt and tide 9' };
    await agent.post('/api/v1/accounts').send(account).expect(422);
    await agent.post('/api/v1/session').send(account).expect(422);
    await agent.post('/api/v1/terms').send({ name: HALF }).expect(422);
    const course = await store(agent, smallCourse());
    await agent
      .put(`/api/v1/courses/${course.id}/rehearsals/${randomUUID()}`)
      .send({ name: 'Mine', tries: [{ id: HALF, counted: false }] })
      .expect(422);
  });

  it('is refused where the student has gone meanwhile', async () => {
    const gone = await student(harness);
    const course = await store(gone, smallCourse());
    const { id } = (await gone.get('/api/v1/session')).body.student;
    await harness.database('courses').where({ user_id: id }).delete();
    await harness.database('grading_scales').where({ user_id: id }).delete();
    await harness.database('terms').where({ user_id: id }).delete();
    await harness.database('users').where({ id }).delete();
    await change(gone, course, [{ op: 'set', id: 'one', set: { note: 'x' } }]).expect(401);
    await gone.post('/api/v1/terms').send({ name: 'Next' }).expect(401);
  });
});

describe('changes without end', () => {
  it('are refused to the session that sends them, until a minute is over; reading is not', async () => {
    const limit = limitChanges();
    const ask = async (method: string, session: string) => {
      const response = { locals: { asker: { query: '', values: { session, since: 0 } } } };
      const next = jest.fn();
      await limit({ method } as Request, response as never, next);
      expect(next).toHaveBeenCalledWith();
    };
    for (let change = 0; change < 6_000; change += 1) await ask('PATCH', 'broken');
    await expect(ask('PATCH', 'broken')).rejects.toMatchObject({ status: 429, kind: 'too-many-attempts' });
    await ask('GET', 'broken');
    await ask('PATCH', 'another');
  });
});

describe('a moment that an earlier version took', () => {
  it('is brought to one that a record may have, and its course can be changed', async () => {
    const course = await store(agent, smallCourse());
    await harness.database.raw('alter table assessments drop constraint moments_of_a_record');
    await harness
      .database('assessments')
      .where({ course_id: course.id, id: 'one' })
      .update({ due: harness.database.raw("'10000-01-01T11:59:59Z'::timestamptz") });
    await change(agent, course, [{ op: 'set', id: 'two', set: { note: 'x' } }]).expect(200);
    const changed = await change(agent, { ...course, version: 2 }, [
      { op: 'set', id: 'one', set: { due: '2026-10-16T12:00:00Z' } },
    ]).expect(200);
    expect(changed.body.document.root.children[0].children[0].due).toBe('2026-10-16T12:00:00Z');
  });
});
