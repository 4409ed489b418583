import type { Knex } from 'knex';
import { UniqueViolationError } from 'objection';
import { Term, User } from '../models';
import { Problem } from '../http/problem';

/**
 * A new account with its first term.
 *
 * @throws a problem 409 where there is one with this e-mail
 */
export async function createAccount(
  database: Knex,
  { name, email, password_hash }: { name: string; email: string; password_hash: string },
): Promise<User> {
  try {
    return await database.transaction(async (transaction) => {
      const user = await User.query(transaction).insertAndFetch({ name, email, password_hash });
      await Term.query(transaction).insert({ user_id: user.id, name: 'This term' });
      return user;
    });
  } catch (error) {
    if (!(error instanceof UniqueViolationError)) throw error;
    throw new Problem(
      409,
      'account-exists',
      'There is an account with this e-mail already. Sign in instead.',
      [{ at: 'email', message: 'has an account already' }],
    );
  }
}

/**
 * Gives an account another e-mail.
 *
 * @throws a problem 409 where another account has it
 */
export async function withEmail(database: Knex, id: string, email: string): Promise<User> {
  try {
    return await User.query(database).patchAndFetchById(id, { email });
  } catch (error) {
    if (!(error instanceof UniqueViolationError)) throw error;
    throw new Problem(409, 'account-exists', 'Nothing was changed: another account has this e-mail.', [
      { at: 'email', message: 'has an account already' },
    ]);
  }
}
