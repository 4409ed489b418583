import fc from 'fast-check';
import { checkCourse, find, outlooks, takingAlong, type Category, type Course } from '../../src/index';
import { byKinds, secondCourse } from '../../src/insight/second-way';
import { halvesOf } from '../../src/insight/half';
import { LETTERS } from '../sample';

const NOW = '2026-10-20T12:00:00Z';

/** Scores in percent by quarter: tests, then homework; tests count 3 of 4 in a quarter. */
type Quarter = readonly [tests: readonly number[], homework: readonly number[]];

function year(quarters: readonly Quarter[], second?: Course['second']): Course {
  const kind = (id: string, name: string, weight: string, scores: readonly number[]): Category => ({
    kind: 'category',
    id,
    name,
    weight,
    combine: 'points',
    children: scores.map((score, index) => ({
      kind: 'assessment',
      id: `${id}${index}`,
      name: `${name} ${index + 1}`,
      possible: '100',
      status: 'scored',
      score: { percent: String(score) },
    })),
  });
  return {
    format: 'fidens-course',
    version: 1,
    title: 'Tides',
    scale: LETTERS,
    ...(second && { second }),
    root: {
      kind: 'category',
      id: 'root',
      name: 'Course',
      combine: 'equal',
      children: quarters.map(([tests, homework], index) => ({
        kind: 'category',
        id: `q${index}`,
        name: `Quarter ${index + 1}`,
        period: true,
        combine: 'weights',
        children: [kind(`q${index}t`, 'Tests', '75', tests), kind(`q${index}h`, 'Homework', '25', homework)],
      })),
    },
  };
}

const standing = (course: Course) => outlooks(course, NOW).standing.worth!.value;
const scores = fc.array(fc.integer({ min: 0, max: 100 }), { minLength: 1, maxLength: 4 });
const quarter = fc.tuple(scores, scores);

describe('the second way of a course', () => {
  it('adds the same scores up by weights of its own', () => {
    const quarters: Quarter[] = [
      [[90], [60, 70]],
      [[80, 100], [50]],
    ];
    const course = year(quarters, {
      name: 'The year',
      groups: [
        { name: 'Tests', weight: '60', of: ['q0t', 'q1t'] },
        { name: 'Homework', weight: '40', of: ['q0h', 'q1h'] },
      ],
    });
    // Quarters: 75% of 90 and 25% of 65; 75% of 90 and 25% of 50. The year: 60% of (90 + 80 + 100) / 3, 40% of (60 + 70 + 50) / 3.
    expect(standing(course).toFraction()).toBe('131/160');
    expect(standing(secondCourse(course)!).toFraction()).toBe('39/50');
  });

  it('is, for any scores, the weighted mean of what is pooled of each kind', () => {
    fc.assert(
      fc.property(
        fc.array(quarter, { minLength: 1, maxLength: 4 }),
        fc.integer({ min: 1, max: 99 }),
        (quarters, weight) => {
          const ids = quarters.map((_, index) => index);
          const course = year(quarters, {
            name: 'The year',
            groups: [
              { name: 'Tests', weight: String(weight), of: ids.map((index) => `q${index}t`) },
              { name: 'Homework', weight: String(100 - weight), of: ids.map((index) => `q${index}h`) },
            ],
          });
          const mean = (all: readonly number[]) => all.reduce((sum, each) => sum + each, 0) / all.length;
          const [tests, homework] = [0, 1].map((kind) => mean(quarters.flatMap((each) => each[kind]!)));
          const expected = (weight * tests! + (100 - weight) * homework!) / 10_000;
          expect(standing(secondCourse(course)!).valueOf()).toBeCloseTo(expected, 9);
        },
      ),
    );
  });

  it('with the whole course in one group is the course itself', () => {
    fc.assert(
      fc.property(fc.array(quarter, { minLength: 1, maxLength: 4 }), (quarters) => {
        const of = quarters.map((_, index) => `q${index}`);
        const course = year(quarters, {
          name: 'Again',
          groups: [{ name: 'All', weight: '1', combine: 'equal', of }],
        });
        expect(standing(secondCourse(course)!).equals(standing(course))).toBe(true);
      }),
    );
  });

  it('keeps the policies and the scale that were in force, also for a piece that is named alone', () => {
    const course = year([[[90, 80], [60]]], {
      name: 'Twice',
      groups: [{ name: 'One', weight: '1', of: ['q0t0'] }],
    });
    const tests = find(course, 'q0')!.node as Category;
    tests.late = { perDay: '10' };
    const piece = find(course, 'q0t0')!.node;
    Object.assign(piece, { late: { days: '2' } });
    // 90 less two days of 10.
    expect(standing(secondCourse(course)!).toFraction()).toBe('7/10');
  });

  it('is proposed of what is named alike in the periods', () => {
    const course = year([
      [[90], [60]],
      [[80], [50]],
    ]);
    expect(byKinds(halvesOf(course), 'The year')).toEqual({
      name: 'The year',
      groups: [
        { name: 'Tests', weight: '75', of: ['q0t', 'q1t'] },
        { name: 'Homework', weight: '25', of: ['q0h', 'q1h'] },
      ],
    });
    expect(byKinds(halvesOf(course).slice(0, 1), 'The year')).toBeUndefined();
  });

  it('names what is in the course, each once', () => {
    const faultsOf = (of: string[][]) => {
      const groups = of.map((ids, index) => ({ name: `G${index}`, weight: '1', of: ids }));
      const checked = checkCourse(year([[[90], [60]]], { name: 'Y', groups }));
      return checked.ok ? [] : checked.faults.map(({ at, message }) => `${at}: ${message}`);
    };
    expect(faultsOf([['q0t'], ['q0h']])).toEqual([]);
    expect(faultsOf([['q9']])).toEqual([
      'second.groups[0].of[0]: the second way names "q9", which is not in the course',
    ]);
    expect(faultsOf([['root']])).toEqual([
      'second.groups[0].of[0]: the second way names "root", which is the whole course',
    ]);
    expect(faultsOf([['q0t0'], ['q0']])).toEqual([
      'second.groups[1].of[0]: the second way names "q0", of which "q0t0" counts in "G0" already: each counts once',
    ]);
  });

  it('lets what is deleted go along, a group with its last, the way with its last group', () => {
    const course = year([[[90], [60]]], {
      name: 'Y',
      groups: [
        { name: 'Tests', weight: '1', of: ['q0t'] },
        { name: 'Homework', weight: '1', of: ['q0h'] },
      ],
    });
    const along = takingAlong(course, [{ op: 'remove', id: 'q0t' }])!;
    expect(along.edits.at(-1)).toMatchObject({ set: { second: { groups: [{ name: 'Homework' }] } } });
    expect(takingAlong(course, [{ op: 'remove', id: 'q0' }])!.edits.at(-1)).toMatchObject({
      unset: ['second'],
    });
  });
});
