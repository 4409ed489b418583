import Joi from 'joi';
import type { Assessment, Category, Course, CourseNode } from './course';
import { checkNode } from './course-file';
import { assessmentFields, categoryFields, courseFields, LIMITS, lineSchema } from './course-schema';
import { find } from './tree';
import { check, type Checked, type Fault } from './validation';

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

/** The defined ones of some fields. */
type Defined<T> = { [F in keyof T]?: Exclude<T[F], undefined> };

function split<T extends object>(fields: T): { set: Defined<T>; unset?: (keyof T)[] } {
  const entries = Object.entries(fields);
  const unset = entries.filter(([, value]) => value === undefined).map(([key]) => key as keyof T);
  const set = Object.fromEntries(entries.filter(([, value]) => value !== undefined)) as Defined<T>;
  return unset.length > 0 ? { set, unset } : { set };
}

/** A course after an edit, with the edit that takes it back; or why the edit does not fit. */
export type Edited =
  | { readonly ok: true; readonly course: Course; readonly inverse: readonly Edit[] }
  | { readonly ok: false; readonly faults: readonly Fault[] };

const reference = lineSchema(LIMITS.id).required();
const place = { parent: reference, before: lineSchema(LIMITS.id) };
const nodeFields = {
  ...categoryFields,
  ...assessmentFields,
  late: Joi.when(Joi.object({ perDay: Joi.exist() }).unknown(), {
    then: categoryFields.late,
    otherwise: assessmentFields.late.allow(null),
  }),
};
const changeOf = (fields: Record<string, Joi.Schema>) => ({
  set: Joi.object(fields).required(),
  unset: Joi.array().items(Joi.string().valid(...Object.keys(fields))),
});

/** The form of each edit. Whether it fits its course is decided when it is applied. */
const FORMS: Record<Edit['op'], Joi.SchemaMap> = {
  course: changeOf(courseFields),
  set: { id: reference, ...changeOf(nodeFields) },
  add: { ...place, node: Joi.object().unknown().required() },
  remove: { id: reference },
  move: { id: reference, ...place },
};

/** The form of one edit, the inside of an added node aside. */
const editSchema = Joi.alternatives().conditional('.op', {
  switch: Object.entries(FORMS).map(([op, form]) => ({
    is: op,
    then: Joi.object({ op: Joi.valid(op).required(), ...form }),
  })),
  otherwise: Joi.object({ op: Joi.valid(...Object.keys(FORMS)).required() }).unknown(),
});

/**
 * Checks the form of a list of edits that came from outside.
 *
 * @param json - any JSON value
 * @returns the edits, or everything that is wrong with them, each with its place (`edits[0].set.weight`)
 */
export function checkEdits(json: unknown): Checked<Edit[]> {
  const checked = check<Edit[]>(Joi.array().items(editSchema).min(1).max(MOST_EDITS).required(), json, [
    'edits',
  ]);
  if (!checked.ok) return checked;
  const faults: Fault[] = [];
  const edits = checked.value.map((edit, index): Edit => {
    if (edit.op !== 'add') return edit;
    const node = checkNode(edit.node, ['edits', index, 'node']);
    if (!node.ok) faults.push(...node.faults);
    return node.ok ? { ...edit, node: node.value } : edit;
  });
  return faults.length > 0 ? { ok: false, faults } : { ok: true, value: edits };
}

/** Enough to replace a course as large as any by another. */
const MOST_EDITS = 3 * LIMITS.nodes;

/**
 * Applies edits in order; all of them, or none.
 *
 * @param course - the document before
 * @param edits - what to change
 * @returns the new document, which shares what did not change with the old one, and the edits that lead back; or the places
 *   (`edits[0].parent`) that do not fit. The result's own validity is for `checkCourse` to say.
 */
export function applyEdits(course: Course, edits: readonly Edit[]): Edited {
  let current = course;
  const inverse: Edit[] = [];
  for (const [index, edit] of edits.entries()) {
    const step = applyEdit(current, edit);
    if ('fault' in step)
      return { ok: false, faults: [{ ...step.fault, at: `edits[${index}].${step.fault.at}` }] };
    current = step.course;
    inverse.unshift(...step.inverse);
  }
  return { ok: true, course: current, inverse };
}

type Step = { course: Course; inverse: Edit[] } | { fault: Fault };

