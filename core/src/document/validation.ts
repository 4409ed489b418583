import type Joi from 'joi';

/** One thing wrong with an input: where, and what would be right. */
export interface Fault {
  /** The place, such as `root.children[2].score.label`; empty where it is the whole input. */
  readonly at: string;
  readonly message: string;
}

/** What a border gives back: the value, or everything that is wrong with it. */
export type Checked<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly faults: readonly Fault[] };

type Step = string | number;

/** Writes a place: keys joined by points, indexes in brackets. */
export function placeText(path: readonly Step[]): string {
  return path.reduce<string>(
    (text, step) => (typeof step === 'number' ? `${text}[${step}]` : text === '' ? step : `${text}.${step}`),
    '',
  );
}

/** Joi's own words, in ours. A schema's own message stands before these. */
const MESSAGES: Joi.LanguageMessages = {
  'any.required': 'is required',
  'any.only': 'must be {if(#valids.length == 1, "", "one of ")}{#valids}',
  'object.unknown': 'is not a known key',
  'object.base': 'must be an object',
  'object.length': 'must have exactly one of its forms',
  'object.xor': 'must have exactly one of {#peersWithLabels}',
  'object.missing': 'must have exactly one of {#peersWithLabels}',
  'object.with': 'goes only with {#peerWithLabel}',
  'array.base': 'must be a list',
  'array.length': 'must have exactly {#limit} entries',
  'array.min': 'must not be empty',
  'array.max': 'must have at most {#limit} entries',
  'string.base': 'must be text',
  'string.empty': 'must not be blank',
  'string.min': 'must be at least {#limit} characters long',
  'string.max': 'must be at most {#limit} characters long',
  'boolean.base': 'must be true or false',
  'number.base': 'must be a whole number',
  'number.integer': 'must be a whole number',
  'number.unsafe': 'must be a whole number of ordinary size',
  'number.infinity': 'must be a whole number',
  'number.min': 'must be {#limit} or more',
  'number.max': 'must be at most {#limit}',
};

/** How a value is checked everywhere: everything that is wrong at once, nothing turned into what it is not, in our words. */
export const JOI_OPTIONS: Joi.ValidationOptions = {
  abortEarly: false,
  convert: false,
  messages: MESSAGES,
  errors: { label: false, wrap: { label: false, array: false } },
};

/**
 * Checks a value against a schema: the one way in for HTTP bodies, files and forms.
 *
 * @param schema - what would be right
 * @param value - what came
 * @param at - the place of the value in the whole input
 */
export function check<T>(schema: Joi.Schema, value: unknown, at: readonly Step[] = []): Checked<T> {
  const result = withOptions(schema).validate(value) as Joi.ValidationResult<T>;
  if (!result.error) return { ok: true, value: result.value };
  const faults = result.error.details.map(({ path, message }) => ({
    at: placeText([...at, ...path]),
    message,
  }));
  return { ok: false, faults };
}

const ready = new WeakMap<Joi.Schema, Joi.Schema>();

/** A schema with our options in it: they are put in once, not for each value that is checked. */
function withOptions(schema: Joi.Schema): Joi.Schema {
  const known = ready.get(schema);
  if (known) return known;
  const made = schema.prefs(JOI_OPTIONS);
  ready.set(schema, made);
  return made;
}

/** Deeper than any document of ours: a course nests 50 categories, each with a list of what is in it. */
const MOST_DEPTH = 200;

/** Refuses JSON that is nested so deeply that reading it would cost a stack. */
export function depthFault(json: unknown): Fault | undefined {
  let level: unknown[] = [json];
  for (let depth = 0; level.length > 0; depth += 1) {
    if (depth > MOST_DEPTH) return { at: '', message: `is nested more than ${MOST_DEPTH} levels deep` };
    level = level.flatMap((value): unknown[] =>
      typeof value === 'object' && value !== null ? Object.values(value) : [],
    );
  }
  return undefined;
}
