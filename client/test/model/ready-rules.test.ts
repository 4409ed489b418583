import { applyEdits, checkCourse, type Category, type Course } from '@fidens/core';
import { otherGrades } from '@/model/other-grades';
import { readyRules } from '@/model/ready-rules';

const scale: Course['scale'] = {
  bands: [
    { label: 'A', from: '90' },
    { label: 'C', from: '50' },
    { label: 'F', from: '0', pass: false },
  ],
};

function courseOf(combine: Course['root']['combine'], children: Course['root']['children']): Course {
  return {
    format: 'fidens-course',
    version: 1,
    title: 'Tides',
    scale,
    root: { kind: 'category', id: 'course', name: 'Course', ...(combine && { combine }), children },
  };
}

const piece = (id: string, name: string, weight?: string) =>
  ({ kind: 'assessment', id, name, possible: '50', ...(weight !== undefined && { weight }) }) as const;

const FULL = courseOf('weights', [
  {
    kind: 'category',
    id: 'tests',
    name: 'Tests',
    weight: '40',
    children: [piece('t1', 'Test 1'), piece('t2', 'Test 2')],
  },
  piece('mid', 'Midterm', '20'),
  piece('final', 'Final exam', '40'),
]);

const rule = (course: Course, key: string) => readyRules(course).find((ready) => ready.key === key)!;

/** The course with a ready rule taken; it must be right. */
function taken(key: string, course = FULL): Course {
  const made = applyEdits(course, rule(course, key).edits!);
  if (!made.ok) throw new Error(made.faults[0]!.message);
  expect(checkCourse(made.course)).toMatchObject({ ok: true });
  return made.course;
}

describe('the rules that are ready to be taken', () => {
  // Nothing is named alike before there are quarters.
  it.each(readyRules(FULL).flatMap(({ key }) => (key === 'second way' ? [] : [key])))(
    '%s makes a course that is right',
    (key) => {
      expect(taken(key)).not.toEqual(FULL);
    },
  );

  it('are about the pieces that a student would mean', () => {
    expect(taken('replace').root.children[0]).toMatchObject({ id: 'tests', replace: { by: 'final' } });
    expect(taken('pass the final').requirements).toEqual([{ for: 'C', of: 'final', atLeast: '50' }]);
    expect(taken('weight to the final').root.children[1]).toMatchObject({ id: 'mid', weightTo: 'final' });
    expect(taken('pieces').requirements).toEqual([{ for: 'A', of: 'tests', pieces: 1, each: '70' }]);
    expect(taken('better of two').root.schemes).toEqual([
      { name: 'Strong finish', weights: { tests: '40', mid: '20', final: '80' } },
    ]);
  });

  it('make four quarters of what is there, and a grade of the year from what is named alike', () => {
    const year = taken('quarters');
    expect(year.root.combine).toBe('equal');
    const quarters = year.root.children as Category[];
    expect(quarters.map(({ name, period }) => [name, period])).toEqual(
      ['First', 'Second', 'Third', 'Fourth'].map((which) => [`${which} quarter`, true]),
    );
    expect(quarters[0]).toMatchObject({ combine: 'weights', children: FULL.root.children });
    for (const later of quarters.slice(1))
      expect(later.children).toEqual([
        { kind: 'category', id: expect.any(String) as string, name: 'Tests', weight: '40', children: [] },
      ]);
    const { second } = taken('second way', year);
    expect(second!.groups.map(({ name, weight, of }) => [name, weight, of.length])).toEqual([
      ['Tests', '40', 4],
      ['Midterm', '20', 1],
      ['Final exam', '40', 1],
    ]);
    expect(otherGrades({ ...year, second: second! }).map(({ name, of }) => [name, of !== undefined])).toEqual(
      [...quarters.map(({ name }) => [name, true]), ['The year', true]],
    );
  });

  it('say what they need where the course has it not', () => {
    const pooled = courseOf(undefined, [piece('only', 'Paper')]);
    const missing = readyRules(pooled).filter(({ edits }) => !edits);
    expect(missing.map(({ key }) => key)).toEqual([
      'quarters',
      'second way',
      'attendance',
      'pieces',
      'replace',
      'weight to the final',
      'better of two',
    ]);
    for (const { wants } of missing) expect(wants).not.toBe('');
  });
});
