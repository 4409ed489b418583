import fc from 'fast-check';
import { statusOf, type Course } from '../../src/document/course';
import { isCounted, walk } from '../../src/document/tree';
import { decimalText, rational } from '../../src/numbers/rational';
import { pointsOf } from '../../src/outgoing/facts';
import { categoryCells } from '../../src/outgoing/pieces-csv';
import { newCourses, readList } from '../../src/reading';
import { WRITERS, type LeavingFormat } from '../../src/writing';
import { randomCourse } from '../random-course';
import { category, course, NOW, open, scored } from '../sample';

const TIMES = Number(process.env['FIDENS_PROPERTY_TIMES'] ?? '1');

const sourceOf = async (document: Course, format: LeavingFormat) => ({
  files: [{ name: 'it', bytes: await WRITERS[format](document, NOW) }],
});

async function back(document: Course, format: LeavingFormat): Promise<Course> {
  let last = 0;
  const source = await sourceOf(document, format);
  const read = newCourses(
    { source, near: NOW, title: document.title, scale: document.scale },
    () => `b${(last += 1)}`,
  );
  if (!read.ok) throw new Error(JSON.stringify(read.faults));
  return read.value.kind === 'course' ? read.value.course : read.value.made[0]!.course;
}

/** What a table of pieces carries of a course: each piece with its categories, what it is worth, its day, its state and its score. */
function carried(document: Course, format: 'csv' | 'xlsx' | 'ods'): unknown[] {
  return [...walk(document)].flatMap((placed) => {
    const { node, ancestors } = placed;
    if (node.kind === 'category') return [];
    const { possible, score, weight } = node;
    const due = node.extended ?? node.due;
    const asNumber = score && format !== 'csv' ? pointsOf(score, node, document) : undefined;
    return [
      {
        name: node.name,
        ways: categoryCells(ancestors),
        status: statusOf(node),
        possible: decimalText(rational(possible), 6),
        weight: weight && decimalText(rational(weight), 6),
        due: due && new Date(due).getTime(),
        score: asNumber === undefined ? score : asNumber.toFixed(9),
        counts: isCounted(placed) && [...ancestors, node].some(({ extraCredit }) => extraCredit),
      },
    ];
  });
}

/** Two categories of one path would come back as one, and what deducts has no place in a table. */
function isTold(document: Course): boolean {
  const paths = [...walk(document)].flatMap(({ node, ancestors }) =>
    node.kind === 'category' ? [categoryCells([...ancestors, node])[0]] : [],
  );
  return new Set(paths).size === paths.length;
}

describe.each(['csv', 'xlsx', 'ods'] as const)('a course that leaves as %s', (format) => {
  it('is the course again when it comes back, as far as a table of pieces carries it', async () => {
    await fc.assert(
      fc.asyncProperty(randomCourse(), async (document) => {
        fc.pre(isTold(document) && carried(document, format).length > 0);
        const again = await back(document, format);
        expect(carried(again, format)).toEqual(carried(document, format));
      }),
      { numRuns: 25 * TIMES },
    );
  });

  it('held against itself is the same, piece by piece, with nothing new and nothing gone', async () => {
    const document = course([
      category(
        [
          scored('17.5', '20', { name: '=cmd|"/c calc"!A1', due: '2026-09-14T21:59:00Z' }),
          scored('9', '10', { name: 'Log, "quoted"' }),
          open('10', { name: '<b>bold</b> & more' }),
        ],
        { name: '+SUM(A1)', combine: 'equal', planned: { pieces: 5 } },
      ),
      open('80', { name: 'Final exam', status: 'missing' }),
    ]);
    const read = readList({ source: await sourceOf(document, format), course: document, near: NOW });
    if (!read.ok || read.value.kind !== 'list') throw new Error(JSON.stringify(read));
    const { pairs, onlyThere, onlyHere } = read.value.compared;
    expect(pairs.map(({ isSure, differences }) => [isSure, differences])).toEqual(
      Array.from({ length: 4 }, () => [true, []]),
    );
    expect([onlyThere, onlyHere]).toEqual([[], []]);
  });
});

it.each(['xlsx', 'ods'] as const)('what a category promises comes back in %s', async (format) => {
  const document = course([
    category([scored('5', '10', { name: 'Log 1' })], {
      name: 'Logs',
      planned: { pieces: 4, possible: '10' },
    }),
  ]);
  const [logs] = (await back(document, format)).root.children;
  expect(logs).toMatchObject({ name: 'Logs', planned: { pieces: 4, possible: '10' } });
});

it('a course file brings everything back', async () => {
  await fc.assert(
    fc.asyncProperty(randomCourse({ conditions: true }), async (document) =>
      expect(await back(document, 'course')).toEqual(document),
    ),
    { numRuns: 25 * TIMES },
  );
});

it('a calendar brings every name and day back', async () => {
  const document = course([
    category([open('20', { name: 'Dune log', due: '2026-09-21T21:59:00Z' }), open('10', { name: 'No day' })]),
    open('80', { name: 'Exam: part 1', due: '2026-12-01T09:30:00Z' }),
  ]);
  const again = await back(document, 'ics');
  expect(again.title).toBe(document.title);
  expect(again.root.children.map((node) => [node.name, 'due' in node && node.due])).toEqual([
    ['Dune log', '2026-09-21T21:59:00Z'],
    ['Exam: part 1', '2026-12-01T09:30:00Z'],
  ]);
});

it.each(['csv', 'xlsx', 'ods', 'ics'] as const)(
  '%s shows days as the reader’s clock and calendar have them, and brings them back',
  async (format) => {
    const document = course([open('20', { name: 'Dune log', due: '2026-09-21T21:59:00Z' })]);
    const due = new Date('2026-09-21T21:59:00Z');
    // The tests run where the clock on the wall is not universal time.
    expect(due.getTimezoneOffset()).not.toBe(0);
    if (format === 'csv')
      expect(new TextDecoder().decode(await WRITERS.csv(document, NOW))).toContain(
        `2026-09-${due.getDate()} ${String(due.getHours()).padStart(2, '0')}:59`,
      );
    expect((await back(document, format)).root.children[0]).toMatchObject({ due: '2026-09-21T21:59:00Z' });
  },
);
