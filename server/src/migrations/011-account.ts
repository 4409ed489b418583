import type { Knex } from 'knex';

/** An account that is one's own: codes to come back with where the password is lost. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table recovery_codes (
      user_id uuid not null references users on delete cascade,
      hash text not null,
      primary key (user_id, hash)
    );
    comment on column recovery_codes.hash is 'sha256 of a code of 80 random bits; it goes with its use';
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('drop table recovery_codes');
}
