import { find, setting, type Assessment, type Course, type Edit } from '@fidens/core';
import fc from 'fast-check';
import { Device, Server, type Weather } from '../../devices';

const score = (points: string, id = 'two'): Edit => setting(id, { status: 'scored', score: { points } });
const erased = (id = 'two'): Edit => setting(id, { status: 'open', score: undefined });
const pointsOf = (document: Course, id = 'two') => {
  const node = find(document, id)?.node as Assessment | undefined;
  return node?.score && 'points' in node.score ? node.score.points : undefined;
};

let server: Server;
let a: Device;
beforeEach(() => {
  jest.useFakeTimers();
  server = new Server();
  a = new Device(server);
});
afterEach(() => jest.useRealTimers());

const settle = (milliseconds = 60_000) => jest.advanceTimersByTimeAsync(milliseconds);
const there = () => pointsOf(server.course.document);

describe('what was typed last, on any device, wins or is asked about', () => {
  it('typed offline, and again on another device, and the page reloaded: asked', async () => {
    a.weather = 'unreached';
    a.make([score('5')]);
    await settle();
    server.change(score('7'));
    a.weather = 'well';
    a.reload();
    await settle();
    expect(there()).toBe('7');
    expect(a.question).toBeDefined();
  });

  it('typed while the server fails, then another device, then something else here: asked, and nothing passes it', async () => {
    a.weather = 'failing';
    a.make([score('5')]);
    await settle();
    server.change(score('7'));
    a.weather = 'well';
    a.make([setting('one', { note: 'else' })]);
    await settle();
    expect(there()).toBe('7');
    expect(a.question).toBeDefined();
    expect(find(server.course.document, 'one')!.node.note).toBeUndefined();
  });

  it.each<[string, Weather]>([
    ['the server fails', 'failing'],
    ['the network is away', 'unreached'],
    ['the session is over', 'signed out'],
    ['answers are lost', 'answer lost'],
  ])('typed twice while %s: the second stands in the end', async (_, weather) => {
    a.weather = weather;
    a.make([score('5')]);
    await settle(3_000);
    a.weather = 'well';
    a.make([score('6')]);
    a.queue.retry();
    await settle();
    expect(there()).toBe('6');
    expect(a.queue.waiting).toEqual([]);
  });

  it('a question that was not answered is asked again after the page was reloaded', async () => {
    a.weather = 'unreached';
    a.make([score('5')]);
    server.change(score('7'));
    a.weather = 'well';
    await settle();
    for (let times = 0; times < 2; times += 1) {
      expect(a.question).toBeDefined();
      a.reload();
      await settle();
    }
    expect(there()).toBe('7');
  });

  it('a piece deleted offline in which another device recorded since: asked', async () => {
    a.weather = 'unreached';
    a.make([{ op: 'remove', id: 'two' }]);
    server.change(score('7'));
    a.weather = 'well';
    await settle();
    expect(there()).toBe('7');
    expect(a.question?.trouble).toMatchObject({ collisions: [{ kind: 'deleted', name: 'Two' }] });
  });

  it('taken back here after another device wrote: asked', async () => {
    a.make([score('5')]);
    await settle();
    const then = a.shown;
    server.change(score('7'));
    a.make([erased()], then);
    await settle();
    expect(there()).toBe('7');
    expect(a.question).toBeDefined();
  });

  it('its own failed change makes no question with its own newer one, and giving both up loses no other', async () => {
    a.weather = 'failing';
    a.make([score('5')]);
    a.make([score('6')]);
    a.make([setting('one', { note: 'mine' })]);
    server.change(score('7'));
    a.weather = 'well';
    await settle();
    a.queue.keepTheirs(a.question!.change.id);
    await settle();
    expect(there()).toBe('7');
    expect(find(server.course.document, 'one')!.node.note).toBe('mine');
    expect(a.queue.waiting).toEqual([]);
  });

  it('kept as mine, the newest of mine stands', async () => {
    a.weather = 'failing';
    a.make([score('5')]);
    a.make([score('6')]);
    server.change(score('7'));
    a.weather = 'well';
    await settle();
    a.queue.keepMine(a.question!.change.id, a.known.document);
    await settle();
    expect(there()).toBe('6');
    expect(a.queue.waiting).toEqual([]);
  });
});

describe('a queue', () => {
  it('sends at once what is made, and tells whoever hears of it', async () => {
    let told = 0;
    a.queue.subscribe(() => (told += 1));
    a.make([score('5')]);
    await settle(1);
    expect(there()).toBe('5');
    expect(told).toBeGreaterThan(1);
    expect(a.kept.size).toBe(0);
  });

  it('stops at what the server refuses, until the student lets it go', async () => {
    a.make([setting('two', { possible: '0' })]);
    a.make([score('5')]);
    await settle();
    expect(a.queue.waiting[0]!.trouble?.kind).toBe('refused');
    expect(there()).toBeUndefined();
    a.queue.forget(a.queue.waiting[0]!.change.id);
    await settle();
    expect(there()).toBe('5');
  });

  it('waits for the student to sign in again, without asking the server meanwhile', async () => {
    a.weather = 'signed out';
    a.make([score('5')]);
    await settle();
    expect(a.queue.waiting[0]!.trouble).toMatchObject({ kind: 'waits', tries: 1 });
    a.weather = 'well';
    await settle();
    expect(there()).toBeUndefined();
    a.queue.retry();
    await settle();
    expect(there()).toBe('5');
  });

  it('records a change once, however often its answer is lost', async () => {
    a.weather = 'answer lost';
    a.make([
      { op: 'add', parent: 'course', node: { kind: 'assessment', id: 'new', name: 'New', possible: '5' } },
    ]);
    await settle();
    a.reload();
    await settle();
    a.weather = 'well';
    a.queue.retry();
    await settle();
    expect(server.recorded).toHaveLength(1);
    expect(a.shown).toEqual(server.course.document);
  });
});

