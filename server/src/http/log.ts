import { pino } from 'pino';

/** One line of JSON for each thing that whoever runs the server should know, on standard error; none has personal data. */
export const log = pino(
  { base: null, timestamp: pino.stdTimeFunctions.isoTime, enabled: process.env.NODE_ENV !== 'test' },
  pino.destination({ fd: 2, sync: true }),
);

/** A path without what is in it: ids, and the secrets of feeds. */
export function plainPath(path: string): string {
  return path.replace(/[\w-]{20,}/g, '…');
}
