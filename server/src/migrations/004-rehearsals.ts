import type { Knex } from 'knex';

/** Trial scores that a student keeps under a name, apart from the record. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table rehearsals (
      id uuid primary key,
      user_id uuid not null references users on delete cascade,
      course_id uuid not null references courses on delete cascade,
      name text not null check (name <> ''),
      tries jsonb not null,
      created_at timestamptz not null default now()
    );
    create index rehearsals_of_student on rehearsals (user_id);
    create index rehearsals_of_course on rehearsals (course_id);
    comment on column rehearsals.tries is 'what is tried on which piece or category; never read by anything that counts';
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('drop table rehearsals');
}
