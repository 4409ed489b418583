import { floating } from './arithmetic';
import { courseCurve, type CourseCurve } from './course-curve';
import { searchGrid, type GridAnswer } from './grid';
import { lettersOf, reaches } from './letter';
import type { Band } from './course';
import type { Outlooks } from './outlook';
import { rounding, type Plan, type PlannedPiece } from './plan';
import { decimalText, whole, type Rational } from './rational';
import { onlyRises as risesOnly } from './shape';

/** A range of levels or scores, both ends in it, as decimal text. */
export interface Gap {
  readonly from: string;
  readonly to: string;
}

/** What one band still takes, set on all open work at once (grading rules, section 7). */
export interface BandReach {
  readonly band: Band;
  readonly state: GridAnswer['state'];
  /** The least percent that reaches it, two decimals; nothing where it is out. */
  readonly level: string | undefined;
  /** Whether every percent above the level reaches it too. */
  readonly holds: boolean | undefined;
  readonly gaps: readonly Gap[];
}

const LAST = 10_000;
const GRID = whole(LAST);

/** What a target asks about: unsettled, not assumed, not extra credit. */
function isUnknown<N>(piece: PlannedPiece<N>): boolean {
  return piece.settlement === 'unsettled' && piece.assumed === undefined && !piece.insideExtra;
}

/**
 * What each band takes on all open work: for every percent 0.00 to 100.00 set on all unknowns at once.
 *
 * @param from - the course's outlooks
 * @returns one answer a band, highest first; empty if the course has no value even at the ceiling
 */
export function reach({ plan, ceiling }: Outlooks<Rational>): BandReach[] {
  if (!ceiling.worth) return [];
  const { zero } = plan.arithmetic;
  const curve = courseCurve(
    plan,
    isUnknown,
    (piece) => piece.assumed ?? (piece.insideExtra ? zero : undefined),
  );
  return reachAlong(curve, {
    plan,
    moves: isUnknown,
    last: plan.pieces.some(isUnknown) ? LAST : 0,
    valueAt: (place) => whole(place).div(GRID),
    textOf: (place) => decimalText(whole(place).div(HUNDREDTHS), 2, true),
  });
}

/** The values that pieces are tried at, from the lowest to the highest. */
export interface Trial {
  readonly plan: Plan<Rational>;
  readonly moves: (piece: PlannedPiece<Rational>) => boolean;
  /** The grid is 0, 1, … last. */
  readonly last: number;
  readonly valueAt: (place: number) => Rational;
  /** How a place is written in an answer. */
  readonly textOf: (place: number) => string;
}

/** What every band takes along a curve of the course. */
export function reachAlong(curve: CourseCurve, { plan, moves, last, valueAt, textOf }: Trial): BandReach[] {
  const letters = lettersOf(plan.course.scale);
  const gradeAt = remember((place: number) => curve.exactAt(valueAt(place)));
  const guessAt = remember((place: number) => curve.floatAt(valueAt(place).valueOf()));
  const onlyRises = risesOnly(plan.root, moves, plan.arithmetic);
  const round = rounding(plan.course.scale.round, floating);
  return letters.bands.map(({ band, from }) => {
    const cutOff = from.valueOf();
    const meets = (place: number) => {
      const grade = gradeAt(place);
      return grade !== undefined && reaches(grade, from, letters);
    };
    const guess = (place: number) => {
      const grade = guessAt(place);
      return grade !== undefined && (round ? floating.round(grade, round) : grade) >= cutOff - TINY;
    };
    return { band, ...gridText(searchGrid(last, { meets, guess, onlyRises }), textOf) };
  });
}

/** What floats may be off by. */
const TINY = 1e-12;

const HUNDREDTHS = whole(100);

/** An answer on a grid in the words of its scores. */
function gridText(answer: GridAnswer, textOf: (place: number) => string): Omit<BandReach, 'band'> {
  if (answer.state === 'out') return { state: 'out', level: undefined, holds: undefined, gaps: [] };
  if (answer.state === 'secured') return { state: 'secured', level: textOf(0), holds: true, gaps: [] };
  const gaps = answer.gaps.map(({ from, to }) => ({ from: textOf(from), to: textOf(to) }));
  return { state: 'reachable', level: textOf(answer.level), holds: gaps.length === 0, gaps };
}

/** Remembers the answers of a function of a whole number. */
function remember<T>(answer: (place: number) => T): (place: number) => T {
  const known = new Map<number, T>();
  return (place) => {
    if (!known.has(place)) known.set(place, answer(place));
    return known.get(place)!;
  };
}
