import { parse } from 'cookie';
import { unsign } from 'cookie-signature';
import type { Request } from 'express';

/** A cookie of a request, by its name. */
export function cookieOf(request: Request, name: string): string | undefined {
  return parse(request.headers.cookie ?? '')[name];
}

/** What a cookie holds that the sessions have signed with one of these secrets; nothing where it is not so. */
export function signedCookieOf(
  request: Request,
  name: string,
  secrets: readonly string[],
): string | undefined {
  const cookie = cookieOf(request, name);
  if (!cookie?.startsWith(SIGNED)) return undefined;
  for (const secret of secrets) {
    const held = unsign(cookie.slice(SIGNED.length), secret);
    if (held !== false) return held;
  }
  return undefined;
}

/** What stands before a cookie's value where it is signed. */
const SIGNED = 's:';
