import type { Knex } from 'knex';

/** A third kind of link: one that gives an account another e-mail, once its owner has read a message there. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table mail_links drop constraint mail_links_check;
    alter table mail_links add constraint mail_links_use check (
      case when user_id is null then num_nulls(email, name, password_hash) = 0 else num_nonnulls(name, password_hash) = 0 end
    );
    comment on column mail_links.user_id is 'whose password it renews, or whose e-mail becomes the one beside it; null where it makes the account of the other columns';
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(`
    delete from mail_links where user_id is not null and email is not null;
    alter table mail_links drop constraint mail_links_use;
    alter table mail_links add check ((user_id is null) = (email is not null and name is not null and password_hash is not null));
  `);
}
