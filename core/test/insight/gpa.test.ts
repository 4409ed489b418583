import { gpa } from '../../src/insight/gpa';
import { HUNDRED, rational } from '../../src/numbers/rational';
import { course } from '../sample';

describe('the GPA', () => {
  const value = (text: string) => rational(text).div(HUNDRED);
  const four = course([], {}, { credits: '4' });
  const two = course([], {}, { credits: '2' });

  it('weighs grade points by credits, exactly', () => {
    const { points } = gpa([
      { course: four, value: value('91') },
      { course: two, value: value('75') },
    ]);
    expect(points!.toFraction()).toBe('10/3');
  });

  it('names the courses that it leaves out', () => {
    const bare = course([]);
    const { points, leftOut } = gpa([
      { course: bare, value: value('91') },
      { course: two, value: undefined },
    ]);
    expect(points).toBeUndefined();
    expect(leftOut).toEqual([bare, two]);
  });
});
