import { exact } from './arithmetic';
import { deriveCategory, type Assumption, type Derivation } from './combine';
import type { Course, Moment } from './course';
import { planCourse, type Plan, type PlannedCategory, type PlannedPiece } from './plan';
import type { Rational } from './rational';

/** The four answers to "where do I stand" (grading rules, section 5). */
export type OutlookName = 'standing' | 'floor' | 'ceiling' | 'forecast';
export const OUTLOOKS: readonly OutlookName[] = ['standing', 'floor', 'ceiling', 'forecast'];

/** The forecast of one unsettled piece, before lateness and cap; nothing where it has none. */
export type Forecast<N> = (piece: PlannedPiece<N>) => N | undefined;

/** A course computed: its plan, and the derivation of each outlook that has a value. */
export interface Outlooks<N> {
  readonly plan: Plan<N>;
  /** Always there, so that a course without a value can say what is missing. */
  readonly standing: Derivation<N>;
  readonly floor: Derivation<N>;
  readonly ceiling: Derivation<N>;
  /** Nothing where a piece that takes part has no forecast. */
  readonly forecast: Derivation<N> | undefined;
  readonly forecastOf: Forecast<N>;
}

/**
 * Computes the four outlooks of a course exactly.
 *
 * @param course - a valid document
 * @param now - the moment at which overdue work is judged
 */
export function outlooks(course: Course, now: Moment): Outlooks<Rational> {
  return outlooksOf(planCourse(course, now, exact));
}

/** The four outlooks of a plan, in the arithmetic that it was made with. */
export function outlooksOf<N>(plan: Plan<N>): Outlooks<N> {
  const { zero, one } = plan.arithmetic;
  const derive = (assumption: Assumption<N>) => deriveCategory(plan.root, assumption, plan.arithmetic);
  const standing = derive({ valueOf: () => undefined, waits: true });
  const floor = derive({ valueOf: () => zero, waits: false });
  const ceiling = derive({ valueOf: () => one, waits: false });
  const forecastOf = forecasts(plan, standing);
  const forecast = hasForecast(plan, forecastOf) ? derive({ valueOf: forecastOf, waits: false }) : undefined;
  return { plan, standing, floor, ceiling, forecast, forecastOf };
}

/**
 * How the forecast values unsettled work: what is assumed; 0 for extra credit; else the standing of the nearest category
 * above that has one, at most full marks.
 */
function forecasts<N>({ arithmetic }: Plan<N>, standing: Derivation<N>): Forecast<N> {
  const standings = new Map<PlannedCategory<N>, N>();
  collectStandings(standing, standings);
  return (piece) => {
    if (piece.assumed !== undefined) return piece.assumed;
    if (piece.insideExtra) return arithmetic.zero;
    for (let category = piece.parent; category; category = category.parent) {
      const value = standings.get(category);
      if (value !== undefined) return arithmetic.compare(value, arithmetic.one) > 0 ? arithmetic.one : value;
    }
    return undefined;
  };
}

function collectStandings<N>(
  { category, worth, parts }: Derivation<N>,
  into: Map<PlannedCategory<N>, N>,
): void {
  if (worth) into.set(category, worth.value);
  for (const { derivation } of parts) if (derivation) collectStandings(derivation, into);
}

/**
 * Whether the course has a forecast: something is settled or assumed, and every unsettled piece that takes part has one.
 *
 * @param except - a piece whose own forecast does not matter, because it is being solved for
 */
export function hasForecast<N>(
  { pieces }: Plan<N>,
  forecastOf: Forecast<N>,
  except?: PlannedPiece<N>,
): boolean {
  const known = (piece: PlannedPiece<N>) => piece.settlement === 'settled' || piece.assumed !== undefined;
  if (!except && !pieces.some(known)) return false;
  return pieces.every(
    (piece) =>
      piece === except ||
      piece.settlement !== 'unsettled' ||
      !piece.takesPart ||
      forecastOf(piece) !== undefined,
  );
}
