import {
  applyEdits,
  decimalText,
  differencesIn,
  HUNDRED,
  outlooks,
  statusOf,
  walk,
  type Assessment,
  type Course,
  type DifferenceCode,
} from '@fidens/core';
import { SAMPLE_TODAY, sampleCourse } from '../courses/sample-world';

/** A course as the simulated school keeps it: what it has entered, and the figure that it shows. */
export interface SchoolCourse {
  readonly slug: string;
  readonly title: string;
  readonly code: string;
  readonly figure: string;
  readonly rows: readonly SchoolRow[];
}

/** One line of its list. */
export interface SchoolRow {
  readonly id: string;
  readonly name: string;
  readonly category: string;
  readonly due: Date | undefined;
  /** As it is entered; empty where nothing is. */
  readonly score: string;
  readonly possible: string;
  readonly remark: string;
}

/** What the school has otherwise than the student: one thing a course, each of which really happens. */
interface Otherwise {
  readonly file: string;
  /** Nothing where both agree. */
  readonly code?: DifferenceCode;
  readonly at?: string;
  /** Decimals of the figure. */
  readonly decimals: number;
  /** How it writes names. */
  readonly name: (piece: Assessment, number: number, category: string) => string;
}

const plain = ({ name }: Assessment) => name;

const SCHOOL: readonly Otherwise[] = [
  // The lowest log is not dropped yet.
  {
    file: 'coastal-ecology',
    code: 'no-drops',
    at: 'logs',
    decimals: 1,
    name: ({ name }, number, category) =>
      category === 'logs' ? `Log ${String(number).padStart(2, '0')}: ${name}` : name,
  },
  // It is a week behind.
  {
    file: 'wooden-boat-construction',
    code: 'left-out',
    at: 'backbone',
    decimals: 2,
    name: ({ name }) => name.replace(' · ', ' - '),
  },
  // An excused quiz stands at zero.
  { file: 'navigation-and-tides', code: 'zero', at: 'tide3', decimals: 1, name: plain },
  // A plate is entered twice.
  { file: 'technical-drawing', code: 'twice', at: 'plate2', decimals: 2, name: plain },
  { file: 'maritime-law', decimals: 1, name: plain },
];

let known: readonly SchoolCourse[] | undefined;

/** The courses of the simulated school, which are the same for everybody. */
export function schoolCourses(): readonly SchoolCourse[] {
  known ??= SCHOOL.map(courseOf);
  return known;
}

function courseOf(otherwise: Otherwise): SchoolCourse {
  const { file, code, at, decimals, name } = otherwise;
  const record = sampleCourse(file);
  const difference = differencesIn(record, SAMPLE_TODAY).find((each) => each.code === code && each.at === at);
  if (code !== undefined && !difference) throw new Error(`${file} has no ${code} at ${at} any more.`);
  const made = applyEdits(record, difference?.edits ?? []);
  if (!made.ok) throw new Error(made.faults[0]!.message);
  const { value } = outlooks(made.course, SAMPLE_TODAY).standing.worth!;
  return {
    slug: file,
    title: record.title,
    code: record.code ?? '',
    figure: decimalText(value.mul(HUNDRED), decimals, true),
    rows: rowsOf(made.course, name),
  };
}

function rowsOf(course: Course, nameOf: Otherwise['name']): SchoolRow[] {
  const rows: SchoolRow[] = [];
  for (const { node, ancestors } of walk(course)) {
    if (node.kind === 'category' || node.deduct) continue;
    const number = ancestors.at(-1)!.children.indexOf(node) + 1;
    const due = node.extended ?? node.due;
    rows.push({
      id: node.id,
      name: nameOf(node, number, ancestors.at(-1)!.id),
      category: ancestors.at(-1) === course.root ? '' : ancestors.at(-1)!.name,
      due: due === undefined ? undefined : new Date(due),
      possible: node.possible,
      ...enteredOf(node),
    });
  }
  return rows;
}

/** What a school has entered of a piece: nothing of what it has not taken in yet. */
function enteredOf(piece: Assessment): { readonly score: string; readonly remark: string } {
  const { score } = piece;
  if (piece.counted === false && score) return { score: '', remark: '' };
  if (score) {
    const written = 'points' in score ? score.points : 'percent' in score ? `${score.percent}%` : score.label;
    return { score: written, remark: piece.late ? 'Late' : '' };
  }
  switch (statusOf(piece)) {
    case 'missing':
      return { score: '', remark: 'Missing' };
    case 'excused':
      return { score: '', remark: 'Excused' };
    case 'awaiting':
      return { score: '', remark: 'Submitted' };
    default:
      return { score: '', remark: '' };
  }
}
