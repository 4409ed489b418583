import type { Arithmetic } from './arithmetic';
import type { Drop } from './course';
import { dropForBenefit } from './drop-benefit';
import { least, ROUNDINGS, type Keys } from './least';

/** What a node is worth: a fraction of full marks, and the points that full marks are. */
export interface Worth<N> {
  readonly value: N;
  /** Of a piece its possible points, of a category its M. */
  readonly size: N;
}

/** What a thing adds to the quotient of its category. */
export interface Addition<N> {
  /** Above the line: weight × earned, r, or weight × r. */
  readonly above: N;
  /** Below the line: weight × possible, 1, or weight. */
  readonly below: N;
}

/** A member of R: what it is worth, and what it adds to its category. */
export interface Member<N> extends Addition<N> {
  readonly worth: Worth<N>;
}

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
 * @param members - R in order
 * @param whole - what R and E add together, before drops
 */
export function chooseDrops<N>(
  rule: Required<Drop>,
  members: readonly Member<N>[],
  whole: Addition<N>,
  arithmetic: Arithmetic<N>,
): Dropped {
  const lowest = Math.min(rule.lowest, members.length - 1);
  const highest = Math.min(rule.highest, members.length - 1 - lowest);
  if (lowest + highest <= 0) return NOTHING;
  if (rule.by === 'benefit')
    return { lowest: dropForBenefit(members, lowest, whole, arithmetic), highest: NONE };
  const keys = keysOf(rule.by, members, arithmetic);
  const low = lowest > 0 ? least(lowest, keys) : NONE;
  return { lowest: low, highest: highest > 0 ? least(highest, reversed(keys), low) : NONE };
}

function keysOf<N>(by: 'percent' | 'points', members: readonly Member<N>[], a: Arithmetic<N>): Keys {
  const near = new Float64Array(members.length);
  let most = 0;
  for (let index = 0; index < members.length; index += 1) {
    const { value, size } = members[index]!.worth;
    const key = a.approximate(value) * (by === 'points' ? a.approximate(size) : 1);
    near[index] = key;
    most = Math.max(most, key);
  }
  return {
    near,
    error: most * ROUNDINGS,
    compare: (i, j) => a.compare(keyOf(by, members[i]!, a), keyOf(by, members[j]!, a)),
  };
}

function keyOf<N>(by: 'percent' | 'points', { worth: { value, size } }: Member<N>, a: Arithmetic<N>): N {
  return by === 'points' ? a.multiply(value, size) : value;
}

/** The same keys from the other side: the least of these are the highest. */
function reversed({ near, error, compare }: Keys): Keys {
  return { near: near.map((key) => -key), error, compare: (i, j) => compare(j, i) };
}
