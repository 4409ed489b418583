import Joi from 'joi';
import { checkNode } from '../document/course-file';
import { assessmentFields, categoryFields, courseFields } from '../document/course-schema';
import { check, type Checked, type Fault } from '../document/validation';
import { lineSchema } from '../numbers/schemas';
import { LIMITS } from '../rules/limits';
import type { Edit } from './edit';

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
 * @param at - the name of the list in the whole input
 * @returns the edits, or everything that is wrong with them, each with its place (`edits[0].set.weight`)
 */
export function checkEdits(json: unknown, at = 'edits'): Checked<Edit[]> {
  const checked = check<Edit[]>(editsSchema, json, [at]);
  if (!checked.ok) return checked;
  const faults: Fault[] = [];
  const edits = checked.value.map((edit, index): Edit => {
    if (edit.op !== 'add') return edit;
    const node = checkNode(edit.node, [at, index, 'node']);
    if (!node.ok) faults.push(...node.faults);
    return node.ok ? { ...edit, node: node.value } : edit;
  });
  return faults.length > 0 ? { ok: false, faults } : { ok: true, value: edits };
}

/** More than a change of any real course has: as many as a course may have categories and pieces. */
const MOST_EDITS = LIMITS.nodes;
const editsSchema = Joi.array().items(editSchema).min(1).max(MOST_EDITS).required();
