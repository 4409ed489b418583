import type { Knex } from 'knex';

/** What was deleted is kept for each student apart: whoever takes the id of another's spoils nothing. A database may have it so already. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table remains drop constraint remains_pkey, add primary key (user_id, id);
    drop index if exists remains_user_id_idx;
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(`
    delete from remains;
    alter table remains drop constraint remains_pkey, add primary key (id);
    create index on remains (user_id);
  `);
}
