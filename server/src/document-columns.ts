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

const NODE: Columns = {
  id: 'id',
  name: 'name',
  weight: 'weight',
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
  target_label: 'target.label',
  target_percent: 'target.percent',
  missing_counts: 'policy.missing.counts',
  missing_percent: 'policy.missing.percent',
  overdue_after: 'policy.overdue.after',
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
  ...Object.fromEntries(Object.values(RULE_COLUMNS).flatMap((columns) => Object.entries(columns))),
};

export const ASSESSMENT_COLUMNS: Columns = {
  ...NODE,
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
};

/** Columns whose values are decimals, and those that hold a moment: as text they keep every digit, in their one form. */
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
  ...['cut_off', 'points', 'worth', 'out_of'],
]);
const MOMENTS = new Set(['due', 'extended', 'late_handed_in']);

/** SQL for the columns of a table in the texts that a document has. */
export function textColumns(columns: Columns, ...more: readonly string[]): string {
  const texts = Object.keys(columns).map((column) => {
    if (DECIMALS.has(column)) return `trim_scale(${column})::text as ${column}`;
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
