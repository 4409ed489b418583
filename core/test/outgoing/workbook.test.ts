import { HyperFormula } from 'hyperformula';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import type { Course } from '../../src/document/course';
import { checkCourse } from '../../src/document/course-file';
import { pieces } from '../../src/document/tree';
import { applyEdits } from '../../src/editing/apply-edits';
import { setting } from '../../src/editing/edit';
import { courseLetters, letterOf } from '../../src/grading/letter';
import { outlooks } from '../../src/grading/outlook';
import { HUNDRED, toFloat } from '../../src/numbers/rational';
import { courseWorkbook } from '../../src/outgoing/course-workbook';
import type { Workbook } from '../../src/outgoing/sheet';
import { randomCourse } from '../random-course';
import { category, course, NOW, scored } from '../sample';

const TIMES = Number(process.env['FIDENS_PROPERTY_TIMES'] ?? '1');

const CASES: readonly Course[] = ['plain', 'conditions-plain'].flatMap((name) =>
  readFileSync(join(__dirname, '..', 'cases', `${name}.ndjson`), 'utf8')
    .split('\n')
    .filter((line) => line !== '')
    .map((line) => {
      const checked = checkCourse((JSON.parse(line) as { doc: unknown }).doc);
      if (!checked.ok) throw new Error(checked.faults[0]!.message);
      return checked.value;
    }),
);

/** A moment as a spreadsheet's calendar has it: days since the last but one of 1899. */
const serial = (moment: Date) => moment.getTime() / 86_400_000 + 25_569;

/** A workbook as another program computes it. */
function computed({ sheets, names }: Workbook) {
  const engine = HyperFormula.buildFromSheets(
    Object.fromEntries(
      sheets.map(({ name, rows }) => [
        name,
        rows.map((row) =>
          row.map((cell) => {
            if (cell instanceof Date) return serial(cell);
            if (cell !== null && typeof cell === 'object') return `=${cell.formula()}`;
            return typeof cell === 'string' ? `'${cell}` : cell;
          }),
        ),
      ]),
    ),
    { licenseKey: 'gpl-v3', smartRounding: false, useArrayArithmetic: true },
  );
  const at = (name: string) =>
    engine.getCellValue(engine.simpleCellAddressFromString(names[name]!.replaceAll('$', ''), 0)!);
  return { engine, at };
}

/** The grades that Fidens gives, as the workbook has them: percent as a number, or empty text. */
function expected(course: Course) {
  const found = outlooks(course, NOW);
  const percent = (name: 'standing' | 'floor' | 'ceiling') => {
    const value = found[name].worth?.value;
    return value ? toFloat(value.mul(HUNDRED)) : '';
  };
  return {
    standing: percent('standing'),
    floor: percent('floor'),
    ceiling: percent('ceiling'),
    letter: letterOf(found.standing, courseLetters(found.plan))?.band.label ?? '',
  };
}

function expectSame(course: Course, at: (name: string) => unknown): void {
  const grades = expected(course);
  for (const [name, grade] of Object.entries(grades)) {
    const given = at(name);
    if (typeof grade === 'number' && typeof given === 'number')
      expect(Math.abs(given - grade) / Math.max(1, grade)).toBeLessThan(1e-12);
    else expect({ [name]: given }).toEqual({ [name]: grade });
  }
}

describe('a course as a workbook of formulas', () => {
  it.each(CASES.map((course) => [course.title, course] as const))(
    '%s has the same grades',
    (_title, course) => {
      expectSame(course, computed(courseWorkbook(course, NOW)).at);
    },
  );

  it('holds no letter back for a category that has nothing in it yet', () => {
    const empty = category([], { id: 'labs', combine: 'weights' });
    const document = course(
      [scored('10', '10'), empty],
      { combine: 'equal' },
      { requirements: [{ for: 'A', of: 'labs', atLeast: '20' }] },
    );
    expectSame(document, computed(courseWorkbook(document, NOW)).at);
  });

  it('moves no weight on from a category that has nothing in it yet', () => {
    const empty = category([], { id: 'labs', combine: 'points', weightTo: 'essay' });
    const document = course(
      [
        { ...scored('8', '10'), id: 'essay', weight: '30' },
        empty,
        { ...scored('5', '10'), id: 'exam', weight: '70', weightTo: 'labs' },
      ],
      { combine: 'weights' },
    );
    expectSame(document, computed(courseWorkbook(document, NOW)).at);
  });

  it('is written in formulas nearly always', () => {
    const told = CASES.flatMap((course) => courseWorkbook(course, NOW).asValues);
    expect(
      CASES.filter((course) => courseWorkbook(course, NOW).asValues.length === 0).length / CASES.length,
    ).toBeGreaterThan(0.7);
    for (const line of told) expect(line).toMatch(/: .*(has no formula|not listed yet)/);
  });

  it('has the grade that Fidens shows after a score is typed in it', () => {
    fc.assert(
      fc.property(randomCourse(), fc.nat(99), fc.nat(40), (course, which, quarters) => {
        const book = courseWorkbook(course, NOW);
        const all = pieces(course).filter((piece) => !piece.deduct);
        if (all.length === 0 || book.asValues.length > 0) return;
        const piece = all[which % all.length]!;
        const score = String(quarters / 4);
        const sheet = book.sheets[0]!;
        const row = sheet.rows.findIndex(([id]) => id === piece.id) + 1;
        sheet.put(row, 4, 'scored');
        sheet.put(row, 5, quarters / 4);
        const edited = applyEdits(course, [
          setting(piece.id, { status: 'scored', score: { points: score } }),
        ]);
        if (!edited.ok) throw new Error(edited.faults[0]!.message);
        expectSame(edited.course, computed(book).at);
      }),
      { numRuns: 40 * TIMES },
    );
  });

  it('so has every random course', () => {
    fc.assert(
      fc.property(randomCourse({ conditions: true }), (course) =>
        expectSame(course, computed(courseWorkbook(course, NOW)).at),
      ),
      { numRuns: 40 * TIMES },
    );
  });
});
