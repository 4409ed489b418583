import Bowser from 'bowser';
import connectPgSimple from 'connect-pg-simple';
import type { Request, RequestHandler, Response } from 'express';
import session from 'express-session';
import { hash, type KeyObject } from 'node:crypto';
import { promisify } from 'node:util';
import { Pool } from 'pg';
import type { Configuration } from '../configuration';
import type { Asker } from '../database';
import { signedCookieOf } from '../http/cookies';
import { log } from '../http/log';
import { Problem } from '../http/problem';
import { secretsOf } from './signing';

declare module 'express-session' {
  interface SessionData {
    userId: string;
    /** When the student signed in, and when the cookie's time was last made new, in milliseconds. */
    began: number;
    renewed: number;
    /** What the student signed in with, as it tells of itself. */
    device: string;
  }
}

const DAY = 86_400_000;
/** A session ends when it was not used for so long, and in any case so long after it began. */
const STAYS_FOR = 60 * DAY;
const ENDS_AFTER = 180 * DAY;

/** Sessions in the database, so that any server process knows every student who is signed in. */
export function sessions(configuration: Configuration): {
  middleware: RequestHandler;
  close: () => Promise<void>;
} {
  const pool = new Pool({
    connectionString: configuration.databaseUrl,
    max: Math.floor(configuration.connections * SESSIONS),
    connectionTimeoutMillis: 5_000,
  });
  pool.on('error', (error) => log.warn(`The sessions lost a connection: ${error.message}`));
  const store = new HashedStore({
    pool,
    tableName: 'sign_in_sessions',
    disableTouch: true,
    errorLog: () => undefined,
  });
  const middleware = session({
    name: SESSION_COOKIE,
    secret: secretsOf(configuration),
    store,
    resave: false,
    saveUninitialized: false,
    // Whoever ends HTTPS in front says so by a header, also where no address of its is known.
    ...(configuration.secureCookies && { proxy: true }),
    cookie: { httpOnly: true, sameSite: 'lax', secure: configuration.secureCookies, maxAge: STAYS_FOR },
  });
  const close = async () => {
    store.close();
    await pool.end();
  };
  return { middleware, close };
}

/** The name of the cookie that carries a session's id, signed. */
export const SESSION_COOKIE = 'fidens';

/** The part of a process's connections that is for sessions: each request asks for one first, and briefly. */
export const SESSIONS = 0.3;

const Store = connectPgSimple(session);
const hashed = (sid: string) => hash('sha256', sid);

/** Keeps sessions under the hashes of their ids: who reads the table cannot sign in with what it holds. */
class HashedStore extends Store {
  override get(sid: string, done: Parameters<InstanceType<typeof Store>['get']>[1]): void {
    super.get(hashed(sid), done);
  }
  override set(...[sid, data, done]: Parameters<InstanceType<typeof Store>['set']>): void {
    super.set(hashed(sid), data, done);
  }
  override destroy(...[sid, done]: Parameters<InstanceType<typeof Store>['destroy']>): void {
    super.destroy(hashed(sid), done);
  }
}

/** Signs a student in under a new session id, so that an id known before means nothing after. */
export async function signIn(request: Request, userId: string): Promise<void> {
  await settled((done) => request.session.regenerate(done));
  request.session.userId = userId;
  request.session.began = Date.now();
  request.session.renewed = Date.now();
  request.session.device = deviceOf(request);
  await settled((done) => request.session.save(done));
}

/** "Firefox on Linux": what a browser says that it is. */
export function deviceOf(request: Request): string {
  const told = Bowser.parse(request.get('user-agent') || 'unknown');
  const [browser, system] = [told.browser.name, told.os.name].map((name) => name?.slice(0, 40));
  return [browser || 'A program', system && `on ${system}`].filter(Boolean).join(' ');
}

/** The name under which the session that asks is kept. */
export function hereOf(request: Request): string {
  return hashed(request.sessionID);
}

export async function signOut(request: Request): Promise<void> {
  await settled((done) => request.session.destroy(done));
}

/** Waits for what tells its end by a call. */
function settled(run: (done: (error?: unknown) => void) => void): Promise<void> {
  return promisify(run)();
}

/** Lets a student who comes back stay signed in: once a day the session's time starts anew. */
export function stay(request: Request): void {
  if (Date.now() - (request.session.renewed ?? 0) > DAY) request.session.renewed = Date.now();
}

/** The student who asks. Everything behind this middleware is theirs alone. */
export function studentId(request: Request): string {
  return request.session.userId!;
}

/** Who asks, told by the session that a request carries. */
interface SessionAsker extends Asker {
  readonly values: { readonly session: string; readonly since: number };
}

/** Reads which session each request carries. Nothing is looked up: whether there is such a session is for a statement to know. */
export function knowAsker(keys: readonly KeyObject[]): RequestHandler {
  return (request, response: Response<unknown, Locals>, next) => {
    const sid = signedCookieOf(request, SESSION_COOKIE, keys);
    if (sid !== undefined) {
      response.locals.asker = {
        query: ASKER,
        values: { session: hashed(sid), since: Date.now() - ENDS_AFTER },
      };
    }
    next();
  };
}

/** Who asks, for a statement that reads what is theirs in the same turn; nothing where a request carries no session of ours. */
export function askerOf({ locals }: Response): SessionAsker | undefined {
  return (locals as Locals).asker;
}

interface Locals {
  asker?: SessionAsker;
}

/** The same as `isSignedIn` knows of a session. */
const ASKER = `
  select user_id from sign_in_sessions
  where sid = :session and expire >= now() and (sess->>'began')::bigint > :since`;

/** What is told to who is not signed in. */
export const signedOut = () => new Problem(401, 'signed-out', 'Sign in first.');

/** Whether somebody is signed in. A session ends with its student: its row goes with theirs. */
export function isSignedIn({ session: { userId, began = 0 } }: Request): boolean {
  return userId !== undefined && Date.now() - began < ENDS_AFTER;
}

export const requireStudent: RequestHandler = (request, _response, next) => {
  if (!isSignedIn(request)) throw signedOut();
  next();
};
