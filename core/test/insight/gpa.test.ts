import { gpa, officialBand } from '../../src/insight/gpa';
import { course, LETTERS } from '../sample';

describe('the GPA', () => {
  const [a, , c] = LETTERS.bands;
  const four = course([], {}, { credits: '4' });
  const two = course([], {}, { credits: '2' });

  it('weighs grade points by credits, exactly', () => {
    const { points } = gpa([
      { course: four, band: a },
      { course: two, band: c },
    ]);
    expect(points!.toFraction()).toBe('10/3');
  });

  it('goes by the grade that was given, once it was', () => {
    expect(officialBand(four)).toBeUndefined();
    expect(officialBand({ ...four, official: { label: 'C' } })).toBe(c);
  });

  it('names the courses that it leaves out', () => {
    const bare = course([]);
    const { points, leftOut } = gpa([
      { course: bare, band: a },
      { course: two, band: undefined },
    ]);
    expect(points).toBeUndefined();
    expect(leftOut).toEqual([bare, two]);
  });
});
