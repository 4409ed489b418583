import type { Request, RequestHandler, Response } from 'express';
import type { Knex } from 'knex';
import { randomUUID } from 'node:crypto';
import onHeaders from 'on-headers';
import { RateLimiterMemory, RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';
import type { Configuration } from '../configuration';
import { cookieOf } from '../http/cookies';
import { Problem } from '../http/problem';
import { askerOf } from './sign-in';
import { isSignature, signatureOf } from './signing';

const DAY = 24 * 60 * 60;
const HOUR = 60 * 60;

/** Wrong guesses at one account, and on a device that has signed in to it before, after which the next must wait. */
const FREE = { stranger: 8, device: 20 };
/** Seconds to wait after these; each further one doubles it, up to the most. */
const WAIT = { first: 15, most: HOUR };

/** Limits guesses at an account: its own devices apart from everybody else, so that no stranger can lock an owner out. */
export interface GuessLimit {
  /**
   * Counts a guess before it is looked at, so that many at once are counted too.
   *
   * @throws a problem 429 while one must wait
   */
  guess(request: Request, email: string): Promise<void>;
  /** A right guess: what was counted of it is forgotten, and the device is known from now on. */
  right(request: Request, response: Response, email: string): Promise<void>;
}

/**
 * Device cookies (OWASP, "Slow Down Online Guessing Attacks with Device Cookies"): guesses from a device that has signed in to
 * the account before are counted by device, all others together by account. Where they come from does not count: an address is
 * shared by a school and changed at will by an attacker.
 *
 * @returns counts guesses; its `guess` throws a problem 429 while one must wait
 */
export function guessLimit(database: Knex, configuration: Configuration): GuessLimit {
  const wrong = limiter(database, 'wrong', 1_000_000, DAY);
  const waits = limiter(database, 'wait', 1, WAIT.first);
  const keyOf = (request: Request, email: string) => {
    const device = knownDevice(request, email, configuration);
    return device === undefined
      ? { key: email, free: FREE.stranger }
      : { key: `${email} ${device}`, free: FREE.device };
  };
  return {
    async guess(request, email) {
      const { key, free } = keyOf(request, email);
      const { consumedPoints } = await wrong.penalty(key, 1);
      if (consumedPoints < free) return;
      const wait = Math.min(WAIT.first * 2 ** Math.min(consumedPoints - free, 20), WAIT.most);
      try {
        await waits.consume(key, 1, { customDuration: wait });
      } catch (refusal) {
        if (refusal instanceof RateLimiterRes) await wrong.reward(key, 1);
        throw tooMany(refusal, 'There were too many attempts at this account.');
      }
    },
    async right(request, response, email) {
      const { key } = keyOf(request, email);
      await Promise.all([wrong.delete(key), waits.delete(key)]);
      rememberDevice(response, email, configuration);
    },
  };
}

const DEVICE = 'fidens-device';

const deviceText = (email: string, device: string) => `device ${device} ${email}`;

function rememberDevice(response: Response, email: string, configuration: Configuration): void {
  const device = randomUUID();
  response.locals.device = `${device}.${signatureOf(deviceText(email, device), configuration)}`;
}

/** Sends the cookie of a device that has just become known, behind that of the session: it stands before the sessions. */
export function sendDevices({ secureCookies: secure }: Configuration): RequestHandler {
  return (_request, response, next) => {
    onHeaders(response, () => {
      const { device } = response.locals as { device?: string };
      if (device === undefined) return;
      response.cookie(DEVICE, device, {
        httpOnly: true,
        sameSite: 'lax',
        secure,
        maxAge: 365 * DAY * 1000,
        path: '/api/v1',
      });
    });
    next();
  };
}

/** The device's own name, where it has signed in to the account before. */
function knownDevice(request: Request, email: string, configuration: Configuration): string | undefined {
  const [device, signed] = cookieOf(request, DEVICE)?.split('.') ?? [];
  if (!device || !signed) return undefined;
  return isSignature(signed, deviceText(email, device), configuration) ? device : undefined;
}

/** How often an address may make an account, or open a sample student, in an hour. */
const NEW_ROWS = { account: 300, sample: 300 };

/** Limits what makes rows for somebody who is not signed in. */
export function newcomerLimit(
  database: Knex,
): (request: Request, what: keyof typeof NEW_ROWS) => Promise<void> {
  const limits = {
    account: limiter(database, 'account', NEW_ROWS.account, HOUR),
    sample: limiter(database, 'sample', NEW_ROWS.sample, HOUR),
  };
  return async (request, what) => {
    try {
      await limits[what].consume(request.ip ?? 'unknown');
    } catch (refusal) {
      throw tooMany(refusal, 'There were too many new ones from here.');
    }
  };
}

/** Messages that may be asked for, in an hour: to one e-mail, and from one address. */
const MESSAGES = { to: 5, from: 100 };

/** Limits what makes the server send messages. */
export function mailLimit(database: Knex): (request: Request, email: string) => Promise<void> {
  const to = limiter(database, 'mail to', MESSAGES.to, HOUR);
  const from = limiter(database, 'mail from', MESSAGES.from, HOUR);
  return async (request, email) => {
    try {
      await from.consume(request.ip ?? 'unknown');
      await to.consume(email);
    } catch (refusal) {
      throw tooMany(refusal, 'There were too many messages.');
    }
  };
}

const READS = new Set(['GET', 'HEAD', 'OPTIONS']);
/** Changes of one session in a minute, in one process: no hand types faster, and no queue of an offline week is longer. */
const CHANGES_A_MINUTE = 6_000;

/** Limits the changes of each session, so that a broken client harms nobody else. It stands behind `knowAsker`. */
export function limitChanges(): RequestHandler {
  const limit = new RateLimiterMemory({ points: CHANGES_A_MINUTE, duration: 60 });
  return async (request, response, next) => {
    const asker = askerOf(response);
    if (READS.has(request.method) || !asker) return next();
    try {
      await limit.consume(asker.values.session);
    } catch (refusal) {
      throw tooMany(refusal, 'Nothing was stored: there were too many changes at once.');
    }
    next();
  };
}

function limiter(database: Knex, keyPrefix: string, points: number, duration: number): RateLimiterPostgres {
  return new RateLimiterPostgres({
    storeClient: withoutNames(database),
    storeType: 'pool',
    tableName: 'sign_in_attempts',
    tableCreated: true,
    keyPrefix,
    points,
    duration,
  });
}

interface Statement {
  readonly text: string;
  readonly values: unknown[];
}

/**
 * The database as the limits ask it. They name their statements, and PostgreSQL keeps a named one with its connection: a pooler in
 * transaction mode would give the next to another. Without a name each goes wherever there is room.
 */
function withoutNames(database: Knex): { query: (statement: Statement) => Promise<unknown> } {
  const client = database.client as {
    acquireConnection: () => Promise<{ query: (statement: Statement) => Promise<unknown> }>;
    releaseConnection: (connection: unknown) => Promise<void>;
  };
  return {
    async query({ text, values }) {
      const connection = await client.acquireConnection();
      try {
        return await connection.query({ text, values });
      } finally {
        await client.releaseConnection(connection);
      }
    },
  };
}

function tooMany(refusal: unknown, said: string): unknown {
  if (!(refusal instanceof RateLimiterRes)) return refusal;
  const seconds = Math.max(1, Math.ceil(refusal.msBeforeNext / 1000));
  const wait = seconds < 90 ? `${seconds} seconds` : `${Math.ceil(seconds / 60)} minutes`;
  return new Problem(429, 'too-many-attempts', `${said} Try again in ${wait}.`, [], {}, seconds);
}
