import type { Course, Moment } from '../document/course';
import { exact } from '../numbers/arithmetic';
import { ONE, ZERO, type Rational } from '../numbers/rational';
import { atMost } from '../rules/cap';
import { deriveCategory, rederive, withAncestors, type Assumption, type Derivation } from './combine';
import { planCourse, type Plan, type PlannedCategory, type PlannedPiece } from './plan';

/** The four answers to "where do I stand" (grading rules, section 5). */
export type OutlookName = 'standing' | 'floor' | 'ceiling' | 'forecast';
export const OUTLOOKS: readonly OutlookName[] = ['standing', 'floor', 'ceiling', 'forecast'];

/** The forecast of one unsettled piece, before lateness and cap; nothing where it has none. */
export type Forecast = (piece: PlannedPiece) => Rational | undefined;

/** A course computed: its plan, and the derivation of each outlook that has a value. */
export interface Outlooks {
  readonly plan: Plan;
  /** Always there, so that a course without a value can say what is missing. */
  readonly standing: Derivation;
  readonly floor: Derivation;
  readonly ceiling: Derivation;
  /** Nothing where a piece that takes part has no forecast. */
  readonly forecast: Derivation | undefined;
  readonly forecastOf: Forecast;
  /** The derivation with any other values for unsettled work. */
  readonly supposing: (valueOf: Assumption['valueOf']) => Derivation;
}

/**
 * Computes the four outlooks of a course exactly.
 *
 * @param course - a valid document
 * @param now - the moment at which overdue work is judged
 */
export function outlooks(course: Course, now: Moment): Outlooks {
  return outlooksOf(planCourse(course, now));
}

/**
 * The four outlooks of a plan. All but the standing derive anew only what open work can change.
 */
export function outlooksOf(plan: Plan): Outlooks {
  const standing = deriveCategory(plan.root, { valueOf: () => undefined, waits: true });
  const open = withAncestors(plan.pieces.filter(({ settlement }) => settlement === 'unsettled'));
  const derive = (valueOf: Assumption['valueOf']) => rederive(standing, open, { valueOf, waits: false });
  const forecastOf = forecasts(standing);
  return {
    plan,
    standing,
    floor: derive(() => ZERO),
    ceiling: derive(() => ONE),
    forecast: hasForecast(plan, forecastOf) ? derive(forecastOf) : undefined,
    forecastOf,
    supposing: derive,
  };
}

/**
 * How the forecast values unsettled work: what is assumed; 0 for extra credit; else the standing of the nearest category
 * above that has one, at most full marks.
 */
function forecasts(standing: Derivation): Forecast {
  const standings = new Map<PlannedCategory, Rational>();
  collectStandings(standing, standings);
  return (piece) => {
    if (piece.assumed !== undefined) return piece.assumed;
    if (piece.insideExtra) return ZERO;
    for (let category = piece.parent; category; category = category.parent) {
      const value = standings.get(category);
      if (value !== undefined) return atMost(value, ONE, exact);
    }
    return undefined;
  };
}

function collectStandings(
  { category, worth, parts }: Derivation,
  into: Map<PlannedCategory, Rational>,
): void {
  if (worth) into.set(category, worth.value);
  for (const { derivation } of parts) if (derivation) collectStandings(derivation, into);
}

/**
 * Whether the course has a forecast: something is settled or assumed, and every unsettled piece that takes part has one.
 *
 * @param except - a piece whose own forecast does not matter, because it is being solved for
 */
export function hasForecast({ pieces }: Plan, forecastOf: Forecast, except?: PlannedPiece): boolean {
  const known = (piece: PlannedPiece) => piece.settlement === 'settled' || piece.assumed !== undefined;
  if (!except && !pieces.some(known)) return false;
  return pieces.every(
    (piece) =>
      piece === except ||
      piece.settlement !== 'unsettled' ||
      !piece.takesPart ||
      forecastOf(piece) !== undefined,
  );
}
