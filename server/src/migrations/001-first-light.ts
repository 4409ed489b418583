import type { Knex } from 'knex';

/** Students, their sessions, terms, grading scales and courses with categories and assessments. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table users (
      id uuid primary key default gen_random_uuid(),
      email text not null unique check (email = lower(email)),
      name text not null,
      password_hash text,
      is_sample boolean not null default false,
      today timestamptz,
      created_at timestamptz not null default now()
    );
    comment on column users.password_hash is 'argon2id; null for the sample student, who signs in without one';
    comment on column users.today is 'the moment taken for today, for the sample student; null = the clock';

    create table sign_in_sessions (
      sid text primary key,
      sess json not null,
      expire timestamptz not null
    );
    create index on sign_in_sessions (expire);

    create table sign_in_attempts (
      key text primary key,
      points integer not null default 0,
      expire bigint
    );

    create table terms (
      id uuid primary key default gen_random_uuid(),
      user_id uuid not null references users on delete cascade,
      name text not null,
      starts_on date,
      ends_on date,
      created_at timestamptz not null default now(),
      check (ends_on >= starts_on),
      unique (id, user_id)
    );
    create index on terms (user_id);

    create table grading_scales (
      id uuid primary key default gen_random_uuid(),
      user_id uuid not null references users on delete cascade,
      round_step numeric check (round_step > 0),
      round_mode text check (round_mode in ('half-up', 'half-even', 'up', 'down')),
      unique (id, user_id)
    );
    create index on grading_scales (user_id);

    create table grading_bands (
      scale_id uuid not null,
      user_id uuid not null,
      position integer not null check (position >= 0),
      label text not null,
      cut_off numeric not null check (cut_off >= 0),
      points numeric check (points >= 0),
      worth numeric check (worth >= 0),
      pass boolean,
      primary key (scale_id, position),
      unique (scale_id, label),
      foreign key (scale_id, user_id) references grading_scales (id, user_id) on delete cascade
    );

    create table courses (
      id uuid primary key default gen_random_uuid(),
      user_id uuid not null references users on delete cascade,
      term_id uuid not null,
      scale_id uuid not null,
      position integer not null default 0,
      version integer not null default 1 check (version > 0),
      title text not null,
      code text,
      credits numeric check (credits >= 0),
      note text,
      target_label text,
      target_percent numeric check (target_percent >= 0),
      missing_counts text check (missing_counts in ('percent', 'nothing')),
      missing_percent numeric check (missing_percent >= 0),
      overdue_after numeric check (overdue_after >= 0),
      ${latePolicy},
      created_at timestamptz not null default now(),
      check (target_label is null or target_percent is null),
      unique (id, user_id),
      foreign key (term_id, user_id) references terms (id, user_id),
      foreign key (scale_id, user_id) references grading_scales (id, user_id)
    );
    create index on courses (user_id, term_id);
    create index on courses (scale_id);

    create table categories (
      course_id uuid not null,
      user_id uuid not null,
      id text not null,
      parent_id text,
      position integer not null check (position >= 0),
      name text not null,
      weight numeric check (weight >= 0),
      cap numeric check (cap >= 0),
      extra_credit boolean,
      counted boolean,
      note text,
      combine text check (combine in ('points', 'equal', 'weights')),
      drop_lowest integer check (drop_lowest >= 0),
      drop_highest integer check (drop_highest >= 0),
      drop_by text check (drop_by in ('percent', 'points', 'benefit')),
      drop_when text check (drop_when in ('always', 'complete')),
      round_step numeric check (round_step > 0),
      round_mode text check (round_mode in ('half-up', 'half-even', 'up', 'down')),
      planned_pieces integer check (planned_pieces > 0),
      planned_possible numeric check (planned_possible > 0),
      missing_counts text check (missing_counts in ('percent', 'nothing')),
      missing_percent numeric check (missing_percent >= 0),
      late_none boolean not null default false,
      ${latePolicy},
      primary key (course_id, id),
      check (parent_id is distinct from id),
      check (not late_none or late_per_day is null),
      foreign key (course_id, user_id) references courses (id, user_id) on delete cascade,
      foreign key (course_id, parent_id) references categories (course_id, id) deferrable initially deferred
    );
    create unique index one_root_a_course on categories (course_id) where parent_id is null;
    create index on categories (course_id, parent_id);

    create table assessments (
      course_id uuid not null,
      user_id uuid not null,
      id text not null,
      parent_id text not null,
      position integer not null check (position >= 0),
      name text not null,
      weight numeric check (weight >= 0),
      cap numeric check (cap >= 0),
      extra_credit boolean,
      counted boolean,
      note text,
      possible numeric not null check (possible > 0),
      step numeric check (step > 0),
      status text check (status in ('open', 'awaiting', 'scored', 'missing', 'excused')),
      score_points numeric check (score_points >= 0),
      score_percent numeric check (score_percent >= 0),
      score_label text,
      due timestamptz,
      extended timestamptz,
      late_days numeric check (late_days >= 0),
      late_handed_in timestamptz,
      late_waived boolean,
      late_reason text,
      assume numeric check (assume >= 0),
      class_average numeric check (class_average >= 0),
      class_high numeric check (class_high >= 0),
      class_low numeric check (class_low >= 0),
      primary key (course_id, id),
      check (num_nonnulls(score_points, score_percent, score_label) = case when status = 'scored' then 1 else 0 end),
      check (num_nonnulls(late_days, late_handed_in) < 2),
      check (extended >= due),
      foreign key (course_id, user_id) references courses (id, user_id) on delete cascade,
      foreign key (course_id, parent_id) references categories (course_id, id) deferrable initially deferred
    );
    create index on assessments (course_id, parent_id);

    create table course_changes (
      course_id uuid not null,
      user_id uuid not null,
      id uuid not null,
      version integer not null check (version > 1),
      edits jsonb not null,
      inverse jsonb not null,
      made_at timestamptz not null default now(),
      primary key (course_id, id),
      unique (course_id, version),
      foreign key (course_id, user_id) references courses (id, user_id) on delete cascade
    );
    comment on table course_changes is 'every change of a course, with the edits that take it back; its id makes a repeated request harmless';
  `);
}

const latePolicy = `
      late_per_day numeric check (late_per_day >= 0),
      late_of text check (late_of in ('possible', 'earned')),
      late_count text check (late_count in ('started', 'completed', 'exact')),
      late_floor numeric check (late_floor >= 0),
      late_grace numeric check (late_grace >= 0),
      late_closes numeric check (late_closes >= 0)`;

export async function down(knex: Knex): Promise<void> {
  await knex.raw(`
    drop table course_changes, assessments, categories, courses, grading_bands, grading_scales, terms,
      sign_in_attempts, sign_in_sessions, users
  `);
}
