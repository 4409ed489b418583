import type { Band, Course } from '../document/course';
import type { Derivation } from '../grading/combine';
import { lettersOf, reaches, thresholdOf, type Threshold } from '../grading/letter';
import type { Outlooks } from '../grading/outlook';
import type { Plan, PlannedCategory, PlannedNode, PlannedPiece, PlannedRequirement } from '../grading/plan';
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
import {
  firstsOf,
  risingStretches,
  searchGrid,
  type Condition,
  type Firsts,
  type GridAnswer,
  type Range,
} from './grid';
import { Rises } from './monotone';
import { questionsOf } from './requirement';
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

/** Where on a grid something is met, in the words of its levels or scores. */
export interface Met {
  readonly state: GridAnswer['state'];
  /** The least level that meets it, two decimals of a percent; nothing where it is out. */
  readonly level: string | undefined;
  /** Whether every level above it meets it too. */
  readonly holds: boolean | undefined;
  readonly gaps: readonly Gap[];
}

/** What one band still takes, set on all open work at once (grading rules, sections 7 and 16). */
export interface BandReach extends Met {
  readonly band: Goal;
  /** What its points alone take, where the band has requirements too. */
  readonly onPoints?: Met;
  /** What each of its requirements takes by itself. */
  readonly requirements?: readonly RequirementReach[];
}

/** What one requirement still takes. One that is not decided is met: it holds nothing back. */
export interface RequirementReach extends Met {
  readonly requirement: PlannedRequirement;
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
    tried: unknowns,
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
  /** The pieces whose scores are only tried: the moving ones, and any that stands at a score that is tried too. */
  readonly tried: readonly PlannedPiece[];
  /** The grid is 0, 1, … last. */
  readonly last: number;
  /** What the moving pieces bring at a place, a fraction of full marks. */
  readonly valueAt: (place: number) => Rational;
  /** How a place is written in an answer. */
  readonly textOf: (place: number) => string;
}

/** What every band takes along a trial. */
export function reachAlong(trial: Trial): BandReach[] {
  const { plan, goals, textOf } = trial;
  const letters = lettersOf(plan.course.scale);
  const questions = questionsOf(trial);
  const asked = new Asked(
    trial,
    questions.flatMap(({ nodes }) => nodes),
  );
  const stretches = stretchesOf(trial, asked);
  const found = (conditions: readonly Firsts[]): Met => metText(searchGrid(stretches, conditions), textOf);
  const required = questions.map(({ requirement, conditionOf }) => {
    const firsts = firstsOf(conditionOf(asked));
    return { requirement, firsts, ...found([firsts]) };
  });
  return goals.map((band) => {
    const onPoints = firstsOf(pointsCondition(asked, thresholdOf(fractionOfPercent(band.from), letters)));
    const needed = band.own ? [] : required.filter(({ requirement }) => isNeededFor(requirement, band, plan));
    if (needed.length === 0) return { band, ...found([onPoints]) };
    return {
      band,
      ...found([onPoints, ...needed.map(({ firsts }) => firsts)]),
      onPoints: found([onPoints]),
      requirements: needed.map(({ firsts: _firsts, ...entry }) => entry),
    };
  });
}

/** Whether a band needs a requirement: it is for that one, or for a lower one. */
function isNeededFor({ band }: PlannedRequirement, goal: Goal, { course }: Plan): boolean {
  return course.scale.bands.findIndex(({ label }) => label === goal.label) <= band;
}

function pointsCondition({ grades }: Asked, threshold: Threshold): Condition {
  return {
    meets: (place) => {
      const grade = grades.exact(place);
      return grade !== undefined && reaches(grade, threshold);
    },
    near: grades.guess,
    least: toFloat(threshold.least) + (threshold.within ? -TINY : TINY),
  };
}

function stretchesOf({ plan, last }: Trial, { rises, choices }: Asked): Range[] {
  return rises.everywhere(plan.root) ? [{ from: 0, to: last }] : risingStretches(last, choices);
}

/** A question about each place of a trial, exactly and as floats guess it; each place is asked once. */
interface AlongTrial<T, G> {
  readonly exact: (place: number) => T;
  readonly guess: (place: number) => G;
}

/** All that is asked along a trial: the course's value, those of further nodes, and what is chosen on the way. */
export class Asked {
  readonly grades: AlongTrial<Rational | undefined, number>;
  readonly choices: AlongTrial<string, string>;
  readonly rises: Rises;
  readonly #truly: Variation<Rational>;
  readonly #nearly: Variation<number>;

  constructor(
    readonly trial: Trial,
    readonly nodes: readonly PlannedNode[],
  ) {
    const { base, moving } = trial;
    const moves = new Set(moving);
    this.rises = new Rises((piece) => moves.has(piece), nodes);
    const watch = (category: PlannedCategory) => this.rises.mustWatch(category);
    this.#truly = new Variation(base, moving, exact, nodes, watch);
    this.#nearly = new Variation(base, moving, floating, nodes, watch);
    this.grades = this.#along(
      (variation, level) => variation.valueAt(() => level),
      (variation, level) => variation.valueAt(() => level) ?? NaN,
    );
    this.choices = this.#along(
      (variation, level) => variation.choicesAt(() => level),
      (variation, level) => variation.choicesAt(() => level),
    );
  }

  /** The value of one of the further nodes. */
  valueOf(node: PlannedNode): AlongTrial<Rational | undefined, number> {
    return this.#along(
      (variation, level) => variation.valueOf(node, () => level),
      (variation, level) => variation.valueOf(node, () => level) ?? NaN,
    );
  }

  #along<T, G>(
    ask: (variation: Variation<Rational>, level: Rational) => T,
    guess: (variation: Variation<number>, level: number) => G,
  ): AlongTrial<T, G> {
    const { valueAt } = this.trial;
    return {
      exact: remember((place) => ask(this.#truly, valueAt(place))),
      guess: remember((place) => guess(this.#nearly, toFloat(valueAt(place)))),
    };
  }
}

/** What floats may be off by. */
const TINY = 1e-12;

/** An answer on a grid in the words of its scores. */
function metText(answer: GridAnswer, textOf: (place: number) => string): Met {
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
