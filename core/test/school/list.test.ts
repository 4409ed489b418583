import fc from 'fast-check';
import type { Course } from '../../src/document/course';
import { checkCourse } from '../../src/document/course-file';
import { readDay } from '../../src/document/day';
import { find, pieces } from '../../src/document/tree';
import { applyEdits } from '../../src/editing/apply-edits';
import { compareList } from '../../src/school/list/compare';
import { listEdits, takenKey, type Compared } from '../../src/school/list/choice';
import { recogniseColumns } from '../../src/incoming/columns';
import { matchRows } from '../../src/school/list/match';
import { readRows } from '../../src/incoming/rows';
import { INCOMING_LIMITS, type Copied } from '../../src/incoming/source';
import { readTable, type Table } from '../../src/incoming/table';
import { category, course, open, scored } from '../sample';

const NEAR = new Date('2026-10-20T12:00:00');

function tableOf(source: Copied): Table {
  const read = readTable(source);
  if (!read.ok) throw new Error(read.faults[0]!.message);
  return read.value;
}

function rowsOf(source: Copied) {
  const table = tableOf(source);
  const read = readRows(table, recogniseColumns(table, NEAR), NEAR);
  if (!read.ok) throw new Error(read.faults[0]!.message);
  return read.value;
}

/** The rows as short texts: what is understood of each. */
function told(source: Copied): string[] {
  return rowsOf(source).rows.map(({ name, entry, possible, day }) =>
    [name, entry, possible, day].filter(Boolean).join(' | '),
  );
}

const text = (lines: readonly string[]) => ({ text: lines.join('\n') });

