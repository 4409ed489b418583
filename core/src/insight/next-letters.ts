import { rational, toFloat, type Rational } from '../numbers/rational';
import type { CombinedCourse, PossibleLetter } from './combinations';

/** The letter above the one that a course is likeliest to end with, what it brings to a GPA, and what it asks. */
export interface NextLetter {
  readonly id: string;
  readonly from: PossibleLetter;
  readonly to: PossibleLetter;
  /** What the GPA gains by it, grade points. */
  readonly gains: Rational;
  /** What it asks beyond the letter below it on all open work, percent; 0 where no more. */
  readonly asks: number;
  /** Hours of work that this takes, by what an hour brings there. */
  readonly hours: number;
  /** What an hour of it gains, grade points; without end where it asks nothing more. */
  readonly forAnHour: number;
}

/**
 * The next letter of each course, the one first that gains a GPA most for an hour. A course is likeliest to end with the best
 * letter that it meets in at least half of all ends; where that is the best one already, it has no next.
 *
 * @param settled - credits that count in the same GPA and are over
 * @param brings - what an hour of work adds to the open work of a course, percent; above 0
 */
export function nextLetters(
  courses: readonly CombinedCourse[],
  settled: Rational,
  brings: (id: string) => string,
): NextLetter[] {
  const all = courses.reduce((sum, { credits }) => sum.add(rational(credits)), settled);
  return courses
    .flatMap(({ id, credits, letters }) => {
      const at = letters.findIndex(({ chance }) => chance >= 0.5);
      const [to, from] = [letters[at - 1], letters[at]];
      if (!to || !from) return [];
      const gains = rational(to.points).sub(rational(from.points)).mul(rational(credits)).div(all);
      const asks = Math.max(0, to.takes - from.takes);
      const hours = asks / Number(brings(id));
      return [{ id, from, to, gains, asks, hours, forAnHour: toFloat(gains) / hours }];
    })
    .sort((a, b) => (a.forAnHour === b.forAnHour ? b.gains.compare(a.gains) : b.forAnHour - a.forAnHour));
}
