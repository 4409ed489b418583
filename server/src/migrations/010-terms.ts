import type { Knex } from 'knex';

/** Many terms: put away, in an order of one's own; and grades that no rule computes. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table terms
      add column archived boolean not null default false,
      add column position integer;
    comment on column terms.position is 'its place in an order of the student''s own; nothing where it stands by its days';

    alter table courses
      add column official_mark text,
      add column official_points numeric check (official_points >= 0),
      add check (num_nonnulls(official_label, official_mark) <= 1),
      add check (official_points is null or official_mark is not null),
      add check (official_percent is null or official_label is not null);
    comment on column courses.official_mark is 'a grade that is no letter of the scale: withdrawn, in progress, passed';

    alter table users
      add column gpa_repeats text not null default 'later' check (gpa_repeats in ('later', 'both')),
      add column gpa_decimals integer not null default 2 check (gpa_decimals between 0 and 6),
      add column gpa_mode text not null default 'half-up' check (gpa_mode in ('half-up', 'half-even', 'up', 'down'));
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table users drop column gpa_repeats, drop column gpa_decimals, drop column gpa_mode;
    alter table courses drop column official_mark, drop column official_points;
    alter table terms drop column archived, drop column position;
  `);
}