describe('a list of a school’s', () => {
  const understood = [
    'Mudflat log | 17.5 | 20 | 2026-09-14',
    'Dune log | 18 | 20 | 2026-09-21',
    'Reef log | missing | 20 | 2026-09-28',
    'Exam | 80 | 2026-11-30',
  ];

  it('is read from text with tabs, the way a spreadsheet or a page copies it', () => {
    expect(
      told(
        text([
          'Coastal Ecology\t\t\t',
          'Name\tDue\tScore\tOut of',
          'Mudflat log\t14 Sep\t17,5\t20',
          'Dune log\t21 Sep\t18.00\t20',
          'Reef log\t28 Sep\tnot submitted\t20',
          'Exam\t30 Nov\t—\t80',
          'Total\t\t35.5\t60',
        ]),
      ),
    ).toEqual(understood);
  });

  it('is read from values between commas, quoted or not, and between semicolons', () => {
    expect(
      told(
        text([
          'Assignment,Due date,Grade',
          '"Mudflat log","Sep 14, 2026",17.5/20',
          'Dune log,"Sep 21, 2026",18 / 20',
          'Reef log,"Sep 28, 2026",missing / 20',
          'Exam,"Nov 30, 2026",- / 80',
        ]),
      ),
    ).toEqual(understood);
    expect(
      told(
        text([
          'Aufgabe;Datum;Punkte;max',
          'Mudflat log;14.09.2026;17,5;20',
          'Dune log;21.09.2026;18;20',
          'Reef log;28.09.2026;missing;20',
          'Exam;30.11.2026;;80',
        ]),
      ),
    ).toEqual(understood);
  });

  it('is read from a page: its largest table, heads in any order, merged cells, nothing that is hidden or run', () => {
    const html = `<html><head><style>td{}</style></head><body><table><tr><td>Menu</td></tr></table>
      <table><thead><tr><th>Points</th><th colspan="2">Task</th><th>Max</th><th>Deadline</th></tr></thead>
      <tr><td>17.5</td><td>Mudflat log<script>alert(1)</script><span hidden>secret</span></td><td>x</td><td>20</td><td rowspan="1">Mon, Sep 14 at 11:59pm</td></tr>
      <tr><td>18</td><td>Dune&nbsp;log</td><td></td><td rowspan="2">20</td><td>Sep 21</td></tr>
      <tr><td>Missing</td><td>Reef log</td><td></td><td>Sep 28</td></tr>
      <tr><td></td><td>Exam</td><td></td><td>80</td><td>Nov 30</td></tr></table></body></html>`;
    expect(told({ text: 'whatever', html })).toEqual(understood);
    expect(rowsOf({ text: '', html }).rows[0]).toMatchObject({ time: '23:59' });
  });

  it('is read from a spreadsheet’s clipboard, with all that it puts around its cells', () => {
    const html = `<html xmlns:o="urn:schemas-microsoft-com:office:office" xmlns="http://www.w3.org/TR/REC-html40"><head><meta name=ProgId content=Sheet>
      <style><!--table {mso-displayed-decimal-separator:"\\,";} td {color:black;}--></style></head><body><table border=0 width=300><!--StartFragment--><col width=100>
      <tr height=20><td class=xl65>Name</td><td>Due</td><td>Score</td><td>Out of</td></tr>
      <tr><td>Mudflat log</td><td align=right>14.09.2026</td><td align=right x:num="17.5">17,5</td><td>20</td></tr>
      <tr><td>Dune log</td><td>21.09.2026</td><td>18</td><td>20</td></tr>
      <tr><td>Reef log</td><td>28.09.2026</td><td>missing</td><td>20</td></tr>
      <tr><td>Exam</td><td>30.11.2026</td><td></td><td>80</td></tr><!--EndFragment--></table></body></html>`;
    expect(told({ text: 'Name\tDue', html })).toEqual(understood);
  });

  it('is read from cells on lines of their own, as a phone copies them', () => {
    expect(
      told(
        text([
          'Name',
          'Due',
          'Score',
          'Out of',
          'Mudflat log',
          '14 Sep',
          '17.5',
          '20',
          'Dune log',
          '21 Sep',
          '18',
          '20',
          'Reef log',
          '28 Sep',
          'missing',
          '20',
          'Exam',
          '30 Nov',
          '—',
          '80',
        ]),
      ),
    ).toEqual(understood);
  });

  it('is read where lines are left out, each beginning with its name', () => {
    expect(
      told(
        text([
          'Mudflat log',
          '14 Sep',
          '17.5 / 20',
          'Dune log',
          '18 / 20',
          'Reef log',
          '28 Sep',
          'missing',
          'Exam',
          '30 Nov',
          '- / 80',
          'Quiz one',
          '9 / 10',
        ]),
      ),
    ).toEqual([
      'Mudflat log | 17.5 | 20 | 2026-09-14',
      'Dune log | 18 | 20',
      'Reef log | missing | 2026-09-28',
      'Exam | 80 | 2026-11-30',
      'Quiz one | 9 | 10',
    ]);
  });

  it('knows columns without heads by what stands in them', () => {
    expect(
      told(
        text([
          'Mudflat log\t2026-09-14\t17.5\t20',
          'Dune log\t2026-09-21\t18\t20',
          'Reef log\t2026-09-28\tmissing\t20',
          'Exam\t2026-11-30\t\t80',
        ]),
      ),
    ).toEqual(understood);
  });

  it('passes over thousands of lines that are no rows, and knows groups by their heads', () => {
    const noise = Array.from({ length: 3000 }, (_, index) => `Notice ${index}\t\t\t`);
    const read = rowsOf(
      text(['Name\tScore\tOut of\tDue', ...noise, 'Field logs\t\t\t', 'Mudflat log\t17.5\t20\t14 Sep']),
    );
    expect(read.rows).toMatchObject([{ name: 'Mudflat log', category: 'Field logs' }]);
    expect(read.passedOver).toBe(3001);
  });

  it('says which days could be two, until it is said which number is the month', () => {
    const list = text(['Name\tDue\tScore', 'Mudflat log\t9/10\t17/20', 'Dune log\t10/11\t18/20']);
    expect(rowsOf(list).unclearDays).toBe(2);
    const table = tableOf(list);
    const read = readRows(table, recogniseColumns(table, NEAR), NEAR, 'month first');
    expect(read.ok && read.value.rows.map(({ day }) => day)).toEqual(['2026-09-10', '2026-10-11']);
    // One day that no month can be says it for all.
    expect(
      rowsOf(text(['Name\tDue\tScore', 'Mudflat log\t9/10\t17/20', 'Dune log\t10/25\t18/20'])).rows.map(
        ({ day }) => day,
      ),
    ).toEqual(['2026-09-10', '2026-10-25']);
  });

  it.each<[string, string, string, string | undefined]>([
    ['17/20', '17', '', '20'],
    ['17 / 20 pts', '17', '', '20'],
    ['85%', '85%', '', undefined],
    ['B+', 'B+', '', undefined],
    ['—', '', '', undefined],
    ['EX', 'excused', '', undefined],
    ['0', 'missing', 'Missing', undefined],
    ['', 'waiting', 'Submitted', undefined],
    ['18', '18', 'Submitted late', undefined],
    ['Not graded', '', '', undefined],
  ])('understands the score %s as %s', (score, entry, state, possible) => {
    const [row] = rowsOf(
      text(['Name\tScore\tStatus\tDue', `Log 1\t${score}\t${state}\t2026-09-14`, 'Log 2\t4\t\t2026-09-15']),
    ).rows;
    expect(row).toMatchObject({ name: 'Log 1', entry });
    expect(row!.possible).toBe(possible);
  });

  it('is read without marks of writing direction, right to left or not', () => {
    const html =
      '<table dir="rtl"><tr><th>Score</th><th>Name</th></tr><tr><td>\u200F17/20\u200E</td><td>\u202Bסקר אצות 1\u202C</td></tr></table>';
    expect(told({ text: '', html })).toEqual(['סקר אצות 1 | 17 | 20']);
  });
});

