import { format } from 'date-fns/format';
import Papa from 'papaparse';
import type { Checked, Fault } from '../document/validation';
import { isDecimal, isRealMoment, typedDecimal } from '../numbers/decimal';
import { LIMITS } from '../rules/limits';
import type { Archive } from './archive';
import { textOfBytes } from './bytes';
import type { Listed, ListedPerson } from './listed';
import type { ListRow } from './rows';

/** The files of a gradebook in OneRoster's CSV binding that are read: what there is to grade is the one that must be there. */
const FILES = ['lineItems', 'categories', 'results', 'classes', 'courses', 'users'] as const;
type FileName = (typeof FILES)[number];

/** What `scoreStatus` says, as entries have it. */
const STATUSES: Readonly<Record<string, string>> = {
  exempt: 'excused',
  'not submitted': '',
  submitted: 'waiting',
  'partially graded': '',
  'fully graded': '',
};

/** Which file of such a gradebook a path is, if any. */
export function gradebookFile(path: string): FileName | undefined {
  const base = path.split(/[/\\]/).at(-1)!.toLowerCase();
  return FILES.find((name) => base === `${name.toLowerCase()}.csv`);
}

export function isGradebook(paths: Iterable<string>): boolean {
  return [...paths].some((path) => gradebookFile(path) === 'lineItems');
}

/**
 * Reads a gradebook as schools export it (1EdTech OneRoster 1.2, CSV binding, gradebook service): line items with their categories and
 * weights, and the results of one person. What was marked to be deleted is left out.
 *
 * @param person - whose results are read, by `sourcedId`; where there is only one, it need not be said
 * @returns a list for each class, and the persons of whom results are there; or what is wrong, each with its file, line and column
 */
export function readGradebook(
  files: Archive,
  person?: string,
): Checked<{ lists: readonly Listed[]; people: readonly ListedPerson[]; person?: string }> {
  const book = new Map<FileName, Line[]>();
  for (const [path, bytes] of files) {
    const name = gradebookFile(path);
    if (name) book.set(name, linesOf(bytes));
  }
  const faults: Fault[] = [];
  const lines = (name: FileName, needed: readonly string[]): Line[] => {
    const found = book.get(name) ?? [];
    const [first] = found;
    for (const head of needed)
      if (first && !(head.toLowerCase() in first.cells))
        faults.push({ at: `${name}.csv, line 1`, message: `has no column ${head}` });
    return found.filter(({ of }) => of('status').toLowerCase() !== 'tobedeleted');
  };
  const items = lines('lineItems', ['sourcedId', 'title', 'classSourcedId']);
  const categories = byId(lines('categories', ['sourcedId', 'title']));
  const results = lines('results', ['lineItemSourcedId', 'studentSourcedId']);
  const [classes, courses] = [
    byId(lines('classes', ['sourcedId', 'title'])),
    byId(lines('courses', ['sourcedId'])),
  ];
  const people = peopleIn(results, byId(lines('users', ['sourcedId'])));
  const whose = people.length === 1 ? people[0]!.id : people.find(({ id }) => id === person)?.id;
  const own = new Map(
    results
      .filter(({ of }) => of('studentSourcedId') === whose)
      .map((each) => [each.of('lineItemSourcedId'), each]),
  );
  const lists = new Map<string, ListRow[]>();
  for (const item of items) {
    const row = rowOf(
      item,
      categories.get(item.of('categorySourcedId')),
      own.get(item.of('sourcedId')),
      faults,
    );
    const key = item.of('classSourcedId');
    if (row) lists.set(key, [...(lists.get(key) ?? []), row]);
  }
  if (faults.length > 0) return { ok: false, faults };
  if (lists.size === 0)
    return { ok: false, faults: [{ at: 'lineItems.csv', message: 'has nothing to grade in it' }] };
  return {
    ok: true,
    value: {
      lists: [...lists].map(([id, rows]) => {
        const own = classes.get(id);
        const course = courses.get(own?.of('courseSourcedId') ?? '');
        const title = (own?.of('title') || course?.of('title') || '').slice(0, LIMITS.name);
        const code = (course?.of('courseCode') || own?.of('classCode') || '').slice(0, LIMITS.name);
        return { ...(title !== '' && { title }), ...(code !== '' && { code }), rows };
      }),
      people,
      ...(whose !== undefined && { person: whose }),
    },
  };
}