function applyEdit(course: Course, edit: Edit): Step {
  switch (edit.op) {
    case 'course': {
      const { fields, before } = change(course, edit);
      return { course: fields, inverse: [{ op: 'course', ...before }] };
    }
    case 'set':
      return setNode(course, edit);
    case 'add':
      return addNode(course, edit);
    case 'remove':
      return removeNode(course, edit.id);
    case 'move':
      return moveNode(course, edit);
  }
}

type Change = { set: object; unset?: readonly string[] };

/** Sets and takes away fields of an object; `before` is the change that leads back. */
function change<T extends object>(
  object: T,
  { set, unset = [] }: Change,
): { fields: T; before: { set: object } } {
  const fields = { ...object, ...set } as Record<string, unknown>;
  for (const key of unset) delete fields[key];
  const touched = [...Object.keys(set), ...unset];
  const before = split(
    Object.fromEntries(touched.map((key) => [key, (object as Record<string, unknown>)[key]])),
  );
  return { fields: fields as T, before };
}

function setNode(course: Course, { id, ...wanted }: Extract<Edit, { op: 'set' }>): Step {
  const placed = find(course, id);
  if (!placed) return missing('id', id);
  const { fields, before } = change(placed.node, wanted);
  return { course: replace(course, id, () => fields), inverse: [{ op: 'set', id, ...before }] };
}

function addNode(course: Course, { parent, before, node }: Extract<Edit, { op: 'add' }>): Step {
  const target = find(course, parent)?.node;
  if (target?.kind !== 'category') return missing('parent', parent, 'category');
  if (find(course, node.id)) {
    return { fault: { at: 'node.id', message: `"${node.id}" is taken in this course: each id stands once` } };
  }
  if (before !== undefined && !target.children.some(({ id }) => id === before))
    return missing('before', before);
  return {
    course: replace(course, parent, (category) => insert(category as Category, node, before)),
    inverse: [{ op: 'remove', id: node.id }],
  };
}

function removeNode(course: Course, id: string): Step {
  const placed = find(course, id);
  const parent = placed?.above.at(-1);
  if (!placed) return missing('id', id);
  if (!parent) return { fault: { at: 'id', message: 'The whole course cannot be taken out of itself.' } };
  const next = parent.children[parent.children.indexOf(placed.node) + 1]?.id;
  return {
    course: replace(course, parent.id, (category) => without(category as Category, id)),
    inverse: [{ op: 'add', parent: parent.id, ...(next && { before: next }), node: placed.node }],
  };
}

function moveNode(course: Course, { id, parent, before }: Extract<Edit, { op: 'move' }>): Step {
  const target = find(course, parent);
  if (target && (target.node.id === id || target.above.some((category) => category.id === id))) {
    return { fault: { at: 'parent', message: 'A category cannot be moved into itself.' } };
  }
  const removed = removeNode(course, id);
  if ('fault' in removed) return removed;
  const [back] = removed.inverse as [Extract<Edit, { op: 'add' }>];
  const added = addNode(removed.course, { op: 'add', parent, ...(before && { before }), node: back.node });
  if ('fault' in added) return added;
  const { node: _node, ...origin } = back;
  return { course: added.course, inverse: [{ ...origin, op: 'move', id }] };
}

function missing(at: string, id: string, kind = 'category or piece'): { fault: Fault } {
  return { fault: { at, message: `There is no ${kind} "${id}" in this course.` } };
}

function insert(category: Category, node: CourseNode, before: string | undefined): Category {
  const index =
    before === undefined ? category.children.length : category.children.findIndex(({ id }) => id === before);
  return {
    ...category,
    children: [...category.children.slice(0, index), node, ...category.children.slice(index)],
  };
}

function without(category: Category, id: string): Category {
  return { ...category, children: category.children.filter((child) => child.id !== id) };
}

function replace(course: Course, id: string, withNode: (node: CourseNode) => CourseNode): Course {
  const { above } = find(course, id)!;
  const path = [...above.slice(1).map((category) => category.id), id];
  const rebuild = (node: CourseNode): CourseNode => {
    if (node.id === id) return withNode(node);
    const category = node as Category;
    return {
      ...category,
      children: category.children.map((child) => (path.includes(child.id) ? rebuild(child) : child)),
    };
  };
  return { ...course, root: rebuild(course.root) as Category };
}
