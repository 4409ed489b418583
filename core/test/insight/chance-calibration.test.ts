import { outlooks } from '../../src/grading/outlook';
import { chance, COMMON } from '../../src/insight/chance';
import { NOW } from '../sample';
import { atLeast, drawsFrom, halfDone, type Draws } from './simulated-students';

describe('calibration', () => {
  /** Students drawn from the model: a mean for the course, means and scatters of its categories, scores known and to come. */
  test('what is given 70% happens in 70 ± 3% of simulated students', () => {
    const { normal } = drawsFrom(1);
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
      const found = chance(outlooks(course, NOW), undefined, 200);
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
});
