import type { Second } from '@fidens/core';
import { number } from '@/wording/words';
import type { NameOf } from '../rule';

/** A second way in words: "The year: Tests 60 (Tests 1st quarter, Tests 2nd quarter), Homework 40 (…)". */
export function secondWords({ name, groups }: Second, nameOf: NameOf): string {
  const each = groups.map(
    ({ name: group, weight, of }) => `${group} ${number(weight)} (${of.map(nameOf).join(', ')})`,
  );
  return `${name}: ${each.join('; ')}`;
}

/** The second way as a sentence of the rules, without what stands in each group. */
export function secondSentence({ name, groups }: Second): string {
  const weights = groups.map(({ name: group, weight }) => `${group} ${number(weight)}`).join(', ');
  return `The same work also counts another way, for “${name}”: ${weights}.`;
}
