import Joi from 'joi';
import { DECIMAL_FORM, isDecimal, isRealMoment, momentText, shortestDecimal } from './decimal';

const ZERO_DECIMAL = /^0+(\.0+)?$/;

/** One message for every way in which a text can have the wrong form. */
export function inWords(form: string): Joi.LanguageMessages {
  return { 'string.base': form, 'string.empty': form, 'string.pattern.base': form };
}

/**
 * A schema of one check of our own. Where there are many of them this costs a tenth of a chain of Joi's rules with messages of their
 * own, which are put together anew for every value.
 *
 * @param read - gives the value in the form in which it is kept, or what would be right
 */
export function readSchema(
  read: (value: unknown) => { readonly right: unknown } | { readonly wrong: string },
) {
  return Joi.any().custom((value: unknown, helpers) => {
    const found = read(value);
    return 'right' in found ? found.right : helpers.message({ custom: found.wrong });
  });
}

/** A decimal of a course file: text, never negative. It comes out in its one form. */
export function decimalSchema(): Joi.AnySchema {
  return readSchema((value) =>
    isDecimal(value) ? { right: shortestDecimal(value) } : { wrong: `must be ${DECIMAL_FORM}` },
  );
}

/** A decimal that is kept with as many decimals as were written: of a figure that somebody shows they say how exact it is. */
export function figureDecimalSchema(): Joi.AnySchema {
  return readSchema((value) =>
    isDecimal(value) ? { right: value.replace(/^0+(?=\d)/, '') } : { wrong: `must be ${DECIMAL_FORM}` },
  );
}

/** A decimal above 0. */
export function positiveDecimalSchema(): Joi.AnySchema {
  return readSchema((value) => {
    if (!isDecimal(value)) return { wrong: `must be ${DECIMAL_FORM}` };
    return ZERO_DECIMAL.test(value) ? { wrong: 'must be above 0' } : { right: shortestDecimal(value) };
  });
}

/** A moment of a course file. It comes out in its one form. */
export function momentSchema(): Joi.AnySchema {
  const wrong =
    'must be a moment such as "2026-09-14T21:59:00Z", with Z or an offset, of the years 1900 to 2199';
  return readSchema((value) => (isRealMoment(value) ? { right: momentText(new Date(value)) } : { wrong }));
}

/** What PostgreSQL cannot keep, or UTF-8 cannot write: the character U+0000, and half a surrogate pair. */
// oxlint-disable-next-line no-control-regex -- it is the one to be found
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
