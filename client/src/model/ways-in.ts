import {
  credentialsSchema,
  mailAddressSchema,
  passwordAgainSchema,
  recoverySchema,
  registrationSchema,
} from '@fidens/core';
import type Joi from 'joi';

/** The ways in that ask for something. */
export type WayIn = 'sign in' | 'sign up' | 'recovery' | 'lost' | 'account link' | 'password link';

/** What each way in takes: the same as at the server. */
export const WAYS_IN: Readonly<Record<WayIn, Joi.ObjectSchema>> = {
  'sign in': credentialsSchema,
  'sign up': registrationSchema,
  lost: mailAddressSchema,
  recovery: recoverySchema,
  'account link': passwordAgainSchema,
  'password link': passwordAgainSchema,
};
