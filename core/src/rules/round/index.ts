import type { Rounding } from '../../numbers/arithmetic';
import { fractionOfPercent, type Rational } from '../../numbers/rational';
import type { CategoryRule } from '../rule';
import type { Round } from './form';

/** Rounding: acts on what a category comes to, after its cap (grading rules, section 3). It never makes a rise fall. */
export const roundRule: CategoryRule<Round> = {};

/** A rounding of the document (percent points) as a fraction of the whole. */
export function rounding(round: Round | undefined): Rounding<Rational> | undefined {
  return round && { step: fractionOfPercent(round.step), mode: round.mode ?? 'half-up' };
}
