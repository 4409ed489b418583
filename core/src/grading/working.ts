import type { Score } from '../document/course';
import { exact } from '../numbers/arithmetic';
import { HUNDRED, type Rational } from '../numbers/rational';
import type { Curve } from '../rules/curve/form';
import { afterPenalty, type Lateness } from '../rules/late/lateness';
import { curved } from './adjustment';
import { pieceValue, type Assumption, type Derivation, type Part } from './combine';
import type { PlannedPiece } from './plan';

/** One step on the way from a piece's entry to its value; values are fractions of its possible points. */
export type PieceStep =
  | { readonly kind: 'entered'; readonly score: Score; readonly value: Rational }
  | { readonly kind: 'missing'; readonly overdue: boolean; readonly value: Rational }
  | { readonly kind: 'supposed'; readonly assumed: boolean; readonly value: Rational }
  | { readonly kind: 'curved'; readonly curve: Curve; readonly value: Rational }
  | { readonly kind: 'late'; readonly lateness: Lateness; readonly value: Rational }
  | { readonly kind: 'capped'; readonly value: Rational };

/**
 * The way from a piece's entry to its value under an assumption, step by step.
 *
 * @returns the steps in order; empty where the piece has no value
 */
export function pieceSteps(piece: PlannedPiece, assumption: Assumption): PieceStep[] {
  const value = pieceValue(piece, assumption);
  if (value === undefined) return [];
  const first = firstStep(piece, assumption);
  const steps: PieceStep[] = [first];
  const { handling } = piece;
  const isResult = piece.settlement !== 'unsettled' || assumption.valueOf(piece) !== undefined;
  const onCurve = isResult ? curved(first.value, handling, exact) : first.value;
  if (onCurve.compare(first.value) !== 0)
    steps.push({ kind: 'curved', curve: curveOf(piece), value: onCurve });
  const afterLate = handling.penalty ? afterPenalty(onCurve, handling.penalty, exact) : onCurve;
  if (piece.lateness && piece.status !== 'missing') {
    steps.push({ kind: 'late', lateness: piece.lateness, value: afterLate });
  }
  if (afterLate.compare(value) !== 0) steps.push({ kind: 'capped', value });
  return steps;
}

function curveOf({ source, home }: PlannedPiece): Curve {
  return (source ?? home)!.curve!;
}

function firstStep(piece: PlannedPiece, assumption: Assumption): PieceStep {
  if (piece.settlement === 'unsettled') {
    const value = (assumption.valueOf(piece) ?? assumption.standingOf?.(piece))!;
    return { kind: 'supposed', assumed: piece.assumed !== undefined, value };
  }
  const value = piece.entered!;
  if (piece.status === 'missing') return { kind: 'missing', overdue: piece.overdue, value };
  return { kind: 'entered', score: piece.source!.score!, value };
}

/**
 * How much of the course each part that counts is, in percent points: the whole is 100, and a regular part of a category has its
 * part of what the category has. What is dropped, left out or extra credit has no share.
 *
 * @param root - a derivation of the course's root
 */
export function sharesOf(root: Derivation): ReadonlyMap<Part, Rational> {
  const shares = new Map<Part, Rational>();
  const visit = ({ parts, denominator: below }: Derivation, share: Rational) => {
    for (const part of parts) {
      if (part.role !== 'regular' || below.n === 0n) continue;
      const own = share.mul(part.denominator).div(below);
      shares.set(part, own);
      if (part.derivation) visit(part.derivation, own);
    }
  };
  visit(root, HUNDRED);
  return shares;
}
