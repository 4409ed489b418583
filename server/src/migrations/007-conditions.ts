import type { Knex } from 'knex';

/** What both kinds of node can have: a curve, a sibling that their weight goes to, weights in the schemes of their category. */
const NODE_COLUMNS = `
      add column curve_add numeric check (curve_add >= 0),
      add column curve_times numeric check (curve_times > 0),
      add column curve_full numeric check (curve_full > 0),
      add column curve_root boolean check (curve_root),
      add column curve_line_from numeric[] check (cardinality(curve_line_from) = 2),
      add column curve_line_to numeric[] check (cardinality(curve_line_to) = 2),
      add column curve_steps_from numeric[],
      add column curve_steps_gives numeric[],
      add column weight_to_category text,
      add column weight_to_assessment text,
      add column scheme_weights numeric[],
      add check (num_nonnulls(curve_add, curve_times, curve_full, curve_root, curve_line_from, curve_steps_from) <= 1),
      add check ((curve_line_from is null) = (curve_line_to is null)),
      add check (cardinality(curve_steps_from) is not distinct from cardinality(curve_steps_gives)),
      add check (num_nonnulls(weight_to_category, weight_to_assessment) <= 1),
      add foreign key (course_id, weight_to_category) references categories (course_id, id) deferrable initially deferred,
      add foreign key (course_id, weight_to_assessment) references assessments (course_id, id) deferrable initially deferred`;

const NODE_NAMES = [
  ...['curve_add', 'curve_times', 'curve_full', 'curve_root', 'curve_line_from', 'curve_line_to'],
  ...[
    'curve_steps_from',
    'curve_steps_gives',
    'weight_to_category',
    'weight_to_assessment',
    'scheme_weights',
  ],
];

/** Rules with conditions: curves, deductions, replacement, weight that moves, schemes, requirements for a letter. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table categories
      ${NODE_COLUMNS},
      add column replace_category text,
      add column replace_assessment text,
      add column replace_lowest integer check (replace_lowest >= 0),
      add column replace_excused boolean,
      add column scheme_names text[],
      add check (num_nonnulls(replace_category, replace_assessment) <= 1),
      add foreign key (course_id, replace_category) references categories (course_id, id) deferrable initially deferred,
      add foreign key (course_id, replace_assessment) references assessments (course_id, id) deferrable initially deferred;
    alter table assessments
      ${NODE_COLUMNS},
      add column deduct_each numeric check (deduct_each >= 0),
      add column deduct_free numeric check (deduct_free >= 0),
      add check (deduct_free is null or deduct_each is not null);
    comment on column categories.scheme_names is 'its weightings beside its own; what each child weighs in them stands with the child, in this order';
    comment on column assessments.deduct_each is 'percent points that each occurrence takes from its category; not null = it counts occurrences, not marks';

    create table requirements (
      course_id uuid not null,
      user_id uuid not null,
      position integer not null check (position >= 0),
      for_label text not null,
      of_category text,
      of_assessment text,
      at_least numeric check (at_least >= 0),
      pieces integer check (pieces > 0),
      each numeric check (each >= 0),
      at_most numeric check (at_most >= 0),
      primary key (course_id, position),
      check (num_nonnulls(of_category, of_assessment) = 1),
      check (num_nonnulls(at_least, pieces, at_most) = 1),
      check (each is null or pieces is not null),
      foreign key (course_id, user_id) references courses (id, user_id) on delete cascade,
      foreign key (course_id, of_category) references categories (course_id, id) deferrable initially deferred,
      foreign key (course_id, of_assessment) references assessments (course_id, id) deferrable initially deferred
    );
    comment on table requirements is 'what a letter, and every better one, needs beside the percent';
    create index on categories (course_id, weight_to_category) where weight_to_category is not null;
    create index on categories (course_id, weight_to_assessment) where weight_to_assessment is not null;
    create index on categories (course_id, replace_category) where replace_category is not null;
    create index on categories (course_id, replace_assessment) where replace_assessment is not null;
    create index on assessments (course_id, weight_to_category) where weight_to_category is not null;
    create index on assessments (course_id, weight_to_assessment) where weight_to_assessment is not null;
  `);
}

export async function down(knex: Knex): Promise<void> {
  const drop = (names: readonly string[]) => names.map((name) => `drop column ${name}`).join(', ');
  const category = [
    'replace_category',
    'replace_assessment',
    'replace_lowest',
    'replace_excused',
    'scheme_names',
  ];
  await knex.raw(`
    drop table requirements;
    alter table assessments ${drop([...NODE_NAMES, 'deduct_each', 'deduct_free'])};
    alter table categories ${drop([...NODE_NAMES, ...category])};
  `);
}
