import { parse } from 'cookie';
import { unsign } from 'cookie-signature';
import type { Request } from 'express';
import type { KeyObject } from 'node:crypto';

/** A cookie of a request, by its name. */
export function cookieOf(request: Request, name: string): string | undefined {
  return parse(request.headers.cookie ?? '')[name];
}

/** What a cookie holds that the sessions have signed with one of these keys; nothing where it is not so. */
export function signedCookieOf(
  request: Request,
  name: string,
  keys: readonly KeyObject[],
): string | undefined {
  const cookie = cookieOf(request, name);
  if (!cookie?.startsWith(SIGNED)) return undefined;
  for (const key of keys) {
    const held = unsign(cookie.slice(SIGNED.length), key);
    if (held !== false) return held;
  }
  return undefined;
}

/** What stands before a cookie's value where it is signed. */
const SIGNED = 's:';
