import type { Knex } from 'knex';

/** The school's side: the figure that it shows, the grade that was given in the end, and its own names for pieces. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table courses
      add column school_percent text check (school_percent ~ '^[0-9]{1,12}([.][0-9]{1,6}){0,1}$'),
      add column school_label text,
      add column school_earned numeric check (school_earned >= 0),
      add column school_possible numeric check (school_possible > 0),
      add column school_seen timestamptz,
      add column school_note text,
      add column official_label text,
      add column official_percent numeric check (official_percent >= 0),
      add check (num_nonnulls(school_percent, school_label, school_earned) <= 1),
      add check ((school_earned is null) = (school_possible is null)),
      add check (num_nonnulls(school_percent, school_label, school_earned) = 1 or num_nonnulls(school_seen, school_note) = 0),
      add check (official_percent is null or official_label is not null);
    comment on column courses.school_percent is 'a text, as its digits are what was seen: 84.60 says that two decimals are shown';
    comment on column courses.official_label is 'the grade that was given in the end';

    alter table assessments add column listed_as text;
    comment on column assessments.listed_as is 'its name in the school''s own list';
  `);
}

export async function down(knex: Knex): Promise<void> {
  const columns = [
    ...['school_percent', 'school_label', 'school_earned', 'school_possible', 'school_seen', 'school_note'],
    ...['official_label', 'official_percent'],
  ];
  await knex.raw(`
    alter table assessments drop column listed_as;
    alter table courses ${columns.map((column) => `drop column ${column}`).join(', ')};
  `);
}
