import { credentialsSchema, recoverySchema, registrationSchema } from '@fidens/core';
import { Router, type Request } from 'express';
import type { Knex } from 'knex';
import { guessLimit, newcomerLimit } from '../account/attempts';
import { note } from '../account/account-log';
import { bodyOf } from '../http/body';
import type { Configuration } from '../configuration';
import type { Mail } from '../account/mail';
import { createAccount } from '../account/new-account';
import { User } from '../models';
import { isRight, newHash } from '../account/passwords';
import { notFound, Problem } from '../http/problem';
import { takeCode } from '../account/recovery';
import { openSampleWorld } from '../courses/sample-world';
import { sessionOf } from '../account/session-answer';
import { mailedRoutes } from './mailed';
import { isSignedIn, SESSION_COOKIE, signIn, signOut, stay } from '../account/sign-in';

interface Credentials {
  email: string;
  password: string;
}

/** The ways in and out: sign up, sign in, come back with a recovery code, sign out, and who is signed in. */
export function doorRoutes(database: Knex, configuration: Configuration, mail: Mail | undefined): Router {
  const router = Router();
  const guesses = guessLimit(database, configuration);
  if (mail) router.use(mailedRoutes(database, configuration, mail, guesses));
  const limitNewcomers = newcomerLimit(database);

  router.get('/session', async (request, response) => {
    const { userId } = request.session;
    const user = userId && isSignedIn(request) ? await User.query(database).findById(userId) : undefined;
    if (user) stay(request);
    response.set('Cache-Control', 'no-store').json(sessionOf(user, configuration));
  });

  router.post('/accounts', async (request, response) => {
    const { name, email, password } = bodyOf<Credentials & { name: string }>(request, registrationSchema);
    await limitNewcomers(request, 'account');
    const address = email.toLowerCase();
    const password_hash = await newHash(password, address);
    const user = await createAccount(database, { name: name.trim(), email: address, password_hash });
    await guesses.right(request, response, user.email);
    await signIn(request, user.id);
    await note(database, request, user.id, 'made');
    response.status(201).json(sessionOf(user, configuration));
  });

  router.post('/session', async (request, response) => {
    const { email, password } = bodyOf<Credentials>(request, credentialsSchema);
    const address = email.toLowerCase();
    await guesses.guess(request, address);
    const user = await User.query(database).findOne({ email: address });
    if (!(await isRight(user, password))) {
      throw new Problem(401, 'wrong-credentials', 'This e-mail and password do not belong together.');
    }
    await guesses.right(request, response, address);
    await signIn(request, user!.id);
    await note(database, request, user!.id, 'signed in');
    response.json(sessionOf(user, configuration));
  });

  // The password is lost: a code of those that were printed, which is none any more, and a new password.
  router.post('/session/recovery', async (request, response) => {
    const { email, code, password } = bodyOf<Credentials & { code: string }>(request, recoverySchema);
    const address = email.toLowerCase();
    await guesses.guess(request, address);
    const password_hash = await newHash(password, address);
    const user = await database.transaction(async (transaction) => {
      const found = await User.query(transaction).findOne({ email: address }).forUpdate();
      if (!found || !(await takeCode(transaction, found.id, code))) return undefined;
      await transaction('sign_in_sessions').where({ user_id: found.id }).delete();
      return User.query(transaction).patchAndFetchById(found.id, { password_hash });
    });
    if (!user) throw new Problem(401, 'wrong-code', 'This e-mail and code do not belong together.');
    await guesses.right(request, response, address);
    await signIn(request, user.id);
    await note(database, request, user.id, 'came back');
    response.json(sessionOf(user, configuration));
  });

  router.post('/session/sample', async (request, response) => {
    if (!configuration.sampleData) throw notFound();
    const { userId } = request.session;
    const here = userId && (await User.query(database).findOne({ id: userId, is_sample: true }));
    if (!here) await limitNewcomers(request, 'sample');
    const sample = here || (await openSampleWorld(database));
    await signIn(request, sample.id);
    response.json(sessionOf(sample, configuration));
  });

  router.delete('/session', async (request: Request, response) => {
    const { userId } = request.session;
    if (userId && isSignedIn(request)) await note(database, request, userId, 'signed out');
    await signOut(request);
    response.clearCookie(SESSION_COOKIE).status(204).end();
  });

  return router;
}
