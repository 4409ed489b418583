import type { Assessment, Category, Course, CourseNode, Scale } from '../src';

/** A plain scale: A from 90, B from 80, C from 70, F below. */
export const LETTERS: Scale = {
  bands: [
    { label: 'A', from: '90', points: '4', worth: '95' },
    { label: 'B', from: '80', points: '3', worth: '85' },
    { label: 'C', from: '70', points: '2' },
    { label: 'F', from: '0', points: '0', pass: false },
  ],
};

let ids = 0;
const nextId = () => `n${(ids += 1)}`;

/** A course around some children, its points pooled unless said. */
export function course(
  children: CourseNode[],
  root: Partial<Category> = {},
  fields: Partial<Course> = {},
): Course {
  return {
    format: 'fidens-course',
    version: 1,
    title: 'Sample',
    scale: LETTERS,
    root: { kind: 'category', id: 'course', name: 'Course', children, ...root },
    ...fields,
  };
}

export function category(children: CourseNode[], fields: Partial<Category> = {}): Category {
  return { kind: 'category', id: nextId(), name: 'Category', children, ...fields };
}

/** A scored piece. */
export function scored(points: string, possible: string, fields: Partial<Assessment> = {}): Assessment {
  return {
    kind: 'assessment',
    id: nextId(),
    name: 'Piece',
    possible,
    status: 'scored',
    score: { points },
    ...fields,
  };
}

/** A piece without a score. */
export function open(possible: string, fields: Partial<Assessment> = {}): Assessment {
  return { kind: 'assessment', id: nextId(), name: 'Piece', possible, ...fields };
}

export const NOW = '2026-10-20T12:00:00Z';

/** A course in which every field of the format stands at least once. */
export function everyField(): Course {
  const late = {
    perDay: '8',
    of: 'earned' as const,
    count: 'exact' as const,
    floor: '30',
    grace: '3',
    closes: '6',
  };
  const round = { step: '0.5', mode: 'half-even' as const };
  const common = {
    weight: '10',
    cap: '110',
    extraCredit: true,
    counted: false,
    scale: 'Levels',
    note: 'A note',
  };
  return {
    format: 'fidens-course',
    version: 1,
    title: 'Everything',
    code: 'ALL 1',
    credits: '4.5',
    note: 'Of the course',
    target: { percent: '91.5' },
    school: { percent: '84.60', seen: '2026-10-18T09:00:00Z', note: 'A week behind' },
    class: { average: '78.4', high: '97', low: '41.25' },
    official: { label: 'B', percent: '85.5' },
    scale: { round, outOf: '4', bands: LETTERS.bands },
    scales: {
      Levels: { outOf: '4', bands: [{ label: '1', from: '0', worth: '50', points: '1', pass: false }] },
    },
    policy: { missing: { counts: 'percent', percent: '20' }, overdue: { after: '7' }, late },
    requirements: [
      { for: 'C', of: 'final', atLeast: '50' },
      { for: 'A', of: 'tests', pieces: 2, each: '70' },
      { for: 'C', of: 'absences', atMost: '6' },
    ],
    second: {
      name: 'The year',
      groups: [
        { name: 'Half of it', weight: '60.5', combine: 'equal', of: ['group', 'late'] },
        { name: 'The rest', weight: '40', of: ['letter'] },
      ],
    },
    root: {
      kind: 'category',
      id: 'course',
      name: 'Course',
      combine: 'equal',
      cap: '105',
      round,
      note: 'Of the root',
      drop: { lowest: 1, highest: 1, by: 'points', when: 'complete' },
      planned: { pieces: 6, possible: '25' },
      missing: { counts: 'nothing' },
      late: null,
      children: [
        { ...common, kind: 'category', id: 'group', name: 'Group', period: true, late, children: [] },
        {
          ...common,
          kind: 'assessment',
          id: 'late',
          name: 'Late',
          possible: '20',
          step: '0.5',
          status: 'scored',
          score: { points: '16.5' },
          due: '2026-09-14T21:59:00Z',
          extended: '2026-09-15T21:59:00+02:00',
          late: { handedIn: '2026-09-15T20:10:00Z', waived: true, reduced: false, reason: 'Ill' },
          class: { average: '14', high: '20', low: '3.5' },
          listedAs: 'Lab 1 (late)',
          curve: { full: '17' },
        },
        {
          kind: 'assessment',
          id: 'letter',
          name: 'By letter',
          possible: '10',
          status: 'scored',
          score: { label: 'B' },
          late: { days: '1.5' },
          curve: { add: '1' },
        },
        {
          kind: 'assessment',
          id: 'open',
          name: 'Open',
          possible: '80',
          status: 'awaiting',
          assume: '84',
          curve: { times: '0.95' },
        },
        conditions(),
      ],
    },
  };
}

/** A category with every rule that names others. */
function conditions(): Category {
  return {
    kind: 'category',
    id: 'tests',
    name: 'Tests',
    combine: 'weights',
    curve: {
      steps: [
        { from: '90', gives: '100' },
        { from: '0', gives: '0.5' },
      ],
    },
    replace: { by: 'final', lowest: 2, excused: true },
    schemes: [
      { name: 'Strong finish', weights: { mid: '10', final: '70.5' } },
      { name: 'As it is', weights: {} },
    ],
    children: [
      {
        kind: 'assessment',
        id: 'mid',
        name: 'Midterm',
        possible: '60',
        weight: '30',
        weightTo: 'oral',
        status: 'excused',
        curve: { line: { from: ['40', '90'], to: ['60', '95.5'] } },
      },
      { kind: 'assessment', id: 'final', name: 'Final', possible: '80', weight: '70', curve: { root: true } },
      {
        kind: 'category',
        id: 'oral',
        name: 'Oral',
        weight: '5',
        weightTo: 'final',
        children: [],
      },
      {
        kind: 'assessment',
        id: 'absences',
        name: 'Absences',
        possible: '20',
        deduct: { each: '2', free: '3' },
        status: 'scored',
        score: { points: '4' },
      },
    ],
  };
}
