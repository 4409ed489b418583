import type { Knex } from 'knex';

/**
 * A course's document ready to be sent, beside the rows that it is made of. It counts only where its version is the course's: who
 * changes rows raises that, and where none is kept the rows are read. A later migration that changes what a document says empties
 * the table.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table course_documents (
      course_id uuid primary key references courses on delete cascade,
      version integer not null,
      document json not null
    );
    comment on table course_documents is 'made of the rows of a course and of nothing else; may be emptied at any time';
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('drop table course_documents');
}
