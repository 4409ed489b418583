import type { Arithmetic } from '../../numbers/arithmetic';
import { firstOf, keysIn, kSmallest } from '../../numbers/k-smallest';
import { Candidates, type Addition, type Member } from './candidates';

/**
 * Chooses the set of exactly `count` candidates whose removal leaves the category's value highest.
 *
 * The value of what is kept is a ratio, (Σ numerator + extra credit) / Σ denominator. Following D. Kane and J. Kane, "Dropping Lowest
 * Grades" (Mathematics Magazine 79, 2006), the best ratio q is where the sum of the largest `numerator - q × denominator` that are
 * kept, with the extra credit, is 0; Newton's iteration (Dinkelbach's method) reaches it from any start in a few steps, each
 * of which improves the ratio, so it ends at the exact optimum. At the optimum every best set is made of the lowest such
 * differences, so taking the earlier of equal ones gives the set whose first differing piece comes earlier in the list.
 *
 * Floats climb first, unless the set is nearly known; the iteration starts from there, and mostly only confirms it.
 *
 * @param count - how many go, at least one and below the number of candidates
 * @param whole - what all of them and extra credit add together
 * @param start - a set that may be the best, if known
 * @returns the indexes that go, in list order
 */
export function dropForBenefit<N>(
  candidates: Candidates<N>,
  count: number,
  whole: Addition<N>,
  arithmetic: Arithmetic<N>,
  start?: readonly number[],
): readonly number[] {
  const weightless = weightlessOf(candidates, arithmetic);
  if (weightless === candidates.size) return firstOf(count);
  const choice = { candidates, count, whole, arithmetic };
  if (weightless >= candidates.size - count) return dropAmongWeightless(choice);
  return best(choice, start).dropped;
}

/** A choice of `count` members to leave out of a whole; what is left has something below the line. */
interface Choice<N> {
  readonly candidates: Candidates<N>;
  readonly count: number;
  readonly whole: Addition<N>;
  readonly arithmetic: Arithmetic<N>;
}

interface Best<N> {
  /** In list order. */
  readonly dropped: readonly number[];
  readonly ratio: N;
}

function best<N>(choice: Choice<N>, start?: readonly number[]): Best<N> {
  const { candidates, count, whole, arithmetic: a } = choice;
  const gains = new Float64Array(candidates.size);
  const search = exactly(choice, gains);
  if (start) return climb(search, start);
  const wholeNear = {
    numerator: a.approximate(whole.numerator),
    denominator: a.approximate(whole.denominator),
  };
  return climb(search, climb(nearly(candidates, count, wholeNear, gains), []).dropped);
}

/** A choice as the iteration sees it. */
interface Search<N> {
  /** The ratio of what is left without some. */
  readonly without: (dropped: readonly number[]) => N;
  /** The indexes with the lowest `numerator - ratio × denominator`, the earlier of equal ones first; in list order. */
  readonly lowestAt: (ratio: N) => number[];
  readonly isMore: (a: N, b: N) => boolean;
}

/** Improves the ratio step by step, from what is left without some members. */
function climb<N>({ without, lowestAt, isMore }: Search<N>, start: readonly number[]): Best<N> {
  let dropped = start;
  let ratio = without(start);
  for (;;) {
    const next = lowestAt(ratio);
    if (isSame(next, dropped)) return { dropped, ratio };
    dropped = next;
    const better = without(dropped);
    if (!isMore(better, ratio)) return { dropped, ratio };
    ratio = better;
  }
}

function exactly<N>({ candidates, count, whole, arithmetic: a }: Choice<N>, gains: Float64Array): Search<N> {
  const numerator = (index: number) => candidates.members[index]!.numerator;
  const denominator = (index: number) => candidates.members[index]!.denominator;
  return {
    without: (dropped) =>
      a.divide(
        a.subtract(whole.numerator, a.sum(dropped, numerator)),
        a.subtract(whole.denominator, a.sum(dropped, denominator)),
      ),
    lowestAt: (ratio) => {
      const gain = (index: number) => a.subtract(numerator(index), a.multiply(ratio, denominator(index)));
      const most = fillGains(gains, candidates, a.approximate(ratio));
      return kSmallest(
        count,
        keysIn(a, gains, most, (i, j) => a.compare(gain(i), gain(j))),
      );
    },
    isMore: (one, other) => a.compare(one, other) > 0,
  };
}

function nearly<N>(
  candidates: Candidates<N>,
  count: number,
  whole: Addition<number>,
  gains: Float64Array,
): Search<number> {
  return {
    without: (dropped) => {
      let { numerator, denominator } = whole;
      for (const index of dropped) {
        numerator -= candidates.keys[index]!;
        denominator -= candidates.denominators[index]!;
      }
      return numerator / denominator;
    },
    lowestAt: (ratio) => {
      fillGains(gains, candidates, ratio);
      return kSmallest(count, { near: gains, error: 0, compare: () => 0 });
    },
    isMore: (one, other) => one > other,
  };
}

/** What each member gains at a ratio, in floats; returns what no number that they were made of is more than. */
function fillGains<N>(gains: Float64Array, { keys, denominators }: Candidates<N>, ratio: number): number {
  let most = 0;
  for (let index = 0; index < gains.length; index += 1) {
    const part = ratio * denominators[index]!;
    gains[index] = keys[index]! - part;
    most = Math.max(most, keys[index]! + part);
  }
  return most;
}

/**
 * The rare shape in which so many candidates bring nothing below the line (categories of no points) that all that have
 * points could go, which would leave no value. One with points must stay: each is tried as the one that does.
 */
function dropAmongWeightless<N>(choice: Choice<N>): readonly number[] {
  const { candidates, arithmetic: a } = choice;
  const members = candidates.members as readonly Member<N>[];
  let found: Best<N> | undefined;
  members.forEach((kept, stays) => {
    if (a.isZero(kept.denominator)) return;
    const others = members.filter((_, index) => index !== stays);
    const anchored = best({ ...choice, candidates: Candidates.of('benefit', others, a) });
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

function weightlessOf<N>({ denominators, members }: Candidates<N>, arithmetic: Arithmetic<N>): number {
  let count = 0;
  for (let index = 0; index < denominators.length; index += 1)
    if (denominators[index] === 0 && arithmetic.isZero(members[index]!.denominator)) count += 1;
  return count;
}
