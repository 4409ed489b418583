import type { Knex } from 'knex';
import { UniqueViolationError } from 'objection';
import { Term, User } from './models';
import { Problem } from './problem';

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
