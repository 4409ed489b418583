import Joi from 'joi';
import { decimalSchema, type Decimal } from '../../numbers/decimal';
import { isObject } from '../../numbers/json';
import { lineSchema } from '../../numbers/text';
import { LIMITS } from '../limits';
import type { CategoryRule, Json, RuleFault } from '../rule';

/** Other weights that a category is added up with too: whatever brings most counts. */
export interface Scheme {
  name: string;
  /** By the ids of its children; a child that is not named keeps its own weight. */
  weights: Record<string, Decimal>;
}

/** What a scheme says that a child weighs; nothing where it does not name it. An id may be a word that every object knows. */
export function schemeWeight(weights: Readonly<Record<string, Decimal>>, id: string): Decimal | undefined {
  return Object.hasOwn(weights, id) ? weights[id] : undefined;
}

const schemesSchema = Joi.array()
  .items(
    Joi.object({
      name: lineSchema(LIMITS.name).required(),
      weights: Joi.object().pattern(lineSchema(LIMITS.id), decimalSchema()).required(),
    }),
  )
  .min(1)
  .max(LIMITS.schemes);

/**
 * The better of several weightings (grading rules, section 18). Each adds up by itself and the highest of what rises rises; but which one
 * counts can change how many points the category stands for, and so make a pool of points fall. A search keeps to stretches on which the
 * same one counts wherever that matters.
 */
export const schemesRule: CategoryRule<Scheme[]> = {
  schema: schemesSchema,
  faults,
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

function faults({ schemes, combine, children }: Json): RuleFault[] {
  if (!Array.isArray(schemes)) return [];
  if (combine !== 'weights')
    return [{ at: ['schemes'], message: 'must be left out where children do not count by weights' }];
  const list = (Array.isArray(children) ? children : []).map((child) => (isObject(child) ? child : {}));
  const names = new Set<unknown>();
  return (schemes as unknown[]).flatMap((scheme, index): RuleFault[] => {
    if (!isObject(scheme)) return [];
    const found: RuleFault[] = [];
    const say = (at: readonly (string | number)[], message: string) =>
      found.push({ at: ['schemes', index, ...at], message });
    const { name, weights } = scheme;
    if (typeof name === 'string' && names.has(name)) say(['name'], `"${name}" is the name of another scheme`);
    names.add(name);
    for (const id of isObject(weights) ? Object.keys(weights) : []) {
      const child = list.find((candidate) => candidate.id === id);
      if (!child)
        say(
          ['weights', id],
          `the scheme "${String(name)}" weighs "${id}", which is no child of its category`,
        );
      else if (child.deduct !== undefined)
        say(['weights', id], `"${id}" is a deduction, which has no weight`);
    }
    return found;
  });
}

function renamedKeys(weights: Scheme['weights'], to: (id: string) => string | undefined): Scheme['weights'] {
  return Object.fromEntries(
    Object.entries(weights).flatMap(([id, weight]) => {
      const name = to(id);
      return name === undefined ? [] : [[name, weight]];
    }),
  );
}
