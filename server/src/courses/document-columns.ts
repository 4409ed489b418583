import { momentText, type CategoryRules } from '@fidens/core';

/** A row of a table, or a part of a document, by name. */
export type Fields = Record<string, unknown>;
/** Which column keeps which field of a document; a field inside another is written with a point. */
export type Columns = Readonly<Record<string, string>>;

const LATE_POLICY: Columns = {
  late_per_day: 'late.perDay',
  late_of: 'late.of',
  late_count: 'late.count',
  late_floor: 'late.floor',
  late_grace: 'late.grace',
  late_closes: 'late.closes',
};

const ROUND: Columns = { round_step: 'round.step', round_mode: 'round.mode' };

const CURVE: Columns = {
  curve_add: 'curve.add',
  curve_times: 'curve.times',
  curve_full: 'curve.full',
  curve_root: 'curve.root',
  curve_line_from: 'curve.line.from',
  curve_line_to: 'curve.line.to',
  curve_steps_from: 'curve.steps.from',
  curve_steps_gives: 'curve.steps.gives',
};

/** Fields of a node beside its rules; what its references and schemes are here is told by `condition-rows.ts`. */
const NODE: Columns = {
  id: 'id',
  name: 'name',
  weight: 'weight',
  weight_to_category: 'weightTo.category',
  weight_to_assessment: 'weightTo.assessment',
  scheme_weights: 'schemeWeights',
  cap: 'cap',
  extra_credit: 'extraCredit',
  counted: 'counted',
  scale: 'scale',
  note: 'note',
};

export const COURSE_COLUMNS: Columns = {
  title: 'title',
  code: 'code',
  credits: 'credits',
  note: 'note',
  syllabus: 'syllabus',
  target_label: 'target.label',
  target_percent: 'target.percent',
  school_percent: 'school.percent',
  school_label: 'school.label',
  school_earned: 'school.earned',
  school_possible: 'school.possible',
  school_seen: 'school.seen',
  school_note: 'school.note',
  class_average: 'class.average',
  class_high: 'class.high',
  class_low: 'class.low',
  official_label: 'official.label',
  official_percent: 'official.percent',
  official_mark: 'official.mark',
  official_points: 'official.points',
  missing_counts: 'policy.missing.counts',
  missing_percent: 'policy.missing.percent',
  overdue_after: 'policy.overdue.after',
  second_name: 'second.name',
  second_groups: 'second.groups',
  second_weights: 'second.weights',
  ...Object.fromEntries(Object.entries(LATE_POLICY).map(([column, field]) => [column, `policy.${field}`])),
};

export const SCALE_COLUMNS: Columns = { ...ROUND, out_of: 'outOf' };

export const BAND_COLUMNS: Columns = {
  label: 'label',
  cut_off: 'from',
  points: 'points',
  worth: 'worth',
  pass: 'pass',
};

/** The columns of each rule that a category can have. */
const RULE_COLUMNS: Readonly<Record<keyof CategoryRules, Columns>> = {
  cap: { cap: 'cap' },
  curve: CURVE,
  replace: {
    replace_category: 'replace.category',
    replace_assessment: 'replace.assessment',
    replace_lowest: 'replace.lowest',
    replace_excused: 'replace.excused',
  },
  schemes: { scheme_names: 'schemeNames' },
  drop: {
    drop_lowest: 'drop.lowest',
    drop_highest: 'drop.highest',
    drop_by: 'drop.by',
    drop_when: 'drop.when',
  },
  round: ROUND,
  planned: { planned_pieces: 'planned.pieces', planned_possible: 'planned.possible' },
  missing: { missing_counts: 'missing.counts', missing_percent: 'missing.percent' },
  late: LATE_POLICY,
};

export const CATEGORY_COLUMNS: Columns = {
  ...NODE,
  combine: 'combine',
  period: 'period',
  ...Object.fromEntries(Object.values(RULE_COLUMNS).flatMap((columns) => Object.entries(columns))),
};

