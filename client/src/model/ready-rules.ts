import {
  byKinds,
  courseSetting,
  halvesOf,
  isDeduction,
  nodesIn,
  setting,
  type Assessment,
  type Category,
  type Course,
  type CourseNode,
  type Edit,
  type Requirement,
} from '@fidens/core';
import { newId } from './new-id';

/** A rule as a syllabus says it, ready to be taken and then adjusted. */
export interface ReadyRule {
  readonly key: string;
  /** As a syllabus says it. */
  readonly sentence: string;
  /** What it does to the course; nothing where the course has not what it needs. */
  readonly edits: readonly Edit[] | undefined;
  /** What it needs, where it has not. */
  readonly wants: string;
  /** Where it is adjusted afterwards. */
  readonly where: string;
}

/** The rules with conditions that syllabuses have most, with the pieces of this course that they are likely about. */
export function readyRules(course: Course): ReadyRule[] {
  const { root } = course;
  const final = finalOf(course);
  const weakest = categoryNamed(course, /test|quiz|exam|midterm/i, final);
  const listed = categoryNamed(course, /lab|log|report|sheet|exercise|homework|assignment/i, final);
  const passing = passingLetter(course);
  const [best] = course.scale.bands;
  const isWeighted = root.combine === 'weights';
  const need = (requirement: Requirement) => [
    courseSetting({ requirements: [...(course.requirements ?? []), requirement] }),
  ];
  const alike = byKinds(halvesOf(course), 'The year');
  return [
    {
      key: 'quarters',
      sentence: 'The year has four quarters with a letter each, and is the mean of them.',
      edits: intoQuarters(course),
      wants: 'a course without periods, and without another weighting',
      where: 'What was there is the first quarter; the others have its categories, still empty.',
    },
    {
      key: 'second way',
      sentence: 'What is named alike in each quarter also counts together, for a grade of the year.',
      edits: alike && course.second === undefined ? [courseSetting({ second: alike })] : undefined,
      wants: 'parts with categories of the same names, and no second way yet',
      where: 'It stands below the letters, with the weights of the first quarter.',
    },
    {
      key: 'absences',
      sentence: 'Each absence after the third takes 2 percent of the grade.',
      edits: [added(root, absences('2', '3'))],
      wants: '',
      where: 'It stands among the pieces on their own.',
    },
    {
      key: 'attendance',
      sentence: 'Attendance begins at full marks; each absence takes a fifth of it.',
      edits: (root.combine ?? 'points') === 'points' ? undefined : [added(root, attendance())],
      wants: 'weights, or categories that count alike',
      where: 'It is a category with its own weight.',
    },
    {
      key: 'steps',
      sentence: 'Attendance of 90% or more is full marks, 80% is half, less is nothing.',
      edits: [added(root, attendanceInSteps(isWeighted))],
      wants: '',
      where: 'It is a piece on its own, with a curve in steps.',
    },
    {
      key: 'pieces',
      sentence: `${best?.label ?? 'A letter'} needs nearly all pieces of one kind at 70 or more.`,
      edits:
        listed && best && course.scale.bands.length > 1
          ? need({ for: best.label, of: listed.id, pieces: Math.max(1, countIn(listed) - 1), each: '70' })
          : undefined,
      wants: 'a category with pieces',
      where: 'It stands with the letters.',
    },
    {
      key: 'pass the final',
      sentence: 'The final must be passed to pass the course.',
      edits: final && passing !== undefined ? need({ for: passing, of: final.id, atLeast: '50' }) : undefined,
      wants: 'a final exam on its own',
      where: 'It stands with the letters.',
    },
    {
      key: 'replace',
      sentence: 'The final replaces the weakest test, if it is better.',
      edits: final && weakest ? [setting(weakest.id, { replace: { by: final.id } })] : undefined,
      wants: 'a category of tests, and a final exam on its own',
      where: 'It stands in the line of its category.',
    },
    {
      key: 'weight to the final',
      sentence: 'If a piece on its own is excused, its weight goes to the final.',
      edits: isWeighted && final ? movingWeights(root, final) : undefined,
      wants: 'weights, a final exam, and another piece on its own',
      where: 'It stands with each piece.',
    },
    {
      key: 'better of two',
      sentence: 'Either these weights or others, whichever is better.',
      edits:
        isWeighted && root.children.length > 1
          ? [setting(root.id, { schemes: [otherWeights(root, final)] })]
          : undefined,
      wants: 'weights',
      where: 'It stands in the line of the whole.',
    },
  ];
}

const QUARTERS = ['First quarter', 'Second quarter', 'Third quarter', 'Fourth quarter'];

