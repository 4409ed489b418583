import { floating, type Arithmetic } from './arithmetic';
import type { Addition } from './drop';
import { firstOf, least, ROUNDINGS } from './least';

/**
 * Chooses the set of exactly `count` candidates whose removal leaves the category's value highest.
 *
 * The value of what is kept is a ratio, (Σ above + extra credit) / Σ below. Following D. Kane and J. Kane, "Dropping Lowest
 * Grades" (Mathematics Magazine 79, 2006), the best ratio q is where the sum of the largest `above - q × below` that are
 * kept, with the extra credit, is 0; Newton's iteration (Dinkelbach's method) reaches it from any start in a few steps, each
 * of which improves the ratio, so it ends at the exact optimum. At the optimum every best set is made of the lowest such
 * differences, so taking the earlier of equal ones gives the set whose first differing piece comes earlier in the list.
 *
 * Floats climb first; the exact iteration starts from where they end, and mostly only confirms it.
 *
 * @param count - how many go, at least one and below the number of candidates
 * @param whole - what all of them and extra credit add together
 * @returns the indexes that go, in list order
 */
export function dropForBenefit<N>(
  candidates: readonly Addition<N>[],
  count: number,
  whole: Addition<N>,
  arithmetic: Arithmetic<N>,
): readonly number[] {
  const choice = { candidates, count, whole, arithmetic };
  const weightless = weightlessOf(choice);
  if (weightless === candidates.length) return firstOf(count);
  if (weightless >= candidates.length - count) return dropAmongWeightless(choice);
  return best(choice).dropped;
}

/** A choice of `count` candidates to leave out of a whole; what is left has something below the line. */
interface Choice<N> {
  readonly candidates: readonly Addition<N>[];
  readonly count: number;
  readonly whole: Addition<N>;
  readonly arithmetic: Arithmetic<N>;
}

interface Best<N> {
  /** In list order. */
  readonly dropped: readonly number[];
  readonly ratio: N;
}

function best<N>(choice: Choice<N>): Best<N> {
  const near = inFloats(choice);
  return climb(choice, near, climb(near, near, []).dropped);
}

/** Improves the ratio step by step, from what is left without some candidates. */
function climb<N>(choice: Choice<N>, near: Choice<number>, start: readonly number[]): Best<N> {
  let dropped = start;
  let ratio = ratioWithout(choice, start);
  for (;;) {
    const next = lowestAt(choice, near, ratio);
    if (isSame(next, dropped)) return { dropped, ratio };
    dropped = next;
    const better = ratioWithout(choice, dropped);
    if (!(choice.arithmetic.compare(better, ratio) > 0)) return { dropped, ratio };
    ratio = better;
  }
}

/** The indexes with the lowest `above - ratio × below`, the earlier of equal ones first; in list order. */
function lowestAt<N>(
  { candidates, count, arithmetic: a }: Choice<N>,
  near: Choice<number>,
  ratio: N,
): number[] {
  const about = a.approximate(ratio);
  const gains = new Float64Array(candidates.length);
  let most = 0;
  for (let index = 0; index < gains.length; index += 1) {
    const { above, below } = near.candidates[index]!;
    gains[index] = above - about * below;
    most = Math.max(most, above + about * below);
  }
  return least(count, {
    near: gains,
    error: most * ROUNDINGS,
    compare: (i, j) => a.compare(gainOf(candidates[i]!, ratio, a), gainOf(candidates[j]!, ratio, a)),
  });
}

function gainOf<N>({ above, below }: Addition<N>, ratio: N, a: Arithmetic<N>): N {
  return a.subtract(above, a.multiply(ratio, below));
}

function ratioWithout<N>({ candidates, whole, arithmetic: a }: Choice<N>, dropped: readonly number[]): N {
  const gone = dropped.map((index) => candidates[index]!);
  return a.divide(
    a.subtract(whole.above, a.sum(gone.map(({ above }) => above))),
    a.subtract(whole.below, a.sum(gone.map(({ below }) => below))),
  );
}

/**
 * The rare shape in which so many candidates bring nothing below the line (categories of no points) that all that have
 * points could go, which would leave no value. One with points must stay: each is tried as the one that does.
 */
function dropAmongWeightless<N>(choice: Choice<N>): readonly number[] {
  const { candidates, arithmetic: a } = choice;
  let found: Best<N> | undefined;
  candidates.forEach((kept, stays) => {
    if (a.isZero(kept.below)) return;
    const anchored = best({ ...choice, candidates: candidates.filter((_, index) => index !== stays) });
    const dropped = anchored.dropped.map((index) => (index < stays ? index : index + 1));
    const order = found ? a.compare(anchored.ratio, found.ratio) : 1;
    if (order > 0 || (order === 0 && isEarlier(dropped, found!.dropped)))
      found = { dropped, ratio: anchored.ratio };
  });
  return found!.dropped;
}

function isSame(a: readonly number[], b: readonly number[]): boolean {
  return a.length === b.length && a.every((index, place) => index === b[place]);
}

function isEarlier(a: readonly number[], b: readonly number[]): boolean {
  const differs = a.findIndex((index, place) => index !== b[place]);
  return differs >= 0 && a[differs]! < b[differs]!;
}

function weightlessOf<N>({ candidates, arithmetic }: Choice<N>): number {
  let count = 0;
  for (const { below } of candidates) if (arithmetic.isZero(below)) count += 1;
  return count;
}

function inFloats<N>({ candidates, count, whole, arithmetic: a }: Choice<N>): Choice<number> {
  const near = ({ above, below }: Addition<N>) => ({
    above: a.approximate(above),
    below: a.approximate(below),
  });
  return { candidates: candidates.map(near), count, whole: near(whole), arithmetic: floating };
}
