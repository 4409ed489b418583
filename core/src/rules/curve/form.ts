import Joi from 'joi';
import { isDecimal, type Decimal } from '../../numbers/decimal';
import { isObject } from '../../numbers/json';
import { rational } from '../../numbers/rational';
import { decimalSchema, positiveDecimalSchema } from '../../numbers/schemas';
import { LIMITS } from '../limits';
import type { CategoryForm, Json, RuleFault } from '../rule';

/** A step of a curve: what it gives from a percent on, percent. */
export interface CurveStep {
  from: Decimal;
  gives: Decimal;
}

/**
 * How a value is bent upward (or down), in one of six forms. `add` and `full` are points of an assessment, percent of a category; all else
 * is percent.
 */
export type Curve =
  | { add: Decimal }
  | { times: Decimal }
  | { full: Decimal }
  | { line: { from: [Decimal, Decimal]; to: [Decimal, Decimal] } }
  | { root: true }
  | { steps: CurveStep[] };

const ends = Joi.array().ordered(decimalSchema().required(), decimalSchema().required()).length(2).required();

export const curveSchema = Joi.object({
  add: decimalSchema(),
  times: positiveDecimalSchema(),
  full: positiveDecimalSchema(),
  line: Joi.object({ from: ends, to: ends }),
  root: Joi.valid(true),
  steps: Joi.array()
    .items(Joi.object({ from: decimalSchema().required(), gives: decimalSchema().required() }))
    .min(1)
    .max(LIMITS.bands),
}).length(1);

/** What of a curve's own numbers does not agree: a line that turns back, steps out of order. It looks at any JSON. */
export function curveFaults({ curve }: Json): RuleFault[] {
  if (!isObject(curve)) return [];
  return [...lineFaults(curve.line), ...stepFaults(curve.steps)];
}

function lineFaults(line: unknown): RuleFault[] {
  if (!isObject(line)) return [];
  const faults: RuleFault[] = [];
  const ends = (key: 'from' | 'to', fits: (order: number) => boolean, message: string) => {
    const pair: unknown[] = Array.isArray(line[key]) ? line[key] : [];
    const [low, high] = pair;
    if (isDecimal(low) && isDecimal(high) && !fits(rational(low).compare(rational(high))))
      faults.push({ at: ['curve', 'line', key, 1], message });
  };
  ends('from', (order) => order < 0, 'must be above the first percent of "from"');
  ends('to', (order) => order <= 0, 'must not be below the first percent of "to"');
  return faults;
}

function stepFaults(steps: unknown): RuleFault[] {
  if (!Array.isArray(steps)) return [];
  const faults: RuleFault[] = [];
  const say = (index: number, key: keyof CurveStep, message: string) =>
    faults.push({ at: ['curve', 'steps', index, key], message });
  const list = (steps as unknown[]).map((step) => (isObject(step) ? step : {}));
  list.forEach(({ from, gives }, index) => {
    const above = list[index - 1];
    if (isDecimal(from) && isDecimal(above?.from) && rational(from).compare(rational(above.from)) >= 0)
      say(index, 'from', `must be below the step before it (${above.from}): steps fall strictly`);
    else if (index === list.length - 1 && isDecimal(from) && rational(from).n !== 0n)
      say(index, 'from', 'must be 0: the lowest step takes whatever is left');
    if (isDecimal(gives) && isDecimal(above?.gives) && rational(gives).compare(rational(above.gives)) > 0)
      say(index, 'gives', `must not be above what the step before it gives (${above.gives})`);
  });
  return faults;
}

export const curveForm: CategoryForm = { schema: curveSchema, faults: curveFaults };
