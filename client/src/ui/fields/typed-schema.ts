import { typedDecimal } from '@fidens/core';
import Joi from 'joi';

/**
 * A number in a form, typed with a comma or a point; it comes out in its one form.
 *
 * @param schema - what the number must be
 * @param wants - what would be right, for a person: "must be a number from 0 up"
 */
export function typedSchema(schema: Joi.Schema, wants: string): Joi.AnySchema {
  return Joi.any().custom((text: string, helpers) => {
    const number = typedDecimal(text);
    return schema.required().validate(number).error ? helpers.message({ custom: wants }) : number;
  });
}
