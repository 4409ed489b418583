import { ask } from '@/data/api';
import { askEarly, foundEarly, noteHere, whenEarlyIsFound } from '@/data/early';

const ANSWERS: Record<string, unknown> = {
  '/api/v1/session': { student: { id: 'ada' } },
  '/api/v1/terms': [{ id: 'autumn' }],
  '/api/v1/courses': [],
};

/** What was asked, in order, by a server that answers when it is let. */
function server(answers = ANSWERS) {
  const asked: string[] = [];
  globalThis.fetch = jest.fn((path: string) => {
    asked.push(path);
    return Promise.resolve(
      new Response(JSON.stringify(answers[path] ?? null), { status: answers[path] ? 200 : 500 }),
    );
  }) as never;
  return asked;
}

const all = Object.keys(ANSWERS);

beforeEach(async () => {
  // What changes something lets go of whatever an earlier test has asked.
  server();
  await ask('/terms', { method: 'POST', body: {} });
  noteHere(false);
});

test('who is here is asked at once, and for a student the rest; each answer is taken once', async () => {
  const asked = server();
  askEarly();
  expect(asked).toEqual(all.slice(0, 1));
  expect(await ask('/session')).toEqual(ANSWERS['/api/v1/session']);
  expect(await ask('/terms')).toEqual(ANSWERS['/api/v1/terms']);
  expect(await ask('/courses')).toEqual([]);
  expect(asked).toEqual(all);
  await ask('/terms');
  expect(asked).toEqual([...all, '/api/v1/terms']);
});

test('nobody’s records are asked for where nobody is here', async () => {
  const asked = server({ '/api/v1/session': { student: null } });
  askEarly();
  expect(await ask('/session')).toEqual({ student: null });
  expect(asked).toEqual(all.slice(0, 1));
});

test('where somebody was here, nothing waits for who it is', () => {
  noteHere(true);
  const asked = server();
  askEarly();
  expect(asked).toEqual(all);
});

test('what changes something in between is followed by fresh answers', async () => {
  const asked = server();
  askEarly();
  await ask('/session');
  await ask('/session', { method: 'DELETE' });
  await ask('/terms');
  expect(asked.filter((path) => path.endsWith('/terms'))).toHaveLength(2);
});

test('what could not be reached early is told to who asks', async () => {
  globalThis.fetch = jest.fn(() => Promise.reject(new TypeError('Failed to fetch'))) as never;
  askEarly();
  await expect(ask('/session')).rejects.toMatchObject({ status: 0 });
});

test('what has come is there for the first page, the very same as for who asks', async () => {
  server();
  askEarly();
  expect(foundEarly()).toBeUndefined();
  const early = await whenEarlyIsFound();
  expect(early).toEqual({
    session: ANSWERS['/api/v1/session'],
    records: { terms: ANSWERS['/api/v1/terms'], courses: [] },
  });
  expect(foundEarly()).toBe(early);
  expect(await ask('/courses')).toBe(early?.records?.courses);
});

test('of a student whose terms do not come through there are no records', async () => {
  server({ ...ANSWERS, '/api/v1/terms': undefined });
  askEarly();
  expect(await whenEarlyIsFound()).toEqual({ session: ANSWERS['/api/v1/session'] });
});

test('where somebody was here, what is kept is shown first', async () => {
  noteHere(true);
  server();
  askEarly();
  expect(await whenEarlyIsFound()).toBeUndefined();
  await ask('/session');
  expect(foundEarly()).toBeUndefined();
});

test('what has come is let go of by a change', async () => {
  server();
  askEarly();
  await whenEarlyIsFound();
  await ask('/session', { method: 'DELETE' });
  expect(foundEarly()).toBeUndefined();
});
