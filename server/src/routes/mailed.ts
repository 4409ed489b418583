import {
  emailChangeSchema,
  emailLinkSchema,
  linkSchema,
  mailAddressSchema,
  registrationSchema,
} from '@fidens/core';
import { Router, type Request } from 'express';
import type { Knex } from 'knex';
import { note } from '../account/account-log';
import { mailLimit, type GuessLimit } from '../account/attempts';
import { bodyOf } from '../http/body';
import type { Configuration } from '../configuration';
import type { Mail } from '../account/mail';
import { LINK_MINUTES, newLink, takeLink } from '../account/mail-links';
import { User } from '../models';
import { createAccount, withEmail } from '../account/new-account';
import { isRight, newHash } from '../account/passwords';
import { Problem } from '../http/problem';
import { sessionOf } from '../account/session-answer';
import { signIn, studentId } from '../account/sign-in';

/**
 * The ways in that go by mail, where the server has a mail address set: a new account is finished by a link, and a lost password
 * renewed by one. No answer tells whether an e-mail has an account.
 */
export function mailedRoutes(
  database: Knex,
  configuration: Configuration,
  mail: Mail,
  guesses: GuessLimit,
): Router {
  const router = Router();
  const limit = mailLimit(database);
  router.post('/accounts', async (request, response) => {
    const { name, email, password } = bodyOf<Record<'name' | 'email' | 'password', string>>(
      request,
      registrationSchema,
    );
    const to = email.toLowerCase();
    const password_hash = await newHash(password, to);
    await limit(request, to);
    const known = await User.query(database).findOne({ email: to });
    const token = await newLink<'account' | 'password'>(
      database,
      known ? { user_id: known.id } : { email: to, name: name.trim(), password_hash },
    );
    mail.send(known ? isKnown(to, link(mail, token)) : isNew(to, link(mail, token)));
    response.status(202).json({ mailed: true });
  });

  router.post('/session/mail', async (request, response) => {
    const { email } = bodyOf<{ email: string }>(request, mailAddressSchema);
    const to = email.toLowerCase();
    await limit(request, to);
    const known = await User.query(database).findOne({ email: to });
    if (known) mail.send(renews(to, link(mail, await newLink<'password'>(database, { user_id: known.id }))));
    response.status(202).json({ mailed: true });
  });

  router.post('/accounts/link', async (request, response) => {
    const { token, password } = bodyOf<{ token: string; password: string }>(request, linkSchema);
    const user = await database.transaction(async (transaction) => {
      const use = await takeLink(transaction, 'account', token);
      if (!use) return undefined;
      // Who reads the message must be who chose the password: else a stranger's would open an account under another's e-mail.
      // It is thrown, so the link is there again.
      if (!(await isRight(use, password)))
        throw new Problem(403, 'wrong-password', 'This is not the password that was chosen.', [
          { at: 'password', message: 'is not the one that was chosen for this account' },
        ]);
      return createAccount(transaction, use);
    });
    if (!user) throw gone();
    await guesses.right(request, response, user.email);
    await signIn(request, user.id);
    await note(database, request, user.id, 'made');
    response.status(201).json(sessionOf(user, configuration));
  });

  router.post('/session/link', async (request, response) => {
    const { token, password } = bodyOf<{ token: string; password: string }>(request, linkSchema);
    const user = await database.transaction(async (transaction) => {
      const use = await takeLink(transaction, 'password', token);
      if (!use) return undefined;
      const known = await User.query(transaction).findById(use.user_id).forUpdate();
      if (!known) return undefined;
      // Refused, it is thrown: the link is there again.
      const password_hash = await newHash(password, known.email);
      await transaction('sign_in_sessions').where({ user_id: known.id }).delete();
      return User.query(transaction).patchAndFetchById(known.id, { password_hash });
    });
    if (!user) throw gone();
    await guesses.right(request, response, user.email);
    await signIn(request, user.id);
    await note(database, request, user.id, 'came back');
    response.json(sessionOf(user, configuration));
  });

  return router;
}

/** Another e-mail for an account, which its owner finishes by a link that goes there. */
export function mailedEmailRoutes(
  database: Knex,
  configuration: Configuration,
  mail: Mail,
  sure: (request: Request, password: string) => Promise<User>,
): Router {
  const router = Router();
  const limit = mailLimit(database);

  router.put('/account/email', async (request, response) => {
    const { email, password } = bodyOf<Record<'email' | 'password', string>>(request, emailChangeSchema);
    const { id } = await sure(request, password);
    const to = email.toLowerCase();
    await limit(request, to);
    const known = await User.query(database).findOne({ email: to });
    const token = known ? '' : await newLink<'email'>(database, { user_id: id, email: to });
    mail.send(known ? isTaken(to) : isMeant(to, mail.address(`/account#email=${token}`)));
    response.status(202).json({ mailed: true });
  });

  router.post('/account/email/link', async (request, response) => {
    const { token } = bodyOf<{ token: string }>(request, emailLinkSchema);
    const id = studentId(request);
    const user = await database.transaction(async (transaction) => {
      const use = await takeLink(transaction, 'email', token);
      if (!use) return undefined;
      // It is thrown, so the link is there for the account that it is of.
      if (use.user_id !== id)
        throw new Problem(403, 'another-account', 'This link is of another account: sign in to that one.');
      return withEmail(transaction, id, use.email);
    });
    if (!user) throw gone();
    await note(database, request, id, 'email');
    response.json(sessionOf(user, configuration));
  });

  return router;
}

const gone = () =>
  new Problem(410, 'link-gone', 'This link was used already, or is older than an hour. Ask for a new one.');

/** Behind `#`: it is sent to no server, and stands in no log of one. */
const link = (mail: Mail, token: string) => (use: string) => mail.address(`/sign-in#${use}=${token}`);
type Link = ReturnType<typeof link>;

const LASTS = `The link works once, within ${LINK_MINUTES} minutes. Whoever asked for it, nothing happens without it.`;

const isNew = (to: string, at: Link) => ({
  to,
  subject: 'Finish your Fidens account',
  text: `Open this to finish your account:\n\n${at('account')}\n\n${LASTS}\n`,
});

const isKnown = (to: string, at: Link) => ({
  to,
  subject: 'You have a Fidens account already',
  text: `Somebody, you perhaps, asked for a new account with this e-mail. You have one already: sign in with it. If its password is lost, take a new one here:\n\n${at('password')}\n\n${LASTS}\n`,
});

const renews = (to: string, at: Link) => ({
  to,
  subject: 'A new password for Fidens',
  text: `Open this to take a new password:\n\n${at('password')}\n\n${LASTS}\n`,
});

const isMeant = (to: string, at: string) => ({
  to,
  subject: 'Another e-mail for Fidens',
  text: `Open this, signed in to Fidens, to sign in with this e-mail from now on:\n\n${at}\n\n${LASTS}\n`,
});

const isTaken = (to: string) => ({
  to,
  subject: 'You have a Fidens account already',
  text: `Somebody, you perhaps, wanted to sign in to another Fidens account with this e-mail. It has an account already: nothing was changed.\n`,
});
