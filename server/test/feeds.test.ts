import ICAL from 'ical.js';
import { randomUUID } from 'node:crypto';
import request from 'supertest';
import { category, course, open, scored } from '../../core/test/sample';
import { change, startHarness, store, student, type Agent, type Harness } from './harness';

let harness: Harness;

beforeAll(async () => {
  harness = await startHarness();
});

afterAll(() => harness.stop());

const DUE = '2026-10-12T21:59:00Z';
const ecology = () =>
  course(
    [
      category([
        scored('17.5', '20', { id: 'dune', name: 'Dune log', due: DUE, note: 'it rained' }),
        open('20', { id: 'reef', name: 'Reef log' }),
      ]),
    ],
    {},
    { title: 'Coastal Ecology' },
  );

const opened = async (agent: Agent, path: string) =>
  ((await agent.put(`/api/v1/${path}/feed`).send({}).expect(200)).body as { path: string }).path;

/** As a program that keeps calendars asks, which is signed in to nothing. */
const read = (path: string) => request(harness.application.express).get(path);

function days(text: string): string[] {
  return new ICAL.Component(ICAL.parse(text) as unknown[])
    .getAllSubcomponents('vevent')
    .map((each) => new ICAL.Event(each))
    .map(({ summary, endDate }) => `${summary} ${endDate.toJSDate().toISOString()}`);
}

describe('a feed of due days', () => {
  it('is read by whoever has its address: names and days, and nothing else of the record', async () => {
    const agent = await student(harness);
    const { id } = await store(agent, ecology());
    const answer = await read(await opened(agent, `courses/${id}`)).expect(200);
    expect(answer.headers['content-type']).toContain('text/calendar');
    expect(answer.headers['set-cookie']).toBeUndefined();
    expect(days(answer.text)).toEqual(['Coastal Ecology: Dune log 2026-10-12T21:59:00.000Z']);
    for (const secret of ['17.5', 'rained', 'Ada', 'saltmarsh']) expect(answer.text).not.toContain(secret);
  });

  it('sends nothing twice: the same days have the same tag, others another', async () => {
    const agent = await student(harness);
    const stored = await store(agent, ecology());
    const path = await opened(agent, `courses/${stored.id}`);
    const { etag } = (await read(path).expect(200)).headers;
    await read(path).set('If-None-Match', etag!).expect(304);
    const moved = [{ op: 'set', id: 'reef', set: { due: '2026-11-02T12:00:00Z' } }];
    await change(agent, stored, moved).expect(200);
    const later = await read(path).set('If-None-Match', etag!).expect(200);
    expect(days(later.text)).toHaveLength(2);
  });

  it('of a term has all its courses, those that come later too', async () => {
    const agent = await student(harness);
    const { body: terms } = await agent.get('/api/v1/terms').expect(200);
    const path = await opened(agent, `terms/${terms[0].id}`);
    expect(days((await read(path).expect(200)).text)).toEqual([]);
    await store(agent, ecology());
    await store(agent, ecology());
    const both = days((await read(path).expect(200)).text);
    expect(both).toHaveLength(2);
  });

  it('renewed has another address, and the one before is nothing; closed it is gone', async () => {
    const agent = await student(harness);
    const { id } = await store(agent, ecology());
    const first = await opened(agent, `courses/${id}`);
    const second = await opened(agent, `courses/${id}`);
    expect(second).not.toBe(first);
    await read(first).expect(404);
    await read(second).expect(200);
    expect((await agent.get('/api/v1/feeds').expect(200)).body).toEqual([
      { scope: 'courses', of: id, path: second },
    ]);
    await agent.delete(`/api/v1/courses/${id}/feed`).expect(204);
    await read(second).expect(404);
    await agent.delete(`/api/v1/courses/${id}/feed`).expect(404);
  });

  it('cannot be guessed: neither from an id nor with another signature', async () => {
    const agent = await student(harness);
    const { id } = await store(agent, ecology());
    const path = await opened(agent, `courses/${id}`);
    const [, feed, signature] = /^\/feed\/([^.]+)\.([^.]+)\.ics$/.exec(path)!;
    expect(signature!.length).toBeGreaterThan(40);
    for (const other of [
      `${feed}.ics`,
      `${feed}.${'A'.repeat(43)}.ics`,
      `${randomUUID()}.${signature}.ics`,
      'x.y.ics',
    ])
      await read(`/feed/${other}`).expect(404);
  });

  it('is opened, told and closed by its own student alone', async () => {
    const [agent, stranger] = [await student(harness), await student(harness)];
    const { id } = await store(agent, ecology());
    const path = await opened(agent, `courses/${id}`);
    await stranger.put(`/api/v1/courses/${id}/feed`).send({}).expect(404);
    await stranger.delete(`/api/v1/courses/${id}/feed`).expect(404);
    expect((await stranger.get('/api/v1/feeds').expect(200)).body).toEqual([]);
    await request(harness.application.express).put(`/api/v1/courses/${id}/feed`).send({}).expect(401);
    await read(path).expect(200);
  });

  it('ends with its course', async () => {
    const agent = await student(harness);
    const { id } = await store(agent, ecology());
    const path = await opened(agent, `courses/${id}`);
    await agent.delete(`/api/v1/courses/${id}`).expect(204);
    await read(path).expect(404);
  });
});
