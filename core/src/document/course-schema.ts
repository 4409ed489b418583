import Joi from 'joi';
import {
  decimalSchema,
  figureDecimalSchema,
  lineSchema,
  momentSchema,
  noteSchema,
  positiveDecimalSchema,
} from '../numbers/schemas';
import { curveSchema } from '../rules/curve/form';
import { deductSchema } from '../rules/deduct/form';
import { CATEGORY_FORMS } from '../rules/forms';
import { lateSchema } from '../rules/late/form';
import { LIMITS } from '../rules/limits';
import { missingSchema } from '../rules/missing/form';
import { requirementsSchema } from '../rules/requirements/form';
import { roundSchema } from '../rules/round/form';
import type { CategoryForm } from '../rules/rule';
import { secondSchema } from '../rules/second/form';

const note = noteSchema(LIMITS.note);
const oneOf = (...words: string[]) => Joi.string().valid(...words);

export const bandSchema = Joi.object({
  label: lineSchema(LIMITS.label).required(),
  from: decimalSchema().required(),
  points: decimalSchema(),
  worth: decimalSchema(),
  pass: Joi.boolean(),
});

export const scaleSchema = Joi.object({
  round: roundSchema,
  outOf: positiveDecimalSchema(),
  bands: Joi.array().items(bandSchema).min(1).max(LIMITS.bands).required(),
});

export const policySchema = Joi.object({
  missing: missingSchema,
  overdue: Joi.object({ after: decimalSchema().required() }),
  late: lateSchema,
});

export const scoreSchema = Joi.object({
  points: decimalSchema(),
  percent: decimalSchema(),
  label: lineSchema(LIMITS.label),
}).length(1);

export const targetSchema = Joi.object({ label: lineSchema(LIMITS.label), percent: decimalSchema() }).length(
  1,
);

/** A figure as a school shows it, the digits of its percent as they are seen. */
const figureFields = {
  percent: figureDecimalSchema(),
  label: lineSchema(LIMITS.label),
  earned: decimalSchema(),
  possible: positiveDecimalSchema(),
};

const classSchema = Joi.object({ average: decimalSchema(), high: decimalSchema(), low: decimalSchema() });

export const schoolSchema = Joi.object({ ...figureFields, seen: momentSchema(), note })
  .xor('percent', 'label', 'earned')
  .and('earned', 'possible')
  .messages({
    'object.missing': 'must have exactly one of percent, label, or earned and possible',
    'object.xor': 'must have exactly one of percent, label, or earned and possible',
    'object.and': 'must have both earned and possible',
  });

export const officialSchema = Joi.object({
  label: lineSchema(LIMITS.label),
  percent: decimalSchema(),
  mark: lineSchema(LIMITS.label),
  points: decimalSchema(),
})
  .xor('label', 'mark')
  .with('percent', 'label')
  .with('points', 'mark')
  .messages({
    'object.missing': 'must have exactly one of label and mark',
    'object.xor': 'must have exactly one of label and mark',
    'object.with': 'goes only with {#peerWithLabel}',
  });

/** The fields of a category and of an assessment alike; `id` and `kind` apart, so that an edit can use them too. */
const nodeFields = {
  name: lineSchema(LIMITS.name),
  weight: decimalSchema(),
  weightTo: lineSchema(LIMITS.id),
  cap: decimalSchema(),
  extraCredit: Joi.boolean(),
  counted: Joi.boolean(),
  scale: lineSchema(LIMITS.name),
  note,
};

/** The forms of rules, by their fields. */
function schemasOf<F extends string>(forms: Readonly<Record<F, CategoryForm>>): Record<F, Joi.Schema> {
  const schemas = Object.entries<CategoryForm>(forms).map(([field, { schema }]) => [field, schema]);
  return Object.fromEntries(schemas) as Record<F, Joi.Schema>;
}

export const categoryFields = {
  ...nodeFields,
  combine: oneOf('points', 'equal', 'weights'),
  period: Joi.valid(true),
  ...schemasOf(CATEGORY_FORMS),
};

export const assessmentFields = {
  ...nodeFields,
  possible: positiveDecimalSchema(),
  presumed: Joi.valid(true),
  step: positiveDecimalSchema(),
  status: oneOf('open', 'awaiting', 'scored', 'missing', 'excused'),
  score: scoreSchema,
  due: momentSchema(),
  extended: momentSchema(),
  late: Joi.object({
    days: decimalSchema(),
    handedIn: momentSchema(),
    waived: Joi.boolean(),
    reduced: Joi.boolean(),
    reason: note,
  }).xor('days', 'handedIn'),
  curve: curveSchema,
  deduct: deductSchema,
  assume: decimalSchema(),
  class: classSchema,
  listedAs: lineSchema(LIMITS.name),
};

/** The fields of a course beside its tree. */
export const courseFields = {
  title: lineSchema(LIMITS.name),
  code: lineSchema(LIMITS.name),
  credits: decimalSchema(),
  note,
  syllabus: noteSchema(LIMITS.syllabus),
  target: targetSchema,
  school: schoolSchema,
  class: classSchema,
  official: officialSchema,
  scale: scaleSchema,
  scales: Joi.object().pattern(lineSchema(LIMITS.name), scaleSchema),
  policy: policySchema,
  requirements: requirementsSchema,
  second: secondSchema,
};

const idSchema = lineSchema(LIMITS.id).required();

/** One assessment of a document, whole. */
export const assessmentSchema = Joi.object({
  ...assessmentFields,
  kind: Joi.valid('assessment').required(),
  id: idSchema,
  name: assessmentFields.name.required(),
  possible: assessmentFields.possible.required(),
});

/** One category of a document, its children aside: the tree is walked, so that depth costs no stack. */
export const categorySchema = Joi.object({
  ...categoryFields,
  kind: Joi.valid('category').required(),
  id: idSchema,
  name: categoryFields.name.required(),
  children: Joi.array().required(),
});

/** A course file, its tree aside. */
export const courseSchema = Joi.object({
  ...courseFields,
  format: Joi.valid('fidens-course').required(),
  version: Joi.valid(1).required(),
  title: courseFields.title.required(),
  scale: courseFields.scale.required(),
  root: Joi.object().unknown().required(),
});
