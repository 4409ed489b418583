import { USUAL_GPA } from '@fidens/core';
import {
  applyEdits,
  decide,
  find,
  isSame,
  setting,
  type Course,
  type Edit,
  type PastChange,
  type SeenChange,
} from '@fidens/core';
import { QueryClient, QueryObserver } from '@tanstack/react-query';
import { ask } from '@/data/api';
import type { StoredCourse } from '@/data/answers';
import { coursesQuery } from '@/data/courses';
import { noteSignedOut, sessionQuery } from '@/data/session';
import { beginChanges, keepMine, startChange, takeBackLast } from '@/data/sync/course-changes';
import { changeQueue } from '@/data/sync/queue';
import { course, stored } from '../../sample';

const score = (id: string, points: string) => setting(id, { status: 'scored', score: { points } });
const points = (document: Course, id: string) => (find(document, id)!.node as { score?: object }).score;

/** The HTTP interface of a server with one course, as far as changes need it. */
class Server {
  course: StoredCourse = stored(course());
  reachable = true;
  isCut = false;
  isSignedOut = false;
  readonly history: PastChange[] = [];

  readonly fetch = async (path: string, request: { method: string; body: string }) => {
    if (!this.reachable) throw new TypeError('no network');
    if (this.isSignedOut) return answer(401, { type: '/problems/signed-out', detail: 'Sign in first.' });
    if (path.includes('/changes')) return answer(200, { changes: [...this.history].reverse(), more: false });
    const { id, edits, seen, from } = JSON.parse(request.body) as SeenChange & { id: string; from?: number };
    if (!this.history.some((known) => known.id === id)) {
      const decided = decide(this.course.document, { edits, seen });
      if (decided.kind === 'asks')
        return answer(409, { current: this.course, collisions: decided.collisions });
      if (decided.kind === 'invalid') return answer(422, { errors: decided.faults });
      this.#record(id, decided.course, edits, [...decided.inverse]);
      // As the server does: who has the version before, and asked for just what was made, has the document.
      const { document: _, ...head } = this.course;
      if (!this.isCut && from === head.version - 1 && isSame(edits, decided.edits)) return answer(200, head);
    }
    if (!this.isCut) return answer(200, this.course);
    this.isCut = false;
    return { ...answer(200, {}), json: async () => Promise.reject(new SyntaxError('cut off')) };
  };

  #record(id: string, document: Course, edits: readonly Edit[], inverse: readonly Edit[]): void {
    this.course = stored(document, this.course.version + 1);
    this.history.push({ id, version: this.course.version, madeAt: '', edits, inverse });
  }

  /** Changes the course as another device would. */
  change(...edits: Edit[]): void {
    const made = applyEdits(this.course.document, edits);
    if (made.ok) this.#record(crypto.randomUUID(), made.course, edits, [...made.inverse]);
  }
}

const answer = (status: number, body: object) => ({ ok: status === 200, status, json: async () => body });

