import ExcelJS from 'exceljs';
import ICAL from 'ical.js';
import Papa from 'papaparse';
import type { Course } from '../../src/document/course';
import { pieces } from '../../src/document/tree';
import { readList } from '../../src/school/list/read-list';
import { FORMATS } from '../../src/formats/format';
import { standingMarkdown } from '../../src/outgoing/standing-markdown';
import { dueCalendar, piecesCsv } from '../../src/texts';
import { WRITERS, type LeavingFormat } from '../../src/writing';
import { courseWorkbook } from '../../src/outgoing/course-workbook';
import { writeXlsx } from '../../src/outgoing/write-xlsx';
import { category, course, NOW, open, scored } from '../sample';

/** A course with names that programs would like to run. */
function hostile(): Course {
  const logs = category(
    [
      scored('17.5', '20', { id: 'log1', name: '=cmd|"/c calc"!A1', due: '2026-09-14T21:59:00Z' }),
      scored('9', '10', { id: 'log2', name: 'Log, "quoted"\nand broken', due: '2026-09-21T21:59:00Z' }),
      open('10', { id: 'log3', name: '| pipe *star* <b>', due: '2026-12-01T21:59:00Z' }),
    ],
    { id: 'logs', name: '+SUM(A1)', combine: 'equal' },
  );
  return course([logs, open('80', { id: 'final', name: 'Final exam' })], {}, { title: '@Title' });
}

describe('the table of a course’s pieces', () => {
  it('is what the reader of lists reads back, piece by piece', () => {
    const document = course([
      category(
        [scored('17.5', '20', { name: 'Log 1', due: '2026-09-14T21:59:00Z' }), open('10', { name: 'Log 2' })],
        { name: 'Logs' },
      ),
      open('80', { name: 'Final exam', status: 'missing' }),
    ]);
    const read = readList({ source: { text: piecesCsv([document]) }, course: document, near: NOW });
    if (!read.ok) throw new Error(read.faults[0]!.message);
    if (read.value.kind !== 'list') throw new Error('a course');
    const { pairs, onlyThere, onlyHere } = read.value.compared;
    expect(pairs.map(({ name, differences }) => [name, differences])).toEqual(
      pieces(document).map(({ name }) => [name, []]),
    );
    expect([onlyThere, onlyHere]).toEqual([[], []]);
  });

  it('marks what a spreadsheet would run as text, and quotes what has commas and lines', () => {
    const { data, errors } = Papa.parse<string[]>(piecesCsv([hostile()]), { skipEmptyLines: true });
    expect(errors).toEqual([]);
    expect(data.slice(1).map(([name]) => name)).toEqual([
      '\'=cmd|"/c calc"!A1',
      'Log, "quoted"\nand broken',
      '| pipe *star* <b>',
      'Final exam',
    ]);
    expect(data.every((row) => row.length === 10)).toBe(true);
  });
});

describe('the calendar of a course', () => {
  it('has each due day once, for another reader, and nothing of the record', () => {
    const text = dueCalendar('Due', [hostile()], NOW);
    const events = new ICAL.Component(ICAL.parse(text) as unknown[])
      .getAllSubcomponents('vevent')
      .map((each) => new ICAL.Event(each));
    expect(events.map(({ summary, endDate }) => [summary, endDate.toJSDate().toISOString()])).toEqual([
      ['@Title: =cmd|"/c calc"!A1', '2026-09-14T21:59:00.000Z'],
      ['@Title: Log, "quoted"\nand broken', '2026-09-21T21:59:00.000Z'],
      ['@Title: | pipe *star* <b>', '2026-12-01T21:59:00.000Z'],
    ]);
    expect(text).not.toContain('17.5');
  });
});

describe('where a course stands, as a page', () => {
  it('has outlooks, parts and letters, and means nothing by the signs of a name', () => {
    const text = standingMarkdown(hostile(), NOW);
    expect(text).toContain('# @Title');
    expect(text).toContain('| standing | 88.8 B |');
    expect(text).toContain('| +SUM(A1) | 88.8 | counts |');
    expect(standingMarkdown(course([open('10', { name: 'a|b <i>' })]), NOW)).toContain(
      '| a\\|b \\<i\\> | – | no value |',
    );
  });
});

describe('the workbook as a file', () => {
  it('opens with its sheets, names and formulas; names of pieces are texts', async () => {
    const book = new ExcelJS.Workbook();
    await book.xlsx.load((await writeXlsx(courseWorkbook(hostile(), NOW))).buffer as ArrayBuffer);
    expect(book.worksheets.map(({ name }) => name)).toEqual(['Pieces', 'Course', 'Values']);
    const [sheet, courseSheet] = book.worksheets;
    expect((sheet!.getRow(1).values as string[]).slice(1, 9)).toEqual([
      ...['id', 'name', 'category', 'due', 'status', 'score', 'possible', 'weight'],
    ]);
    expect(sheet!.getCell('B2').value).toBe('=cmd|"/c calc"!A1');
    expect(sheet!.getCell('B2').type).toBe(ExcelJS.ValueType.String);
    expect(courseSheet!.getCell('B2').formula).toMatch(/^IF\(/);
    for (const [name, cell] of [
      ['standing', 'B2'],
      ['floor', 'B3'],
      ['ceiling', 'B4'],
      ['letter', 'B5'],
    ])
      expect(book.definedNames.getNames(`Course!${cell}`)).toEqual([name]);
    expect(sheet!.views[0]).toMatchObject({ state: 'frozen', ySplit: 1 });
  });

  it('is one of the forms that a course leaves in, each of which has a writer', async () => {
    const leaving = FORMATS.filter(({ leaves }) => leaves).map(({ name }) => name as LeavingFormat);
    for (const name of leaving) expect((await WRITERS[name](hostile(), NOW)).length).toBeGreaterThan(100);
    expect(Object.keys(WRITERS).sort()).toEqual([...leaving].sort());
  });
});
