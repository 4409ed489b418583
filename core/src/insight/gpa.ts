import type { Band, Course } from '../document/course';
import { rational, ZERO, type Rational } from '../numbers/rational';

/** The credit-weighted mean of a term's grade points, and the courses that it leaves out. */
export interface Gpa {
  /** Nothing where no course can be counted. */
  readonly points: Rational | undefined;
  readonly leftOut: readonly Course[];
}

/** The band of the grade that was given in the end; nothing before that. */
export function officialBand({ official, scale }: Course): Band | undefined {
  return official && scale.bands.find(({ label }) => label === official.label);
}

/**
 * The GPA of a term for one outlook: Σ credits × band points / Σ credits, exact.
 *
 * @param grades - each course with its letter in that outlook, if it has one
 * @returns courses without credits, without a letter, or whose letter has no points are left out, and named
 */
export function gpa(grades: readonly { course: Course; band: Band | undefined }[]): Gpa {
  let above = ZERO;
  let below = ZERO;
  const leftOut: Course[] = [];
  for (const { course, band } of grades) {
    const points = band?.points;
    if (course.credits === undefined || points === undefined) {
      leftOut.push(course);
      continue;
    }
    const credits = rational(course.credits);
    above = above.add(credits.mul(rational(points)));
    below = below.add(credits);
  }
  return { points: below.n === 0n ? undefined : above.div(below), leftOut };
}
