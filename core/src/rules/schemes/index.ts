import type { Decimal } from '../../numbers/decimal';
import type { CategoryRule } from '../rule';
import type { Scheme } from './form';

/** What a scheme says that a child weighs; nothing where it does not name it. An id may be a word that every object knows. */
export function schemeWeight(weights: Readonly<Record<string, Decimal>>, id: string): Decimal | undefined {
  return Object.hasOwn(weights, id) ? weights[id] : undefined;
}

/**
 * The better of several weightings (grading rules, section 18). Each adds up by itself and the highest of what rises rises; but which one
 * counts can change how many points the category stands for, and so make a pool of points fall. A search keeps to stretches on which the
 * same one counts wherever that matters.
 */
export const schemesRule: CategoryRule<Scheme[]> = {
  // A scheme is the same without a child that goes; it goes too where it names no other.
  renamed: (schemes, to) => {
    const left = schemes.map((scheme) => ({ ...scheme, weights: renamedKeys(scheme.weights, to) }));
    const naming = left.filter(
      ({ weights }, index) =>
        Object.keys(weights).length > 0 || Object.keys(schemes[index]!.weights).length === 0,
    );
    return naming.length > 0 ? naming : undefined;
  },
};

function renamedKeys(weights: Scheme['weights'], to: (id: string) => string | undefined): Scheme['weights'] {
  return Object.fromEntries(
    Object.entries(weights).flatMap(([id, weight]) => {
      const name = to(id);
      return name === undefined ? [] : [[name, weight]];
    }),
  );
}