describe('what is no list', () => {
  it.each<[string, Copied]>([
    ['nothing', { text: '' }],
    ['blanks', { text: ' \n\t\n' }],
    ['an empty table', { text: '', html: '<table></table>' }],
  ])('%s is refused with a sentence', (_what, source) => expect(readTable(source).ok).toBe(false));

  it('is refused where it is larger than any', () => {
    const lines = Array.from({ length: INCOMING_LIMITS.rows + 1 }, (_, index) => `Log ${index}\t5/5`);
    const table = tableOf(text(['Name\tScore', ...lines]));
    const read = readRows(table, recogniseColumns(table, NEAR), NEAR);
    expect(read.ok ? '' : read.faults[0]!.message).toContain('1001 rows');
    expect(readTable(text(Array.from({ length: 30_000 }, () => 'a\tb'))).ok).toBe(false);
    expect(readTable({ text: 'x'.repeat(INCOMING_LIMITS.characters + 1) }).ok).toBe(false);
  });

  it('costs no more where it is nested, or spans for ever', () => {
    const table = '<table><tr><td rowspan="99999999" colspan="99999999">A1</td><td>1/2</td></tr></table>';
    expect(tableOf({ text: '', html: `${'<div>'.repeat(500)}${table}` })[0]![0]).toBe('A1');
    expect(readTable({ text: '', html: `${'<div>'.repeat(200_000)}${table}` }).ok).toBe(false);
    expect(tableOf({ text: 'Log 1\t1/2', html: `${'<div>'.repeat(200_000)}${table}` })).toEqual([
      ['Log 1', '1/2'],
    ]);
    expect(
      tableOf({
        text: '',
        html: '<table><tr><td><table><tr><td>in</td></tr></table></td><td>3/4</td></tr></table>',
      }),
    ).toEqual([['in', '3/4']]);
  });

  it('any text at all is read or refused, and never throws', () => {
    fc.assert(
      fc.property(
        fc.oneof(
          fc.string({ unit: 'binary', maxLength: 400 }),
          fc
            .array(
              fc.constantFrom(
                '<td>',
                '<tr>',
                '</table>',
                '<table>',
                '\t',
                ',',
                '\n',
                '17/20',
                'Log 1',
                '9/10',
                '<script>',
                '\u202E',
              ),
            )
            .map((parts) => parts.join('')),
        ),
        (source) => {
          const read = readTable({ text: source, html: source });
          if (!read.ok) return;
          const rows = readRows(read.value, recogniseColumns(read.value, NEAR), NEAR);
          if (rows.ok) matchRows(rows.value.rows, coastal());
        },
      ),
      { numRuns: 500 },
    );
  });
});

