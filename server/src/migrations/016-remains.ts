import type { Knex } from 'knex';

/** What stood beside a course or a term that was deleted, for the day on which the deletion can still be taken back. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table remains (
      id uuid primary key,
      user_id uuid not null references users on delete cascade,
      kept json not null,
      deleted_at timestamptz not null default now()
    );
    create index on remains (user_id);
    create index on remains (deleted_at);
    comment on column remains.id is 'of the course or the term: made again under the same id, it has what is kept here';
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('drop table remains');
}
