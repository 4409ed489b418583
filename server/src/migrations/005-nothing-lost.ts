import type { Knex } from 'knex';

/**
 * Session ids are kept as hashes and end with their student; pieces whose `possible` nobody has said are marked; moments that no
 * record may have, which earlier versions took, are brought to the nearest that it may.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    delete from sign_in_sessions
      where sess->>'userId' is null or not exists (select from users where id::text = sess->>'userId');
    update sign_in_sessions set sid = encode(sha256(convert_to(sid, 'UTF8')), 'hex');
    comment on column sign_in_sessions.sid is 'the hash of what the cookie holds';
    alter table sign_in_sessions
      add column user_id uuid generated always as ((sess->>'userId')::uuid) stored
        references users on delete cascade;
    create index on sign_in_sessions (user_id);

    alter table assessments add column presumed boolean;
    comment on column assessments.presumed is 'true = nobody has said what it is out of: possible is the default';

    create index on users (created_at) where is_sample;
    create index on grading_bands (user_id);
    create index on categories (user_id);
    create index on assessments (user_id);
  `);
  for (const column of ['due', 'extended', 'late_handed_in']) {
    await knex.raw(`
      update assessments set ${column} = greatest('1900-01-01T00:00:00Z', least('2199-12-31T23:59:59Z', ${column}))
        where ${column} not between '1900-01-01T00:00:00Z' and '2199-12-31T23:59:59Z'`);
  }
  // An extension that was brought nearer must not come before what it extends.
  await knex.raw('update assessments set extended = due where extended < due');
  await knex.raw(`
    alter table assessments
      add constraint moments_of_a_record check (
        due between '1900-01-01T00:00:00Z' and '2199-12-31T23:59:59Z'
        and extended between '1900-01-01T00:00:00Z' and '2199-12-31T23:59:59Z'
        and late_handed_in between '1900-01-01T00:00:00Z' and '2199-12-31T23:59:59Z')
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table assessments drop constraint moments_of_a_record, drop column presumed;
    drop index grading_bands_user_id_idx, categories_user_id_idx, assessments_user_id_idx, users_created_at_idx;
    alter table sign_in_sessions drop column user_id;
    delete from sign_in_sessions;
  `);
}
