import type { Fault } from '@fidens/core';

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
}

/** Browsers refuse requests with larger bodies to outlive their window (64 KiB for all of them together). */
const MOST_KEPT_ALIVE = 20_000;

/**
 * Asks the server.
 *
 * @param path - below `/api/v1`
 * @throws {ApiError} for every answer that is no success
 */
export async function ask<T>(path: string, { method = 'GET', body, version }: Request = {}): Promise<T> {
  const headers: Record<string, string> = {};
  if (body !== undefined) headers['Content-Type'] = 'application/json';
  if (version !== undefined) headers['If-Match'] = `"${version}"`;
  const text = body === undefined ? undefined : JSON.stringify(body);
  let response: Response;
  try {
    response = await fetch(`/api/v1${path}`, {
      method,
      headers,
      ...(text !== undefined && { body: text }),
      // What is on its way when the window closes still arrives, as far as browsers allow.
      keepalive: text !== undefined && text.length < MOST_KEPT_ALIVE,
    });
  } catch {
    throw new ApiError(0, 'The server cannot be reached.');
  }
  if (response.status === 204) return undefined as T;
  const answer = (await response.json().catch(() => ({}))) as Record<string, unknown>;
  if (response.ok) return answer as T;
  const detail =
    typeof answer.detail === 'string' ? answer.detail : `The server answered ${response.status}.`;
  throw new ApiError(response.status, detail, (answer.errors as Fault[] | undefined) ?? [], answer);
}
