import type { CategoryRule } from '../rule';
import type { Curve } from './form';

/**
 * A curve: acts on what a category adds up to, before deductions, cap and rounding (grading rules, section 14). Every form only rises, so it
 * makes no rise fall; what compares curved values must look at its pieces (`curvePiece`).
 */
export const curveRule: CategoryRule<Curve> = {};
