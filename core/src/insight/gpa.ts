import type { GpaSettings } from '../document/account-schema';
import type { Band, Course } from '../document/course';
import { ONE, rational, roundToStep, ZERO, type Rational } from '../numbers/rational';

export const USUAL_GPA: GpaSettings = { repeats: 'later', decimals: 2, mode: 'half-up' };

/** A course with what it brings in one outlook. Courses are given in the order in which they were taken. */
export interface GpaGrade<C extends Course = Course> {
  readonly course: C;
  /** Its letter, where it has one. */
  readonly band: Band | undefined;
}

/** Why a course is no part of a GPA. */
export type LeftOut = 'no credits' | 'no grade' | 'no points' | 'mark' | 'repeated';

/** A course that counts: its grade points and its credits. */
export interface GpaPart<C extends Course = Course> {
  readonly course: C;
  readonly points: Rational;
  readonly credits: Rational;
}

/** The credit-weighted mean of grade points, with what it is made of and what it leaves out. */
export interface Gpa<C extends Course = Course> {
  /** Nothing where no course can be counted. */
  readonly points: Rational | undefined;
  readonly credits: Rational;
  readonly parts: readonly GpaPart<C>[];
  readonly leftOut: readonly { readonly course: C; readonly why: LeftOut }[];
}

/** The band of the letter that was given in the end; nothing before that, nor where what was given is no letter. */
export function officialBand({ official, scale }: Course): Band | undefined {
  return official && 'label' in official
    ? scale.bands.find(({ label }) => label === official.label)
    : undefined;
}

/**
 * A GPA for one outlook: Σ credits × points / Σ credits, exact. What was given in the end stands, whatever would have been; a mark that is
 * no letter counts only where it has points.
 *
 * @param grades - in the order in which the courses were taken
 * @returns courses without credits, without a grade, or whose grade has no points are left out, and named; so are those that were taken again
 */
export function gpa<C extends Course>(
  grades: readonly GpaGrade<C>[],
  { repeats }: Pick<GpaSettings, 'repeats'> = USUAL_GPA,
): Gpa<C> {
  const parts: GpaPart<C>[] = [];
  const leftOut: { course: C; why: LeftOut }[] = [];
  const taken: Course[] = [];
  // From the last on: of what was taken again the later one is met first.
  for (const grade of [...grades].reverse()) {
    const { course } = grade;
    const points = pointsOf(grade);
    if (typeof points === 'string') leftOut.unshift({ course, why: points });
    else if (course.credits === undefined) leftOut.unshift({ course, why: 'no credits' });
    else if (repeats === 'later' && taken.some((later) => isSameCourse(later, course)))
      leftOut.unshift({ course, why: 'repeated' });
    else {
      taken.push(course);
      parts.unshift({ course, points, credits: rational(course.credits) });
    }
  }
  const credits = parts.reduce((all, part) => all.add(part.credits), ZERO);
  const earned = parts.reduce((all, part) => all.add(part.credits.mul(part.points)), ZERO);
  return { points: credits.n === 0n ? undefined : earned.div(credits), credits, parts, leftOut };
}

function pointsOf({ course: { official, scale }, band }: GpaGrade): Rational | LeftOut {
  if (official && 'mark' in official)
    return official.points === undefined ? 'mark' : rational(official.points);
  const found = official ? scale.bands.find(({ label }) => label === official.label) : band;
  if (!found) return 'no grade';
  return found.points === undefined ? 'no points' : rational(found.points);
}

/** Whether two courses are the same, taken again or in another term: by their codes where both have one, else by their titles. */
export function isSameCourse(one: Course, other: Course): boolean {
  const plain = (text: string) => text.trim().toLowerCase().replace(/\s+/g, ' ');
  if (one.code !== undefined && other.code !== undefined) return plain(one.code) === plain(other.code);
  return plain(one.title) === plain(other.title);
}

/** A GPA as it is shown: rounded in the way that is set, with all its decimals. */
export function gpaText(points: Rational, { decimals, mode }: GpaSettings): string {
  const step = ONE.div(rational(`1${'0'.repeat(decimals)}`));
  const shown = roundToStep(points, step, mode);
  const whole = (shown.n * 10n ** BigInt(decimals)) / shown.d;
  const digits = String(whole).padStart(decimals + 1, '0');
  return decimals === 0 ? digits : `${digits.slice(0, -decimals)}.${digits.slice(-decimals)}`;
}

/**
 * The mean over credits to come that brings a GPA to a target.
 *
 * @param left - credits that are to come, above 0
 * @returns grade points: below 0 where it is reached whatever comes
 * @example neededMean({ points: rational('3'), credits: rational('60') }, rational('3.2'), rational('60')) // 3.4
 */
export function neededMean(now: Pick<Gpa, 'points' | 'credits'>, target: Rational, left: Rational): Rational {
  const earned = now.points ? now.points.mul(now.credits) : ZERO;
  return target.mul(now.credits.add(left)).sub(earned).div(left);
}
