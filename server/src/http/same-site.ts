import type { RequestHandler } from 'express';
import { Problem } from './problem';

const READS = new Set(['GET', 'HEAD', 'OPTIONS']);

/**
 * Refuses writes that another site's page makes a browser send. A browser says where a request comes from in
 * `Sec-Fetch-Site` or `Origin` (OWASP, "Cross-Site Request Forgery Prevention": fetch metadata); what sends neither is no
 * browser and carries no cookie of a student by itself. Writes are JSON, which a foreign form cannot send.
 */
export const refuseOtherSites: RequestHandler = (request, _response, next) => {
  if (READS.has(request.method)) return next();
  const site = request.get('sec-fetch-site');
  const origin = request.get('origin');
  const ours = site
    ? site === 'same-origin' || site === 'none'
    : origin === undefined || hostOf(origin) === request.get('host');
  if (!ours) throw new Problem(403, 'other-site', 'This request comes from another site.');
  const hasBody =
    request.get('transfer-encoding') !== undefined || Number(request.get('content-length') ?? 0) > 0;
  if (hasBody && !request.is('application/json'))
    throw new Problem(415, 'not-json', 'The body must be JSON.');
  next();
};

function hostOf(origin: string): string | undefined {
  return URL.canParse(origin) ? new URL(origin).host : undefined;
}
