import type { Knex } from 'knex';

/** Scales have a unit; a course can have further ones, which its nodes name; a score can have come back already reduced. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table grading_scales
      add column out_of numeric check (out_of > 0),
      add column course_id uuid,
      add column known_as text,
      add check ((course_id is null) = (known_as is null)),
      add unique (course_id, known_as),
      add foreign key (course_id, user_id) references courses (id, user_id) on delete cascade;
    comment on column grading_scales.out_of is 'what 100 percent is written as; null = percent';
    comment on column grading_scales.known_as is 'of a further scale of a course: the name by which its nodes name it';

    alter table categories
      add column scale text,
      add foreign key (course_id, scale) references grading_scales (course_id, known_as) deferrable initially deferred;
    alter table assessments
      add column scale text,
      add column late_reduced boolean,
      add foreign key (course_id, scale) references grading_scales (course_id, known_as) deferrable initially deferred;
    create index on categories (course_id, scale) where scale is not null;
    create index on assessments (course_id, scale) where scale is not null;
    comment on column assessments.late_reduced is 'the score came back with the penalty in it';
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table assessments drop column scale, drop column late_reduced;
    alter table categories drop column scale;
    delete from grading_scales where course_id is not null;
    alter table grading_scales drop column course_id, drop column known_as, drop column out_of;
  `);
}
