import {
  figureText,
  find,
  type Assessment,
  type Course,
  type CourseNode,
  type Deduct,
  type Edit,
  type LatePolicy,
  officialText,
  type Policy,
  type Requirement,
  type Scale,
  type SchoolFigure,
  type Score,
  type Target,
} from '@fidens/core';
import { wholeMoment } from '@/wording/days';
import { COMBINE_WORDS, countPieces, number, plural } from '@/wording/words';
import { CATEGORY_RULE_WORDS } from '.';
import { requirementWords } from './conditions/words';
import { lateWords } from './late/words';
import { missingWords } from './missing/words';
import { secondWords } from './second/words';
import { roundWords } from './round/words';
import type { NameOf } from './rule';

/**
 * A place of a document by the name of what stands there: `root.children[0].planned` is "Field logs, promised pieces".
 *
 * @param at - as a fault of `checkCourse` names it
 */
export function placeWords({ root }: Course, at: string): string {
  const [path, ...fields] = at.split(/\.(?!children\[)/);
  let node: CourseNode | undefined = path?.startsWith('root') ? root : undefined;
  for (const [, index] of path?.matchAll(/children\[(\d+)\]/g) ?? [])
    node = node?.kind === 'category' ? node.children[Number(index)] : undefined;
  if (!node) return at;
  const name = node === root ? 'The course' : node.name;
  return [name, ...fields.map((field) => FIELDS[field]?.name ?? field)].join(', ');
}

/** One line of the history: what was changed, and from what to what. */
export interface ChangeLine {
  readonly what: string;
  readonly before?: string;
  readonly after?: string;
}

/** What a list of edits changed, in words. */
export function changeLines(before: Course, edits: readonly Edit[]): ChangeLine[] {
  const added = new Map(
    edits.flatMap((edit) => (edit.op === 'add' ? [[edit.node.id, edit.node] as const] : [])),
  );
  const nodeAt = (id: string) => find(before, id)?.node ?? added.get(id);
  const nameOf = (id: string) =>
    id === before.root.id ? 'the course' : (nodeAt(id)?.name ?? 'what is gone');
  return edits
    .flatMap((edit): ChangeLine[] => {
      switch (edit.op) {
        case 'course':
          return fieldLines('The course', before as unknown as Fields, edit, nameOf);
        case 'set': {
          const node = nodeAt(edit.id);
          return node
            ? fieldLines(
                node === before.root ? 'The whole' : node.name,
                node as unknown as Fields,
                edit,
                nameOf,
              )
            : [];
        }
        case 'add':
          return [{ what: `${edit.node.name} added to ${nameOf(edit.parent)}` }];
        case 'remove':
          return [{ what: `${nameOf(edit.id)} deleted${withPieces(nodeAt(edit.id))}` }];
        case 'move':
          return [{ what: `${nameOf(edit.id)} moved to ${nameOf(edit.parent)}` }];
      }
    })
    .filter((line) => line.after === undefined || line.before !== line.after);
}

type Fields = Record<string, unknown>;

function withPieces(node: CourseNode | undefined): string {
  if (node?.kind !== 'category') return '';
  const count = countPieces(node);
  return count > 0 ? `, with ${plural(count, 'piece')}` : '';
}

function fieldLines(
  name: string,
  old: Fields,
  { set, unset = [] }: { set: object; unset?: readonly string[] },
  nameOf: NameOf,
): ChangeLine[] {
  const wanted: [string, unknown][] = [
    ...Object.entries(set),
    ...unset.map((field): [string, unknown] => [field, undefined]),
  ];
  return wanted
    .filter(([field, value]) => JSON.stringify(old[field]) !== JSON.stringify(value))
    .filter(([field]) => !(field === 'status' && wanted.some(([other]) => other === 'score')))
    .map(([field, value]) => ({
      what: `${name}: ${FIELDS[field]?.name ?? field}`,
      before: valueWords(field, old[field], nameOf),
      after: valueWords(field, value, nameOf),
    }));
}

function valueWords(field: string, value: unknown, nameOf: NameOf): string {
  if (value === undefined || value === null) return FIELDS[field]?.none ?? 'none';
  return (
    FIELDS[field]?.words?.(value as never, nameOf) ??
    (typeof value === 'string' ? value : JSON.stringify(value))
  );
}

interface FieldWords {
  name: string;
  /** What stands where there is no value. */
  none?: string;
  words?: (value: never, nameOf: NameOf) => string;
}

const percent = (value: string) => `${number(value)}%`;
const yes = (value: boolean) => (value ? 'yes' : 'no');
const STATES: Record<NonNullable<Assessment['status']>, string> = {
  open: 'open',
  awaiting: 'waiting',
  scored: 'scored',
  missing: 'missing',
  excused: 'excused',
};

const FIELDS: Record<string, FieldWords> = {
  ...CATEGORY_RULE_WORDS,
  title: { name: 'title' },
  code: { name: 'code' },
  credits: { name: 'credits', words: number },
  note: { name: 'note' },
  target: {
    name: 'target',
    words: (target: Target) => ('label' in target ? target.label : percent(target.percent)),
  },
  scale: {
    name: 'grading scale',
    none: 'the course’s',
    words: (scale: Scale | string) => (typeof scale === 'string' ? scale : scaleWords(scale)),
  },
  scales: {
    name: 'further grading scales',
    words: (scales: NonNullable<Course['scales']>) =>
      Object.entries(scales)
        .map(([name, scale]) => `${name} (${scaleWords(scale)})`)
        .join('; ') || 'none',
  },
  policy: { name: 'missing and late work', none: 'as usual', words: policyWords },
  name: { name: 'name' },
  weight: { name: 'weight', words: number },
  weightTo: { name: 'where its weight goes', none: 'nowhere', words: (id: string, nameOf) => nameOf(id) },
  deduct: {
    name: 'what each one takes',
    none: 'nothing, it has marks',
    words: ({ each, free }: Deduct) =>
      `${number(each)}%${free === undefined ? '' : `, the first ${number(free)} nothing`}`,
  },
  school: {
    name: 'what the school shows',
    words: (school: SchoolFigure) => figureText(school) + (school.note === undefined ? '' : ', noted'),
  },
  official: { name: 'grade that was given', none: 'none yet', words: officialText },
  syllabus: { name: 'text of its syllabus', words: () => 'kept' },
  listedAs: { name: 'name in the school’s list', none: 'the same' },
  requirements: {
    name: 'requirements for letters',
    words: (list: readonly Requirement[], nameOf) =>
      list.map((requirement) => requirementWords(requirement, nameOf)).join('; ') || 'none',
  },
  second: { name: 'second way of adding up', none: 'none', words: secondWords },
  period: { name: 'letter of its own', none: 'no', words: yes },
  extraCredit: { name: 'extra credit', none: 'no', words: yes },
  counted: { name: 'counted', none: 'yes', words: yes },
  combine: {
    name: 'adding up',
    none: COMBINE_WORDS.points,
    words: (value: keyof typeof COMBINE_WORDS) => COMBINE_WORDS[value],
  },
  late: { name: 'lateness', words: (late: LatePolicy | Assessment['late']) => lateText(late) },
  possible: { name: 'possible points', words: number },
  step: { name: 'smallest part of a point', none: '1', words: number },
  status: { name: 'state', none: 'open', words: (status: keyof typeof STATES) => STATES[status] },
  score: { name: 'score', none: 'nothing', words: scoreText },
  due: { name: 'due', words: momentText },
  extended: { name: 'extension', words: momentText },
  assume: { name: 'rehearsed percent', words: percent },
  class: { name: 'what was told of the others', words: () => 'changed' },
};

function scoreText(score: Score): string {
  if ('points' in score) return plural(Number(number(score.points)), 'point');
  return 'percent' in score ? percent(score.percent) : score.label;
}

function lateText(late: LatePolicy | Assessment['late']): string {
  if (!late) return 'none';
  if ('perDay' in late) return lateWords(late);
  const when =
    'days' in late ? `${plural(Number(late.days), 'day')} late` : `handed in ${momentText(late.handedIn)}`;
  if (late.waived) return `${when}, waived`;
  return late.reduced ? `${when}, the score is reduced already` : when;
}

function momentText(moment: string): string {
  return wholeMoment(moment);
}

function scaleWords({ bands, round, outOf }: Scale): string {
  const cutOffs = bands.map(({ label, from }) => `${label} ${number(from)}`).join(', ');
  const letters = outOf === undefined ? cutOffs : `${cutOffs}; 100 written as ${number(outOf)}`;
  return round ? `${letters}; rounded ${roundWords(round)}` : letters;
}

function policyWords({ missing, overdue, late }: Policy): string {
  const words = [
    missing && missingWords(missing),
    late && lateWords(late),
    overdue && `overdue after ${plural(Number(overdue.after), 'day')}`,
  ];
  return words.filter(Boolean).join('; ') || 'as usual';
}