describe('a day as it is written', () => {
  it.each<[string, string | undefined, string | undefined]>([
    ['Mon, Oct 12, 2026 at 11:59 pm', '2026-10-12', '23:59'],
    ['12 October 2026 08.30', '2026-10-12', '08:30'],
    ['Oct 12 by 5pm', '2026-10-12', '17:00'],
    ['2026-10-12T21:59:00Z', '2026-10-12', '21:59'],
    ['Sept. 3', '2026-09-03', undefined],
    ['12.10.26', '2026-10-12', undefined],
    ['25/10/26', '2026-10-25', undefined],
    ['3rd Jan', '2027-01-03', undefined],
    ['17', undefined, undefined],
    ['Log 4', undefined, undefined],
  ])('%s', (written, day, time) => {
    const read = readDay(written, NEAR);
    expect(read?.kind === 'day' ? read.day : undefined).toBe(day);
    expect(read?.time).toBe(time);
  });
});

function coastal(): Course {
  const logs = category(
    [
      scored('17.5', '20', { id: 'log1', name: 'Log 1 · Mudflat', due: '2026-09-14T21:59:00Z' }),
      scored('18', '20', { id: 'log2', name: 'Log 2 · Dune', due: '2026-09-21T21:59:00Z' }),
      open('20', { id: 'log3', name: 'Log 3 · Reef', due: '2026-09-28T21:59:00Z' }),
      open('20', { id: 'log4', name: 'Log 4 · Eelgrass' }),
    ],
    { id: 'logs', name: 'Field logs' },
  );
  const quizzes = category([scored('9', '10', { id: 'quiz', name: 'Reading quiz' })], {
    id: 'quizzes',
    name: 'Quizzes',
  });
  return course([
    logs,
    quizzes,
    open('80', { id: 'final', name: 'Final exam', due: '2026-11-30T09:00:00Z' }),
  ]);
}

function comparedWith(lines: readonly string[], document = coastal()): Compared {
  const { rows } = rowsOf(text(['Name\tGroup\tDue\tScore\tOut of', ...lines]));
  return compareList(document, rows, matchRows(rows, document));
}

