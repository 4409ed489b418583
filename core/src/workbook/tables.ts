import { ICalCalendar } from 'ical-generator';
import Papa from 'papaparse';
import { statusOf, type Course, type Moment } from '../document/course';
import { entryText } from '../document/entry';
import { isCounted, isDeduction, walk } from '../document/tree';
import { courseLetters, letterOf, shownPercent } from '../grading/letter';
import { OUTLOOKS, outlooks } from '../grading/outlook';
import { reach } from '../search/reach';

/** The heads of a table of pieces: those by which a list is read back in. */
const TABLE_HEADS = ['Name', 'Category', 'Due', 'Score', 'Out of', 'Status', 'Weight', 'Counts'] as const;

/** The pieces of a course between commas (RFC 4180): decimals with points, days in the reader's own time. */
export function piecesCsv(course: Course): string {
  const rows = [...walk(course)].flatMap((placed): string[][] => {
    const { node, ancestors } = placed;
    if (node.kind === 'category') return [];
    const due = node.extended ?? node.due;
    const category = ancestors.at(-1)!;
    return [
      [
        node.name,
        category === course.root ? '' : category.name,
        due === undefined ? '' : localText(new Date(due)),
        node.score ? entryText(node) : '',
        node.possible,
        statusOf(node),
        node.weight ?? '',
        !isCounted(placed) ? 'no' : node.extraCredit ? 'extra credit' : 'yes',
      ],
    ];
  });
  // A text that a spreadsheet would take for a formula is marked as text.
  return `${Papa.unparse({ fields: [...TABLE_HEADS], data: rows }, { escapeFormulae: true })}\r\n`;
}

function localText(date: Date): string {
  const two = (number: number) => String(number).padStart(2, '0');
  return `${date.getFullYear()}-${two(date.getMonth() + 1)}-${two(date.getDate())} ${two(date.getHours())}:${two(date.getMinutes())}`;
}

/** The due days of a course as a calendar (RFC 5545): each an hour that ends when it is due. Nothing else of the record is in it. */
export function dueCalendar(course: Course, now: Moment): string {
  const calendar = new ICalCalendar({ name: course.title, prodId: '//Fidens//Due days//EN' });
  for (const { node } of walk(course)) {
    if (node.kind === 'category' || isDeduction(node)) continue;
    const due = node.extended ?? node.due;
    if (due === undefined) continue;
    const end = new Date(due);
    calendar.createEvent({
      id: `${node.id}@fidens`,
      start: new Date(end.getTime() - 3_600_000),
      end,
      summary: `${course.title}: ${node.name}`,
      stamp: new Date(now),
    });
  }
  return calendar.toString();
}

/** Where a course stands, in Markdown: outlooks, categories, and what each letter takes. */
export function standingMarkdown(course: Course, now: Moment): string {
  const found = outlooks(course, now);
  const letters = courseLetters(found.plan);
  const grade = (name: (typeof OUTLOOKS)[number]) => {
    const value = found[name]?.worth?.value;
    return value ? `${shownPercent(value, letters)} ${letterOf(found[name], letters)!.band.label}` : '–';
  };
  const parts = found.standing.parts.map(({ node, worth, role }) =>
    line([node.name, worth ? shownPercent(worth.value, letters) : '–', role === 'regular' ? 'counts' : role]),
  );
  const takes = reach(found).map(({ band, state, level }) =>
    line([band.label, state === 'reachable' ? `${level}%` : state]),
  );
  return [
    `# ${plain(course.title)}`,
    '',
    line(['Outlook', 'Grade']),
    '| --- | --- |',
    ...OUTLOOKS.map((name) => line([name, grade(name)])),
    '',
    '## Now',
    '',
    line(['Part', 'Percent', '']),
    '| --- | --- | --- |',
    ...parts,
    '',
    '## What each letter takes on all open work',
    '',
    line(['Letter', 'Takes']),
    '| --- | --- |',
    ...takes,
    '',
  ].join('\n');
}

function line(cells: readonly string[]): string {
  return `| ${cells.map(plain).join(' | ')} |`;
}

/** A text that means nothing in Markdown. */
function plain(text: string): string {
  return text.replace(/[\\`*_{}[\]<>#|]/g, (sign) => `\\${sign}`).replace(/\s+/g, ' ');
}
