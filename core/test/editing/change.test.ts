import { isDeepStrictEqual } from 'node:util';
import fc from 'fast-check';
import type { Assessment, Category, Course } from '../../src/document/course';
import { checkCourse } from '../../src/document/course-file';
import { find, nodesIn, pieces } from '../../src/document/tree';
import { applyEdits } from '../../src/editing/apply-edits';
import { puttingBack, without, type SeenChange } from '../../src/editing/change';
import { collisions } from '../../src/editing/collision';
import { decide } from '../../src/editing/decide';
import { courseSetting, setting, type Edit } from '../../src/editing/edit';
import type { PastChange } from '../../src/editing/history';
import { randomCourse } from '../random-course';
import { category, course, open, scored } from '../sample';

const SEEN = course(
  [
    category([scored('8', '10', { id: 'one', name: 'One' }), open('10', { id: 'two', name: 'Two' })], {
      id: 'logs',
      name: 'Logs',
    }),
    category([], { id: 'essays', name: 'Essays' }),
    open('50', { id: 'exam', name: 'Exam' }),
  ],
  {},
);

function applied(document: Course, ...edits: Edit[]): Course {
  const made = applyEdits(document, edits);
  if (!made.ok) throw new Error(JSON.stringify(made.faults));
  return made.course;
}

/** A change as it is made on what was seen. */
function change(seen: Course, ...edits: Edit[]): SeenChange {
  const made = applyEdits(seen, edits);
  if (!made.ok) throw new Error(JSON.stringify(made.faults));
  return { edits, seen: made.inverse };
}

const points = (score: string, id = 'one') => setting(id, { status: 'scored', score: { points: score } });

const removal = (id: string): Edit => ({ op: 'remove', id });

/** What edits made on the sample collide with in a course that another changed meanwhile. */
function asked(theirs: readonly Edit[], ...mine: Edit[]) {
  const { edits, seen } = change(SEEN, ...mine);
  return collisions(applied(SEEN, ...theirs), edits, seen);
}

describe('a change of what another has changed since', () => {
  it.each<[string, Edit[], Edit, object]>([
    [
      'a score that both gave',
      [points('7')],
      points('9'),
      {
        id: 'one',
        name: 'One',
        kind: 'field',
        field: 'score',
        theirs: { points: '7' },
        mine: { points: '9' },
      },
    ],
    [
      'a field of the course',
      [courseSetting({ code: 'A' })],
      courseSetting({ code: 'B' }),
      { id: undefined, name: SEEN.title, kind: 'field', field: 'code', theirs: 'A', mine: 'B' },
    ],
    ['a score in what was deleted', [removal('logs')], points('9'), { id: 'one', kind: 'gone' }],
    [
      'the deletion of a piece that got a score',
      [points('9', 'two')],
      removal('two'),
      { id: 'two', name: 'Two', kind: 'deleted' },
    ],
    [
      'the deletion of a category in which something got a score',
      [points('9', 'two')],
      removal('logs'),
      { id: 'logs', name: 'Logs', kind: 'deleted' },
    ],
    [
      'a move of what was moved elsewhere',
      [{ op: 'move', id: 'one', parent: 'course' }],
      { op: 'move', id: 'one', parent: 'essays' },
      { id: 'one', kind: 'moved', theirs: 'course', mine: 'essays' },
    ],
    [
      'a piece put into what was deleted',
      [removal('essays')],
      { op: 'add', parent: 'essays', node: open('5', { id: 'new', name: 'New' }) },
      { id: 'essays', kind: 'gone' },
    ],
  ])('is asked about: %s', (_, theirs, mine, collision) => {
    expect(asked(theirs, mine)).toEqual([expect.objectContaining(collision)]);
  });

  it.each<[string, Edit[], Edit]>([
    ['another piece', [setting('two', { status: 'missing' })], points('9')],
    ['another field', [setting('one', { note: 'seen' })], points('9')],
    ['the same value', [points('9')], points('9')],
    ['the same deletion', [removal('one')], removal('one')],
    [
      'the same move',
      [{ op: 'move', id: 'one', parent: 'essays' }],
      { op: 'move', id: 'one', parent: 'essays' },
    ],
    [
      'a place before what has gone',
      [removal('exam')],
      { op: 'move', id: 'one', parent: 'course', before: 'exam' },
    ],
  ])('is made where it is about %s', (_, theirs, mine) => {
    expect(decide(applied(SEEN, ...theirs), change(SEEN, mine)).kind).toBe('made');
  });

  it('is judged by what was there before its first edit, and what is wanted after its last', () => {
    const twice = [points('5'), setting('two', { note: 'x' }), points('9')];
    expect(asked([], ...twice)).toEqual([]);
    expect(asked([points('9')], ...twice)).toEqual([]);
    expect(asked([points('6')], ...twice)).toMatchObject([
      { theirs: { points: '6' }, mine: { points: '9' } },
    ]);
  });

  it('asks about a field that one sets and the other takes away', () => {
    const noted = applied(SEEN, setting('exam', { note: 'one ruler' }));
    const { edits, seen } = change(noted, setting('exam', { note: undefined }));
    expect(collisions(applied(noted, setting('exam', { note: 'two' })), edits, seen)).toHaveLength(1);
  });

  it('deletes a category that it has emptied itself', () => {
    const mine: Edit[] = [
      { op: 'move', id: 'one', parent: 'essays' },
      { op: 'move', id: 'two', parent: 'essays' },
      removal('logs'),
    ];
    expect(decide(SEEN, change(SEEN, ...mine)).kind).toBe('made');
  });

  it('with nothing left to do is made without an edit', () => {
    expect(decide(applied(SEEN, removal('one')), change(SEEN, removal('one')))).toMatchObject({
      kind: 'made',
      edits: [],
      inverse: [],
    });
  });

  it('that does not say what each edit saw is refused', () => {
    expect(decide(SEEN, { edits: [points('9')], seen: [] })).toMatchObject({
      kind: 'invalid',
      faults: [{ at: 'seen' }],
    });
  });
});

