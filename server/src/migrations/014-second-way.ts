import type { Knex } from 'knex';

/** Periods of a course, and a second way of adding the same pieces up. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table categories add column period boolean;
    comment on column categories.period is 'a quarter or another part with a letter of its own';
    alter table courses
      add column second_name text,
      add column second_groups jsonb,
      add column second_weights numeric[],
      add check ((second_name is null) = (second_groups is null) and (second_name is null) = (second_weights is null));
    comment on column courses.second_groups is 'name, how it adds up, and the ids in each group; their weights stand in second_weights, in the same order';
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(`
    delete from course_documents;
    alter table categories drop column period;
    alter table courses drop column second_name, drop column second_groups, drop column second_weights;
  `);
}
