import type { Knex } from 'knex';

/** When a student last went through everything that is loose. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw('alter table users add column swept_at timestamptz');
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('alter table users drop column swept_at');
}
