import { schemeWeight, type Category, type Scheme } from '@fidens/core';
import { number } from '@/wording/words';
import type { NameOf, RuleWords } from '../rule';

/** "Strong finish (Midterm 10, Final exam 70)". */
function schemeWords({ name, weights }: Scheme, nameOf: NameOf): string {
  const list = Object.entries(weights).map(([id, weight]) => `${nameOf(id)} ${number(weight)}`);
  return list.length > 0 ? `${name} (${list.join(', ')})` : name;
}

export function schemesWords(schemes: readonly Scheme[], nameOf: NameOf): string {
  return schemes.map((scheme) => schemeWords(scheme, nameOf)).join('; ');
}

export const SCHEMES_WORDS: RuleWords<Scheme[]> = {
  name: 'other weightings',
  none: 'none',
  words: schemesWords,
  short: (schemes) => `or by ${schemes.map(({ name }) => name).join(', ')}, if that is better`,
  sentence: (schemes, nameOf) =>
    `whichever is better counts, these weights or ${schemesWords(schemes, nameOf)}`,
};

/** The weight of a child in a scheme: its own where the scheme does not name it. */
export function weightIn({ weights }: Scheme, child: Category['children'][number]): string | undefined {
  return schemeWeight(weights, child.id) ?? child.weight;
}
