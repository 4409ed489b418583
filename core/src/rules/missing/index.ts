import { fractionOfPercent, type Rational } from '../../numbers/rational';
import type { CategoryRule } from '../rule';
import type { MissingPolicy } from './form';

/** Missing work: what a piece without an entry counts as (grading rules, section 2). It acts on no rising value. */
export const missingRule: CategoryRule<MissingPolicy> = {};

/** What missing work is worth, a fraction of its possible points; nothing where it counts nothing. */
export function missingValue({ counts, percent = '0' }: MissingPolicy): Rational | undefined {
  return counts === 'nothing' ? undefined : fractionOfPercent(percent);
}
