import type { Request } from 'express';
import type { Knex } from 'knex';
import { deviceOf } from './sign-in';

/** What is noted of an account. */
export type AccountEvent =
  | 'made'
  | 'signed in'
  /** With a recovery code, or by a link of a message. */
  | 'came back'
  | 'signed out'
  | 'name'
  | 'email'
  | 'password'
  /** Other sessions were ended. */
  | 'sessions'
  | 'codes'
  | 'taken along'
  | 'put back';

/** So many are kept of a student, the newest. */
const KEPT = 100;

/** Notes what was done with an account, and with what; what is older than the newest hundred goes. */
export async function note(
  database: Knex,
  request: Request,
  userId: string,
  what: AccountEvent,
): Promise<void> {
  await database('account_log').insert({ user_id: userId, what, device: deviceOf(request) });
  await database.raw(
    `delete from account_log where user_id = :userId and id <= (
       select id from account_log where user_id = :userId order by id desc offset ${KEPT} limit 1
     )`,
    { userId },
  );
}

/** What was done with an account, the newest first. */
export async function accountLog(database: Knex, userId: string): Promise<object[]> {
  const rows = await database('account_log')
    .where({ user_id: userId })
    .orderBy('id', 'desc')
    .select<{ at: Date; what: AccountEvent; device: string }[]>('at', 'what', 'device');
  return rows.map(({ at, what, device }) => ({ at: at.toISOString(), what, device }));
}
