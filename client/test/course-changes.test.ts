import { applyEdits, find, setting, type Course, type Edit } from '@fidens/core';
import { QueryClient } from '@tanstack/react-query';
import {
  CHANGE_KEY,
  CollisionError,
  installChanges,
  resumeChanges,
  retryFailed,
  startChange,
  takeBack,
  tryAgain,
  type FailedChange,
} from '../src/data/course-changes';
import { coursesQuery, type StoredCourse } from '../src/data/courses';
import { course, stored } from './sample';

const score = (id: string, points: string) => setting(id, { status: 'scored', score: { points } });
const applied = (document: Course, ...edits: Edit[]) =>
  (applyEdits(document, edits) as { course: Course }).course;

/** A server that keeps one course as ours does, and can be out of reach. */
class Server {
  course: StoredCourse = stored(course());
  reachable = true;
  readonly recorded = new Set<string>();

  readonly fetch = async (_path: string, request: { body: string; headers: Record<string, string> }) => {
    if (!this.reachable) throw new TypeError('no network');
    const { id, edits } = JSON.parse(request.body) as { id: string; edits: Edit[] };
    if (this.recorded.has(id)) return answer(200, this.course);
    if (request.headers['If-Match'] !== `"${this.course.version}"`)
      return answer(412, { current: this.course });
    this.recorded.add(id);
    this.change(...edits);
    return answer(200, this.course);
  };

  /** Changes the course as another device would. */
  change(...edits: Edit[]): void {
    this.course = stored(applied(this.course.document, ...edits), this.course.version + 1);
  }
}

const answer = (status: number, body: object) => ({ ok: status === 200, status, json: async () => body });

/** A browser's storage: its keys are its own enumerable ones. */
function memoryStorage(): Storage {
  const storage = Object.create({
    getItem(this: Record<string, string>, key: string) {
      return this[key] ?? null;
    },
    setItem(this: Record<string, string>, key: string, value: string) {
      this[key] = value;
    },
    removeItem(this: Record<string, string>, key: string) {
      delete this[key];
    },
  }) as Storage;
  return storage;
}

let client: QueryClient;
let server: Server;

/** A window of the student's browser, which knows the course as the server has it. */
function openWindow(): QueryClient {
  const opened = new QueryClient();
  installChanges(opened);
  opened.setQueryData(coursesQuery.queryKey, [server.course]);
  return opened;
}

beforeEach(() => {
  jest.useFakeTimers();
  server = new Server();
  globalThis.fetch = server.fetch as never;
  globalThis.localStorage = memoryStorage();
  client = openWindow();
});
afterEach(() => jest.useRealTimers());

const kept = () => Object.keys(globalThis.localStorage);

const seen = () => client.getQueryData(coursesQuery.queryKey)![0]!;
const failed = () =>
  client
    .getMutationCache()
    .findAll({ mutationKey: CHANGE_KEY, status: 'error' }) as unknown as FailedChange[];
const points = (document: Course, id: string) => (find(document, id)!.node as { score?: object }).score;
const settle = () => jest.advanceTimersByTimeAsync(20_000);

