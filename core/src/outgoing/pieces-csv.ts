import Papa from 'papaparse';
import { statusOf, type Assessment, type Category, type Course } from '../document/course';
import { entryText } from '../document/entry';
import { isCounted, walk } from '../document/tree';
import { INSIDE } from '../formats/category-path';
import { wallText } from './wall-clock';

/** The heads of a table of pieces: those by which it is read back in. */
const HEADS = [
  ...[
    'Name',
    'Category',
    'Category weight',
    'Adds up',
    'Due',
    'Score',
    'Out of',
    'Status',
    'Weight',
    'Counts',
  ],
] as const;

/** A category without a weight, beside others that have one. */
const NONE = '–';

/**
 * The pieces of courses between commas (RFC 4180): decimals with points, days in the reader's own time. Of several courses each row names its
 * own first.
 */
export function piecesCsv(courses: readonly Course[]): string {
  const isMany = courses.length > 1;
  const rows = courses.flatMap((course) =>
    piecesOf(course).map((row) => (isMany ? [course.title, ...row] : row)),
  );
  const fields = isMany ? ['Course', ...HEADS] : [...HEADS];
  // A text that a spreadsheet would take for a formula is marked as text.
  return `${Papa.unparse({ fields, data: rows }, { escapeFormulae: true })}\r\n`;
}

function piecesOf(course: Course): string[][] {
  return [...walk(course)].flatMap(({ node, ancestors }): string[][] => {
    if (node.kind === 'category') return [];
    const due = node.extended ?? node.due;
    return [
      [
        node.name,
        ...categoryCells(ancestors),
        due === undefined ? '' : wallText(new Date(due)),
        node.score ? entryText(node) : '',
        node.possible,
        statusOf(node),
        node.weight ?? '',
        countsText(node, ancestors),
      ],
    ];
  });
}

/** The categories that a piece is in, from the outermost: their names, their weights, and how each adds up, the whole course first. */
export function categoryCells(ancestors: readonly Category[]): [string, string, string] {
  const inside = ancestors.slice(1);
  const weights = inside.map(({ weight = NONE }) => weight);
  return [
    inside.map(({ name }) => name.replaceAll(INSIDE, '›')).join(INSIDE),
    weights.every((weight) => weight === NONE) ? '' : weights.join(INSIDE),
    ancestors.map(({ combine = 'points' }) => combine).join(INSIDE),
  ];
}

/** Whether a piece counts, with all that it is in. */
export function countsText(node: Assessment, ancestors: readonly Category[]): string {
  if (node.deduct) return 'deduction';
  if (!isCounted({ node, ancestors })) return 'no';
  return [...ancestors, node].some(({ extraCredit }) => extraCredit) ? 'extra credit' : 'yes';
}
