import { utils, write } from '@e965/xlsx';
import fc from 'fast-check';
import { strToU8, zipSync } from 'fflate';
import { INCOMING_LIMITS, type SourceFile } from '../../src/incoming/source';
import { newCourses, type NewCoursesQuestion } from '../../src/reading';
import { LETTERS, NOW } from '../sample';

const files = (...all: (Uint8Array | string)[]): { files: SourceFile[] } => ({
  files: all.map((bytes, index) => ({
    name: `file ${index}`,
    bytes: typeof bytes === 'string' ? strToU8(bytes) : bytes,
  })),
});

function read(source: NewCoursesQuestion['source'], more: Partial<NewCoursesQuestion> = {}) {
  let last = 0;
  return newCourses({ source, near: NOW, title: 'A file', scale: LETTERS, ...more }, () => `n${(last += 1)}`);
}

/** The pieces that are read, as short texts. */
function told(source: NewCoursesQuestion['source'], more: Partial<NewCoursesQuestion> = {}): string[] {
  const found = read(source, more);
  if (!found.ok || found.value.kind !== 'lists') throw new Error(JSON.stringify(found));
  return found.value.made.flatMap(({ course }) =>
    course.root.children.map((node) =>
      [
        node.name,
        node.weight && `weight ${node.weight}`,
        node.kind === 'category'
          ? `(${node.combine ?? 'points'}: ${node.children.map(({ name }) => name).join(', ')})`
          : `${node.status ?? 'open'} of ${node.possible}`,
      ]
        .filter(Boolean)
        .join(' '),
    ),
  );
}

function why(source: NewCoursesQuestion['source']): string {
  const found = read(source);
  return found.ok ? 'it was read' : found.faults.map(({ at, message }) => `${at}|${message}`).join('; ');
}

const TABLE = 'Name,Score,Out of\nDune log,17,20\nÖkologie – Übung,9,10\n';

describe('what a file is is found from its content', () => {
  it.each<[string, Uint8Array | string]>([
    ['UTF-8', TABLE],
    ['UTF-8 with its mark', `\uFEFF${TABLE}`],
    ['UTF-16, little end first', Buffer.from(`\uFEFF${TABLE}`, 'utf16le')],
    ['UTF-16 without its mark', Buffer.from(TABLE, 'utf16le')],
    ['UTF-16, big end first', Buffer.from(`\uFEFF${TABLE}`, 'utf16le').swap16()],
  ])('a table in %s', (_name, bytes) =>
    expect(told(files(bytes))).toEqual(['Dune log scored of 20', 'Ökologie – Übung scored of 10']),
  );

  it('a table in Windows-1252', () => {
    const bytes = Buffer.from(TABLE.replace('–', '\u0096'), 'latin1');
    expect(told(files(bytes))).toEqual(['Dune log scored of 20', 'Ökologie – Übung scored of 10']);
  });

  it('a workbook of another program: days are days, percents keep their sign, formulas are what they came to', () => {
    // The writer tells on the console that it writes days in its own way.
    jest.spyOn(console, 'error').mockImplementation(() => undefined);
    const book = utils.book_new();
    const sheet = utils.aoa_to_sheet([['Name', 'Due', 'Score', 'Out of']]);
    sheet['A2'] = { t: 's', v: 'Dune log' };
    sheet['B2'] = { t: 'n', v: 46_280, z: 'yyyy-mm-dd' };
    sheet['C2'] = { t: 'n', v: 0.855, z: '0.0%' };
    sheet['D2'] = { t: 'n', v: 20, f: 'SUM(10,10)' };
    sheet['!ref'] = 'A1:D2';
    utils.book_append_sheet(book, sheet, 'Any');
    for (const bookType of ['xlsx', 'ods'] as const) {
      const found = read(files(new Uint8Array(write(book, { bookType, type: 'array' }) as ArrayBuffer)));
      if (!found.ok || found.value.kind !== 'lists') throw new Error(JSON.stringify(found));
      const [piece] = found.value.made[0]!.course.root.children;
      expect(piece).toMatchObject({ name: 'Dune log', possible: '20', score: { percent: '85.5' } });
      expect(piece).toHaveProperty('due');
    }
  });

  it.each<[string, string | Uint8Array, RegExp]>([
    ['a PDF', '%PDF-1.7', /is a PDF: copy its table/],
    ['an old or locked workbook', new Uint8Array([0xd0, 0xcf, 0x11, 0xe0, 1, 2]), /save it as \.xlsx/],
    ['a picture', new Uint8Array([0x89, 0x50, 0x4e, 0x47, 1]), /is a picture/],
    [
      'an archive of something else',
      zipSync({ 'a.txt': strToU8('a') }),
      /neither a spreadsheet nor a gradebook/,
    ],
    ['a damaged archive', zipSync({ 'xl/workbook.xml': strToU8('a') }).subarray(0, 60), /damaged/],
    [
      'a workbook without what makes one',
      zipSync({ 'xl/workbook.xml': strToU8('<workbook/>') }),
      /damaged workbook|no sheet/,
    ],
    ['nothing', '', /is empty/],
    ['what is no text', new Uint8Array([1, 0, 2, 2, 0, 3, 65, 66, 67]), /no text/],
    ['JSON that breaks off', '{"format": "fidens-course",\n "title": }', /not JSON: .* line 2, column 11/],
    [
      'a quotation mark that is never closed',
      'Name,Score\n"Dune log,17\nReef,9',
      /line 2, column 2\|has a quotation mark/,
    ],
  ])('%s is refused with a sentence', (_name, content, words) => {
    expect(why(files(content))).toMatch(words);
  });

  it('several files that are no export are asked for one by one', () =>
    expect(why(files(TABLE, TABLE))).toMatch(/open them one by one/));
});

