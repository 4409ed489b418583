import fc from 'fast-check';
import type { Course } from '../../src/document/course';
import { rehearse } from '../../src/editing/rehearsal';
import { outlooks } from '../../src/grading/outlook';
import { chance, chanceModel, drawer, simulate, type Chance, type NoChance } from '../../src/insight/chance';
import { exact, floating } from '../../src/numbers/arithmetic';
import { HUNDRED, ONE, rational, ZERO } from '../../src/numbers/rational';
import { Variation } from '../../src/search/variation';
import { randomCourse } from '../random-course';
import { NOW } from '../sample';
import { atLeast, halfDone } from './simulated-students';
function simulated(course: Course, ...more: [] | [{ spread: number; effort: number }]): Chance {
  const found = chance(outlooks(course, NOW), ...more);
  if ('why' in found) throw new Error(found.why);
  return found;
}

const KNOWN = [
  [82, 91, 77, 88],
  [70, 84, 79],
];

describe('the chances of a course', () => {
  test('are the same for the same record, add up to one, and put the middle between low and high', () => {
    const found = simulated(halfDone(KNOWN, 4));
    expect(found).toEqual(simulated(halfDone(KNOWN, 4)));
    expect(found.bands.reduce((sum, { probability }) => sum + probability, 0)).toBeCloseTo(1, 12);
    expect(found.histogram.counts.reduce((sum, count) => sum + count, 0)).toBe(found.runs);
    expect(found.low).toBeLessThan(found.middle);
    expect(found.middle).toBeLessThan(found.high);
  });

  test('more effort lifts the middle, and a smaller spread narrows the range', () => {
    const course = halfDone(KNOWN, 4);
    const usual = simulated(course);
    const harder = simulated(course, { spread: 1, effort: 5 });
    const steadier = simulated(course, { spread: 0.5, effort: 0 });
    // Half of the course is open, and full marks are the most: five points more move the end by somewhat less than half.
    expect(harder.middle - usual.middle).toBeGreaterThan(1.5);
    expect(harder.middle - usual.middle).toBeLessThan(3);
    expect(steadier.high - steadier.low).toBeLessThan(usual.high - usual.low);
  });

  test('too few scores say so instead of guessing, and so does a course in which nothing is open', () => {
    const why = (found: Chance | NoChance) => ('why' in found ? found.why : 'a chance');
    expect(why(chance(outlooks(halfDone([[80], [90, 70]], 3), NOW)))).toBe(
      'There are three scores yet. A chance worth telling takes at least 4.',
    );
    expect(why(chance(outlooks(halfDone([[], []], 3), NOW)))).toMatch(/^There are no scores yet\./);
    expect(why(chance(outlooks(halfDone(KNOWN, 0), NOW)))).toBe(
      'Nothing is open, so nothing is left to chance.',
    );
  });

  test('few scores in a category lean on the course, many stand for themselves', () => {
    const pull = (low: readonly number[]) => {
      const model = chanceModel(outlooks(halfDone([[90, 91, 92, 93, 94, 95], low], 1), NOW).plan);
      if ('why' in model) throw new Error(model.why);
      const { own, pull: part } = model.sources[1]!;
      return (own + part * model.mean) * 100;
    };
    const one = pull([50]);
    const many = pull([50, 50, 50, 50, 50, 50]);
    expect(one).toBeGreaterThan(65);
    expect(many).toBeGreaterThan(50);
    expect(many).toBeLessThan(60);
  });

  test('what is only tried moves the end, and is no data', () => {
    const record = outlooks(halfDone(KNOWN, 4), NOW);
    const tried = rehearse(halfDone(KNOWN, 4), [
      { id: 'g0p4', entry: { status: 'scored', score: { percent: '5' } } },
    ]);
    const found = outlooks(tried.course, NOW);
    const model = (...plans: Parameters<typeof chanceModel>) => {
      const made = chanceModel(...plans);
      if ('why' in made) throw new Error(made.why);
      return made;
    };
    const { sources: own, mean, pieces } = model(found.plan, record.plan);
    expect({ own, mean }).toEqual({ own: model(record.plan).sources, mean: model(record.plan).mean });
    expect(pieces).toHaveLength(model(record.plan).pieces.length - 1);
    expect(model(found.plan).mean).toBeLessThan(mean);
  });

  test('a simulation is run a part at a time, and ends where it ends at once', () => {
    const found = outlooks(halfDone(KNOWN, 4), NOW);
    const parts = simulate(found);
    if ('why' in parts) throw new Error(parts.why);
    let turns = 1;
    while (parts.go(3000)) turns += 1;
    expect(turns).toBe(7);
    expect(parts.result()).toEqual(chance(found));
  });

  test('what the floor reaches is certain, and what the ceiling misses is impossible', () => {
    const course = halfDone(
      [
        [99, 98, 99, 97],
        [98, 99, 99],
      ],
      1,
    );
    const { floor, ceiling } = outlooks(course, NOW);
    const found = simulated(course);
    for (const { label, from } of course.scale.bands) {
      const cut = rational(from).div(HUNDRED);
      if (floor.worth!.value.compare(cut) >= 0) expect(atLeast(found, label)).toBe(1);
      if (ceiling.worth!.value.compare(cut) < 0) expect(atLeast(found, label)).toBe(0);
    }
    expect(floor.worth!.value.compare(rational('0.7'))).toBe(1);
  });
});

