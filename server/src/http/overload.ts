import type { RequestHandler } from 'express';
import { Problem } from './problem';

/**
 * Bounds the queue of a process: what comes while so many requests are being answered is told at once to come back, rather than
 * to wait for longer than anybody does.
 *
 * @param most - requests that are answered at the same time, those that wait for the database among them
 * @throws a problem 503 with `Retry-After` beyond that
 */
export function boundQueue(most: number): RequestHandler {
  let answering = 0;
  return (_request, response, next) => {
    if (answering >= most)
      throw new Problem(
        503,
        'busy',
        'Nothing was stored: too many ask at once. It is sent again in a moment.',
        [],
        {},
        2,
      );
    answering += 1;
    response.on('close', () => {
      answering -= 1;
    });
    next();
  };
}