describe('a hostile file', () => {
  it('that unpacks to more than any course is refused before it does', () => {
    const bomb = zipSync({ 'xl/workbook.xml': new Uint8Array(INCOMING_LIMITS.unpacked + 1) }, { level: 1 });
    expect(bomb.length).toBeLessThan(INCOMING_LIMITS.bytes);
    expect(why(files(bomb))).toMatch(/more than any school exports/);
    const many = Object.fromEntries(
      Array.from({ length: INCOMING_LIMITS.entries + 1 }, (_, index) => [
        `xl/${index}.xml`,
        new Uint8Array(0),
      ]),
    );
    expect(why(files(zipSync(many)))).toMatch(/more than any school exports/);
  });

  it('that says it is smaller than it is unpacks to no more than it says', () => {
    const bytes = Buffer.from(zipSync({ 'xl/workbook.xml': new Uint8Array(30_000_000) }, { level: 1 }));
    bytes.writeUInt32LE(100, bytes.lastIndexOf(Buffer.from('PK\u0001\u0002', 'latin1')) + 24);
    expect(why(files(new Uint8Array(bytes)))).toMatch(/damaged|no sheet/);
  });

  it('that declares entities is refused', () => {
    const entities =
      '<?xml version="1.0"?><!DOCTYPE a [<!ENTITY b "bbbb"><!ENTITY c "&b;&b;&b;">]><a>&c;</a>';
    expect(why(files(zipSync({ 'content.xml': strToU8(entities) })))).toMatch(
      /declares entities in content\.xml/,
    );
  });

  it('that is larger than any is refused unread', () =>
    expect(why(files(new Uint8Array(INCOMING_LIMITS.bytes + 1)))).toMatch(/larger than the 20 MB/));

  it('of any bytes is read or refused, and nothing else happens', () => {
    const signs = fc.constantFrom(
      'PK\u0003\u0004',
      'BEGIN:VCALENDAR\n',
      '{"a":',
      'Name,Score\n',
      '<table><tr><td>',
      '',
    );
    fc.assert(
      fc.property(signs, fc.uint8Array({ maxLength: 300 }), (begin, rest) => {
        const bytes = new Uint8Array([...Buffer.from(begin, 'latin1'), ...rest]);
        expect(typeof read(files(bytes)).ok).toBe('boolean');
      }),
      { numRuns: 300 },
    );
  });

  it('of damaged parts of a workbook is read or refused, too', () => {
    const book = utils.book_new();
    utils.book_append_sheet(
      book,
      utils.aoa_to_sheet([
        ['Name', 'Score'],
        ['Dune', 5],
      ]),
      'Any',
    );
    const whole = new Uint8Array(write(book, { bookType: 'xlsx', type: 'array' }) as ArrayBuffer);
    fc.assert(
      fc.property(fc.nat(whole.length - 1), fc.nat(255), (at, byte) => {
        const bytes = whole.slice();
        bytes[at] = byte;
        expect(typeof read(files(bytes)).ok).toBe('boolean');
      }),
      { numRuns: 60 },
    );
  });
});

describe('a course out of a table', () => {
  it('has its categories in their order, with weights that stand in their names', () =>
    expect(
      told({
        text: 'Name\tCategory\tScore\tOut of\nLog 1\tField logs (35%)\t17\t20\nExam\tExams – 65 %\t\t80',
      }),
    ).toEqual(['Field logs weight 35 (points: Log 1)', 'Exams weight 65 (points: Exam)']));

  it('takes weights that are alike in each category and come to 100 for those of categories, and says so', () => {
    const source = {
      text: 'Name\tCategory\tWeight\tOut of\nLog 1\tLogs\t40\t20\nLog 2\tLogs\t40\t20\nExam\tExam\t60\t80',
    };
    expect(told(source)).toEqual(['Logs weight 40 (points: Log 1, Log 2)', 'Exam weight 60 (points: Exam)']);
    const found = read(source);
    if (!found.ok || found.value.kind !== 'lists') throw new Error('not read');
    expect(found.value.made[0]).toMatchObject({ weightOf: 'category', assumed: 'weights', pieces: 3 });
    expect(told(source, { weightOf: 'piece' })).toEqual([
      'Logs (weights: Log 1, Log 2)',
      'Exam (weights: Exam)',
    ]);
  });

  it('becomes several where it names several', () => {
    const found = read({ text: 'Course\tName\tScore\tOut of\nEcology\tLog\t17\t20\nPoetry\tOde\t9\t10' });
    if (!found.ok || found.value.kind !== 'lists') throw new Error('not read');
    expect(found.value.made.map(({ course }) => course.title)).toEqual(['Ecology', 'Poetry']);
  });

  it('is none where no row could be a piece, until its columns are put right', () => {
    const found = read({ text: 'Dear all,\nsee you in class.' });
    expect(found).toMatchObject({ ok: true, value: { kind: 'lists', made: [] } });
  });

  it('tells entries that are no scores, and leaves them out', () => {
    const found = read({ text: 'Name\tScore\tOut of\nLog\tseventeen-ish\t20\nOde\t9\t10' });
    if (!found.ok || found.value.kind !== 'lists') throw new Error('not read');
    expect(found.value.made[0]!.unclear).toEqual([{ name: 'Log', entry: 'seventeen-ish' }]);
  });
});
