import Joi from 'joi';
import type { Decimal } from '../../numbers/decimal';
import { isObject } from '../../numbers/json';
import { decimalSchema } from '../../numbers/schemas';
import type { Json, RuleFault } from '../rule';

/** What each occurrence, such as an absence, takes away from its category. */
export interface Deduct {
  /** Percent points for each; 0 = it is only counted. */
  each: Decimal;
  /** How many take nothing; 0 unless said. */
  free?: Decimal;
}

export const deductSchema = Joi.object({ each: decimalSchema().required(), free: decimalSchema() });

/** What a deduction cannot have: it has no value of its own. */
const NONE_OF = ['curve', 'cap', 'extraCredit', 'weight', 'weightTo', 'late'] as const;

/**
 * What of a deduction does not agree with the rest of its assessment (grading rules, section 15). It never makes a rise fall: what is taken
 * away does not hang on any score that varies.
 */
export function deductFaults(piece: Json): RuleFault[] {
  if (piece.deduct === undefined) return [];
  const faults: RuleFault[] = NONE_OF.filter(
    (field) => piece[field] !== undefined && piece[field] !== false,
  ).map((field) => ({
    at: [field],
    message: 'must be left out of a deduction: it counts occurrences, not marks',
  }));
  if (isObject(piece.score) && piece.score.points === undefined)
    faults.push({ at: ['score'], message: 'must be points: the number of occurrences' });
  return faults;
}
