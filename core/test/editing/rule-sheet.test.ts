import fc from 'fast-check';
import type { Category, Course } from '../../src/document/course';
import { checkCourse } from '../../src/document/course-file';
import { nodesIn, pieces } from '../../src/document/tree';
import { listsPieces, rulesAlone, ruleSheet, withSheet } from '../../src/editing/rule-sheet';
import { outlooks } from '../../src/grading/outlook';
import { randomCourse } from '../random-course';
import { category, course, everyField, NOW, open } from '../sample';

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

describe('a sheet whose rules come without its pieces', () => {
  const sheet = course(
    [
      category([open('10', { id: 's1', name: 'Quiz 1' })], {
        id: 'quizzes',
        name: 'Quizzes',
        weight: '40',
        drop: { lowest: 1 },
      }),
      category([open('5', { id: 'w1', name: 'Part', weight: '3' })], {
        id: 'parts',
        name: 'Parts',
        weight: '20',
        combine: 'weights',
      }),
      open('100', { id: 'exam', name: 'Exam', weight: '40' }),
    ],
    { combine: 'weights' },
  );

  it('keeps what stands on its own or has a weight of its own, and leaves out what is only listed', () => {
    expect(listsPieces(sheet)).toBe(true);
    const alone = rulesAlone(sheet);
    expect([...nodesIn(alone.root)].map(({ id }) => id)).toEqual([
      'course',
      'quizzes',
      'parts',
      'w1',
      'exam',
    ]);
    expect(listsPieces(alone)).toBe(false);
  });

  it('leaves the pieces of the course as they are, scored or not', () => {
    const mine = course(
      [
        category([open('20', { id: 'q1', name: 'First quiz' })], {
          id: 'quizzes',
          name: 'Quizzes',
          weight: '50',
        }),
      ],
      { combine: 'weights' },
    );
    const quizzes = (document: Course) => document.root.children[0] as Category;
    const taken = withSheet(mine, rulesAlone(sheet), 'alone');
    expect(quizzes(taken)).toMatchObject({ weight: '40', drop: { lowest: 1 } });
    expect(quizzes(taken).children.map(({ name }) => name)).toEqual(['First quiz']);
    // With the sheet's pieces, what has no record yet gives way to them.
    expect(quizzes(withSheet(mine, sheet)).children.map(({ name }) => name)).toEqual(['Quiz 1']);
  });
});
