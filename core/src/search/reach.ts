import type { Band, Course } from '../document/course';
import type { Derivation } from '../grading/combine';
import { lettersOf, reaches, thresholdOf } from '../grading/letter';
import type { Outlooks } from '../grading/outlook';
import type { Plan, PlannedPiece } from '../grading/plan';
import { exact, floating } from '../numbers/arithmetic';
import {
  decimalText,
  fractionOfPercent,
  HUNDRED,
  ONE,
  rational,
  toFloat,
  whole,
  ZERO,
  type Rational,
} from '../numbers/rational';
import { risingStretches, searchGrid, type GridAnswer, type Range } from './grid';
import { isMonotone } from './monotone';
import { Variation } from './variation';

/** A range of levels or scores, both ends in it, as decimal text. */
export interface Gap {
  readonly from: string;
  readonly to: string;
}

/** What is asked for: a band of the scale, or a percent of one's own, which is asked for as a band that begins there. */
export interface Goal extends Band {
  readonly own?: true;
}

/** The bands of a course's scale, highest first, and among them the percent that the student has pinned, if it is one. */
export function goalsOf({ scale, target }: Course): Goal[] {
  if (!target || 'label' in target) return scale.bands;
  const from = rational(target.percent);
  const goal: Goal = { label: `${decimalText(from, 6)}%`, from: target.percent, own: true };
  const place = scale.bands.findIndex((band) => rational(band.from).compare(from) <= 0);
  return scale.bands.toSpliced(place < 0 ? scale.bands.length : place, 0, goal);
}

/** What one band still takes, set on all open work at once (grading rules, section 7). */
export interface BandReach {
  readonly band: Goal;
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
export function isUnknown(piece: PlannedPiece): boolean {
  return piece.settlement === 'unsettled' && piece.assumed === undefined && !piece.insideExtra;
}

/**
 * What each band takes on all open work: for every percent 0.00 to 100.00 set on all unknowns at once.
 *
 * @param from - the course's outlooks
 * @param goals - what is asked for; the bands of the scale unless said
 * @returns one answer a band, highest first; empty if the course has no value even at the ceiling
 */
export function reach(from: Outlooks, goals: readonly Goal[] = from.plan.course.scale.bands): BandReach[] {
  const { plan, ceiling, supposing } = from;
  if (!ceiling.worth) return [];
  const unknowns = plan.pieces.filter(isUnknown);
  return reachAlong({
    plan,
    goals,
    base: supposing(({ assumed, insideExtra }) => assumed ?? (insideExtra ? ZERO : ONE)),
    moving: unknowns,
    last: unknowns.length > 0 ? LAST : 0,
    valueAt: (place) => whole(place).div(GRID),
    textOf: (place) => decimalText(whole(place).div(HUNDRED), 2, true),
  });
}

/** The levels that some pieces are tried at together, from the lowest to the highest. */
export interface Trial {
  readonly plan: Plan;
  readonly goals: readonly Goal[];
  /** The course with everything else at its value. */
  readonly base: Derivation;
  readonly moving: readonly PlannedPiece[];
  /** The grid is 0, 1, … last. */
  readonly last: number;
  /** What the moving pieces bring at a place, a fraction of full marks. */
  readonly valueAt: (place: number) => Rational;
  /** How a place is written in an answer. */
  readonly textOf: (place: number) => string;
}

/** What every band takes along a trial. */
export function reachAlong(trial: Trial): BandReach[] {
  const letters = lettersOf(trial.plan.course.scale);
  const grades = along(
    trial,
    (variation, level) => variation.valueAt(() => level),
    (variation, level) => variation.valueAt(() => level) ?? NaN,
  );
  const stretches = stretchesOf(trial);
  return trial.goals.map((band) => {
    const threshold = thresholdOf(fractionOfPercent(band.from), letters);
    const meets = (place: number) => {
      const grade = grades.exact(place);
      return grade !== undefined && reaches(grade, threshold);
    };
    const least = toFloat(threshold.least) + (threshold.within ? -TINY : TINY);
    return { band, ...gridText(searchGrid(stretches, { meets, near: grades.guess, least }), trial.textOf) };
  });
}

function stretchesOf(trial: Trial): Range[] {
  const { plan, moving, last } = trial;
  const moves = new Set(moving);
  if (isMonotone(plan.root, (piece) => moves.has(piece))) return [{ from: 0, to: last }];
  return risingStretches(
    last,
    along(
      trial,
      (variation, level) => variation.choicesAt(() => level),
      (variation, level) => variation.choicesAt(() => level),
    ),
  );
}

/** Something about the course at each place of a trial, exactly and as floats guess it; each place is asked once. */
function along<T, G>(
  { base, moving, valueAt }: Trial,
  ask: (variation: Variation<Rational>, level: Rational) => T,
  guess: (variation: Variation<number>, level: number) => G,
): { exact: (place: number) => T; guess: (place: number) => G } {
  const truly = new Variation(base, moving, exact);
  const nearly = new Variation(base, moving, floating);
  return {
    exact: remember((place) => ask(truly, valueAt(place))),
    guess: remember((place) => guess(nearly, toFloat(valueAt(place)))),
  };
}

/** What floats may be off by. */
const TINY = 1e-12;

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
