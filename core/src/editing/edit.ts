import type { Assessment, Category, Course, CourseNode, Scale } from '../document/course';
import { scaleNamed, scaleNameFor } from '../document/scale';

/** The fields of a course beside its tree. */
export type CourseFields = Omit<Course, 'format' | 'version' | 'root'>;
/** The fields of a category and of a piece, which an edit sets by name. */
export type NodeFields = Omit<Category, 'kind' | 'id' | 'children' | 'late'> &
  Omit<Assessment, 'kind' | 'id' | 'late' | keyof Category> & {
    late?: Assessment['late'] | Category['late'];
  };

/**
 * One change of a course. Everything that happens to a course, from a score typed on a phone to a rule sheet applied, is a
 * list of these: the client shows their effect at once, the server records them, and each can be taken back. `unset` takes
 * fields away, so that their defaults hold again.
 */
export type Edit =
  | { op: 'course'; set: Defined<CourseFields>; unset?: (keyof CourseFields)[] }
  | { op: 'set'; id: string; set: Defined<NodeFields>; unset?: (keyof NodeFields)[] }
  | { op: 'add'; parent: string; before?: string; node: CourseNode }
  | { op: 'remove'; id: string }
  | { op: 'move'; id: string; parent: string; before?: string };

/** The edit that gives a node these fields; a field that is `undefined` is taken away. */
export function setting(id: string, fields: { [F in keyof NodeFields]?: NodeFields[F] | undefined }): Edit {
  return { op: 'set', id, ...split(fields) };
}

/** The edit that gives a course these fields; a field that is `undefined` is taken away. */
export function courseSetting(fields: { [F in keyof CourseFields]?: CourseFields[F] | undefined }): Edit {
  return { op: 'course', ...split(fields) };
}

/**
 * The edit that changes the scale whose labels the scores of a node may have, wherever in the course it stands.
 *
 * @param id - of the node
 */
export function changingScale(course: Course, id: string, changed: (scale: Scale) => Scale): Edit {
  const name = scaleNameFor(course, id);
  const scale = changed(scaleNamed(course, name));
  return courseSetting(name === undefined ? { scale } : { scales: { ...course.scales, [name]: scale } });
}

/** The defined ones of some fields. */
type Defined<T> = { [F in keyof T]?: Exclude<T[F], undefined> };

/** Some fields as what is set and what is taken away: those that are `undefined`. */
export function split<T extends object>(fields: T): { set: Defined<T>; unset?: (keyof T)[] } {
  const entries = Object.entries(fields);
  const unset = entries.filter(([, value]) => value === undefined).map(([key]) => key as keyof T);
  const set = Object.fromEntries(entries.filter(([, value]) => value !== undefined)) as Defined<T>;
  return unset.length > 0 ? { set, unset } : { set };
}