interface Line {
  /** Its number in the file, from 1. */
  readonly line: number;
  readonly cells: Readonly<Record<string, string>>;
  /** A cell by the head of its column, in any case; empty where there is none. */
  readonly of: (head: string) => string;
}

function linesOf(bytes: Uint8Array): Line[] {
  const { data } = Papa.parse<string[]>(textOfBytes(bytes).trimEnd(), { delimiter: ',' });
  const [heads = [], ...rest] = data;
  const names = heads.map((head) => head.trim().toLowerCase());
  return rest.map((row, index) => {
    const cells = Object.fromEntries(names.map((name, column) => [name, (row[column] ?? '').trim()]));
    return { line: index + 2, cells, of: (head) => cells[head.toLowerCase()] ?? '' };
  });
}

function byId(lines: readonly Line[]): Map<string, Line> {
  return new Map(lines.map((line) => [line.of('sourcedId'), line]));
}

function peopleIn(results: readonly Line[], users: ReadonlyMap<string, Line>): ListedPerson[] {
  const ids = new Set(results.map(({ of }) => of('studentSourcedId')));
  return [...ids].map((id) => {
    const user = users.get(id);
    const name = [user?.of('givenName'), user?.of('familyName')].filter(Boolean).join(' ');
    return { id, name: name === '' ? id : name };
  });
}

function rowOf(
  item: Line,
  category: Line | undefined,
  result: Line | undefined,
  faults: Fault[],
): ListRow | undefined {
  const name = item.of('title').slice(0, LIMITS.name);
  const number = (line: Line, file: FileName, head: string): string | undefined => {
    const cell = line.of(head);
    const text = typedDecimal(cell);
    if (cell === '') return undefined;
    if (isDecimal(text)) return text;
    faults.push({
      at: `${file}.csv, line ${line.line}, ${head}`,
      message: `“${cell}” is no number: it must be such as 17.5`,
    });
    return undefined;
  };
  const dueDate = item.of('dueDate');
  const { day, time } = dayIn(dueDate);
  if (dueDate !== '' && day === undefined)
    faults.push({
      at: `lineItems.csv, line ${item.line}, dueDate`,
      message: `“${dueDate}” is no day: it must be such as 2026-10-12`,
    });
  const possible = number(item, 'lineItems', 'resultValueMax');
  const weight = category && number(category, 'categories', 'weight');
  if (!/[\p{L}\p{N}]/u.test(name)) return undefined;
  return {
    line: item.line,
    name,
    id: item.of('sourcedId').slice(0, LIMITS.id),
    ...(category && { category: category.of('title').slice(0, LIMITS.name) }),
    ...(weight !== undefined && Number(weight) > 0 && { categoryWeight: weight }),
    ...(day !== undefined && { day }),
    ...(time !== undefined && { time }),
    ...(possible !== undefined && Number(possible) > 0 && { possible }),
    entry: result ? entryOf(result, number(result, 'results', 'score')) : '',
    saysScore: true,
    ...(result?.of('late').toLowerCase() === 'true' && { late: 'late' }),
  };
}

/** A day, or a moment as a day and time of the reader's own. */
function dayIn(text: string): { readonly day?: string; readonly time?: string } {
  if (/^\d{4}-\d{2}-\d{2}$/.test(text)) return isRealMoment(`${text}T00:00:00Z`) ? { day: text } : {};
  if (!isRealMoment(text)) return {};
  const moment = new Date(text);
  return { day: format(moment, 'yyyy-MM-dd'), time: format(moment, 'HH:mm') };
}

/** What a result says: a state before a score, as "missing" stands beside a zero. */
function entryOf(result: Line, score: string | undefined): string {
  const says = (head: string) => result.of(head).toLowerCase() === 'true';
  const status = result.of('scoreStatus').toLowerCase();
  if (status === 'exempt') return 'excused';
  if (says('missing')) return 'missing';
  if (status === 'not submitted' || says('inProgress')) return '';
  return score ?? (result.of('textScore').slice(0, LIMITS.label) || (STATUSES[status] ?? ''));
}
