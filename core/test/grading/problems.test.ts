import { planCourse } from '../../src/grading/plan';
import { problems } from '../../src/grading/problems';
import { category, course, NOW, open } from '../sample';

describe('problems', () => {
  it('are found in tree order, a parent before its children', () => {
    const document = course(
      [
        category([], { id: 'a', weight: '30', drop: { lowest: 1 } }),
        category([open('5')], { id: 'b', drop: { lowest: 1 } }),
      ],
      { combine: 'weights' },
    );
    expect(problems(planCourse(document, NOW))).toEqual([
      { code: 'weights-total', at: 'course', total: '30' },
      { code: 'empty', at: 'a' },
      { code: 'no-weight', at: 'b' },
      { code: 'drop-all', at: 'b', drops: 1, pieces: 1 },
    ]);
  });

  it('of what is not counted are nobody’s', () => {
    expect(problems(planCourse(course([category([], { counted: false }), open('5')]), NOW))).toEqual([]);
  });
});
