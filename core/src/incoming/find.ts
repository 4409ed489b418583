import type { Course } from '../document/course';
import type { DayOrder } from '../document/day';
import type { Checked, Fault } from '../document/validation';
import type { FormatName } from '../formats/format';
import { unpack, type Archive } from './archive';
import { isZip, strangeFault, textOfBytes } from './bytes';
import { readCalendar } from './calendar';
import { readCourse } from './course-file';
import { recogniseColumns } from './columns';
import { gradebookFile, isGradebook, readGradebook } from './gradebook';
import type { Listed, ListedPerson } from './listed';
import { readRows } from './rows';
import { INCOMING_LIMITS, type Copied, type Source, type SourceFile } from './source';
import { rowsOfSpreadsheet } from './spreadsheet';
import { readTable, tableOf, type Table } from './table';
import type { ColumnKind } from './vocabulary';

/** What came in, by what its content shows it to be; its name decides nothing. */
type Found =
  | { readonly format: 'course'; readonly course: Course }
  | { readonly format: 'xlsx' | 'ods' | 'csv'; readonly table: Table }
  | { readonly format: 'ics'; readonly text: string }
  | { readonly format: 'oneroster'; readonly files: Archive };

/** How what came in is to be read, where that was said. */
export interface Reading {
  /** A day of which days without a year are near, ISO 8601. */
  readonly near: string;
  readonly kinds?: readonly ColumnKind[];
  readonly order?: DayOrder;
  /** Whose results are read, in an export of several persons. */
  readonly person?: string;
}

/** Lists of pieces, and how they were read. */
export interface ReadLists {
  readonly format: FormatName;
  readonly lists: readonly Listed[];
  /** What the columns hold; none where the format says it. */
  readonly kinds: readonly ColumnKind[];
  /** The first lines of the table, its heads among them. */
  readonly sample: Table;
  readonly passedOver: number;
  /** Days of which it must be asked which number is the month. */
  readonly unclearDays: number;
  /** Persons whose results are there, where it must be asked whose are read. */
  readonly people: readonly ListedPerson[];
  readonly person?: string;
}

/** What a source holds: a course whole, or lists of pieces. */
export type Incoming =
  | { readonly kind: 'course'; readonly course: Course }
  | ({ readonly kind: 'lists' } & ReadLists);

/** So many lines of a table are shown where its columns are put right. */
const SHOWN = 5;

/**
 * Reads whatever came in: a course file, a spreadsheet, a table between commas or of a page, a calendar, an export of a gradebook.
 *
 * @returns what was understood; or why nothing was, with line and column where there are such
 */
export function readIncoming(source: Source, reading: Reading): Checked<Incoming> {
  const found = find(source);
  if (!found.ok) return found;
  if (found.value.format === 'course')
    return { ok: true, value: { kind: 'course', course: found.value.course } };
  const lists = listsIn(found.value, reading);
  return lists.ok ? { ok: true, value: { kind: 'lists', ...lists.value } } : lists;
}

function refused(message: string, at = ''): { ok: false; faults: Fault[] } {
  return { ok: false, faults: [{ at, message }] };
}

function find(source: Source): Checked<Found> {
  if ('text' in source) return findInText(source);
  const { files } = source;
  const size = files.reduce((all, { bytes }) => all + bytes.length, 0);
  if (size > INCOMING_LIMITS.bytes)
    return refused(`is larger than the ${INCOMING_LIMITS.bytes / 1_000_000} MB that a course or list can be`);
  const [first, ...others] = files;
  if (!first || size === 0) return refused('is empty');
  if (others.length > 0) return findInSeveral(files);
  const strange = strangeFault(first.bytes);
  if (strange) return { ok: false, faults: [strange] };
  return isZip(first.bytes) ? findInArchive(first.bytes) : findInText({ text: textOfBytes(first.bytes) });
}

function findInSeveral(files: readonly SourceFile[]): Checked<Found> {
  if (!isGradebook(files.map(({ name }) => name)))
    return refused('is several files that are not those of one export: open them one by one');
  return {
    ok: true,
    value: { format: 'oneroster', files: new Map(files.map(({ name, bytes }) => [name, bytes])) },
  };
}