/** A browser's storage: its keys are its own enumerable ones. */
function memoryStorage(): Storage {
  return Object.create({
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
}

let client: QueryClient;
let server: Server;

/** A window of the student's browser, which knows the course as the server has it. */
function openWindow(): QueryClient {
  const opened = new QueryClient();
  opened.setQueryData(coursesQuery.queryKey, [server.course]);
  beginChanges(opened, 'noor');
  return opened;
}

beforeEach(() => {
  jest.useFakeTimers();
  server = new Server();
  globalThis.fetch = server.fetch as never;
  globalThis.localStorage = memoryStorage();
  client = openWindow();
});
afterEach(() => {
  changeQueue().clear();
  jest.useRealTimers();
});

const kept = () => Object.keys(globalThis.localStorage);
const seen = () => client.getQueryData(coursesQuery.queryKey)![0]!;
const change = (...edits: Edit[]) => startChange('c1', seen().document, edits);
const settle = () => jest.advanceTimersByTimeAsync(30_000);

describe('a change', () => {
  it('is saved, and the window has the version that the server made', async () => {
    change(score('two', '9'));
    await settle();
    expect(points(server.course.document, 'two')).toEqual({ points: '9' });
    expect(seen()).toMatchObject({ version: 2, document: server.course.document });
    expect(kept()).toEqual([]);
  });

  it('goes out in the one form of its decimals and moments, as it is shown', async () => {
    change(setting('two', { weight: '007.50', due: '2026-11-01T12:00:00+02:00' }));
    await settle();
    expect(find(server.course.document, 'two')!.node).toMatchObject({
      weight: '7.5',
      due: '2026-11-01T10:00:00Z',
    });
  });

  it('of which the answer was cut off in its middle is asked for again, and counts as saved only then', async () => {
    server.isCut = true;
    change(score('two', '9'));
    await jest.advanceTimersByTimeAsync(100);
    expect(kept()).toHaveLength(1);
    await settle();
    expect(seen().document).toEqual(server.course.document);
    expect(server.history).toHaveLength(1);
    expect(kept()).toEqual([]);
  });

  it('stands in the browser until the server has it, and is taken up by the next window, once, in order', async () => {
    server.reachable = false;
    change(score('two', '4'));
    startChange('c1', (applyEdits(seen().document, [score('two', '4')]) as { course: Course }).course, [
      score('two', '9'),
    ]);
    await settle();
    expect(kept()).toHaveLength(2);
    server.reachable = true;
    client = openWindow();
    await settle();
    expect(points(server.course.document, 'two')).toEqual({ points: '9' });
    expect(server.history).toHaveLength(2);
    expect(kept()).toEqual([]);
  });

  it('that is saved before the window knows its courses does not keep it from them', async () => {
    server.reachable = false;
    change(score('two', '9'));
    await settle();
    server.reachable = true;
    client = new QueryClient();
    let answerFirst = true;
    const list = new QueryObserver(client, {
      ...coursesQuery,
      // The first list was read before the change was made, and takes longer than saving it.
      queryFn: async () => {
        const read = server.course;
        if (answerFirst) await new Promise((done) => setTimeout(done, 5_000));
        answerFirst = false;
        return [read];
      },
    });
    const stop = list.subscribe(() => undefined);
    beginChanges(client, 'noor');
    await settle();
    expect(seen()).toMatchObject({ version: 2, document: server.course.document });
    stop();
  });

  it('is another student’s business: who signs in next neither sees nor sends it', async () => {
    server.reachable = false;
    change(score('two', '4'));
    await settle();
    server.reachable = true;
    beginChanges(client, 'ada');
    await settle();
    expect(server.history).toEqual([]);
    expect(kept()).toHaveLength(1);
    beginChanges(client, 'noor');
    await settle();
    expect(server.history).toHaveLength(1);
  });

  it('that waits is taken back: by another where the server may have it already', async () => {
    server.reachable = false;
    change(score('two', '4'));
    await settle();
    takeBackLast(client, 'c1');
    server.reachable = true;
    changeQueue().retry();
    await settle();
    expect(points(server.course.document, 'two')).toBeUndefined();
    expect(changeQueue().waiting).toEqual([]);
  });

  it('of what another device has deleted, kept as mine, puts it back', async () => {
    server.change({ op: 'remove', id: 'two' });
    change(score('two', '9'));
    await settle();
    const [question] = changeQueue().waiting;
    expect(question!.trouble).toMatchObject({ kind: 'asks', collisions: [{ kind: 'gone', id: 'two' }] });
    await keepMine(client, question!);
    await settle();
    expect(points(server.course.document, 'two')).toEqual({ points: '9' });
    expect(changeQueue().waiting).toEqual([]);
  });

  it('while the student is signed out elsewhere waits, and the window says so', async () => {
    const student = {
      id: 'noor',
      name: 'Noor',
      email: '',
      sample: false,
      today: null,
      sweptAt: null,
      gpa: USUAL_GPA,
    };
    client.setQueryData(sessionQuery.queryKey, { student, sampleAvailable: false, mailAvailable: false });
    server.isSignedOut = true;
    change(score('two', '9'));
    await settle();
    expect(client.getQueryData(sessionQuery.queryKey)).toMatchObject({ student, ended: true });
    server.isSignedOut = false;
    changeQueue().retry();
    await settle();
    expect(server.history).toHaveLength(1);
  });

  it('of which the browser keeps only nonsense is left alone, and harms nothing', async () => {
    for (const [key, text] of [
      ['fidens.pending.noor.x', '{"id":"x"}'],
      ['fidens.pending.noor.y', 'not JSON'],
      ['fidens.pending.another.z', '{}'],
    ] as const)
      globalThis.localStorage.setItem(key, text);
    client = openWindow();
    await settle();
    expect(server.history).toEqual([]);
    expect(kept()).toHaveLength(3);
  });
});

describe('a wrong password', () => {
  it('signs nobody out', async () => {
    const student = {
      id: 'noor',
      name: 'Noor',
      email: '',
      sample: false,
      today: null,
      sweptAt: null,
      gpa: USUAL_GPA,
    };
    client.setQueryData(sessionQuery.queryKey, { student, sampleAvailable: false, mailAvailable: false });
    globalThis.fetch = (async () => answer(401, { type: '/problems/wrong-credentials' })) as never;
    const error = await ask('/session', { method: 'POST', body: {} }).catch((reason: unknown) => reason);
    noteSignedOut(client, error);
    expect(client.getQueryData(sessionQuery.queryKey)).not.toHaveProperty('ended');
  });
});
