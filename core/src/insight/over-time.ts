import {
  statusOf,
  type Assessment,
  type Category,
  type Course,
  type CourseNode,
  type Moment,
} from '../document/course';
import { pieces } from '../document/tree';
import { deriveCategory } from '../grading/combine';
import { STANDING } from '../grading/outlook';
import { planCourse } from '../grading/plan';
import { instant } from '../numbers/moment';
import type { Rational } from '../numbers/rational';

/** The standing once one more piece was settled. */
export interface StandingThen {
  readonly piece: Assessment;
  /** When the piece was due, as far as that is known. */
  readonly at: Moment | undefined;
  /** A fraction of the whole; nothing where nothing counted yet. */
  readonly value: Rational | undefined;
  /** What the piece moved the standing by; nothing for the first that counts. */
  readonly change: Rational | undefined;
}

/**
 * The standing after each piece that has a score or is missing, in the order of their due moments; pieces without one come last, in
 * the order of the course. Whatever came later is taken as open, and overdue work is judged at that moment. The rules are those of
 * today throughout.
 *
 * @param course - a valid document
 * @param now - the moment that stands for pieces without a due moment
 */
export function overTime(course: Course, now: Moment): StandingThen[] {
  const settled = pieces(course).filter(
    (piece) => statusOf(piece) === 'scored' || statusOf(piece) === 'missing',
  );
  const dated = settled.map((piece) => ({ piece, at: piece.extended ?? piece.due }));
  dated.sort((a, b) => (a.at ? instant(a.at) : Infinity) - (b.at ? instant(b.at) : Infinity) || 0);
  const known = new Set<string>();
  let before: Rational | undefined;
  return dated.map(({ piece, at }) => {
    known.add(piece.id);
    const then = { ...course, root: opened(course.root, known) };
    const moment = at !== undefined && instant(at) < instant(now) ? at : now;
    const { root } = planCourse(then, moment);
    const value = deriveCategory(root, STANDING).worth?.value;
    const change = value && before && value.sub(before);
    before = value ?? before;
    return { piece, at, value, change };
  });
}

/**
 * The standing as it was at a moment: after the last piece that was due by then.
 *
 * @param points - the standing over time
 * @returns a fraction of the whole; nothing where nothing counted yet
 */
export function standingAt(points: readonly StandingThen[], moment: Moment): Rational | undefined {
  return points.findLast(({ at, value }) => value && at !== undefined && instant(at) <= instant(moment))
    ?.value;
}

/** A category in which every settled piece but the known ones is open again. */
function opened(category: Category, known: ReadonlySet<string>): Category {
  const visit = (node: CourseNode): CourseNode => {
    if (node.kind === 'category') return opened(node, known);
    if (known.has(node.id) || (statusOf(node) !== 'scored' && statusOf(node) !== 'missing')) return node;
    const { status: _status, score: _score, ...open } = node;
    return open;
  };
  return { ...category, children: category.children.map(visit) };
}

/** The piece that moved the standing most, up or down; the earlier of equal ones. Nothing before a second piece counts. */
export function largestMove(points: readonly StandingThen[]): StandingThen | undefined {
  return points.reduce<StandingThen | undefined>((most, point) => {
    if (!point.change || point.change.n === 0n) return most;
    return !most || point.change.abs().compare(most.change!.abs()) > 0 ? point : most;
  }, undefined);
}
