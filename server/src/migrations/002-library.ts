import type { Knex } from 'knex';

/** What a student keeps to use again: grading scales with a name, and rule sheets, which are courses without a term. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table grading_scales
      add column name text,
      add column version integer not null default 1 check (version > 0),
      add column created_at timestamptz not null default now();
    comment on column grading_scales.name is 'of a scale in the library; null = the scale of one course';

    alter table courses alter column term_id drop not null;
    comment on column courses.term_id is 'null = a rule sheet';
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(`
    delete from courses where term_id is null;
    delete from grading_scales where name is not null;
    alter table courses alter column term_id set not null;
    alter table grading_scales drop column name, drop column version, drop column created_at;
  `);
}