describe('the arithmetic of a simulation', () => {
  test('floats agree with the exact grade within 1e-9, whatever open pieces bring', () => {
    let compared = 0;
    fc.assert(
      fc.property(
        randomCourse(),
        fc.array(fc.integer({ min: 1, max: 999_983 }), { minLength: 12, maxLength: 12 }),
        (course, drawn) => {
          const { plan, supposing } = outlooks(course, NOW);
          const moving = plan.pieces.filter(({ settlement }) => settlement === 'unsettled');
          if (moving.length === 0) return;
          const base = supposing(() => ONE);
          // Fractions that lie on no step of any rounding, so that what is compared is the arithmetic.
          const value = (index: number) => ONE.mul(drawn[index % drawn.length]! * 7 + index).div(7_000_003);
          const truly = new Variation(base, moving, exact).valueAt(value);
          const nearly = new Variation(base, moving, floating).valueAt((index) => value(index).valueOf());
          expect(nearly === undefined).toBe(truly === undefined);
          if (truly === undefined) return;
          compared += 1;
          expect(Math.abs(nearly! - truly.valueOf())).toBeLessThan(1e-9);
        },
      ),
      { numRuns: 400 },
    );
    expect(compared).toBeGreaterThan(100);
  });

  test('what is exactly equal ties in floats too, and the same one is dropped', () => {
    // Both pieces are worth 70%: one by its cap, the other by its category's rounding. Floats put one a hair above the other.
    const course: Course = {
      ...halfDone([], 0),
      root: {
        kind: 'category',
        id: 'root',
        name: 'Root',
        drop: { highest: 1 },
        children: [
          {
            kind: 'assessment',
            id: 'capped',
            name: 'Capped',
            possible: '5',
            cap: '70',
            status: 'scored',
            score: { points: '4.75' },
          },
          {
            kind: 'category',
            id: 'rounded',
            name: 'Rounded',
            round: { step: '1' },
            children: [{ kind: 'assessment', id: 'open', name: 'Open', possible: '205' }],
          },
          {
            kind: 'assessment',
            id: 'low',
            name: 'Low',
            possible: '40',
            status: 'scored',
            score: { points: '3' },
          },
        ],
      },
    };
    const { plan, supposing } = outlooks(course, NOW);
    const moving = plan.pieces.filter(({ settlement }) => settlement === 'unsettled');
    const base = supposing(() => ONE);
    const value = rational('0.7004');
    const truly = new Variation(base, moving, exact).valueAt(() => value)!;
    const nearly = new Variation(base, moving, floating).valueAt(() => value.valueOf())!;
    expect(Math.abs(nearly - truly.valueOf())).toBeLessThan(1e-9);
  });

  test('all open pieces at once are what the floor and the ceiling say', () => {
    const course = halfDone(KNOWN, 3);
    const { plan, supposing, floor, ceiling } = outlooks(course, NOW);
    const moving = plan.pieces.filter(({ settlement }) => settlement === 'unsettled');
    const variation = new Variation(
      supposing(() => ZERO),
      moving,
      floating,
    );
    expect(variation.valueAt(() => 0)).toBeCloseTo(floor.worth!.value.valueOf(), 12);
    expect(variation.valueAt(() => 1)).toBeCloseTo(ceiling.worth!.value.valueOf(), 12);
  });
});
describe('what comes of little or of even data', () => {
  test('equal scores are no promise of the next one, and bring no number that is none', () => {
    const found = simulated(
      halfDone(
        [
          [80, 80, 80],
          [80, 80, 80],
        ],
        3,
      ),
    );
    expect(found.low).toBeLessThan(79);
    expect(found.high).toBeGreaterThan(81);
    const full = simulated(
      halfDone(
        [
          [100, 100],
          [100, 100],
        ],
        3,
      ),
    );
    expect(full.high).toBeLessThanOrEqual(100);
    expect(full.middle).toBeGreaterThan(96);
  });

  test('draws have the mean and the scatter that the model says', () => {
    const model = chanceModel(outlooks(halfDone([[78, 82, 80, 81, 79, 80, 80, 80]], 6), NOW).plan);
    if ('why' in model) throw new Error(model.why);
    const draw = drawer(model, 7);
    const ends = Array.from({ length: 20_000 }, () => [...draw()]);
    const means = ends.map((values) => values.reduce((sum, value) => sum + value, 0) / values.length);
    const mean = means.reduce((sum, value) => sum + value, 0) / means.length;
    expect(mean).toBeCloseTo(0.8, 2);
    // What is common to all of them makes their mean scatter more than that of as many pieces on their own.
    const each = variance(ends.map(([first]) => first!));
    expect(variance(means)).toBeGreaterThan(each / 6);
  });
});

function variance(values: readonly number[]): number {
  const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
  return values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / (values.length - 1);
}
