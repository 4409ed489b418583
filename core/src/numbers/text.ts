import Joi from 'joi';
import { readSchema } from './decimal';

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

/** What is wrong with a text, if anything. */
function textFault(value: unknown, most: number): string | undefined {
  if (typeof value !== 'string') return 'must be text';
  if (value.length > most) return `must be at most ${most} characters long`;
  return UNWRITABLE.test(value) ? NO_UNWRITABLE : undefined;
}

/** A text of several lines, which may be empty. */
export function noteSchema(most: number): Joi.AnySchema {
  return readSchema((value) => {
    const wrong = textFault(value, most);
    return wrong === undefined ? { right: value } : { wrong };
  });
}

/** A place in a text as people count it: "line 3, column 14". */
export function placeInText(text: string, at: number): string {
  const before = text.slice(0, at);
  const line = before.split('\n').length;
  return `line ${line}, column ${at - (before.lastIndexOf('\n') + 1) + 1}`;
}
