import fc from 'fast-check';
import type { Assessment, Category, Course, CourseNode } from '../../src/document/course';
import { checkCourse } from '../../src/document/course-file';
import { pieces } from '../../src/document/tree';
import { applyEdits } from '../../src/editing/apply-edits';
import { aligned, difference, replacement } from '../../src/editing/difference';
import { setting, type Edit } from '../../src/editing/edit';
import { checkEdits } from '../../src/editing/edit-schema';
import { copyRules, ruleSheet, withSheet } from '../../src/editing/rule-sheet';
import { randomCourse } from '../random-course';
import { category, course, everyField, LETTERS, open, scored } from '../sample';

function applied(document: Course, edits: readonly Edit[]): Course {
  const edited = applyEdits(document, edits);
  if (!edited.ok) throw new Error(JSON.stringify(edited.faults));
  const back = applyEdits(edited.course, edited.inverse);
  expect(back.ok && back.course).toEqual(document);
  return edited.course;
}

/** A course without its ids: two that are the same but for ids give the same. */
function withoutIds(document: Course): unknown {
  return JSON.parse(JSON.stringify(document, (key, value: unknown) => (key === 'id' ? undefined : value)));
}

const named = (...names: string[]) => fc.constantFrom(...names);

/** The nodes of a course shuffled, moved, renamed and taken out. */
const handiwork = fc.array(
  fc.record({ place: fc.nat(30), other: fc.nat(30), what: named('move', 'remove', 'rename', 'add') }),
  { minLength: 1, maxLength: 12 },
);

function worked(document: Course, steps: { place: number; other: number; what: string }[]): Course {
  let current = document;
  steps.forEach(({ place, other, what }, index) => {
    const nodes = [...all(current.root)].slice(1);
    const node = nodes[place % Math.max(1, nodes.length)];
    if (!node) return;
    const categories = [...all(current.root)].filter(({ kind }) => kind === 'category');
    const parent = categories[other % categories.length]!.id;
    const edit: Edit =
      what === 'move'
        ? { op: 'move', id: node.id, parent }
        : what === 'remove'
          ? { op: 'remove', id: node.id }
          : what === 'rename'
            ? setting(node.id, { name: `Renamed ${index}`, weight: undefined })
            : { op: 'add', parent, node: open('7', { id: `new${index}` }) };
    const edited = applyEdits(current, [edit]);
    if (edited.ok) current = edited.course;
  });
  return current;
}

function* all(node: CourseNode): Generator<CourseNode> {
  yield node;
  if (node.kind === 'category') for (const child of node.children) yield* all(child);
}

describe('the difference of two courses', () => {
  it('leads from one to whatever was made of it, and back', () => {
    fc.assert(
      fc.property(randomCourse(), handiwork, (before, steps) => {
        const after = worked(before, steps);
        expect(applied(before, difference(before, after))).toEqual(after);
      }),
      { numRuns: 300 },
    );
  });

  it('is empty where nothing differs, whatever order a file has its keys in', () => {
    const turned = (value: unknown): unknown => {
      if (Array.isArray(value)) return value.map(turned);
      if (typeof value !== 'object' || value === null) return value;
      return Object.fromEntries(
        Object.entries(value)
          .reverse()
          .map(([key, inner]) => [key, turned(inner)]),
      );
    };
    expect(difference(everyField(), turned(everyField()) as Course)).toEqual([]);
  });

  it('sees no difference in one moment written in two ways', () => {
    const due = (moment: string) => course([open('10', { id: 'one', due: moment })]);
    expect(difference(due('2026-10-01T10:00:00Z'), due('2026-10-01T12:00:00+02:00'))).toEqual([]);
  });

  it('moves as few as it can', () => {
    const [a, b, c, d] = ['a', 'b', 'c', 'd'].map((id) => open('10', { id }));
    const edits = difference(course([a!, b!, c!, d!]), course([d!, a!, b!, c!]));
    expect(edits).toEqual([{ op: 'move', id: 'd', parent: 'course', before: 'a' }]);
  });
});

describe('a course replaced by a file', () => {
  it('is the file, but for ids, and nothing of the file is refused as an edit', () => {
    fc.assert(
      fc.property(randomCourse(), randomCourse(), (before, file) => {
        const edits = replacement(before, file);
        const after = applied(before, edits);
        expect(withoutIds(after)).toEqual(withoutIds(file));
        expect(checkCourse(after).ok).toBe(true);
        if (edits.length > 0) expect(checkEdits(edits)).toMatchObject({ ok: true });
      }),
      { numRuns: 200 },
    );
  });

  it('keeps the ids of what has the same name in the same place', () => {
    const mine = course([
      category([scored('8', '10', { id: 'mine', name: 'Quiz 1' })], { id: 'q', name: 'Quizzes' }),
    ]);
    const file = course([
      category([scored('9', '10', { id: 'theirs', name: 'Quiz 1' })], { id: 'other', name: 'Quizzes' }),
    ]);
    expect(replacement(mine, file)).toEqual([setting('mine', { score: { points: '9' } })]);
  });

  it('never takes one thing for another of a different kind, nor one id twice', () => {
    const own = course([open('10', { id: 'x', name: 'X' })]).root;
    const wanted = course([category([open('5', { id: 'y' })], { id: 'x', name: 'X' })]).root;
    const [inside] = aligned(own, wanted, ['y']).children as [Category];
    expect([inside.id, inside.children[0]!.id]).toEqual(['x-2', 'y-2']);
  });
});

