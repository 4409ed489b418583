import type { Arithmetic } from '../../numbers/arithmetic';
import { keysIn, kSmallest, type Keys } from '../../numbers/k-smallest';
import { dropForBenefit } from './by-benefit';
import type { Addition, Candidates } from './candidates';
import type { Drop } from './form';
import { acts } from './monotone';

/** What a category leaves out: indexes into R in order, the lowest and the highest. */
export interface Dropped {
  readonly lowest: readonly number[];
  readonly highest: readonly number[];
}

const NONE: readonly number[] = [];
export const NOTHING: Dropped = { lowest: NONE, highest: NONE };

/**
 * Chooses which members of R a category leaves out (grading rules, section 4).
 *
 * @param rule - the category's drop rule
 * @param candidates - R
 * @param whole - what R and E add together, before drops
 * @param before - what was dropped of an R of as many members that is much alike, if known; it only saves time
 */
export function chooseDrops<N>(
  rule: Required<Drop>,
  candidates: Candidates<N>,
  whole: Addition<N>,
  arithmetic: Arithmetic<N>,
  before?: Dropped,
): Dropped {
  const lowest = Math.min(rule.lowest, candidates.size - 1);
  const highest = Math.min(rule.highest, candidates.size - 1 - lowest);
  if (lowest + highest <= 0) return NOTHING;
  if (rule.by === 'benefit')
    return { lowest: dropForBenefit(candidates, lowest, whole, arithmetic, before?.lowest), highest: NONE };
  const keys = keysOf(candidates, arithmetic);
  const low = lowest > 0 ? kSmallest(lowest, keys) : NONE;
  return { lowest: low, highest: highest > 0 ? kSmallest(highest, reversed(keys), low) : NONE };
}

function keysOf<N>({ by, keys, members }: Candidates<N>, a: Arithmetic<N>): Keys {
  let most = 0;
  for (let index = 0; index < keys.length; index += 1) most = Math.max(most, keys[index]!);
  const key = (index: number) => {
    const { value, size } = members[index]!.worth;
    return by === 'points' ? a.multiply(value, size) : value;
  };
  return keysIn(a, keys, most, (i, j) => a.compare(key(i), key(j)));
}

/** The same keys from the other side: the least of these are the highest. */
function reversed({ near, error, compare }: Keys): Keys {
  return { near: near.map((key) => -key), error, compare: (i, j) => compare(j, i) };
}

/** Whether a category's drops can leave anything of so many members out. */
export function canDrop({ drop }: { drop: Required<Drop> }, members: number): boolean {
  return acts(drop, members);
}
