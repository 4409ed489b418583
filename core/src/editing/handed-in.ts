import {
  statusOf,
  type Assessment,
  type Category,
  type Course,
  type LatePolicy,
  type Moment,
} from '../document/course';
import { isOverdue } from '../grading/settle';
import { instant } from '../numbers/moment';

/** A course as it is if what is past due is handed in now. */
export interface HandedIn {
  readonly course: Course;
  /** The ids of the pieces that this is meant for. */
  readonly late: ReadonlySet<string>;
}

/**
 * A course in which open work that is past due under a late rule is handed in now: what it still takes is then asked for as late as
 * it would be, and not as if it were on time. What counts as missing already, and what has its lateness recorded, stays as it is.
 *
 * @param now - the moment asked about
 * @returns the very same course where nothing is late
 */
export function handedInNow(course: Course, now: Moment): HandedIn {
  const late = new Set<string>();
  const visit = (category: Category, policy: LatePolicy | null | undefined): Category => {
    const children = category.children.map((child) => {
      if (child.kind === 'category') return visit(child, child.late === undefined ? policy : child.late);
      if (!policy || !isPastDue(child, course, now)) return child;
      late.add(child.id);
      return { ...child, late: { handedIn: now } };
    });
    return children.every((child, index) => child === category.children[index])
      ? category
      : { ...category, children };
  };
  const root = visit(course.root, course.root.late === undefined ? course.policy?.late : course.root.late);
  return { course: root === course.root ? course : { ...course, root }, late };
}

function isPastDue(piece: Assessment, course: Course, now: Moment): boolean {
  const due = piece.extended ?? piece.due;
  if (statusOf(piece) !== 'open' || due === undefined || piece.late || piece.deduct) return false;
  return instant(due) < instant(now) && !isOverdue(piece, course, now);
}