describe('a rule sheet applied to a course', () => {
  const records = (document: Course) =>
    pieces(document)
      .filter(({ score, due }) => score ?? due)
      .map(({ id, status, score, due, late }) => ({ id, status, score, due, late }))
      .sort((a, b) => a.id.localeCompare(b.id));

  it('that is its own changes nothing', () => {
    fc.assert(
      fc.property(randomCourse(), (document) =>
        expect(withSheet(document, ruleSheet(document))).toEqual(document),
      ),
    );
    expect(withSheet(everyField(), ruleSheet(everyField()))).toEqual(everyField());
  });

  it('of any other course loses no record', () => {
    fc.assert(
      fc.property(randomCourse(), randomCourse(), (document, sheet) => {
        const after = withSheet(document, sheet);
        expect(records(after)).toEqual(records(document));
        expect(after.scale).toEqual(sheet.scale);
        expect(applied(document, difference(document, after))).toEqual(after);
      }),
      { numRuns: 200 },
    );
  });

  it('takes over its rules by name, keeps what it does not know where that has a record, and lets the rest go', () => {
    const mine = course(
      [
        category([scored('8', '10', { id: 'l1', name: 'Log 1' }), open('10', { id: 'l9', name: 'Log 9' })], {
          id: 'logs',
          name: 'Field logs',
          weight: '20',
          note: 'in the hut',
        }),
        category([scored('3', '5', { id: 'trip', name: 'Trip' })], {
          id: 'extra',
          name: 'Trips',
          weight: '5',
        }),
        category([open('5', { id: 'gone', name: 'Plan' })], { id: 'plans', name: 'Plans', weight: '5' }),
      ],
      { combine: 'weights' },
      { credits: '4', target: { label: 'A' } },
    );
    const sheet = course(
      [
        open('80', { id: 'exam', name: 'Exam', weight: '60' }),
        category([open('12', { id: 's1', name: 'Log 1' }), open('12', { id: 's2', name: 'Log 2' })], {
          id: 's',
          name: 'Field logs',
          weight: '40',
          drop: { lowest: 1 },
        }),
      ],
      { combine: 'weights' },
      { title: 'Other', policy: { missing: { counts: 'nothing' } } },
    );
    const after = withSheet(mine, sheet);
    expect(after).toMatchObject({
      title: 'Sample',
      credits: '4',
      target: { label: 'A' },
      scale: LETTERS,
      policy: { missing: { counts: 'nothing' } },
    });
    const [exam, logs, trips, ...more] = after.root.children as [Assessment, Category, Category];
    expect(more).toEqual([]);
    expect(exam).toMatchObject({ id: 'exam', weight: '60' });
    expect(logs).toMatchObject({ id: 'logs', weight: '40', drop: { lowest: 1 }, note: 'in the hut' });
    expect(logs.children).toMatchObject([
      { id: 'l1', possible: '12', score: { points: '8' } },
      { id: 's2', name: 'Log 2' },
    ]);
    expect(trips).toMatchObject({ id: 'extra', weight: '5', children: [{ id: 'trip' }] });
  });
});

describe('the rules of one half copied to the other', () => {
  const half = (id: string, name: string, children: CourseNode[], fields: Partial<Category> = {}) =>
    category(children, { id, name, weight: '40', ...fields });
  const term = course(
    [
      half(
        'first',
        'First half',
        [
          category([scored('9', '10', { id: 'q1', name: 'Quiz 1' })], {
            id: 'fq',
            name: 'Quizzes',
            weight: '30',
            drop: { lowest: 1 },
          }),
          category([], { id: 'fe', name: 'Essays', weight: '70' }),
        ],
        { combine: 'weights', round: { step: '1' } },
      ),
      half(
        'second',
        'Second half',
        [
          category([scored('7', '10', { id: 'q2', name: 'Quiz 1' })], { id: 'sq', name: 'Quizzes' }),
          scored('5', '10', { id: 'alone', name: 'Oral' }),
        ],
        { extraCredit: false },
      ),
    ],
    { combine: 'weights' },
  );

  it('brings its categories and how they count, and leaves every piece and its own part as it is', () => {
    const after = applied(term, copyRules(term, 'first', 'second'));
    const [first, second] = after.root.children as [Category, Category];
    expect(first).toEqual(term.root.children[0]);
    expect(second).toMatchObject({
      name: 'Second half',
      weight: '40',
      extraCredit: false,
      combine: 'weights',
      round: { step: '1' },
      children: [
        { id: 'sq', weight: '30', drop: { lowest: 1 }, children: [{ id: 'q2', score: { points: '7' } }] },
        { name: 'Essays', weight: '70', children: [] },
        { id: 'alone' },
      ],
    });
    expect(checkCourse(after).ok).toBe(true);
    expect(copyRules(after, 'first', 'second')).toEqual([]);
  });

  it('is for categories of the course alone', () => {
    expect(copyRules(term, 'first', 'alone')).toEqual([]);
    expect(copyRules(term, 'nowhere', 'second')).toEqual([]);
  });
});