/** Of a workbook these parts are read; its macros, pictures and links are not. */
const WORKBOOK =
  /^(\[Content_Types\]\.xml|_rels\/.*|docProps\/.*|xl\/(?!media|drawings|vba|embeddings).*\.(xml|rels))$/i;
const OPEN_DOCUMENT = /^(mimetype|content\.xml|meta\.xml|styles\.xml|META-INF\/manifest\.xml)$/i;

function findInArchive(bytes: Uint8Array): Checked<Found> {
  const unpacked = unpack(
    bytes,
    (path) => WORKBOOK.test(path) || OPEN_DOCUMENT.test(path) || gradebookFile(path) !== undefined,
  );
  if (!unpacked.ok) return unpacked;
  const files = unpacked.value;
  const paths = [...files.keys()];
  if (isGradebook(paths)) return { ok: true, value: { format: 'oneroster', files } };
  const isOpen = files.has('content.xml');
  const isLocked =
    isOpen && /encryption-data/.test(textOfBytes(files.get('META-INF/manifest.xml') ?? new Uint8Array()));
  if (isLocked) return refused('is locked with a password: save it without one');
  const isOffice = paths.some((path) => /^xl\/workbook\.(xml|bin)$/i.test(path));
  if (!isOpen && !isOffice) return refused('is an archive with neither a spreadsheet nor a gradebook in it');
  const rows = rowsOfSpreadsheet(files);
  if (!rows.ok) return rows;
  const table = tableOf(rows.value);
  return table.ok ? { ok: true, value: { format: isOpen ? 'ods' : 'xlsx', table: table.value } } : table;
}

function findInText(copied: Copied): Checked<Found> {
  const { text, html } = copied;
  const start = text.trimStart().replace(/^\uFEFF/, '');
  if (start === '' && html === undefined) return refused('is empty');
  if (/^[{[]\s*["{}\]]/.test(start)) {
    const course = readCourse(start);
    return course.ok ? { ok: true, value: { format: 'course', course: course.value } } : course;
  }
  if (/^BEGIN:VCALENDAR/i.test(start)) return { ok: true, value: { format: 'ics', text: start } };
  if (text.includes('\0')) return refused('is no text, and no file of a kind that is read');
  const table = readTable(copied);
  return table.ok ? { ok: true, value: { format: 'csv', table: table.value } } : table;
}

function listsIn(found: Exclude<Found, { format: 'course' }>, reading: Reading): Checked<ReadLists> {
  const plain = { format: found.format, kinds: [], sample: [], passedOver: 0, unclearDays: 0, people: [] };
  if (found.format === 'ics') {
    const read = readCalendar(found.text);
    return read.ok ? { ok: true, value: { ...plain, ...read.value } } : read;
  }
  if (found.format === 'oneroster') {
    const read = readGradebook(found.files, reading.person);
    return read.ok ? { ok: true, value: { ...plain, ...read.value } } : read;
  }
  return listsInTable(found.format, found.table, reading);
}

function listsInTable(
  format: FormatName,
  table: Table,
  { near, kinds: said, order }: Reading,
): Checked<ReadLists> {
  const day = new Date(near);
  const recognised = recogniseColumns(table, day);
  const columns = said?.length === recognised.kinds.length ? { ...recognised, kinds: said } : recognised;
  const read = readRows(table, columns, day, order);
  if (!read.ok) return read;
  const { rows, passedOver, unclearDays } = read.value;
  const titles = new Set(rows.map(({ course }) => course));
  const lists = [...titles].map((title) => ({
    ...(title !== undefined && { title }),
    rows: rows.filter(({ course }) => course === title),
  }));
  const head = columns.head ?? 0;
  return {
    ok: true,
    value: {
      format,
      lists,
      kinds: columns.kinds,
      sample: table.slice(head, head + SHOWN),
      passedOver,
      unclearDays,
      people: [],
    },
  };
}
