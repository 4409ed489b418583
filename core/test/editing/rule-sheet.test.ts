import fc from 'fast-check';
import { checkCourse } from '../../src/document/course-file';
import { pieces } from '../../src/document/tree';
import { ruleSheet } from '../../src/editing/rule-sheet';
import { outlooks } from '../../src/grading/outlook';
import { randomCourse } from '../random-course';
import { everyField, NOW } from '../sample';

describe('a rule sheet', () => {
  it('is a valid course with the same rules and nothing of the student', () => {
    fc.assert(
      fc.property(randomCourse(), (course) => {
        const sheet = ruleSheet(course);
        expect(checkCourse(sheet)).toEqual({ ok: true, value: sheet });
        expect(sheet.scale).toEqual(course.scale);
        expect(sheet.policy).toEqual(course.policy);
        expect(pieces(sheet).map(({ id, possible, weight }) => [id, possible, weight])).toEqual(
          pieces(course).map(({ id, possible, weight }) => [id, possible, weight]),
        );
        expect(ruleSheet(sheet)).toEqual(sheet);
      }),
      { numRuns: 200 },
    );
  });

  it('holds no score, state, lateness, moment, rehearsal, note or target', () => {
    const sheet = ruleSheet(everyField());
    expect(JSON.stringify(sheet)).not.toMatch(
      /"(status|score|handedIn|due|extended|assume|class|note|target)"/,
    );
    expect(pieces(sheet)[0]).toMatchObject({ id: 'late', possible: '20', step: '0.5' });
    expect(sheet.root.late).toBeNull();
    expect(outlooks(sheet, NOW).standing.worth).toBeUndefined();
  });
});
