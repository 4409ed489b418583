import {
  checkingArchive,
  emailChangeSchema,
  gpaSettingsSchema,
  nameSchema,
  passwordAgainSchema,
  passwordChangeSchema,
  type AccountArchive,
  type Checked,
  type GpaSettings,
} from '@fidens/core';
import { Router, type Request } from 'express';
import type { Knex } from 'knex';
import { accountLog, note } from '../account/account-log';
import { guessLimit } from '../account/attempts';
import { archiveOf, putBack } from '../courses/archive';
import { bodyOf } from '../http/body';
import type { Configuration } from '../configuration';
import { readTogether } from '../database';
import type { Mail } from '../account/mail';
import { CourseRecord, GradingScale, Term, User } from '../models';
import { withEmail } from '../account/new-account';
import { newHash, isRight } from '../account/passwords';
import { invalid, notFound, Problem } from '../http/problem';
import { newCodes } from '../account/recovery';
import { sessionOf } from '../account/session-answer';
import { hereOf, SESSION_COOKIE, studentId } from '../account/sign-in';
import { mailedEmailRoutes } from './mailed';

/** One's own account: name, e-mail and password, the places where one is signed in, codes to come back with, and the way out. */
export function accountRoutes(database: Knex, configuration: Configuration, mail: Mail | undefined): Router {
  const router = Router();
  const guesses = guessLimit(database, configuration);

  const self = async (request: Request) => {
    const user = await User.query(database).findById(studentId(request));
    if (!user) throw new Problem(401, 'signed-out', 'Sign in first.');
    return user;
  };

  /** The student, who has said the password again; guesses at it are counted as those at the door. */
  const sure = async (request: Request, password: string, at = 'password') => {
    const user = await self(request);
    if (user.is_sample)
      throw new Problem(403, 'sample', 'The sample student has no password: make an account of your own.');
    await guesses.guess(request, user.email);
    if (!(await isRight(user, password)))
      throw new Problem(403, 'wrong-password', 'Nothing was changed: this is not your password.', [
        { at, message: 'is not your password' },
      ]);
    return user;
  };

  if (mail) router.use(mailedEmailRoutes(database, configuration, mail, sure));

  router.put('/account/name', async (request, response) => {
    const { name } = bodyOf<{ name: string }>(request, nameSchema);
    const { id } = await self(request);
    const user = await User.query(database).patchAndFetchById(id, { name: name.trim() });
    await note(database, request, id, 'name');
    response.json(sessionOf(user, configuration));
  });

  router.put('/account/email', async (request, response) => {
    const { email, password } = bodyOf<{ email: string; password: string }>(request, emailChangeSchema);
    const { id } = await sure(request, password);
    const user = await withEmail(database, id, email.toLowerCase());
    await guesses.right(request, response, user.email);
    await note(database, request, id, 'email');
    response.json(sessionOf(user, configuration));
  });

  router.put('/account/password', async (request, response) => {
    const { password, next } = bodyOf<{ password: string; next: string }>(request, passwordChangeSchema);
    const user = await sure(request, password);
    const password_hash = await newHash(next, user.email, 'next');
    await database.transaction(async (transaction) => {
      await User.query(transaction).findById(user.id).patch({ password_hash });
      await endOthers(transaction, request);
    });
    await guesses.right(request, response, user.email);
    await note(database, request, user.id, 'password');
    response.status(204).end();
  });

  router.get('/account', async (request, response) => {
    const id = studentId(request);
    const sessions = await sessionsOf(database, id).orderByRaw(`sess->>'began' desc`);
    const codes = await database('recovery_codes').where({ user_id: id }).count<{ count: string }[]>();
    const here = hereOf(request);
    response.json({
      sessions: sessions.map(({ sid, began, device }) => ({
        id: sid.slice(0, SHOWN),
        began: new Date(Number(began)).toISOString(),
        device: device ?? '',
        here: sid === here,
      })),
      codes: Number(codes[0]!.count),
      log: await accountLog(database, id),
    });
  });

  // Of all but the one that asks; one's own ends by signing out.
  router.delete('/account/sessions', async (request, response) => {
    await endOthers(database, request);
    await note(database, request, studentId(request), 'sessions');
    response.status(204).end();
  });

  router.delete('/account/sessions/:sessionId', async (request, response) => {
    const { sessionId } = request.params;
    if (!new RegExp(`^[0-9a-f]{${SHOWN}}$`).test(sessionId)) throw notFound();
    const gone = await database('sign_in_sessions')
      .where({ user_id: studentId(request) })
      .whereLike('sid', `${sessionId}%`)
      .delete();
    if (gone === 0) throw notFound();
    await note(database, request, studentId(request), 'sessions');
    response.status(204).end();
  });

  router.post('/account/recovery-codes', async (request, response) => {
    const { password } = bodyOf<{ password: string }>(request, passwordAgainSchema);
    const user = await sure(request, password);
    await guesses.right(request, response, user.email);
    await note(database, request, user.id, 'codes');
    response.json({ codes: await database.transaction((transaction) => newCodes(transaction, user.id)) });
  });

  router.put('/account/gpa', async (request, response) => {
    const { repeats, decimals, mode } = bodyOf<GpaSettings>(request, gpaSettingsSchema);
    const { id } = await self(request);
    const user = await User.query(database).patchAndFetchById(id, {
      gpa_repeats: repeats,
      gpa_decimals: decimals,
      gpa_mode: mode,
    });
    response.json(sessionOf(user, configuration));
  });

  router.get('/account/archive', async (request, response) => {
    const user = await self(request);
    const archive = await readTogether(database, (transaction) => archiveOf(transaction, user));
    await note(database, request, user.id, 'taken along');
    response.attachment('fidens.json').json(archive);
  });

  router.put('/account/archive', async (request, response) => {
    const { id } = await self(request);
    const checked = await checkedArchive(request.body);
    if (!checked.ok) throw invalid(checked.faults);
    await database.transaction((transaction) => putBack(transaction, id, checked.value));
    await note(database, request, id, 'put back');
    response.status(204).end();
  });

  // All of it, at once: what refers to it goes with it.
  router.delete('/account', async (request, response) => {
    const { password } = bodyOf<{ password: string }>(request, passwordAgainSchema);
    const { id } = await sure(request, password);
    await database.transaction(async (transaction) => {
      await CourseRecord.query(transaction).delete().where({ user_id: id });
      await GradingScale.query(transaction).delete().where({ user_id: id });
      await Term.query(transaction).delete().where({ user_id: id });
      await User.query(transaction).deleteById(id);
    });
    response.clearCookie(SESSION_COOKIE).status(204).end();
  });

  return router;
}

/** Checks an archive with room for others between its steps. */
async function checkedArchive(json: unknown): Promise<Checked<AccountArchive>> {
  const steps = checkingArchive(json);
  for (;;) {
    const { done, value } = steps.next();
    if (done) return value;
    await new Promise((resolve) => setImmediate(resolve));
  }
}

/** So much of a session's hash is its name: it signs nobody in. */
const SHOWN = 16;

interface SessionRow {
  sid: string;
  began: string;
  device: string | null;
}

function sessionsOf(database: Knex, userId: string) {
  return database('sign_in_sessions')
    .where({ user_id: userId })
    .where('expire', '>', database.fn.now())
    .select<SessionRow[]>(
      'sid',
      database.raw(`sess->>'began' as began`),
      database.raw(`sess->>'device' as device`),
    );
}

/** Ends every session of the student but the one that asks. */
async function endOthers(database: Knex, request: Request): Promise<void> {
  await database('sign_in_sessions')
    .where({ user_id: studentId(request) })
    .whereNot({ sid: hereOf(request) })
    .delete();
}
