import type { Course } from '../document/course';
import { lettersOf, reaches, thresholdOf, type Threshold } from '../grading/letter';
import type { Outlooks } from '../grading/outlook';
import type { Plan, PlannedPiece, PlannedRequirement } from '../grading/plan';
import { gradeInUnit } from '../grading/unit';
import {
  decimalText,
  fractionOfPercent,
  HUNDRED,
  ONE,
  rational,
  toFloat,
  whole,
  ZERO,
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
import { questionsOf } from './requirement';
import { Asked, type Goal, type Trial } from './trial';

/** A range of levels or scores, both ends in it, as decimal text. */
export interface Gap {
  readonly from: string;
  readonly to: string;
}

/** The bands of a course's scale, highest first, and among them the percent that the student has pinned, if it is one. */
export function goalsOf({ scale, target }: Course): Goal[] {
  if (!target || 'label' in target) return scale.bands;
  const from = rational(target.percent);
  const goal: Goal = { label: gradeInUnit(target.percent, scale), from: target.percent, own: true };
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

/** What one band still takes, set on all open work at once (grading rules, sections 7 and 19). */
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
    base: supposing(({ assumed, insideExtra }) => assumed ?? (insideExtra ? ZERO : ONE)),
    moving: unknowns,
    tried: unknowns,
    last: unknowns.length > 0 ? LAST : 0,
    valueAt: (place) => whole(place).div(GRID),
    textOf: (place) => decimalText(whole(place).div(HUNDRED), 2, true),
  })(goals);
}

/** What bands take along a trial, which is prepared once for all that are asked for. */
export function reachAlong(trial: Trial): (goals: readonly Goal[]) => BandReach[] {
  const { plan, textOf } = trial;
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
  const takes = (band: Goal): BandReach => {
    const onPoints = firstsOf(pointsCondition(asked, thresholdOf(fractionOfPercent(band.from), letters)));
    const needed = band.own ? [] : required.filter(({ requirement }) => isNeededFor(requirement, band, plan));
    if (needed.length === 0) return { band, ...found([onPoints]) };
    return {
      band,
      ...found([onPoints, ...needed.map(({ firsts }) => firsts)]),
      onPoints: found([onPoints]),
      requirements: needed.map(({ firsts: _firsts, ...entry }) => entry),
    };
  };
  return (goals) => goals.map(takes);
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

/** What floats may be off by. */
const TINY = 1e-12;

/** An answer on a grid in the words of its scores. */
function metText(answer: GridAnswer, textOf: (place: number) => string): Met {
  if (answer.state === 'out') return { state: 'out', level: undefined, holds: undefined, gaps: [] };
  if (answer.state === 'secured') return { state: 'secured', level: textOf(0), holds: true, gaps: [] };
  const gaps = answer.gaps.map(({ from, to }) => ({ from: textOf(from), to: textOf(to) }));
  return { state: 'reachable', level: textOf(answer.level), holds: gaps.length === 0, gaps };
}