describe('a list beside the record', () => {
  const LIST = [
    'Mudflat log\tLogs\t14 Sep\t17.5\t20',
    'Dune log\tLogs\t21 Sep\t15\t20',
    'Log 3\tLogs\t28 Sep\t19\t20',
    'Log 5\tLogs\t5 Oct\t20\t20',
    'Final Exam\t\t30 Nov\t\t100',
    'Reading quizz\tQuizzes\t\t9\t10',
    'Reading quizz\tQuizzes\t\t9\t10',
  ];

  it('is matched one to one, over all rows together', () => {
    const { pairs, onlyThere, onlyHere } = comparedWith(LIST);
    expect(pairs.map(({ row, piece, isSure }) => [row.name, piece, isSure])).toEqual([
      ['Mudflat log', 'log1', expect.any(Boolean)],
      ['Dune log', 'log2', expect.any(Boolean)],
      ['Log 3', 'log3', expect.any(Boolean)],
      ['Final Exam', 'final', true],
      ['Reading quizz', 'quiz', expect.any(Boolean)],
    ]);
    expect(onlyThere.map(({ row, parent, again }) => [row.name, parent, again])).toEqual([
      ['Log 5', 'logs', undefined],
      ['Reading quizz', 'quizzes', 'Reading quizz'],
    ]);
    expect(onlyHere.map(({ piece }) => piece)).toEqual(['log4']);
  });

  it('says of each pair what is otherwise, and what is only news', () => {
    const { pairs } = comparedWith(LIST);
    const fields = Object.fromEntries(
      pairs.map(({ piece, differences }) => [
        piece,
        differences.map(
          ({ field, here, there, isNews }) => `${field}: ${here} → ${there}${isNews ? ' (news)' : ''}`,
        ),
      ]),
    );
    expect(fields).toEqual({
      log1: [],
      log2: ['score: 18 of 20 → 15 of 20'],
      log3: ['score: open → 19 of 20 (news)'],
      final: ['possible: 80 → 100'],
      quiz: [],
    });
  });

  it('is taken over as one change that can be recorded; names are remembered and known the next time', () => {
    const document = coastal();
    const compared = comparedWith(LIST, document);
    const choice = {
      taken: new Set([takenKey('log2', 'score'), takenKey('log3', 'score')]),
      added: new Map([[compared.onlyThere[0]!.node.id, 'logs']]),
      confirmed: new Set(['log1', 'log2', 'log3']),
    };
    const edits = listEdits(document, compared, choice, () => 'log5');
    const made = applyEdits(document, edits);
    if (!made.ok) throw new Error(made.faults[0]!.message);
    expect(checkCourse(made.course).ok).toBe(true);
    expect(find(made.course, 'log2')!.node).toMatchObject({ score: { points: '15' }, listedAs: 'Dune log' });
    expect(find(made.course, 'log3')!.node).toMatchObject({ status: 'scored', score: { points: '19' } });
    expect(pieces(made.course).map(({ name }) => name)).toContain('Log 5');
    expect(find(made.course, 'final')!.node).toMatchObject({ possible: '80' });
    const again = comparedWith(LIST, made.course);
    expect(again.pairs.slice(0, 4).map(({ isSure, differences }) => [isSure, differences.length])).toEqual(
      Array(4).fill([true, 0]),
    );
    expect(again.pairs.map(({ row, piece }) => [row.name, piece])).toContainEqual(['Dune log', 'log2']);
  });

  it('does not take the same name with another number for the same, nor greedily the first that is alike', () => {
    const many = course([
      category(
        [1, 2, 3, 11, 12].map((number) => open('10', { id: `q${number}`, name: `Quiz ${number}` })),
        { id: 'quizzes', name: 'Quizzes' },
      ),
    ]);
    const { pairs, onlyThere } = comparedWith(
      ['Quiz 12\t\t\t5\t10', 'Quiz 1\t\t\t6\t10', 'quiz II\t\t\t7\t10', 'Quiz 4\t\t\t8\t10'],
      many,
    );
    expect(pairs.map(({ row, piece }) => [row.name, piece])).toEqual([
      ['Quiz 12', 'q12'],
      ['Quiz 1', 'q1'],
      ['quiz II', 'q2'],
    ]);
    expect(onlyThere.map(({ row }) => row.name)).toEqual(['Quiz 4']);
  });

  it('a record in another order, renamed a little, finds itself again', () => {
    fc.assert(
      fc.property(
        fc.shuffledSubarray(pieces(coastal()), { minLength: 1 }),
        fc.constantFrom('', ' (graded)', '!', ' – essay'),
        (chosen, more) => {
          const document = coastal();
          const lines = chosen.map(
            ({ name, score, possible }) =>
              `${name}${more}\t\t\t${score && 'points' in score ? score.points : ''}\t${possible}`,
          );
          const { pairs, onlyThere } = comparedWith(lines, document);
          expect(onlyThere).toEqual([]);
          expect(pairs.map(({ piece, differences }) => [piece, differences.length])).toEqual(
            chosen.map(({ id }) => [id, 0]),
          );
        },
      ),
    );
  });
});
