import type { Course, Decimal, Score, Status } from '../document/course';
import { scaleFor } from '../document/scale';
import { find } from '../document/tree';
import { applyEdits } from './apply-edits';
import { setting, type Edit } from './edit';

/** What is tried on one piece or category: never a record. */
export interface Try {
  readonly id: string;
  /** Another state, with its score where it has one. */
  readonly entry?: { readonly status: Status; readonly score?: Score };
  /** Taken out of the count. */
  readonly counted?: false;
  /** Another weight. */
  readonly weight?: Decimal;
}

/** Trial scores that are kept under a name. */
export interface Rehearsal {
  readonly id: string;
  readonly name: string;
  readonly tries: readonly Try[];
}

/** The change of a course that a try would be. */
export function editOf({ id, entry, counted, weight }: Try): Edit {
  return setting(id, {
    ...(entry && { status: entry.status, score: entry.score }),
    ...(counted !== undefined && { counted }),
    ...(weight !== undefined && { weight }),
  });
}

/** What is to be tried of a piece or category from now on: a field that is there and says nothing takes what was tried back. */
export type NextTry = { readonly [Field in keyof Try]: Try[Field] | undefined } & Pick<Try, 'id'>;

/**
 * Tries with one more, or with another for the same piece or category.
 *
 * @param next - what is tried of it from now on; one that tries nothing is taken back
 */
export function withTry(tries: readonly Try[], next: NextTry): Try[] {
  const { id, ...tried } = next;
  const rest = tries.filter((other) => other.id !== id);
  const left = Object.entries(tried).filter(([, value]) => value !== undefined);
  return left.length === 0 ? rest : [...rest, { id, ...Object.fromEntries(left) }];
}

/** A course as it would be. */
export interface Rehearsed {
  readonly course: Course;
  /** What was tried on something that is not there any more, or does not fit. */
  readonly gone: readonly Try[];
}

/**
 * A course with tries on it. The course itself stays as it is. What does not fit it any more is left out, and said.
 *
 * @param course - a valid document
 */
export function rehearse(course: Course, tries: readonly Try[]): Rehearsed {
  const gone = tries.filter((each) => !fits(course, each));
  const fitting = tries.filter((each) => !gone.includes(each));
  const edited = applyEdits(course, fitting.map(editOf));
  return edited.ok ? { course: edited.course, gone } : { course, gone: tries };
}

function fits(course: Course, { id, entry }: Try): boolean {
  const node = find(course, id)?.node;
  if (!node || node === course.root) return false;
  if (!entry) return true;
  if (node.kind !== 'assessment') return false;
  const { score } = entry;
  if (!score || !('label' in score)) return true;
  return scaleFor(course, id).bands.some(({ label, worth }) => label === score.label && worth !== undefined);
}
