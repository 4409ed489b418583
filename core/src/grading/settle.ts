import {
  statusOf,
  type Assessment,
  type Category,
  type Course,
  type Decimal,
  type LatePolicy,
  type MissingPolicy,
  type Moment,
  type Scale,
  type Status,
} from '../document/course';
import { scaleNamed } from '../document/scale';
import { isPast } from '../numbers/moment';
import { fractionOfPercent, quotientOf, rational, type Rational } from '../numbers/rational';
import { bendingOf } from '../rules/curve/bend';
import { lateness, penaltyOf, type Lateness } from '../rules/late/lateness';
import { missingValue } from '../rules/missing';
import type { Adjustment } from './adjustment';

/** What a listed piece is for the computation, after policies and the calendar have spoken. */
export type Settlement = 'settled' | 'unsettled' | 'none';

/** A listed piece's record as it counts. */
export interface RecordedPiece {
  /** Full marks in points; 0 for an empty category. */
  readonly size: Rational;
  readonly settlement: Settlement;
  /** The status in force: an overdue piece is missing. */
  readonly status: Status;
  readonly overdue: boolean;
  /** Its value before lateness and cap, where it is settled. */
  readonly entered: Rational | undefined;
  readonly lateness: Lateness | undefined;
  /** What is done to any value that it gets. */
  readonly handling: Adjustment<Rational>;
}

/** What holds below a place of a course unless something there has its own. */
export interface InheritedPolicies {
  readonly missing: MissingPolicy;
  readonly late: LatePolicy | undefined;
  /** The further scale whose labels scores may have; nothing = the course's own. */
  readonly scale: string | undefined;
}

const MISSING_IS_ZERO: MissingPolicy = { counts: 'percent', percent: '0' };

/** The policies of a course. */
export function coursePolicies({ policy }: Course): InheritedPolicies {
  return { missing: policy?.missing ?? MISSING_IS_ZERO, late: policy?.late, scale: undefined };
}

/** The policies in force in a category. */
export function policiesBelow(
  { missing, late, scale }: Category,
  inherited: InheritedPolicies,
): InheritedPolicies {
  return {
    missing: missing ?? inherited.missing,
    late: late === undefined ? inherited.late : (late ?? undefined),
    scale: scale ?? inherited.scale,
  };
}

/** The policies in force for what stands in some categories, from the root down. */
export function policiesAt(course: Course, ancestors: readonly Category[]): InheritedPolicies {
  return ancestors.reduce((policies, above) => policiesBelow(above, policies), coursePolicies(course));
}

/**
 * What a listed piece counts as, by its record, the policies in force and the calendar.
 *
 * @param now - the moment at which overdue work is judged
 */
export function recordOf(
  piece: Assessment,
  course: Course,
  now: Moment,
  inherited: InheritedPolicies,
): RecordedPiece {
  const overdue = isOverdue(piece, course, now);
  const status = overdue ? 'missing' : statusOf(piece);
  const scale = scaleNamed(course, piece.scale ?? inherited.scale);
  const entered = enteredValue(piece, status, inherited.missing, scale);
  const unsettled = status === 'open' || status === 'awaiting';
  const late = lateness(piece, inherited.late);
  const size = rational(piece.possible);
  return {
    size,
    settlement: entered ? 'settled' : unsettled ? 'unsettled' : 'none',
    status,
    overdue,
    entered,
    lateness: late,
    handling: {
      // What the missing policy gives is no result of work.
      curve: status === 'missing' || !piece.curve ? undefined : bendingOf(piece.curve, size),
      zeroStays: unsettled,
      penalty: status === 'missing' ? undefined : penaltyOf(late),
      cap: percentOf(piece.cap),
      round: undefined,
    },
  };
}

/** A percent, if there is one, as a fraction of one. */
export function percentOf(percent: Decimal | undefined): Rational | undefined {
  return percent === undefined ? undefined : fractionOfPercent(percent);
}

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
function enteredValue(
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
