import fc from 'fast-check';
import type { CombinedCourse } from '../../src/insight/combinations';
import { nextLetters } from '../../src/insight/next-letters';
import { rational, ZERO } from '../../src/numbers/rational';

const LETTERS = [
  { label: 'A', points: '4', chance: 0.1, takes: 95 },
  { label: 'B', points: '3', chance: 0.4, takes: 85 },
  { label: 'C', points: '2', chance: 0.8, takes: 70 },
];
const ecology: CombinedCourse = { id: 'ecology', credits: '3', letters: LETTERS };
const law: CombinedCourse = { id: 'law', credits: '1', letters: LETTERS };
const told = (courses: readonly CombinedCourse[], settled: string, brings: Record<string, string> = {}) =>
  nextLetters(courses, rational(settled), (id) => brings[id] ?? '1').map(
    ({ id, from, to, gains, hours }) => `${id} ${from.label}>${to.label} ${gains.toFraction()} ${hours}`,
  );

describe('the next letter of each course', () => {
  it('is the one above the likeliest, and gains by its credits among all that count', () => {
    expect(told([ecology, law], '0')).toEqual(['ecology C>B 3/4 15', 'law C>B 1/4 15']);
    expect(told([ecology, law], '6')).toEqual(['ecology C>B 3/10 15', 'law C>B 1/10 15']);
  });

  it('comes first where an hour gains most, by what an hour brings there', () => {
    expect(told([ecology, law], '0', { law: '5' })).toEqual(['law C>B 1/4 3', 'ecology C>B 3/4 15']);
  });

  it('is none where the best letter is the likeliest already, or none is', () => {
    const sure = LETTERS.map((letter) => ({ ...letter, chance: 0.9 }));
    const lost = LETTERS.map((letter) => ({ ...letter, chance: 0.2 }));
    expect(
      told(
        [
          { ...ecology, letters: sure },
          { ...law, letters: lost },
        ],
        '0',
      ),
    ).toEqual([]);
  });

  it('asks nothing where the better letter takes no more, and then comes first', () => {
    const free = LETTERS.map((letter) => ({ ...letter, takes: 70 }));
    expect(told([ecology, { ...law, letters: free }], '0')).toEqual(['law C>B 1/4 0', 'ecology C>B 3/4 15']);
  });

  it('together gain what all letters one step up would', () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom('0.5', '1', '2', '3'), { minLength: 1, maxLength: 6 }),
        fc.integer({ min: 0, max: 30 }),
        (credits, settled) => {
          const courses = credits.map((own, index) => ({
            id: String(index),
            credits: own,
            letters: LETTERS,
          }));
          const open = credits.reduce((sum, own) => sum.add(rational(own)), ZERO);
          const gained = nextLetters(courses, rational(String(settled)), () => '1').reduce(
            (sum, { gains }) => sum.add(gains),
            ZERO,
          );
          expect(gained.toFraction()).toBe(open.div(open.add(rational(String(settled)))).toFraction());
        },
      ),
    );
  });
});
