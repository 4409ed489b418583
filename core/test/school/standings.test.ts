import fc from 'fast-check';
import type { Course } from '../../src/document/course';
import { applyEdits } from '../../src/editing/apply-edits';
import { outlooks } from '../../src/grading/outlook';
import { toFloat } from '../../src/numbers/rational';
import { differencesIn, type Difference } from '../../src/school/differences';
import { merged } from '../../src/school/merge';
import { Standings } from '../../src/school/standings';
import { randomCourse } from '../random-course';
import { NOW } from '../sample';

const TIMES = Number(process.env['FIDENS_PROPERTY_TIMES'] ?? '1');

/** A course with a difference made, where it can be made. */
function withDifference(course: Course, { edits }: Difference): Course | undefined {
  const made = applyEdits(course, edits);
  return made.ok ? made.course : undefined;
}

function exactValue(course: Course): number | undefined {
  const value = outlooks(course, NOW).standing.worth?.value;
  return value && toFloat(value);
}

function expectNear(found: number | undefined, exact: number | undefined): void {
  if (exact === undefined) expect(found).toBeUndefined();
  else expect(found).toBeCloseTo(exact, 10);
}

/** Two differences of a course, by their places in the list. */
const places = fc.tuple(fc.nat(9_999), fc.nat(9_999));

describe('standings in floats', () => {
  it('are the exact ones, of a course and of what one difference makes of it', () => {
    fc.assert(
      fc.property(randomCourse({ conditions: true }), (course) => {
        const standings = new Standings(NOW);
        expectNear(standings.of(course), exactValue(course));
        for (const difference of differencesIn(course, NOW)) {
          const changed = withDifference(course, difference);
          if (changed) expectNear(standings.of(changed), exactValue(changed));
        }
      }),
      { numRuns: 60 * TIMES },
    );
  });

  it('put together are what both edits make, with and without a document', () => {
    fc.assert(
      fc.property(
        randomCourse({ conditions: true }),
        fc.array(places, { minLength: 12, maxLength: 12 }),
        (course, pairs) => {
          const standings = new Standings(NOW);
          const base = standings.evaluated(course);
          const all = differencesIn(course, NOW).filter(({ edits }) =>
            edits.every((edit) => edit.op !== 'course' && !(edit.op === 'set' && 'missing' in edit.set)),
          );
          for (const [i, j] of pairs) {
            const [first, second] = [all[i % all.length], all[j % all.length]];
            if (!first || !second || first === second) continue;
            const [one, other] = [withDifference(course, first), withDifference(course, second)];
            if (!one || !other) continue;
            const both = merged(course, one, other);
            const inOrder = withDifference(one, second);
            if (!both || !inOrder) continue;
            expect(standings.of(both)).toEqual(standings.of(inOrder));
            const isFree = !JSON.stringify(course).includes('"replace"');
            const quick = isFree
              ? standings.together(base, standings.evaluated(one), standings.evaluated(other))
              : undefined;
            if (quick) expectNear(quick.value, exactValue(both));
          }
        },
      ),
      { numRuns: 100 * TIMES },
    );
  });
});
