import { hash, verify } from '@node-rs/argon2';
import { dictionary } from '@zxcvbn-ts/language-common';
import { invalid } from '../http/problem';

/** A hash of no password: a sign-in for an unknown e-mail takes as long as any other. */
const NOBODY = hash('nobody signs in with this');

export async function isRight(
  user: { readonly password_hash: string | null } | undefined,
  password: string,
): Promise<boolean> {
  const right = await verify(user?.password_hash ?? (await NOBODY), password);
  return right && !!user?.password_hash;
}

/** Of the commonest passwords those that are long enough to be taken at all. */
const COMMON = new Set(dictionary['passwords-common'].filter(({ length }) => length >= 12));

/**
 * The hash of a new password.
 *
 * @param at - its place in the request
 * @throws a problem 422 where it is one of those that are tried first: a common one, one sign again and again, or the e-mail
 */
export async function newHash(password: string, email: string, at = 'password'): Promise<string> {
  const plain = password.toLowerCase();
  const isCommon = COMMON.has(plain) || isOneAgain(plain) || plain.includes(email.toLowerCase());
  if (isCommon)
    throw invalid([
      { at, message: 'is one of those that are tried first: take another, such as a few words' },
    ]);
  return hash(password);
}

/** A few signs again and again: "abcabcabcabcabc". */
function isOneAgain(text: string): boolean {
  return [1, 2, 3, 4].some((period) => [...text].every((sign, index) => sign === text[index % period]));
}
