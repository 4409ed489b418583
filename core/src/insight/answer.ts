import type { Course, Moment } from '../document/course';
import type { Derivation } from '../grading/combine';
import { courseLetters, letterOf, type Letters } from '../grading/letter';
import { outlooks, type OutlookName, type Outlooks } from '../grading/outlook';
import { problems, type Problem } from '../grading/problems';
import { decimalText, fractionText, HUNDRED, rational } from '../numbers/rational';
import { reach, type BandReach, type Gap } from '../search/reach';
import { solve } from '../search/solve';
import { swings } from '../search/swing';
import { secondCourse } from './second-way';

/** One outlook in words of the command line. */
export interface OutlookAnswer {
  percent: string;
  exact: string;
  letter: string;
  /** What the failing requirements are about that hold the letter below what the percent alone would bring. */
  held?: string[];
}

interface BandAnswer {
  label: string;
  state: BandReach['state'];
  holds: boolean | null;
  gaps: readonly Gap[];
}

/** A course by each outlook. */
type OutlookAnswers = Record<OutlookName, OutlookAnswer | null>;

/** Everything that the command line answers about one course (`docs/course-file.md`). */
export interface Answer extends OutlookAnswers {
  title: string;
  /** What its second way of adding up comes to, where it has one that can be added up. */
  second?: OutlookAnswers & { name: string };
  reach: (BandAnswer & { from: string; level: string | null })[];
  swing: { id: string; points: string }[];
  problems: Problem[];
  solve?: { id: string; bands: (BandAnswer & { score: string | null })[] } | { id: string; why: string };
}

/**
 * Answers everything about one course.
 *
 * @param course - a valid document
 * @param now - the moment at which overdue work is judged
 * @param piece - the id of a piece to solve for, if asked
 */
export function answer(course: Course, now: Moment, piece?: string): Answer {
  const found = outlooks(course, now);
  const { plan } = found;
  const letters = courseLetters(plan);
  const second = secondCourse(course);
  return {
    title: course.title,
    ...outlookAnswers(found, letters),
    ...(second && { second: { name: second.title, ...outlookAnswersOf(second, now) } }),
    reach: reach(found).map((entry) => ({
      ...bandAnswer(entry),
      from: decimalText(rational(entry.band.from), 6),
      level: entry.level ?? null,
    })),
    swing: swings(found).map(({ id, points }) => ({ id, points: decimalText(points, 6) })),
    problems: problems(plan),
    ...(piece === undefined ? {} : { solve: solveAnswer(found, piece) }),
  };
}

function outlookAnswersOf(course: Course, now: Moment): OutlookAnswers {
  const found = outlooks(course, now);
  return outlookAnswers(found, courseLetters(found.plan));
}

function outlookAnswers(found: Outlooks, letters: Letters): OutlookAnswers {
  return {
    standing: outlookAnswer(found.standing, letters),
    floor: outlookAnswer(found.floor, letters),
    ceiling: outlookAnswer(found.ceiling, letters),
    forecast: outlookAnswer(found.forecast, letters),
  };
}

function outlookAnswer(derivation: Derivation | undefined, letters: Letters): OutlookAnswer | null {
  const letter = letterOf(derivation, letters);
  if (!derivation?.worth || !letter) return null;
  const percent = derivation.worth.value.mul(HUNDRED);
  const held = [...new Set(letter.held.map(({ requirement }) => requirement.source.of))];
  return {
    percent: decimalText(percent, 6),
    exact: fractionText(percent),
    letter: letter.band.label,
    ...(held.length > 0 && { held }),
  };
}

function bandAnswer({ band, state, holds, gaps }: BandReach): BandAnswer {
  return { label: band.label, state, holds: holds ?? null, gaps };
}

function solveAnswer(found: Outlooks, piece: string): NonNullable<Answer['solve']> {
  const solution = solve(found, piece);
  if ('why' in solution) return solution;
  return {
    id: piece,
    bands: solution.bands.map((entry) => ({ ...bandAnswer(entry), score: entry.level ?? null })),
  };
}