/** What happens at one of two devices. */
const happening = fc.record({
  device: fc.constantFrom(0, 1),
  what: fc.oneof(
    {
      weight: 6,
      arbitrary: fc.record({
        type: fc.constantFrom('1', '2', '3', '4'),
        piece: fc.constantFrom('one', 'two'),
      }),
    },
    { weight: 1, arbitrary: fc.record({ remove: fc.constantFrom('one', 'two') }) },
    {
      weight: 3,
      arbitrary: fc.record({
        weather: fc.constantFrom<Weather>('well', 'unreached', 'answer lost', 'failing', 'signed out'),
      }),
    },
    { weight: 3, arbitrary: fc.record({ wait: fc.constantFrom(100, 2_000) }) },
    { weight: 1, arbitrary: fc.constant({ reload: true }) },
    { weight: 2, arbitrary: fc.record({ keep: fc.constantFrom('mine', 'theirs') }) },
  ),
});

describe('two devices with failures between', () => {
  it('nothing is lost, doubled or out of order, and nothing is written over that was neither seen nor asked about', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(happening, { minLength: 5, maxLength: 40 }), async (happenings) => {
        const shared = new Server();
        const devices = [new Device(shared), new Device(shared)];
        /** What the student had before their eyes for each change: when typing, and when deciding. */
        const eyes = new Map<string, { piece: string; values: (string | undefined)[] }>();
        const made: string[][] = [[], []];
        const givenUp = new Set<string>();
        const act = async (number: number, what: Record<string, unknown>) => {
          const device = devices[number]!;
          if ('weather' in what) device.weather = what.weather as Weather;
          if ('wait' in what) await settle(what.wait as number);
          if ('reload' in what) device.reload();
          if ('keep' in what && device.question) {
            const { change } = device.question;
            if (what.keep === 'mine') {
              // What was deleted is not put back here: it is given up like theirs.
              const isGone = !find(device.known.document, eyes.get(change.id)!.piece);
              if (isGone) device.queue.forget(change.id);
              if (isGone) givenUp.add(change.id);
              eyes.get(change.id)!.values.push(pointsOf(device.known.document, eyes.get(change.id)!.piece));
              device.queue.keepMine(change.id, device.known.document);
            } else {
              const before = device.queue.waiting.map((waiting) => waiting.change.id);
              device.queue.keepTheirs(change.id);
              const left = new Set(device.queue.waiting.map((waiting) => waiting.change.id));
              before.filter((id) => !left.has(id)).forEach((id) => givenUp.add(id));
            }
          }
          const piece = (what.piece ?? what.remove) as string | undefined;
          if (piece === undefined || !find(device.shown, piece)) return;
          const values = [pointsOf(device.shown, piece)];
          const edit: Edit =
            'remove' in what ? { op: 'remove', id: piece } : score(what.type as string, piece);
          const id = device.make([edit]);
          eyes.set(id, { piece, values });
          made[number]!.push(id);
        };
        for (const { device, what } of happenings) await act(device, what);
        for (
          let rounds = 0;
          rounds < 60 && devices.some(({ queue }) => queue.waiting.length > 0);
          rounds += 1
        ) {
          for (const [number, device] of devices.entries()) {
            device.weather = 'well';
            device.queue.retry();
            await settle(20_000);
            if (device.queue.waiting[0]?.trouble?.kind === 'refused') {
              givenUp.add(device.queue.waiting[0].change.id);
              device.queue.forget(device.queue.waiting[0].change.id);
            }
            await act(number, { keep: rounds % 2 === 0 ? 'mine' : 'theirs' });
          }
        }
        const recorded = shared.recorded.map(({ id }) => id);
        expect(new Set(recorded).size).toBe(recorded.length);
        made.forEach((ids) => {
          const own = recorded.filter((id) => ids.includes(id));
          expect(own).toEqual(ids.filter((id) => own.includes(id)));
        });
        for (const { id, before, edits } of shared.recorded) {
          const { piece, values } = eyes.get(id)!;
          const there = pointsOf(before, piece);
          const [edit] = edits;
          const wanted = edit?.op === 'set' && (edit.set.score as { points: string } | undefined)?.points;
          if (there !== wanted) expect(values).toContain(there);
        }
        for (const device of devices) {
          device.weather = 'well';
          device.reload();
          expect(device.kept.size).toBe(0);
          expect(device.shown).toEqual(shared.course.document);
        }
        const lost = made.flat().filter((id) => !recorded.includes(id) && !givenUp.has(id));
        // A deletion of what the other had deleted already leaves nothing to record.
        expect(lost.filter((id) => find(shared.course.document, eyes.get(id)!.piece))).toEqual([]);
      }),
      { numRuns: 150 },
    );
  });
});
