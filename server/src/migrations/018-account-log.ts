import type { Knex } from 'knex';

/** What was done with an account, for its student to see: that it was, when, and with what. No address is kept. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table account_log (
      id bigint generated always as identity primary key,
      user_id uuid not null references users on delete cascade,
      at timestamptz not null default now(),
      what text not null check (what in (
        'made', 'signed in', 'came back', 'signed out', 'name', 'email', 'password', 'sessions', 'codes', 'taken along', 'put back'
      )),
      device text not null
    );
    create index account_log_of_student on account_log (user_id, id desc);
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('drop table account_log');
}
