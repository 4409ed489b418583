import type { Fault } from '@fidens/core';
import { bodyOf, earlyAnswer, forgetEarly, PATIENCE } from './early';

/** A refusal of the server, or none reached: what a problem document says. */
export class ApiError extends Error {
  constructor(
    /** HTTP status; 0 where the server could not be reached. */
    readonly status: number,
    readonly detail: string,
    readonly errors: readonly Fault[] = [],
    readonly problem: Readonly<Record<string, unknown>> = {},
  ) {
    super(detail);
  }

  /** Whether trying again may help without changing anything. */
  get mayPass(): boolean {
    return this.status === 0 || this.status === 429 || this.status >= 500;
  }
}

/** Why something did not work, in one sentence for a person. */
export function reasonOf(error: unknown): string {
  return error instanceof ApiError ? error.detail : 'Something went wrong here.';
}

/** Each field that the server found wrong; empty where it was something else. */
export function faultsOf(error: unknown): readonly Fault[] {
  return error instanceof ApiError ? error.errors : [];
}

interface Request {
  method?: 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE';
  body?: unknown;
  version?: number;
  tag?: string | undefined;
}

/** Browsers refuse requests with larger bodies to outlive their window (64 KiB for all of them together). */
const MOST_KEPT_ALIVE = 20_000;

/**
 * Asks the server.
 *
 * @param path - below `/api/v1`
 * @throws {ApiError} for every answer that is no success
 */
export async function ask<T>(path: string, request: Request = {}): Promise<T> {
  return answerOf(await send(path, request));
}

/**
 * Asks for what the client may have already.
 *
 * @param tag - what the server called it when it was last sent
 * @returns no answer where it is still the same
 * @throws {ApiError} for every answer that is no success
 */
export async function askUnlessSame<T>(
  path: string,
  tag: string | undefined,
): Promise<{ answer: T | undefined; tag: string | undefined }> {
  const response = await send(path, { tag });
  const answer = response.status === 304 ? undefined : await answerOf<T>(response);
  return { answer, tag: response.headers.get('etag') ?? undefined };
}

async function send(path: string, { method = 'GET', body, version, tag }: Request): Promise<Response> {
  const headers: Record<string, string> = {};
  if (body !== undefined) headers['Content-Type'] = 'application/json';
  if (version !== undefined) headers['If-Match'] = `"${version}"`;
  if (tag !== undefined) headers['If-None-Match'] = tag;
  const text = body === undefined ? undefined : JSON.stringify(body);
  if (method !== 'GET') forgetEarly();
  const early = method === 'GET' && tag === undefined ? earlyAnswer(path) : undefined;
  try {
    if (early) return await early;
    return await fetch(`/api/v1${path}`, {
      method,
      headers,
      ...(text !== undefined && { body: text }),
      signal: AbortSignal.timeout(PATIENCE),
      // What is on its way when the window closes still arrives, as far as browsers allow.
      keepalive: text !== undefined && text.length < MOST_KEPT_ALIVE,
    });
  } catch {
    throw new ApiError(0, 'The server cannot be reached.');
  }
}

async function answerOf<T>(response: Response): Promise<T> {
  if (response.status === 204) return undefined as T;
  const answer = (await bodyOf(response)) as Record<string, unknown> | undefined;
  if (response.ok) {
    // Cut off in its middle: what the server did is not known, so it counts as not reached.
    if (answer === undefined) throw new ApiError(0, 'The server’s answer did not come through.');
    return answer as T;
  }
  return refuse(response.status, answer ?? {});
}

function refuse(status: number, answer: Readonly<Record<string, unknown>>): never {
  const detail = typeof answer.detail === 'string' ? answer.detail : `The server answered ${status}.`;
  throw new ApiError(status, detail, (answer.errors as Fault[] | undefined) ?? [], answer);
}

/**
 * A request that makes something new: it gets an id from here and is asked again while the server cannot be reached, so that what
 * was made although its answer was lost is not made twice.
 */
export function once<B extends { id: string }, T>(
  make: (body: B) => Promise<T>,
): (body: Omit<B, 'id'>) => Promise<T> {
  return async (fields) => {
    const body = { ...fields, id: crypto.randomUUID() } as B;
    for (let tries = 1; ; tries += 1) {
      try {
        return await make(body);
      } catch (error) {
        if (!(error instanceof ApiError && error.mayPass) || tries === TRIES) throw error;
      }
      await new Promise((resolve) => setTimeout(resolve, 300 * 2 ** tries));
    }
  };
}

const TRIES = 3;
