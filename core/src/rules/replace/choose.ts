import type { Arithmetic } from '../../numbers/arithmetic';
import { keysIn, kSmallest } from '../../numbers/k-smallest';

/** The lowest of a category's regular members, and those of them that a source's value replaces: indexes in list order. */
export interface Replaced {
  readonly lowest: readonly number[];
  readonly replaced: readonly number[];
}

export const NONE_REPLACED: Replaced = { lowest: [], replaced: [] };

/**
 * Chooses whose value is replaced (grading rules, section 16): the lowest ones, of equal ones the earlier, as far as they are below the source.
 *
 * @param values - the values of R in list order
 * @param count - how many may be replaced
 * @param by - the source's value
 */
export function chooseReplaced<N>(values: readonly N[], count: number, by: N, a: Arithmetic<N>): Replaced {
  const most = Math.min(count, values.length);
  if (most <= 0) return NONE_REPLACED;
  const near = new Float64Array(values.length);
  let largest = 0;
  for (let index = 0; index < near.length; index += 1) {
    near[index] = a.approximate(values[index]!);
    largest = Math.max(largest, near[index]!);
  }
  const compare = (i: number, j: number) => a.compare(values[i]!, values[j]!);
  const lowest = kSmallest(most, keysIn(a, near, largest, compare));
  return { lowest, replaced: lowest.filter((index) => a.compare(values[index]!, by) < 0) };
}
