import Joi from 'joi';
import { decimalSchema, momentSchema, positiveDecimalSchema, readSchema } from '../numbers/decimal';

/** Bounds that no real course meets; they keep a hostile document from costing more than it is worth. */
export const LIMITS = {
  /** Categories inside categories. */
  depth: 50,
  /** Categories and pieces of one course, together, with what it promises. */
  nodes: 6_000,
  /** Pieces and categories that one rehearsal tries. */
  tries: 1_000,
  bands: 100,
  name: 200,
  label: 20,
  id: 100,
  note: 10_000,
  /** Pieces that one category may promise, and pieces that it may drop. */
  planned: 2_000,
} as const;

/** What PostgreSQL cannot keep, or UTF-8 cannot write: the character U+0000, and half a surrogate pair. */
// eslint-disable-next-line no-control-regex -- it is the one to be found
const UNWRITABLE = /\u0000|\p{Surrogate}/u;
const NO_UNWRITABLE = 'must not contain the character U+0000, nor half of a character';

/** Text of any length that can be stored and sent. */
export function textSchema(): Joi.StringSchema {
  return Joi.string()
    .pattern(UNWRITABLE, { invert: true })
    .messages({ 'string.pattern.invert.base': NO_UNWRITABLE });
}

/** A line of text that is not blank. */
export function lineSchema(most: number): Joi.AnySchema {
  return readSchema((value) => {
    const wrong =
      textFault(value, most) ?? ((value as string).trim() === '' ? 'must not be blank' : undefined);
    return wrong === undefined ? { right: value } : { wrong };
  });
}

function textFault(value: unknown, most: number): string | undefined {
  if (typeof value !== 'string') return 'must be text';
  if (value.length > most) return `must be at most ${most} characters long`;
  return UNWRITABLE.test(value) ? NO_UNWRITABLE : undefined;
}

const noteSchema = readSchema((value) => {
  const wrong = textFault(value, LIMITS.note);
  return wrong === undefined ? { right: value } : { wrong };
});
const oneOf = (...words: string[]) => Joi.string().valid(...words);

export const roundSchema = Joi.object({
  step: positiveDecimalSchema().required(),
  mode: oneOf('half-up', 'half-even', 'up', 'down'),
});

export const bandSchema = Joi.object({
  label: lineSchema(LIMITS.label).required(),
  from: decimalSchema().required(),
  points: decimalSchema(),
  worth: decimalSchema(),
  pass: Joi.boolean(),
});

export const scaleSchema = Joi.object({
  round: roundSchema,
  bands: Joi.array().items(bandSchema).min(1).max(LIMITS.bands).required(),
});

export const missingSchema = Joi.object({
  counts: oneOf('percent', 'nothing').required(),
  percent: decimalSchema(),
});

export const lateSchema = Joi.object({
  perDay: decimalSchema().required(),
  of: oneOf('possible', 'earned'),
  count: oneOf('started', 'completed', 'exact'),
  floor: decimalSchema(),
  grace: decimalSchema(),
  closes: decimalSchema(),
});

export const policySchema = Joi.object({
  missing: missingSchema,
  overdue: Joi.object({ after: decimalSchema().required() }),
  late: lateSchema,
});

const dropCount = Joi.number().integer().min(0).max(LIMITS.planned);

export const dropSchema = Joi.object({
  lowest: dropCount,
  highest: dropCount,
  by: oneOf('percent', 'points', 'benefit'),
  when: oneOf('always', 'complete'),
});

export const plannedSchema = Joi.object({
  pieces: Joi.number().integer().min(1).max(LIMITS.planned).required(),
  possible: positiveDecimalSchema(),
});

export const scoreSchema = Joi.object({
  points: decimalSchema(),
  percent: decimalSchema(),
  label: lineSchema(LIMITS.label),
}).length(1);

export const targetSchema = Joi.object({ label: lineSchema(LIMITS.label), percent: decimalSchema() }).length(
  1,
);

/** The fields of a category and of an assessment alike; `id` and `kind` apart, so that an edit can use them too. */
const nodeFields = {
  name: lineSchema(LIMITS.name),
  weight: decimalSchema(),
  cap: decimalSchema(),
  extraCredit: Joi.boolean(),
  counted: Joi.boolean(),
  note: noteSchema,
};

export const categoryFields = {
  ...nodeFields,
  combine: oneOf('points', 'equal', 'weights'),
  drop: dropSchema,
  round: roundSchema,
  planned: plannedSchema,
  missing: missingSchema,
  late: lateSchema.allow(null),
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
    reason: noteSchema,
  }).xor('days', 'handedIn'),
  assume: decimalSchema(),
  class: Joi.object({ average: decimalSchema(), high: decimalSchema(), low: decimalSchema() }),
};

/** The fields of a course beside its tree. */
export const courseFields = {
  title: lineSchema(LIMITS.name),
  code: lineSchema(LIMITS.name),
  credits: decimalSchema(),
  note: noteSchema,
  target: targetSchema,
  scale: scaleSchema,
  policy: policySchema,
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
