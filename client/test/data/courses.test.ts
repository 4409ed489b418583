import { QueryClient } from '@tanstack/react-query';
import type { StoredCourse } from '@/data/answers';
import { coursesQuery } from '@/data/courses';

const course = (id: string, version: number, title: string) =>
  ({ id, termId: 'autumn', version, document: { title } }) as unknown as StoredCourse;

/** A server that notes how it was asked for the list, and answers as it is told. */
function server(...answers: unknown[]) {
  const asked: string[] = [];
  globalThis.fetch = jest.fn((path: string) => {
    asked.push(path);
    return Promise.resolve(new Response(JSON.stringify(answers.shift())));
  }) as never;
  return asked;
}

const client = new QueryClient();

afterEach(() => client.clear());

const fetchList = () => client.fetchQuery({ ...coursesQuery, staleTime: 0 });

test('which courses are known is said, and what is known of them stays the very same', async () => {
  const [first, second] = [course('one', 3, 'Ecology'), course('two', 1, 'Law')];
  const { document: _, ...head } = first;
  const asked = server([first, second], [head, course('two', 2, 'Maritime Law')]);
  await fetchList();
  const [known] = client.getQueryData(coursesQuery.queryKey)!;
  await fetchList();
  const list = client.getQueryData(coursesQuery.queryKey)!;
  expect(asked).toEqual(['/api/v1/courses', '/api/v1/courses?have=one.3,two.1']);
  expect(list[0]).toBe(known);
  expect(list[1]).toMatchObject({ version: 2, document: { title: 'Maritime Law' } });
});

test('a document that was left out is the one that was known when it was asked for', async () => {
  const first = course('one', 3, 'Ecology');
  const { document: _, ...head } = first;
  server([first], [head]);
  await fetchList();
  const asking = fetchList();
  // Forgotten meanwhile, as when a course is taken from the list.
  client.setQueryData(coursesQuery.queryKey, []);
  expect(await asking).toEqual([first]);
});
