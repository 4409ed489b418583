import fc from 'fast-check';
import type { Course } from '../../src/document/course';
import { checkCourse } from '../../src/document/course-file';
import { find } from '../../src/document/tree';
import { applyEdits } from '../../src/editing/apply-edits';
import { courseSetting, setting, type Edit } from '../../src/editing/edit';
import { checkEdits } from '../../src/editing/edit-schema';
import { category, course, open, scored } from '../sample';

const sample = (): Course =>
  course([
    category([scored('8', '10', { id: 'one' }), open('10', { id: 'two' }), open('5', { id: 'three' })], {
      id: 'group',
    }),
    category([], { id: 'empty', late: null }),
    open('50', { id: 'exam', note: 'bring a ruler' }),
  ]);

function applied(document: Course, ...edits: Edit[]): Course {
  const edited = applyEdits(document, edits);
  if (!edited.ok) throw new Error(JSON.stringify(edited.faults));
  return edited.course;
}

const anyEdit: fc.Arbitrary<Edit> = fc.oneof(
  fc
    .record({ id: fc.constantFrom('one', 'two', 'exam'), points: fc.nat(10) })
    .map(({ id, points }) => setting(id, { status: 'scored', score: { points: String(points) } })),
  fc.constantFrom('one', 'group', 'exam').map((id) => setting(id, { weight: undefined, note: 'new' })),
  fc.constantFrom('empty', 'group').map((id) => setting(id, { late: undefined, cap: '90' })),
  fc.constantFrom('one', 'two', 'group', 'exam', 'empty').map((id): Edit => ({ op: 'remove', id })),
  fc
    .record({
      id: fc.constantFrom('one', 'three', 'exam', 'empty'),
      parent: fc.constantFrom('course', 'group', 'empty'),
    })
    .map(({ id, parent }): Edit => ({ op: 'move', id, parent })),
  fc
    .constantFrom('two', 'three')
    .map((before): Edit => ({ op: 'add', parent: 'group', before, node: open('9', { id: 'new' }) })),
  fc
    .string({ minLength: 1 })
    .filter((title) => /\S/.test(title))
    .map((title) => courseSetting({ title, note: undefined })),
);

describe('edits', () => {
  it('can always be taken back to the very same document', () => {
    fc.assert(
      fc.property(fc.array(anyEdit, { maxLength: 6 }), (edits) => {
        const edited = applyEdits(sample(), edits);
        if (!edited.ok) return;
        const back = applyEdits(edited.course, edited.inverse);
        expect(back.ok && back.course).toEqual(sample());
      }),
      { numRuns: 500 },
    );
  });

  it('leave the document that they are applied to as it is', () => {
    const document = sample();
    applied(document, { op: 'remove', id: 'group' }, setting('exam', { possible: '80' }));
    expect(document).toEqual(sample());
  });

  it('share what they do not touch', () => {
    const document = sample();
    expect(applied(document, setting('exam', { possible: '80' })).root.children[0]).toBe(
      document.root.children[0],
    );
  });

  it('put a piece where it is wanted', () => {
    const moved = applied(sample(), { op: 'move', id: 'exam', parent: 'group', before: 'two' });
    const group = find(moved, 'group')!.node as { children: { id: string }[] };
    expect(group.children.map(({ id }) => id)).toEqual(['one', 'exam', 'two', 'three']);
  });

  it('tell a late policy of none from the inherited one', () => {
    expect(find(applied(sample(), setting('empty', { late: undefined })), 'empty')!.node).not.toHaveProperty(
      'late',
    );
    expect(find(applied(sample(), setting('group', { late: null })), 'group')!.node).toHaveProperty(
      'late',
      null,
    );
  });

  it.each<[Edit, string]>([
    [setting('gone', { name: 'x' }), 'edits[0].id'],
    [{ op: 'remove', id: 'course' }, 'edits[0].id'],
    [{ op: 'move', id: 'group', parent: 'group' }, 'edits[0].parent'],
    [{ op: 'move', id: 'exam', parent: 'one' }, 'edits[0].parent'],
    [{ op: 'add', parent: 'group', before: 'exam', node: open('1') }, 'edits[0].before'],
    [{ op: 'add', parent: 'group', node: open('1', { id: 'one' }) }, 'edits[0].node.id'],
  ])('that do not fit are refused with their place: %j', (edit, at) => {
    const edited = applyEdits(sample(), [edit]);
    expect(edited.ok ? [] : edited.faults.map((fault) => fault.at)).toEqual([at]);
  });

  it('of a known form pass the schema', () => {
    fc.assert(
      fc.property(anyEdit, (edit) => expect(checkEdits([edit])).toEqual({ ok: true, value: [edit] })),
    );
  });

  it.each(['', ' '])('that leave a course without a title (%j) do not pass it', (title) => {
    const checked = checkEdits([courseSetting({ title })]);
    expect(checked.ok ? [] : checked.faults.map((fault) => fault.at)).toEqual(['edits[0].set.title']);
  });

  it.each([undefined, null, [], {}, 'edits'])('are a list that is not empty: %j is none', (json) => {
    expect(checkEdits(json)).toMatchObject({ ok: false, faults: [{ at: 'edits' }] });
  });

  it('keep a valid course valid or are caught when it is checked', () => {
    expect(checkCourse(applied(sample(), setting('two', { status: 'scored' }))).ok).toBe(false);
  });
});
