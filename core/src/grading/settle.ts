import {
  statusOf,
  type Assessment,
  type Course,
  type MissingPolicy,
  type Moment,
  type Scale,
  type Status,
} from '../document/course';
import { isPast } from '../numbers/moment';
import { fractionOfPercent, quotientOf, rational, type Rational } from '../numbers/rational';
import { missingValue } from '../rules/missing';

/** Whether open work is so long past due that it counts as missing. */
export function isOverdue(piece: Assessment, course: Course, now: Moment): boolean {
  const due = piece.extended ?? piece.due;
  const overdue = course.policy?.overdue;
  return statusOf(piece) === 'open' && due !== undefined && !!overdue && isPast(due, now, overdue.after);
}

/**
 * The value of settled work before lateness and cap, a fraction of its possible points.
 *
 * @param status - the status in force: overdue work is missing
 * @returns nothing where it is not settled, or has no value
 */
export function enteredValue(
  piece: Assessment,
  status: Status,
  missing: MissingPolicy,
  scale: Scale,
): Rational | undefined {
  if (status === 'missing') return missingValue(missing);
  if (status !== 'scored') return undefined;
  const score = piece.score!;
  if ('points' in score) return quotientOf(rational(score.points), rational(piece.possible));
  if ('percent' in score) return fractionOfPercent(score.percent);
  return fractionOfPercent(scale.bands.find((band) => band.label === score.label)!.worth!);
}
