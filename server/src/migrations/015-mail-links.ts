import type { Knex } from 'knex';

/** Links that go out by mail: to finish a new account, and to take a new password. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table mail_links (
      hash text primary key,
      user_id uuid references users on delete cascade,
      email text,
      name text,
      password_hash text,
      expires_at timestamptz not null,
      check ((user_id is null) = (email is not null and name is not null and password_hash is not null))
    );
    create index on mail_links (expires_at);
    comment on column mail_links.hash is 'sha256 of the 256 random bits that the link has; it goes with its use';
    comment on column mail_links.user_id is 'whose password it renews; null where it makes the account of the other columns';
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('drop table mail_links');
}
