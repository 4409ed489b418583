import { floating } from './arithmetic';
import { deriveCategory, rederive, withAncestors } from './combine';
import { planCourse, type Plan, type PlannedPiece } from './plan';
import { ONE, type Rational } from './rational';

/** The course as a function of one value that some pieces take together, everything else standing still. */
export interface CourseCurve {
  /** The course's exact value with the moving pieces at a value; nothing where it has none. */
  readonly exactAt: (value: Rational) => Rational | undefined;
  /** The same in floats, to guide a search. */
  readonly floatAt: (value: number) => number | undefined;
}

/**
 * Makes the course a function of what some pieces bring. Only those, and the categories above them, are derived again for
 * each value.
 *
 * @param plan - the course
 * @param moves - the pieces that take the value
 * @param valueOf - what any other unsettled piece counts as
 */
export function courseCurve(
  plan: Plan<Rational>,
  moves: (piece: PlannedPiece<Rational>) => boolean,
  valueOf: (piece: PlannedPiece<Rational>) => Rational | undefined,
): CourseCurve {
  const moving = plan.pieces.filter(moves);
  const exactAt = curveOf(plan, new Set(moving), valueOf, ONE);
  let float: ((value: number) => number | undefined) | undefined;
  const floatAt = (value: number) => {
    float ??= floatCurve(plan, new Set(moving.map(({ id }) => id)), valueOf);
    return float(value);
  };
  return { exactAt, floatAt };
}

function curveOf<N>(
  plan: Plan<N>,
  moving: ReadonlySet<PlannedPiece<N>>,
  valueOf: (piece: PlannedPiece<N>) => N | undefined,
  start: N,
): (value: N) => N | undefined {
  const { root, arithmetic } = plan;
  const assume = (value: N) => ({
    valueOf: (piece: PlannedPiece<N>) => (moving.has(piece) ? value : valueOf(piece)),
    waits: false,
  });
  const base = deriveCategory(root, assume(start), arithmetic);
  const moves = withAncestors(moving);
  return (value) => rederive(base, moves, assume(value), arithmetic).worth?.value;
}

/** The same plan in floats; its pieces are known by their ids. */
function floatCurve(
  plan: Plan<Rational>,
  moving: ReadonlySet<string>,
  valueOf: (piece: PlannedPiece<Rational>) => Rational | undefined,
): (value: number) => number | undefined {
  const float = planCourse(plan.course, plan.now, floating);
  const values = new Map(plan.pieces.map((piece, index) => [float.pieces[index]!, piece]));
  const known = (piece: PlannedPiece<number>) => valueOf(values.get(piece)!)?.valueOf();
  return curveOf(float, new Set(float.pieces.filter(({ id }) => moving.has(id))), known, 1);
}
