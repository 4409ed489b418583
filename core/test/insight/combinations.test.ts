import fc from 'fast-check';
import { combinations, type CombinedCourse } from '../../src/insight/combinations';
import { rational, ZERO, type Rational } from '../../src/numbers/rational';

const NOTHING = { credits: ZERO, earned: ZERO };

/** Letters from the best down, each as likely as the one above or likelier, and taking less. */
const letters = fc
  .tuple(
    fc.uniqueArray(fc.integer({ min: 0, max: 43 }), { minLength: 1, maxLength: 5 }),
    fc.array(fc.integer({ min: 0, max: 100 }), { minLength: 5, maxLength: 5 }),
    fc.array(fc.integer({ min: 0, max: 100 }), { minLength: 5, maxLength: 5 }),
  )
  .map(([points, chances, takes]) => {
    const down = [...points].sort((a, b) => b - a);
    const rising = [...chances].sort((a, b) => a - b);
    const falling = [...takes].sort((a, b) => b - a);
    return down.map((point, index) => ({
      label: `L${index}`,
      points: String(point / 10),
      chance: rising[index]! / 100,
      takes: falling[index]!,
    }));
  });
const course: fc.Arbitrary<CombinedCourse> = fc.record({
  id: fc.constant('c'),
  credits: fc.constantFrom('1', '2', '3', '0.5', '2.5', '4'),
  letters,
});

/** All ways to choose a letter for each course. */
function everyWay(courses: readonly CombinedCourse[]): number[][] {
  return courses.reduce<number[][]>(
    (ways, { letters: own }) => ways.flatMap((way) => own.map((_, index) => [...way, index])),
    [[]],
  );
}

function pointsOf(courses: readonly CombinedCourse[], way: readonly number[]): Rational {
  const [earned, credits] = courses.reduce(
    ([sum, all], { credits: own, letters: each }, place) => [
      sum.add(rational(own).mul(rational(each[way[place]!]!.points))),
      all.add(rational(own)),
    ],
    [ZERO, ZERO],
  );
  return earned.div(credits);
}

describe('the combinations of letters that reach a target', () => {
  it('are, against trying all, those that cannot be lower, the likeliest first', () => {
    fc.assert(
      fc.property(
        fc.array(course, { minLength: 1, maxLength: 4 }),
        fc.integer({ min: 1, max: 430 }),
        (courses, hundredths) => {
          const target = rational(String(hundredths / 100));
          const { best, most, lowest, least } = combinations(courses, NOTHING, target);
          const ways = everyWay(courses);
          const reaching = ways.filter((way) => pointsOf(courses, way).compare(target) >= 0);
          const tight = reaching.filter((way) =>
            way.every(
              (letter, place) =>
                courses[place]!.letters[letter + 1] === undefined ||
                pointsOf(courses, way.with(place, letter + 1)).compare(target) < 0,
            ),
          );
          const chanceOf = (way: readonly number[]) =>
            way.reduce(
              (product, letter, place) => product * Math.max(1e-5, courses[place]!.letters[letter]!.chance),
              1,
            );
          const expected = tight
            .map(chanceOf)
            .sort((a, b) => b - a)
            .slice(0, 12);
          expect(best).toHaveLength(expected.length);
          best.forEach(({ letters: own, points }, index) => {
            const way = own.map((letter, place) => courses[place]!.letters.indexOf(letter));
            expect(points.equals(pointsOf(courses, way))).toBe(true);
            expect(tight).toContainEqual(way);
            expect(Math.abs(chanceOf(way) / expected[index]! - 1)).toBeLessThan(1e-4);
          });
          const all = ways.map((way) => pointsOf(courses, way));
          expect(all.every((each) => each.compare(most!) <= 0 && each.compare(lowest!) >= 0)).toBe(true);
          least.forEach((letter, place) => {
            const able = reaching.map((way) => courses[place]!.letters[way[place]!]!);
            expect(letter).toBe(
              able.length === 0
                ? undefined
                : able.reduce((low, each) => (Number(each.points) < Number(low.points) ? each : low)),
            );
          });
        },
      ),
      { numRuns: 300 },
    );
  });

  it('count what is settled already', () => {
    const one: CombinedCourse = {
      id: 'a',
      credits: '4',
      letters: [
        { label: 'A', points: '4', chance: 0.2, takes: 90 },
        { label: 'B', points: '3', chance: 0.8, takes: 60 },
      ],
    };
    const settled = { credits: rational('4'), earned: rational('12') };
    expect(
      combinations([one], settled, rational('3.5')).best.map(({ letters: own }) => own[0]!.label),
    ).toEqual(['A']);
    expect(combinations([one], settled, rational('3')).best.map(({ letters: own }) => own[0]!.label)).toEqual(
      ['B'],
    );
    expect(combinations([one], settled, rational('3.6')).best).toEqual([]);
  });
});
