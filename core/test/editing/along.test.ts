import { checkCourse } from '../../src/document/course-file';
import { takingAlong } from '../../src/editing/along';
import { applyEdits } from '../../src/editing/apply-edits';
import { rulesAlone, withSheet } from '../../src/editing/rule-sheet';
import { partAsCourse } from '../../src/insight/half';
import { category, course, everyField, open, scored } from '../sample';

const tests = category([scored('8', '20'), scored('18', '20')], {
  id: 'tests',
  name: 'Tests',
  weight: '40',
  replace: { by: 'final' },
});
const document = course(
  [
    tests,
    open('50', { id: 'mid', weight: '20', weightTo: 'final' }),
    open('80', { id: 'final', weight: '40' }),
  ],
  { combine: 'weights', schemes: [{ name: 'Strong finish', weights: { mid: '10', final: '70' } }] },
  { requirements: [{ for: 'C', of: 'final', atLeast: '50' }] },
);

/** The course after edits, which must be right. */
function after(edits: Parameters<typeof applyEdits>[1]) {
  const made = applyEdits(document, edits);
  if (!made.ok) throw new Error(made.faults[0]!.message);
  expect(checkCourse(made.course).ok).toBe(true);
  return made;
}

describe('rules that would be left hanging', () => {
  it('go along with what they name, each told; what they name beside stays', () => {
    const { edits, rules } = takingAlong(document, [{ op: 'remove', id: 'final' }])!;
    expect(rules.map(({ rule, holder }) => [rule, holder?.name ?? 'course'])).toEqual([
      ['schemes', 'Course'],
      ['replace', 'Tests'],
      ['weightTo', 'Piece'],
      ['requirements', 'course'],
    ]);
    const { course: left, inverse } = after(edits);
    expect(left.root.schemes).toEqual([{ name: 'Strong finish', weights: { mid: '10' } }]);
    expect(left.requirements).toBeUndefined();
    const back = applyEdits(left, inverse);
    expect(back.ok && back.course).toEqual(document);
  });

  it('hang too where what they name moves out of the category', () => {
    const { rules } = takingAlong(document, [{ op: 'move', id: 'final', parent: 'tests' }]) ?? { rules: [] };
    expect(rules.map(({ rule }) => rule)).toEqual(['schemes', 'weightTo']);
  });

  it('are not asked about where nothing hangs', () => {
    expect(takingAlong(document, [{ op: 'remove', id: tests.children[0]!.id }])).toBeUndefined();
    expect(takingAlong(document, [{ op: 'move', id: 'mid', parent: 'course' }])).toBeUndefined();
  });

  it('are left out of a sheet without the pieces that they name', () => {
    const alone = rulesAlone(everyField());
    expect(checkCourse(alone).ok).toBe(true);
  });

  it('name the same by its own id where a sheet is brought in', () => {
    const other = course(
      [
        category([open('20')], { id: 'x', name: 'Tests', weight: '50' }),
        open('10', { id: 'y', name: 'Piece', weight: '50' }),
      ],
      { combine: 'weights' },
    );
    const merged = withSheet(other, document);
    expect(checkCourse(merged).ok).toBe(true);
    const [first] = merged.root.children;
    expect(first).toMatchObject({ id: 'x', replace: { by: 'final' } });
  });
});

describe('a part of a course that names what stands outside of it', () => {
  it('cannot be asked alone', () => {
    expect(partAsCourse(document, 'tests')).toBeUndefined();
    const inside = { ...tests, replace: { by: tests.children[0]!.id } };
    expect(partAsCourse(course([inside]), 'tests')).toBeDefined();
  });
});
