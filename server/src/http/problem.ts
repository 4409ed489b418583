import type { Fault } from '@fidens/core';
import type { ErrorRequestHandler, RequestHandler, Response } from 'express';
import { ConstraintViolationError, DataError } from 'objection';
import { isUnreachable } from '../database';
import { log, plainPath } from './log';

/** An answer that says what went wrong: a problem document of RFC 9457. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    /** The kind of problem, the last part of its `type`. */
    readonly kind: string,
    /** One sentence for a person. */
    readonly detail: string,
    /** Each wrong field with its place. */
    readonly errors: readonly Fault[] = [],
    readonly extra: Readonly<Record<string, unknown>> = {},
    /** Seconds after which it may be tried again. */
    readonly retryAfter?: number,
  ) {
    super(detail);
  }
}

export const notFound = () => new Problem(404, 'not-found', 'There is nothing here, or it is not yours.');

export const invalid = (
  errors: readonly Fault[],
  detail = 'Nothing was stored: some of what was sent is not right.',
) => new Problem(422, 'invalid', detail, errors);

const TITLES: Record<number, string> = {
  400: 'The request cannot be read',
  401: 'Not signed in',
  403: 'Not allowed',
  404: 'Not found',
  409: 'Not as it was',
  410: 'Used up',
  412: 'Changed in the meantime',
  413: 'Too large',
  415: 'Not JSON',
  422: 'Not right yet',
  428: 'A version is needed',
  429: 'Too many attempts',
  500: 'Something broke here',
  503: 'The records cannot be reached',
};

function send(
  response: Response,
  { status, kind, detail, errors, extra }: Problem,
  requestId: string | undefined,
): void {
  response
    .status(status)
    .type('application/problem+json')
    .json({
      type: `/problems/${kind}`,
      title: TITLES[status],
      status,
      detail,
      ...(errors.length > 0 && { errors }),
      ...extra,
      // By it the lines of the log are found that belong to this answer.
      ...(status >= 500 && { request: requestId }),
    });
}

/** Answers what no route has taken. */
export const answerNotFound: RequestHandler = () => {
  throw notFound();
};

/** Answers every error with a problem document; what is a bug is written to the log, never to the client. */
export const answerProblems: ErrorRequestHandler = (error, request, response, next) => {
  if (response.headersSent) return next(error);
  const problem = toProblem(error);
  const { requestId } = response.locals as { requestId?: string };
  // What is refused on purpose, as when too many ask at once, is counted by the metrics: a line for each would only add to the load.
  if (problem.status >= 500 && !(error instanceof Problem))
    log.error({
      request: requestId,
      method: request.method,
      path: plainPath(request.originalUrl),
      err: error as Error,
    });
  if (problem.retryAfter !== undefined) response.set('Retry-After', String(problem.retryAfter));
  send(response, problem, requestId);
};

function toProblem(error: unknown): Problem {
  if (error instanceof Problem) return error;
  const { type, status } = error as { type?: string; status?: number };
  if (type === 'entity.parse.failed') return new Problem(400, 'not-json', 'The body is not JSON.');
  if (type === 'entity.too.large') return new Problem(413, 'too-large', 'The body is larger than 4 MB.');
  if (error instanceof URIError) return notFound();
  if (status !== undefined && status >= 400 && status < 500) {
    return new Problem(status, 'unreadable', 'The request cannot be read.');
  }
  if (isUnreachable(error)) {
    return new Problem(
      503,
      'unreachable',
      'Nothing was stored: the records cannot be reached just now. Try again.',
      [],
      {},
      2,
    );
  }
  if (error instanceof ConstraintViolationError)
    return new Problem(
      409,
      'met',
      'Nothing was stored: what this belongs to was changed or deleted just now.',
    );
  if (error instanceof DataError)
    return new Problem(422, 'invalid', 'Nothing was stored: some of what was sent cannot be kept.');
  return new Problem(500, 'broken', 'Nothing was stored: something broke on our side.');
}