describe('a change', () => {
  it('is saved, and the client has the version that the server made', async () => {
    startChange(client, 'c1', seen().document, [score('two', '9')]);
    await settle();
    expect(points(server.course.document, 'two')).toEqual({ points: '9' });
    expect(seen()).toMatchObject({ version: 2, document: server.course.document });
  });

  it('is made again on a newer version where another device touched another piece', async () => {
    server.change(score('one', '5'));
    startChange(client, 'c1', seen().document, [score('two', '9')]);
    await settle();
    expect(points(server.course.document, 'one')).toEqual({ points: '5' });
    expect(points(server.course.document, 'two')).toEqual({ points: '9' });
    expect(failed()).toEqual([]);
  });

  it('of what another device has changed stops for a choice, and overwrites only when told to', async () => {
    server.change(score('one', '5'));
    startChange(client, 'c1', seen().document, [score('one', '9')]);
    await settle();
    const [change] = failed();
    expect(change!.state.error).toBeInstanceOf(CollisionError);
    expect(points(server.course.document, 'one')).toEqual({ points: '5' });
    tryAgain(client, change!, true);
    await settle();
    expect(points(server.course.document, 'one')).toEqual({ points: '9' });
    expect(failed()).toEqual([]);
  });

  it('that cannot reach the server waits, unlost, until it is tried again or taken back', async () => {
    server.reachable = false;
    startChange(client, 'c1', seen().document, [score('one', '9')]);
    startChange(client, 'c1', seen().document, [score('two', '4')]);
    await settle();
    const [first, second] = failed();
    server.reachable = true;
    tryAgain(client, first!);
    takeBack(client, second!);
    await settle();
    expect(points(server.course.document, 'one')).toEqual({ points: '9' });
    expect(points(server.course.document, 'two')).toBeUndefined();
    expect(failed()).toEqual([]);
  });

  it('that is tried again after its answer was lost is recorded once', async () => {
    const add: Edit = {
      op: 'add',
      parent: 'course',
      node: { kind: 'assessment', id: 'three', name: 'Three', possible: '5' },
    };
    let lost = true;
    globalThis.fetch = (async (...request: Parameters<Server['fetch']>) => {
      const response = await server.fetch(...request);
      if (!lost) return response;
      lost = false;
      throw new TypeError('the answer was lost');
    }) as never;
    startChange(client, 'c1', seen().document, [add]);
    await settle();
    expect(server.course.document.root.children.map(({ id }) => id)).toEqual(['one', 'two', 'three']);
    expect(seen().document).toEqual(server.course.document);
  });

  it('stands in the browser until the server has it, and is taken up by the next window, once, in order', async () => {
    server.reachable = false;
    startChange(client, 'c1', seen().document, [score('two', '4')]);
    startChange(client, 'c1', seen().document, [score('two', '9')]);
    await settle();
    expect(kept()).toHaveLength(2);
    client.clear();
    server.reachable = true;
    client = openWindow();
    resumeChanges(client);
    resumeChanges(client);
    await settle();
    expect(points(server.course.document, 'two')).toEqual({ points: '9' });
    expect(server.recorded.size).toBe(2);
    expect(kept()).toEqual([]);
  });

  it('that two windows send is recorded once', async () => {
    server.reachable = false;
    startChange(client, 'c1', seen().document, [score('two', '4')]);
    await settle();
    const other = openWindow();
    server.reachable = true;
    resumeChanges(other);
    retryFailed(client);
    await settle();
    expect(server.course.version).toBe(2);
    expect(failed()).toEqual([]);
    expect(kept()).toEqual([]);
  });

  it('that failed for want of a server is sent again in its order; a refused one waits for the student', async () => {
    startChange(client, 'c1', seen().document, [score('one', '9')]);
    server.change(score('one', '5'));
    await settle();
    server.reachable = false;
    for (const value of ['1', '2', '3']) startChange(client, 'c1', seen().document, [score('two', value)]);
    await settle();
    server.reachable = true;
    retryFailed(client);
    await settle();
    expect(points(server.course.document, 'two')).toEqual({ points: '3' });
    expect(points(server.course.document, 'one')).toEqual({ points: '5' });
    expect(failed()).toHaveLength(1);
    expect(kept()).toHaveLength(1);
    takeBack(client, failed()[0]!);
    expect(kept()).toEqual([]);
  });

  it('of which the browser keeps only nonsense is left alone, and harms nothing', async () => {
    for (const [key, text] of [
      ['fidens.pending.nobody.x', '{"id":"x"}'],
      ['fidens.pending.nobody.y', 'not JSON'],
      ['fidens.pending.another.z', '{}'],
    ] as const)
      globalThis.localStorage.setItem(key, text);
    resumeChanges(client);
    await settle();
    expect(server.recorded.size).toBe(0);
    expect(kept()).toHaveLength(3);
  });
});
