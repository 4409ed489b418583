import fc from 'fast-check';
import type { Assessment, Course } from '../../src/document/course';
import { rehearse } from '../../src/editing/rehearsal';
import { outlooks } from '../../src/grading/outlook';
import {
  chance,
  chanceModel,
  COMMON,
  drawer,
  simulate,
  type Chance,
  type NoChance,
} from '../../src/insight/chance';
import { exact, floating } from '../../src/numbers/arithmetic';
import { HUNDRED, ONE, rational, ZERO } from '../../src/numbers/rational';
import { Variation } from '../../src/search/variation';
import { randomCourse } from '../random-course';
import { NOW } from '../sample';

/** A course of two categories, of which the first scores are known and the rest is open. */
function halfDone(scores: readonly (readonly number[])[], open: number): Course {
  const possible = '100';
  return {
    format: 'fidens-course',
    version: 1,
    title: 'Simulated',
    scale: {
      bands: [95, 90, 85, 80, 75, 70, 65, 60, 0].map((from, index) => ({
        label: 'ABCDEFGHI'[index]!,
        from: String(from),
      })),
    },
    root: {
      kind: 'category',
      id: 'course',
      name: 'Course',
      combine: 'weights',
      children: scores.map((known, group) => ({
        kind: 'category',
        id: `g${group}`,
        name: `Category ${group}`,
        combine: 'equal',
        weight: String(100 / scores.length),
        children: Array.from({ length: known.length + open }, (_, index): Assessment => {
          const id = `g${group}p${index}`;
          const points = known[index];
          return points === undefined
            ? { kind: 'assessment', id, name: id, possible }
            : {
                kind: 'assessment',
                id,
                name: id,
                possible,
                status: 'scored',
                score: { points: points.toFixed(4) },
              };
        }),
      })),
    },
  };
}

function simulated(course: Course, ...more: [] | [{ spread: number; effort: number }]): Chance {
  const found = chance(outlooks(course, NOW), ...more);
  if ('why' in found) throw new Error(found.why);
  return found;
}

