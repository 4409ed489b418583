import Joi from 'joi';
import type { Decimal } from '../../numbers/decimal';
import { isObject } from '../../numbers/json';
import { decimalSchema, lineSchema } from '../../numbers/schemas';
import { LIMITS } from '../limits';
import type { CategoryForm, Json, RuleFault } from '../rule';

/** Other weights that a category is added up with too: whatever brings most counts. */
export interface Scheme {
  name: string;
  /** By the ids of its children; a child that is not named keeps its own weight. */
  weights: Record<string, Decimal>;
}

const schema = Joi.array()
  .items(
    Joi.object({
      name: lineSchema(LIMITS.name).required(),
      weights: Joi.object().pattern(lineSchema(LIMITS.id), decimalSchema()).required(),
    }),
  )
  .min(1)
  .max(LIMITS.schemes);

export const schemesForm: CategoryForm = { schema, faults };

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
