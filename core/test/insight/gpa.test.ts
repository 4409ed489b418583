import fc from 'fast-check';
import type { Course } from '../../src/document/course';
import { gpa, gpaText, neededMean, officialBand, USUAL_GPA } from '../../src/insight/gpa';
import { rational } from '../../src/numbers/rational';
import { course, LETTERS } from '../sample';

const [A, B, C, F] = LETTERS.bands;
const of = (title: string, fields: Partial<Course> = {}) =>
  course([], {}, { title, credits: '4', ...fields });

describe('the GPA', () => {
  const four = of('Four');
  const two = of('Two', { credits: '2' });

  it('weighs grade points by credits, exactly', () => {
    const { points, credits, parts } = gpa([
      { course: four, band: A },
      { course: two, band: C },
    ]);
    expect([points!.toFraction(), credits.toFraction()]).toEqual(['10/3', '6']);
    expect(parts.map((part) => [part.course.title, part.points.toFraction()])).toEqual([
      ['Four', '4'],
      ['Two', '2'],
    ]);
  });

  it('goes by the grade that was given, once it was', () => {
    expect(officialBand(four)).toBeUndefined();
    const given = { ...four, official: { label: 'C' } };
    expect(officialBand(given)).toBe(C);
    expect(gpa([{ course: given, band: A }]).points!.toFraction()).toBe('2');
  });

  it('names the courses that it leaves out, and why', () => {
    const { points, leftOut } = gpa([
      { course: course([], {}, { title: 'Bare' }), band: A },
      { course: two, band: undefined },
      { course: of('Gone', { official: { mark: 'W' } }), band: B },
      { course: of('Other scale'), band: { label: 'Pass', from: '50' } },
    ]);
    expect(points).toBeUndefined();
    expect(leftOut.map(({ course: each, why }) => [each.title, why])).toEqual([
      ['Bare', 'no credits'],
      ['Two', 'no grade'],
      ['Gone', 'mark'],
      ['Other scale', 'no points'],
    ]);
  });

  it('counts a mark that has points', () =>
    expect(
      gpa([
        { course: of('Practice', { official: { mark: 'Honours', points: '5' } }), band: undefined },
      ]).points!.toFraction(),
    ).toBe('5'));

  it('of a course that was taken again counts the later, or both; a course that was left is not taken again', () => {
    const first = of('Tides', { code: 'NAV 1' });
    const again = of('Tides and Currents', { code: 'nav  1' });
    const left = of('Tides, once more', { code: 'NAV 1', official: { mark: 'W' } });
    const grades = [
      { course: first, band: F },
      { course: again, band: A },
      { course: left, band: B },
    ];
    expect(gpa(grades).points!.toFraction()).toBe('4');
    expect(gpa(grades).leftOut.map(({ course: each, why }) => [each.title, why])).toEqual([
      ['Tides', 'repeated'],
      ['Tides, once more', 'mark'],
    ]);
    expect(gpa(grades, { repeats: 'both' }).points!.toFraction()).toBe('2');
  });

  it('is what whole numbers give, in random transcripts', () => {
    const row = fc.record({
      title: fc.constantFrom('a', 'b', 'c', 'd', 'e'),
      half: fc.option(fc.integer({ min: 0, max: 12 }), { nil: undefined }),
      band: fc.constantFrom(A, B, C, F, undefined),
      official: fc.constantFrom(undefined, { label: 'B' }, { mark: 'W' }, { mark: 'H', points: '4.3' }),
    });
    fc.assert(
      fc.property(
        fc.array(row, { maxLength: 12 }),
        fc.constantFrom('later' as const, 'both' as const),
        (rows, repeats) => {
          // Tenths of points times halves of credits, counted from the last course back.
          let [earned, halves] = [0, 0];
          const seen = new Set<string>();
          for (const { title, half, band, official } of [...rows].reverse()) {
            const text = official && 'mark' in official ? official.points : official ? '3' : band?.points;
            if (text === undefined || half === undefined || (repeats === 'later' && seen.has(title)))
              continue;
            seen.add(title);
            earned += Math.round(Number(text) * 10) * half;
            halves += half;
          }
          const { points } = gpa(
            rows.map(({ title, half, band, official }) => {
              const { credits: _credits, ...bare } = of(title);
              const document: Course = {
                ...bare,
                ...(half !== undefined && { credits: String(half / 2) }),
                ...(official && { official }),
              };
              return { course: document, band };
            }),
            { repeats },
          );
          if (halves === 0) expect(points).toBeUndefined();
          else expect(points!.equals(rational(String(earned)).div(rational(String(halves * 10))))).toBe(true);
        },
      ),
      { numRuns: 300 },
    );
  });

  it('is shown with its decimals, rounded as it is set', () => {
    const two = rational('10').div(rational('3'));
    expect(gpaText(two, USUAL_GPA)).toBe('3.33');
    expect(gpaText(two, { ...USUAL_GPA, mode: 'up' })).toBe('3.34');
    expect(gpaText(rational('3.045'), USUAL_GPA)).toBe('3.05');
    expect(gpaText(rational('3.045'), { ...USUAL_GPA, mode: 'down' })).toBe('3.04');
    expect(gpaText(rational('4'), { ...USUAL_GPA, decimals: 3 })).toBe('4.000');
    expect(gpaText(rational('3.5'), { ...USUAL_GPA, decimals: 0 })).toBe('4');
  });

  it('says what mean over the credits to come brings a target', () => {
    const now = gpa([{ course: four, band: B }]);
    expect(neededMean(now, rational('3.5'), rational('4')).toFraction()).toBe('4');
    expect(
      neededMean({ points: undefined, credits: rational('0') }, rational('3.5'), rational('4')).toFraction(),
    ).toBe('7/2');
  });
});