export const ASSESSMENT_COLUMNS: Columns = {
  ...NODE,
  ...CURVE,
  deduct_each: 'deduct.each',
  deduct_free: 'deduct.free',
  possible: 'possible',
  presumed: 'presumed',
  step: 'step',
  status: 'status',
  score_points: 'score.points',
  score_percent: 'score.percent',
  score_label: 'score.label',
  due: 'due',
  extended: 'extended',
  late_days: 'late.days',
  late_handed_in: 'late.handedIn',
  late_waived: 'late.waived',
  late_reduced: 'late.reduced',
  late_reason: 'late.reason',
  assume: 'assume',
  class_average: 'class.average',
  class_high: 'class.high',
  class_low: 'class.low',
  listed_as: 'listedAs',
};

export const REQUIREMENT_COLUMNS: Columns = {
  for_label: 'for',
  of_category: 'of.category',
  of_assessment: 'of.assessment',
  at_least: 'atLeast',
  pieces: 'pieces',
  each: 'each',
  at_most: 'atMost',
};

/** Columns whose values are decimals, lists of decimals, and those that hold a moment: as text they keep every digit, in their one form. */
const DECIMALS = new Set([
  ...['weight', 'cap', 'possible', 'step', 'score_points', 'score_percent', 'late_days', 'assume'],
  ...['class_average', 'class_high', 'class_low', 'round_step', 'planned_possible', 'missing_percent'],
  ...[
    'late_per_day',
    'late_floor',
    'late_grace',
    'late_closes',
    'credits',
    'target_percent',
    'overdue_after',
  ],
  ...['cut_off', 'points', 'worth', 'out_of', 'school_earned', 'school_possible'],
  ...['official_percent', 'official_points'],
  ...['curve_add', 'curve_times', 'curve_full', 'deduct_each', 'deduct_free', 'at_least', 'each', 'at_most'],
]);
const DECIMAL_LISTS = new Set([
  ...['curve_line_from', 'curve_line_to', 'curve_steps_from', 'curve_steps_gives', 'scheme_weights'],
  'second_weights',
]);
const MOMENTS = new Set(['due', 'extended', 'late_handed_in', 'school_seen']);

/** SQL for the columns of a table in the texts that a document has. */
export function textColumns(columns: Columns, ...more: readonly string[]): string {
  const texts = Object.keys(columns).map((column) => {
    if (DECIMALS.has(column)) return `trim_scale(${column})::text as ${column}`;
    if (DECIMAL_LISTS.has(column))
      return `case when ${column} is not null then array(
        select trim_scale(value)::text from unnest(${column}) with ordinality as list (value, place) order by place) end as ${column}`;
    if (!MOMENTS.has(column)) return column;
    const moment = `to_char(${column} at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"')`;
    return `replace(${moment}, '.000Z', 'Z') as ${column}`;
  });
  return [...texts, ...more].join(', ');
}

/** The columns with the keys that lead to each field, taken apart once. */
type Paths = readonly (readonly [column: string, keys: readonly string[]])[];
const known = new WeakMap<Columns, Paths>();

function pathsOf(columns: Columns): Paths {
  const found = known.get(columns);
  if (found) return found;
  const paths = Object.entries(columns).map(([column, path]) => [column, path.split('.')] as const);
  known.set(columns, paths);
  return paths;
}

/** The columns' values of a part of a document; `null` where a field is absent. */
export function toRow(columns: Columns, part: object): Fields {
  const row: Fields = {};
  for (const [column, keys] of pathsOf(columns)) {
    let value: unknown = part;
    for (const key of keys) value = (value as Fields | undefined | null)?.[key];
    row[column] = value ?? null;
  }
  return row;
}

/** The part of a document that a row keeps; absent where a column is `null`. Moments come back in UTC, decimals in their shortest form, as they went in. */
export function fromRow(columns: Columns, row: object): Fields {
  const part: Fields = {};
  for (const [column, keys] of pathsOf(columns)) {
    const value = (row as Fields)[column];
    if (value === null || value === undefined) continue;
    let parent = part;
    for (let depth = 0; depth < keys.length - 1; depth += 1) parent = (parent[keys[depth]!] ??= {}) as Fields;
    parent[keys.at(-1)!] = value instanceof Date ? momentText(value) : value;
  }
  return part;
}
