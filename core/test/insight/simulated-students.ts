import type { Assessment, Course } from '../../src/document/course';
import type { Chance } from '../../src/insight/chance';

/** A course of two categories, of which the first scores are known and the rest is open. */
export function halfDone(scores: readonly (readonly number[])[], open: number): Course {
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

/** The chance of at least a band. */
export function atLeast({ bands }: Chance, label: string): number {
  const place = bands.findIndex((band) => band.label === label);
  return bands.slice(0, place + 1).reduce((sum, { probability }) => sum + probability, 0);
}

export interface Draws {
  readonly uniform: () => number;
  readonly normal: () => number;
  /** @param mean - brought between 0.015 and 0.985 */
  readonly beta: (mean: number, deviation: number) => number;
}

/**
 * Draws of the test's own: normal (G. E. P. Box and M. E. Muller, 1958), gamma (G. Marsaglia and W. W. Tsang, 2000) and beta, from a
 * generator of its own (mulberry32).
 */
export function drawsFrom(seed: number): Draws {
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
