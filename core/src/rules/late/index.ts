import type { CategoryRule } from '../rule';
import type { LatePolicy } from './form';

/** Late work: what days late take of a piece's value, before its cap (grading rules, section 2). It never makes a rise fall. */
export const lateRule: CategoryRule<LatePolicy | null> = {};
