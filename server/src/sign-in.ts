import connectPgSimple from 'connect-pg-simple';
import type { Request, RequestHandler } from 'express';
import session from 'express-session';
import type { Knex } from 'knex';
import { Pool } from 'pg';
import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';
import type { Configuration } from './configuration';
import { Problem } from './problem';

declare module 'express-session' {
  interface SessionData {
    userId: string;
    /** When the cookie's time was last made new, in milliseconds. */
    renewed: number;
  }
}

const DAY = 86_400_000;
const STAYS_FOR = 60 * DAY;

/** Sessions in the database, so that any server process knows every student who is signed in. */
export function sessions(configuration: Configuration): {
  middleware: RequestHandler;
  close: () => Promise<void>;
} {
  const pool = new Pool({
    connectionString: configuration.databaseUrl,
    max: 4,
    connectionTimeoutMillis: 5_000,
  });
  pool.on('error', (error) => console.error('The sessions lost a connection:', error.message));
  const Store = connectPgSimple(session);
  const store = new Store({
    pool,
    tableName: 'sign_in_sessions',
    disableTouch: true,
    errorLog: () => undefined,
  });
  const middleware = session({
    name: 'fidens',
    secret: configuration.sessionSecret,
    store,
    resave: false,
    saveUninitialized: false,
    cookie: { httpOnly: true, sameSite: 'lax', secure: configuration.secureCookies, maxAge: STAYS_FOR },
  });
  const close = async () => {
    store.close();
    await pool.end();
  };
  return { middleware, close };
}

/** Signs a student in under a new session id, so that an id known before means nothing after. */
export async function signIn(request: Request, userId: string): Promise<void> {
  await new Promise<void>((resolve, reject) => {
    request.session.regenerate((error: unknown) => (error ? reject(error as Error) : resolve()));
  });
  request.session.userId = userId;
  request.session.renewed = Date.now();
  await new Promise<void>((resolve, reject) => {
    request.session.save((error: unknown) => (error ? reject(error as Error) : resolve()));
  });
}

export async function signOut(request: Request): Promise<void> {
  await new Promise<void>((resolve, reject) => {
    request.session.destroy((error: unknown) => (error ? reject(error as Error) : resolve()));
  });
}

/** Lets a student who comes back stay signed in: once a day the session's time starts anew. */
export function stay(request: Request): void {
  if (Date.now() - (request.session.renewed ?? 0) > DAY) request.session.renewed = Date.now();
}

/** The student who asks. Everything behind this middleware is theirs alone. */
export function studentId(request: Request): string {
  return request.session.userId!;
}

export const requireStudent: RequestHandler = (request, _response, next) => {
  if (!request.session.userId) throw new Problem(401, 'signed-out', 'Sign in first.');
  next();
};

/** Limits attempts to guess a password: by account and place, and by place alone. */
export interface AttemptLimit {
  /**
   * @param email - the account that is tried; nothing where a new one is made, which guesses at none
   * @throws a problem 429 when there were too many
   */
  spend(request: Request, email?: string): Promise<void>;
  forgive(request: Request, email: string): Promise<void>;
}

export function attemptLimit(database: Knex): AttemptLimit {
  const limiter = (keyPrefix: string, points: number) =>
    new RateLimiterPostgres({
      storeClient: database,
      storeType: 'knex',
      tableName: 'sign_in_attempts',
      tableCreated: true,
      keyPrefix,
      points,
      duration: 15 * 60,
    });
  const byAccount = limiter('account', 8);
  const byPlace = limiter('place', 60);
  const accountKey = (request: Request, email: string) => `${email}|${request.ip}`;
  return {
    async spend(request, email) {
      try {
        await byPlace.consume(request.ip ?? 'unknown');
        if (email !== undefined) await byAccount.consume(accountKey(request, email));
      } catch (refusal) {
        if (!(refusal instanceof RateLimiterRes)) throw refusal;
        const minutes = Math.max(1, Math.ceil(refusal.msBeforeNext / 60_000));
        throw new Problem(
          429,
          'too-many-attempts',
          `There were too many attempts. Try again in ${minutes} ${minutes === 1 ? 'minute' : 'minutes'}.`,
        );
      }
    },
    async forgive(request, email) {
      await byAccount.delete(accountKey(request, email));
    },
  };
}