describe('what is given up', () => {
  it('is what collides, and the rest of the change stays', () => {
    const mine = change(SEEN, setting('one', { score: { points: '9' }, note: 'mine' }), points('4', 'two'));
    const current = applied(SEEN, points('7'));
    const left = without(mine, collisions(current, mine.edits, mine.seen));
    const decided = decide(current, left);
    expect(decided.kind).toBe('made');
    const { course: after } = decided as { course: Course };
    expect(find(after, 'one')!.node).toMatchObject({ score: { points: '7' }, note: 'mine' });
    expect(find(after, 'two')!.node).toMatchObject({ score: { points: '4' } });
  });

  it('takes state, score and lateness together: half a record is none', () => {
    const mine = change(SEEN, setting('one', { status: 'missing', score: undefined }));
    const current = applied(SEEN, points('7'));
    expect(without(mine, collisions(current, mine.edits, mine.seen)).edits).toEqual([]);
  });

  it('is also what later changes of the same built on it', () => {
    const later = change(applied(SEEN, points('5')), points('6'));
    const mine = change(SEEN, points('5'));
    const found = collisions(applied(SEEN, points('7')), mine.edits, mine.seen);
    expect(without(later, found).edits).toEqual([]);
  });
});

describe('what was deleted', () => {
  it('is put back with all that was in it, where it stood or at the root', () => {
    const made = applyEdits(SEEN, [removal('logs')]);
    if (!made.ok) throw new Error('it fits');
    const past: PastChange = {
      id: 'x',
      version: 2,
      madeAt: '',
      edits: [removal('logs')],
      inverse: made.inverse,
    };
    const back = puttingBack(made.course, [past], 'one')!;
    expect(pieces(applied(made.course, back)).map(({ id }) => id)).toContain('one');
    expect(puttingBack(made.course, [past], 'nothing')).toBeUndefined();
  });
});

/** A change of a random place of a course, as a student makes one. */
const deed = fc.record({
  place: fc.nat(),
  other: fc.nat(),
  kind: fc.constantFrom('score', 'note', 'remove', 'move', 'add'),
  value: fc.integer({ min: 0, max: 5 }),
});

type Deed = { place: number; other: number; kind: string; value: number };

function editFor(document: Course, { place, other, kind, value }: Deed, number: number): Edit {
  const inside = nodesIn(document.root);
  const categories = inside.filter((node): node is Category => node.kind === 'category');
  const node = inside[place % inside.length]!;
  const parent = categories[other % categories.length]!.id;
  const piece = inside.filter((one): one is Assessment => one.kind === 'assessment')[place % inside.length];
  if (kind === 'score' && piece) return points(String(value), piece.id);
  if (kind === 'remove' && node !== document.root) return { op: 'remove', id: node.id };
  if (kind === 'move' && node !== document.root) return { op: 'move', id: node.id, parent };
  if (kind === 'add') return { op: 'add', parent, node: open('10', { id: `new${number}`, name: 'New' }) };
  return setting(node.id, { note: `note ${value}` });
}

describe('on random courses and changes', () => {
  it('edits lead there and back, and leave the same course as one after another', () => {
    fc.assert(
      fc.property(randomCourse(), fc.array(deed, { maxLength: 8 }), (document, deeds) => {
        let current = document;
        const edits: Edit[] = [];
        deeds.forEach((each, number) => {
          const edit = editFor(current, each, number);
          const made = applyEdits(current, [edit]);
          if (!made.ok) return;
          edits.push(edit);
          current = made.course;
        });
        const made = applyEdits(document, edits);
        expect(made).toMatchObject({ ok: true, course: current });
        const back = made.ok && applyEdits(made.course, made.inverse);
        expect(back).toMatchObject({ ok: true, course: document });
      }),
    );
  });

  it('two who change the same course: what the second overwrites is what the first had changed, else both stand', () => {
    fc.assert(
      fc.property(randomCourse(), deed, deed, (document, first, second) => {
        const [mine, theirs] = [editFor(document, first, 1), editFor(document, second, 2)];
        const there = applyEdits(document, [theirs]);
        const made = applyEdits(document, [mine]);
        if (!there.ok || !made.ok || !checkCourse(there.course).ok || !checkCourse(made.course).ok) return;
        const decided = decide(there.course, { edits: [mine], seen: made.inverse });
        // Who wrote what stood there already has changed nothing, and is not asked about.
        if (isDeepStrictEqual(there.course, document)) return expect(decided.kind).toBe('made');
        if (decided.kind !== 'made') return;
        // Made without a question: what the first did is there, unless both did the same or the second deleted it whole.
        const undone = collisions(decided.course, there.inverse, [theirs]);
        expect(undone.filter(({ kind }) => kind === 'field')).toEqual([]);
      }),
    );
  });

  it('what was checked is found right or wrong alike when only its changes are looked at', () => {
    fc.assert(
      fc.property(randomCourse(), deed, (document, each) => {
        const made = applyEdits(document, [editFor(document, each, 1)]);
        if (!made.ok) return;
        const whole = checkCourse(made.course);
        const decided = decide(document, { edits: [editFor(document, each, 1)], seen: made.inverse });
        expect(decided.kind).toBe(whole.ok ? 'made' : 'invalid');
        if (whole.ok) expect((decided as { course: Course }).course).toEqual(whole.value);
      }),
    );
  });
});
