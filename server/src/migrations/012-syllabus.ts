import type { Knex } from 'knex';

/** The text of a syllabus stays with the course that was read from it. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table courses add column syllabus text;
    comment on column courses.syllabus is 'the text that its rules were read from; told, never used in a grade';
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('alter table courses drop column syllabus');
}
