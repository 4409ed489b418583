import type { Course, Moment } from '../document/course';
import { exact } from '../numbers/arithmetic';
import { ONE, ZERO, type Rational } from '../numbers/rational';
import { atMost } from '../rules/cap';
import { deriveCategory, movedBy, rederive, type Assumption, type Derivation } from './combine';
import { planCourse, type Plan, type PlannedCategory, type PlannedPiece } from './plan';

/** The four answers to "where do I stand" (grading rules, section 5). */
export type OutlookName = 'standing' | 'floor' | 'ceiling' | 'forecast';
export const OUTLOOKS: readonly OutlookName[] = ['standing', 'floor', 'ceiling', 'forecast'];

/** What one unsettled piece is expected to bring, a fraction of full marks; nothing where that is not known. */
export type Forecast = (piece: PlannedPiece) => Rational | undefined;

/** The forecast in its two parts: what is supposed of work itself, and what is taken from the standing of a category. */
export interface Forecasting {
  readonly valueOf: Assumption['valueOf'];
  readonly standingOf: NonNullable<Assumption['standingOf']>;
}

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
  readonly forecasting: Forecasting;
  /** The derivation with any other values for unsettled work, and with the deductions that are assumed. */
  readonly supposing: (valueOf: Assumption['valueOf'], standingOf?: Assumption['standingOf']) => Derivation;
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
 * The four outlooks of a plan. All but the standing derive anew only what open work can change, and not before they are asked for.
 */
export function outlooksOf(plan: Plan): Outlooks {
  const standing = deriveCategory(plan.root, STANDING);
  const unsettled = plan.pieces.filter(({ settlement }) => settlement === 'unsettled');
  const open = movedBy(unsettled);
  const deducting = plan.deductions.filter(({ assumed }) => assumed).map(({ parent }) => parent);
  const supposed = deducting.length === 0 ? open : movedBy([...unsettled, ...deducting]);
  const derive = (valueOf: Assumption['valueOf']) =>
    rederive(standing, open, { valueOf, waits: false, supposes: false });
  const supposing: Outlooks['supposing'] = (valueOf, standingOf) =>
    rederive(standing, supposed, { valueOf, standingOf, waits: false, supposes: true });
  const forecasting = forecasts(standing);
  const { valueOf, standingOf } = forecasting;
  const floor = lazy(() => derive(() => ZERO));
  const ceiling = lazy(() => derive(() => ONE));
  const forecast = lazy(() => {
    const derived = isKnown(plan) ? supposing(valueOf, standingOf) : undefined;
    return derived?.lacks ? undefined : derived;
  });
  return {
    plan,
    standing,
    get floor() {
      return floor();
    },
    get ceiling() {
      return ceiling();
    },
    get forecast() {
      return forecast();
    },
    forecastOf: (piece) => valueOf(piece) ?? standingOf(piece),
    forecasting,
    supposing,
  };
}

/** What is made when it is first asked for: many ask for the standing alone. */
function lazy<T>(make: () => T): () => T {
  let made: { readonly value: T } | undefined;
  return () => (made ??= { value: make() }).value;
}

/** What counts in the standing: only what is settled. */
export const STANDING: Assumption = { valueOf: () => undefined, waits: true, supposes: false };

/**
 * How the forecast values unsettled work: what is assumed; 0 for extra credit; else the standing of the nearest category
 * above that has one, at most full marks.
 */
function forecasts(standing: Derivation): Forecasting {
  const standings = new Map<PlannedCategory, Rational>();
  collectStandings(standing, standings);
  return {
    valueOf: ({ assumed, insideExtra }) => assumed ?? (insideExtra ? ZERO : undefined),
    standingOf: (piece) => {
      for (let category = piece.parent; category; category = category.parent) {
        const value = standings.get(category);
        if (value !== undefined) return atMost(value, ONE, exact);
      }
      return undefined;
    },
  };
}

function collectStandings(
  { category, plain, parts }: Derivation,
  into: Map<PlannedCategory, Rational>,
): void {
  if (plain !== undefined) into.set(category, plain);
  for (const { derivation } of parts) if (derivation) collectStandings(derivation, into);
}

/** Whether anything is settled or assumed, or begins at full marks, without which the course has no forecast. */
function isKnown({ pieces, deductions }: Plan): boolean {
  return (
    pieces.some(({ settlement, assumed }) => settlement === 'settled' || assumed !== undefined) ||
    deductions.some(({ parent }) => parent.beginsFull)
  );
}
