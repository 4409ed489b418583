import type { CategoryRule } from '../rule';
import type { Planned } from './form';

/** Promised pieces: what is not listed yet counts as open work (grading rules, section 5). It acts on no rising value. */
export const plannedRule: CategoryRule<Planned> = {};
