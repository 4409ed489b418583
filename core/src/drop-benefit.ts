import type { Arithmetic } from './arithmetic';
import type { Candidate } from './drop';

/**
 * Chooses the set of exactly `count` candidates whose removal leaves the category's value highest.
 *
 * The value of what is kept is a ratio, (Σ above + extra) / Σ below. Following D. Kane and J. Kane, "Dropping Lowest
 * Grades" (Mathematics Magazine 79, 2006), the best ratio q is where the `keep` largest of `above - q × below` sum to
 * `-extra`; Newton's iteration (Dinkelbach's method) reaches it from any start in a few steps, each of which improves the
 * ratio, so it ends at the exact optimum. At the optimum every best set is made of the lowest such differences, so taking
 * the earlier of equal ones gives the set whose first differing piece comes earlier in the list.
 *
 * @param count - how many go, below the number of candidates
 * @param extraAbove - what extra credit adds above the line
 * @returns the indexes that go, in list order
 */
export function dropForBenefit<N>(
  candidates: readonly Candidate<N>[],
  count: number,
  extraAbove: N,
  arithmetic: Arithmetic<N>,
): number[] {
  const sized = candidates.filter(({ below }) => !arithmetic.isZero(below)).length;
  const weightless = candidates.length - sized;
  if (sized > 0 && weightless >= candidates.length - count) {
    return dropAmongWeightless(candidates, count, extraAbove, arithmetic);
  }
  if (sized === 0) return candidates.slice(0, count).map((_, index) => index);
  return climb(candidates, count, extraAbove, arithmetic).dropped;
}

interface Best<N> {
  readonly dropped: number[];
  readonly ratio: N;
}

function climb<N>(
  candidates: readonly Candidate<N>[],
  count: number,
  extraAbove: N,
  arithmetic: Arithmetic<N>,
): Best<N> {
  let dropped = lowestAt(candidates, arithmetic.zero, count, arithmetic);
  let ratio = ratioWithout(candidates, dropped, extraAbove, arithmetic);
  for (;;) {
    const next = lowestAt(candidates, ratio, count, arithmetic);
    const better = ratioWithout(candidates, next, extraAbove, arithmetic);
    dropped = next;
    if (arithmetic.compare(better, ratio) <= 0) return { dropped, ratio };
    ratio = better;
  }
}

/** The `count` indexes with the lowest `above - ratio × below`, the earlier of equal ones first; in list order. */
function lowestAt<N>(
  candidates: readonly Candidate<N>[],
  ratio: N,
  count: number,
  arithmetic: Arithmetic<N>,
): number[] {
  const gains = candidates.map(({ above, below }) =>
    arithmetic.subtract(above, arithmetic.multiply(ratio, below)),
  );
  return candidates
    .map((_, index) => index)
    .sort((a, b) => arithmetic.compare(gains[a]!, gains[b]!) || a - b)
    .slice(0, count)
    .sort((a, b) => a - b);
}

function ratioWithout<N>(
  candidates: readonly Candidate<N>[],
  dropped: readonly number[],
  extraAbove: N,
  arithmetic: Arithmetic<N>,
): N {
  const gone = new Set(dropped);
  let above = extraAbove;
  let below = arithmetic.zero;
  candidates.forEach((candidate, index) => {
    if (gone.has(index)) return;
    above = arithmetic.add(above, candidate.above);
    below = arithmetic.add(below, candidate.below);
  });
  return arithmetic.divide(above, below);
}

/**
 * The rare shape in which so many candidates bring nothing below the line (categories of no points) that all that have
 * points could go, which would leave no value. One with points must stay: each is tried as the one that does.
 */
function dropAmongWeightless<N>(
  candidates: readonly Candidate<N>[],
  count: number,
  extraAbove: N,
  arithmetic: Arithmetic<N>,
): number[] {
  let best: Best<N> | undefined;
  candidates.forEach((kept, stays) => {
    if (arithmetic.isZero(kept.below)) return;
    const others = candidates.filter((_, index) => index !== stays);
    const anchored = anchoredClimb(others, kept, count, extraAbove, arithmetic);
    const dropped = anchored.dropped.map((index) => (index < stays ? index : index + 1));
    const order = best ? arithmetic.compare(anchored.ratio, best.ratio) : 1;
    if (order > 0 || (order === 0 && isEarlier(dropped, best!.dropped)))
      best = { dropped, ratio: anchored.ratio };
  });
  return best!.dropped;
}

function anchoredClimb<N>(
  others: readonly Candidate<N>[],
  kept: Candidate<N>,
  count: number,
  extraAbove: N,
  arithmetic: Arithmetic<N>,
): Best<N> {
  let ratio = arithmetic.divide(arithmetic.add(extraAbove, kept.above), kept.below);
  for (;;) {
    const dropped = lowestAt(others, ratio, count, arithmetic);
    const all = [...others, kept];
    const better = ratioWithout(all, dropped, extraAbove, arithmetic);
    if (arithmetic.compare(better, ratio) === 0) return { dropped, ratio };
    ratio = better;
  }
}

function isEarlier(a: readonly number[], b: readonly number[]): boolean {
  const differs = a.findIndex((index, place) => index !== b[place]);
  return differs >= 0 && a[differs]! < b[differs]!;
}
