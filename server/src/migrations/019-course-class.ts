import type { Knex } from 'knex';

/** A course keeps what the school told of the others' grades in it. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table courses
      add column class_average numeric check (class_average >= 0),
      add column class_high numeric check (class_high >= 0),
      add column class_low numeric check (class_low >= 0);
    comment on column courses.class_average is 'of the others, in percent; told, never used in a grade';
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(
    'alter table courses drop column class_average, drop column class_high, drop column class_low',
  );
}
