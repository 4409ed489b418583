import { statusOf, type Assessment, type Category, type Course } from '../document/course';
import { find } from '../document/tree';
import type { Difference, IgnoredRule } from './differences';
import { slipOf, type Slip } from './likelihood';

/** A difference in words: what the school does, and what of the record that is unlike. */
export interface DifferenceWords {
  /** A sentence without its full stop: "It counts Eelgrass survey as zero". */
  readonly what: string;
  /** What follows it: "though it is not back yet"; empty where there is nothing to say. */
  readonly though: string;
}

/** A difference between a school's course and the record, in words. */
export function differenceWords(course: Course, difference: Difference): DifferenceWords {
  const { code, at } = difference;
  const [node, other] = (typeof at === 'string' ? [at] : at).map((id) => find(course, id)!.node);
  const name = node === course.root ? 'the whole course' : node!.name;
  const only = (what: string, though = ''): DifferenceWords => ({ what, though });
  switch (code) {
    case 'no-drops':
      return only(`It drops nothing in ${name}`, `though ${dropped(node as Category)} here`);
    case 'early-drops':
      return only(`It drops in ${name} already`, 'though work in it is still open');
    case 'zero':
      return only(`It counts ${name} as zero`, `though it is ${stateWords(node as Assessment)}`);
    case 'past-due-zero':
      return only('It counts everything past due as zero', named(difference, course));
    case 'blank-zero':
      return only('It counts everything without a score as zero', named(difference, course));
    case 'missing-left-out':
      return only('It leaves missing work out', 'though it counts here');
    case 'empty-zero':
      return only('It counts what is still empty as zero', named(difference, course));
    case 'pooled':
      return only(`It pools the points in ${name}`, combined(node as Category));
    case 'equal':
      return only(`It counts everything in ${name} alike`, combined(node as Category));
    case 'points-total':
      return only('It adds all points up, without weights');
    case 'extra-regular':
      return only(`It counts ${name} as regular work`, 'though it is extra credit');
    case 'extra-out':
      return only(`It leaves ${name} out`, 'though it is extra credit');
    case 'late-ignored':
      return only(`It takes nothing off ${name}`, 'though it was late');
    case 'late-applied':
      return only(`It takes lateness off ${name}`, 'though that is waived here');
    case 'rounded':
      return only(`It rounds ${node === course.root ? 'every category' : name} to a whole percent`);
    case 'left-out':
      return only(`It leaves ${name} out`, 'though it counts here');
    case 'counted':
      return only(`It counts ${name}`, 'though it is not counted here');
    case 'twice':
      return only(`It has ${name} twice`);
    case 'score':
      return scoreWords(node as Assessment, difference.score!);
    case 'weights-swapped':
      return only(
        `It has the weights of ${name} and ${other!.name} exchanged`,
        `though they are ${node!.weight} and ${other!.weight} here`,
      );
    case 'rule-ignored':
      return only(RULES[difference.rule!](name), 'though the syllabus says so');
  }
}

const RULES: Readonly<Record<IgnoredRule, (name: string) => string>> = {
  cap: (name) => `It does not cap ${name}`,
  curve: (name) => `It does not curve ${name}`,
  replace: (name) => `It replaces nothing in ${name}`,
  deduct: (name) => `It takes nothing off for ${name}`,
  weightTo: (name) => `It moves the weight of ${name} nowhere`,
  schemes: (name) => `It knows one weighting of ${name} only`,
};

/** How a slip is told. */
const SLIP_WORDS: Readonly<Record<Slip, string>> = {
  exchanged: 'two digits exchanged',
  'left out': 'a digit left out',
  percent: 'the percent entered as points',
  none: 'entered as nothing',
  full: 'entered as full marks',
};

function scoreWords(piece: Assessment, score: string): DifferenceWords {
  const { score: own } = piece;
  const recorded = own && ('points' in own ? own.points : 'percent' in own ? `${own.percent}%` : own.label);
  const slip = slipOf(piece, score);
  return { what: `It has ${score} for ${piece.name}, not ${recorded}`, though: slip ? SLIP_WORDS[slip] : '' };
}

function stateWords(piece: Assessment): string {
  switch (statusOf(piece)) {
    case 'awaiting':
      return 'not back yet';
    case 'excused':
      return 'excused';
    default:
      return 'still open';
  }
}

function dropped({ drop }: Category): string {
  const { lowest = 0, highest = 0 } = drop!;
  const parts = [lowest > 0 && `the lowest ${count(lowest)}`, highest > 0 && `the highest ${count(highest)}`];
  return `${parts.filter(Boolean).join(' and ')} left out`;
}

function count(number: number): string {
  return number === 1 ? 'is' : `${number} are`;
}

function combined({ combine }: Category): string {
  if (combine === 'weights') return 'though it goes by weights here';
  return combine === 'equal' ? 'though every one counts the same here' : 'though its points are pooled here';
}

/** The names of what a difference of the whole course is about, a few of them. */
function named({ edits }: Difference, course: Course): string {
  const ids = new Set(edits.flatMap((edit) => (edit.op === 'set' || edit.op === 'remove' ? [edit.id] : [])));
  const names = [...ids].flatMap((id) => find(course, id)?.node?.name ?? []);
  const [first, second, third] = names;
  if (names.length > 3) return `${first}, ${second} and ${names.length - 2} more`;
  if (names.length === 3) return `${first}, ${second} and ${third}`;
  return names.join(' and ');
}

/** An explanation as one line: its differences, the second after "and". */
export function explanationWords(course: Course, differences: readonly Difference[]): string {
  return differences
    .map((difference, index) => {
      const { what, though } = differenceWords(course, difference);
      const told = though === '' ? what : `${what}, ${though}`;
      return index === 0 ? told : `and i${told.slice(1)}`;
    })
    .join('; ');
}
