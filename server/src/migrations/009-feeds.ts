import type { Knex } from 'knex';

/** Calendars of due days under an address that nobody can guess. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table calendar_feeds (
      id uuid primary key,
      user_id uuid not null references users on delete cascade,
      term_id uuid unique references terms on delete cascade,
      course_id uuid unique references courses on delete cascade,
      created_at timestamptz not null default now(),
      check (num_nonnulls(term_id, course_id) = 1)
    );
    create index feeds_of_student on calendar_feeds (user_id);
    comment on table calendar_feeds is 'the address is made of the id and a signature of it, so that whoever reads this table knows none';
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('drop table calendar_feeds');
}