/** The chance of at least a band. */
function atLeast({ bands }: Chance, label: string): number {
  const place = bands.findIndex((band) => band.label === label);
  return bands.slice(0, place + 1).reduce((sum, { probability }) => sum + probability, 0);
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

describe('calibration', () => {
  /** Students drawn from the model: a mean for the course, means and scatters of its categories, scores known and to come. */
  test('what is given 70% happens in 70 ± 3% of simulated students', () => {
    const normal = normals(1);
    const students = 2500;
    let expected = 0;
    let happened = 0;
    let events = 0;
    for (let student = 0; student < students; student += 1) {
      const level = 0.78 + 0.05 * normal();
      const groups = [0, 1, 2].map(() => {
        const variance = (4 * 0.07 ** 2) / [0, 1, 2, 3].reduce((sum) => sum + normal() ** 2, 0);
        const spread = Math.sqrt(Math.min(variance, 0.15 ** 2));
        return { spread, mean: level + (spread / Math.SQRT2) * normal() };
      });
      const score = ({ mean, spread }: (typeof groups)[number], scatter: number) =>
        Math.min(1, Math.max(0, mean + spread * scatter));
      const known = groups.map((group) => Array.from({ length: 5 }, () => score(group, normal())));
      const day = Math.sqrt(COMMON) * normal();
      const own = Math.sqrt(1 - COMMON);
      const toCome = groups.map((group) => [0, 1, 2].map(() => score(group, day + own * normal())));
      const course = halfDone(
        known.map((values) => values.map((value) => value * 100)),
        3,
      );
      const found = chance(outlooks(course, NOW), undefined, 400);
      if ('why' in found) throw new Error(found.why);
      const end =
        known.reduce((sum, values, group) => {
          const all = [...values, ...toCome[group]!];
          return sum + all.reduce((total, value) => total + value, 0) / all.length;
        }, 0) / groups.length;
      for (const { label, from } of course.scale.bands) {
        const given = atLeast(found, label);
        if (given < 0.6 || given > 0.8) continue;
        events += 1;
        expected += given;
        if (end * 100 >= Number(from)) happened += 1;
      }
    }
    expect(events).toBeGreaterThan(400);
    expect(expected / events).toBeGreaterThan(0.68);
    expect(Math.abs(happened / events - expected / events)).toBeLessThan(0.03);
  });

  /** A world that is not the model's: scores from beta distributions, scatters of their own, weeks that drift. */
  interface World {
    readonly level: (draws: Draws) => number;
    readonly scatter: (draws: Draws) => number;
    readonly groups: number;
    readonly known: number;
    readonly open: number;
    readonly equal?: boolean;
  }
  const usual: World = {
    level: ({ uniform }) => 0.65 + 0.25 * uniform(),
    scatter: ({ uniform }) => 0.04 + 0.12 * uniform(),
    groups: 3,
    known: 4,
    open: 3,
  };

  test.each<[string, World]>([
    ['of beta-distributed scores', usual],
    [
      'of nearly full marks',
      {
        ...usual,
        level: ({ uniform }) => 0.93 + 0.04 * uniform(),
        scatter: ({ uniform }) => 0.03 + 0.05 * uniform(),
      },
    ],
    ['of four scores in all', { ...usual, groups: 2, known: 2, open: 5 }],
    ['of one category', { ...usual, groups: 1, known: 5, open: 5 }],
  ])('holds in a world that is not the model’s: %s', (_, world) => {
    const draws = drawsFrom(11);
    const students = 500;
    let inside = 0;
    let above = 0;
    const likely = { said: 0, happened: 0, events: 0 };
    for (let student = 0; student < students; student += 1) {
      const level = world.level(draws);
      const groups = Array.from({ length: world.groups }, () => ({
        mean: level + 0.05 * draws.normal(),
        scatter: world.scatter(draws),
      }));
      const scores = (count: number) => {
        const drift = 0.015 * draws.normal();
        return groups.map(({ mean, scatter }) =>
          Array.from({ length: count }, () => draws.beta(mean + drift, scatter)),
        );
      };
      const [known, toCome] = [scores(world.known), scores(world.open)];
      const course = halfDone(
        known.map((values) => values.map((value) => value * 100)),
        world.open,
      );
      const found = chance(outlooks(course, NOW), undefined, 300);
      if ('why' in found) throw new Error(found.why);
      const end =
        (100 / groups.length) *
        known.reduce((sum, values, group) => {
          const all = [...values, ...toCome[group]!];
          return sum + all.reduce((total, value) => total + value, 0) / all.length;
        }, 0);
      if (end >= found.low && end <= found.high) inside += 1;
      if (end > found.middle) above += 1;
      for (const { label, from } of course.scale.bands) {
        const given = atLeast(found, label);
        if (given < 0.55 || given > 0.75) continue;
        likely.events += 1;
        likely.said += given;
        if (end >= Number(from)) likely.happened += 1;
      }
    }
    // Eight of ten between low and high, half above the middle, and what is likely as often as is said; within what 500 tell.
    expect(inside / students).toBeGreaterThan(0.73);
    expect(inside / students).toBeLessThan(0.88);
    expect(Math.abs(above / students - 0.5)).toBeLessThan(0.07);
    expect(Math.abs(likely.happened - likely.said) / likely.events).toBeLessThan(0.1);
  });

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

/** Normal draws of the test's own. */
function normals(seed: number): () => number {
  return drawsFrom(seed).normal;
}

interface Draws {
  readonly uniform: () => number;
  readonly normal: () => number;
  /** @param mean - brought between 0.015 and 0.985 */
  readonly beta: (mean: number, deviation: number) => number;
}

/**
 * Draws of the test's own: normal (G. E. P. Box and M. E. Muller, 1958), gamma (G. Marsaglia and W. W. Tsang, 2000) and beta, from a
 * generator of its own (mulberry32).
 */
function drawsFrom(seed: number): Draws {
  let state = seed;
  const uniform = () => {
    state = (state + 0x6d2b79f5) | 0;
    let mixed = Math.imul(state ^ (state >>> 15), state | 1);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296;
  };
  const normal = () => Math.sqrt(-2 * Math.log(1 - uniform())) * Math.cos(2 * Math.PI * uniform());
  const gamma = (shape: number): number => {
    if (shape < 1) return gamma(shape + 1) * (1 - uniform()) ** (1 / shape);
    const d = shape - 1 / 3;
    for (;;) {
      const x = normal();
      const v = (1 + x / Math.sqrt(9 * d)) ** 3;
      if (v > 0 && Math.log(1 - uniform()) < x * x * 0.5 + d - d * v + d * Math.log(v)) return d * v;
    }
  };
  const beta = (mean: number, deviation: number) => {
    const m = Math.min(0.985, Math.max(0.015, mean));
    const sure = Math.max((m * (1 - m)) / deviation ** 2 - 1, 0.8);
    const [up, down] = [gamma(m * sure), gamma((1 - m) * sure)];
    return up / (up + down);
  };
  return { uniform, normal, beta };
}