/** Puts what a course has into the first of four quarters; the others have the same categories without pieces. */
function intoQuarters({ root }: Course): Edit[] | undefined {
  const isPlain = !root.schemes && !root.replace && !root.drop && !root.planned;
  const hasPeriods = nodesIn(root).some((node) => node.kind === 'category' && node.period);
  if (!isPlain || hasPeriods || !root.children.some(({ kind }) => kind === 'category')) return undefined;
  const quarter = (name: string, children: CourseNode[]): Category => ({
    kind: 'category',
    id: newId(),
    name,
    period: true,
    ...(root.combine && { combine: root.combine }),
    children,
  });
  const [first, ...others] = QUARTERS.map((name, index) =>
    quarter(name, index === 0 ? [] : root.children.flatMap(emptied)),
  );
  return [
    { op: 'add', parent: root.id, node: first! },
    ...root.children.map(({ id }): Edit => ({ op: 'move', id, parent: first!.id })),
    ...others.map((node) => added(root, node)),
    setting(root.id, { combine: 'equal' }),
  ];
}

/** A category with its rules under another id and without pieces; rules that name others stay behind. */
function emptied(node: CourseNode): Category[] {
  if (node.kind === 'assessment') return [];
  const { weightTo: _weightTo, replace: _replace, schemes: _schemes, note: _note, ...rules } = node;
  return [{ ...rules, id: newId(), children: node.children.flatMap(emptied) }];
}

/** The lowest letter that passes, as far as the scale says so; else the one above the lowest. */
export function passingLetter({ scale: { bands } }: Course): string | undefined {
  return bands.slice(0, -1).findLast(({ pass }) => pass !== false)?.label;
}

/** What is called final, or exam; else the last piece on its own. */
export function finalOf({ root }: Course): Assessment | undefined {
  const alone = root.children.filter(
    (child): child is Assessment =>
      child.kind === 'assessment' && !isDeduction(child) && child.counted !== false && !child.extraCredit,
  );
  return (
    alone.findLast(({ name }) => /final/i.test(name)) ??
    alone.findLast(({ name }) => /exam/i.test(name)) ??
    alone.at(-1)
  );
}

/** The category that a rule is likely about: by its name, else the first with pieces. */
function categoryNamed({ root }: Course, name: RegExp, except: CourseNode | undefined): Category | undefined {
  const all = nodesIn(root).filter(
    (node): node is Category =>
      node.kind === 'category' && node !== root && !node.extraCredit && countIn(node) > 0,
  );
  const able = all.filter((category) => !nodesIn(category).includes(except as CourseNode));
  return able.find((category) => name.test(category.name)) ?? able[0];
}

function countIn({ children, planned }: Category): number {
  const pieces = children.filter((child) => child.kind === 'assessment' && !isDeduction(child));
  return Math.max(pieces.length, planned?.pieces ?? 0);
}

function added(root: Category, node: CourseNode): Edit {
  return { op: 'add', parent: root.id, node };
}

function absences(each: string, free?: string): Assessment {
  return {
    kind: 'assessment',
    id: newId(),
    name: 'Absences',
    possible: '30',
    deduct: { each, ...(free !== undefined && { free }) },
  };
}

function attendance(): Category {
  return {
    kind: 'category',
    id: newId(),
    name: 'Attendance',
    weight: '10',
    children: [absences('20')],
  };
}

function attendanceInSteps(isWeighted: boolean): Assessment {
  return {
    kind: 'assessment',
    id: newId(),
    name: 'Attendance',
    possible: '100',
    ...(isWeighted && { weight: '10' }),
    curve: {
      steps: [
        { from: '90', gives: '100' },
        { from: '80', gives: '50' },
        { from: '0', gives: '0' },
      ],
    },
  };
}

function movingWeights({ children }: Category, final: Assessment): Edit[] | undefined {
  const others = children.filter(
    (child) => child.kind === 'assessment' && child !== final && !child.extraCredit && !isDeduction(child),
  );
  return others.length > 0 ? others.map(({ id }) => setting(id, { weightTo: final.id })) : undefined;
}

/** Weights that begin as they are; what counts last has twice of it. */
function otherWeights({ children }: Category, final: Assessment | undefined) {
  const weights = children.flatMap((child): [string, string][] => {
    if (child.weight === undefined || isDeduction(child)) return [];
    const weight = child === final ? String(Number(child.weight) * 2) : child.weight;
    return [[child.id, weight]];
  });
  return { name: 'Strong finish', weights: Object.fromEntries(weights) };
}
