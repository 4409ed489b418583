import type { Course } from '../document/course';
import { checkCourse } from '../document/course-file';
import { isSame } from '../document/same';
import { find } from '../document/tree';
import { applyEdits } from './apply-edits';
import { collisions } from './collision';
import type { Edit } from './edit';

/** A change that was made to a course, as it is kept. */
export interface PastChange {
  readonly id: string;
  /** The course's version that it made. */
  readonly version: number;
  readonly madeAt: string;
  readonly edits: readonly Edit[];
  /** The edits that take it back. */
  readonly inverse: readonly Edit[];
}

/** The course around one change. */
export interface PastStep {
  readonly change: PastChange;
  readonly before: Course;
  readonly after: Course;
}

/**
 * The course before and after each of its last changes.
 *
 * @param current - the course as it is
 * @param changes - its changes without a gap, the newest first; the newest made `current`
 */
export function pastSteps(current: Course, changes: readonly PastChange[]): PastStep[] {
  const steps: PastStep[] = [];
  let after = current;
  for (const change of changes) {
    const undone = applyEdits(after, change.inverse);
    if (!undone.ok) return steps;
    steps.push({ change, before: undone.course, after });
    after = undone.course;
  }
  return steps;
}

/** A change can be taken back, or why it cannot. */
export type Reversal = { readonly ok: true } | { readonly ok: false; readonly reason: string };

/**
 * Whether a past change can be taken back in the course as it is now: not where something that came later would be lost with it.
 *
 * @param step - the course around the change
 * @param current - the course as it is now
 */
export function reversal({ change, after }: PastStep, current: Course): Reversal {
  const collision = collisions(current, change.inverse, change.edits).find(({ kind }) => kind === 'field');
  if (collision) return refused(`${collision.name} was changed again later.`);
  for (const edit of change.inverse) {
    const reason = laterWork(edit, after, current);
    if (reason) return refused(reason);
  }
  const edited = applyEdits(current, change.inverse);
  if (!edited.ok) return refused(`Later changes depend on it: ${edited.faults[0]!.message}`);
  const checked = checkCourse(edited.course);
  if (!checked.ok) {
    const { at, message } = checked.faults[0]!;
    return refused(`Later changes depend on it: ${at} ${message}.`);
  }
  return { ok: true };
}

/** What came later and would be lost, or undone unseen, with an edit that takes out or moves back. */
function laterWork(edit: Edit, after: Course, current: Course): string | undefined {
  if (edit.op !== 'remove' && edit.op !== 'move') return undefined;
  const then = find(after, edit.id);
  const now = find(current, edit.id);
  if (!then || !now) return undefined;
  if (edit.op === 'move')
    return then.ancestors.at(-1)?.id === now.ancestors.at(-1)?.id
      ? undefined
      : `${now.node.name} was moved again later.`;
  return isSame(then.node, now.node) ? undefined : `${now.node.name} was changed later.`;
}

function refused(reason: string): Reversal {
  return { ok: false, reason };
}
