import {
  decimalText,
  HUNDRED,
  letterOf,
  rational,
  shownPercent,
  statusOf,
  type Assessment,
  type Category,
  type Deduct,
  type Derivation,
  type Letters,
  type Outlooks,
  type Part,
  type PlannedPiece,
  type Rational,
  type ShownGrade,
} from '@fidens/core';
import { differenceInCalendarDays } from 'date-fns/differenceInCalendarDays';
import { dayText } from './days';
import { decimals } from './decimals';

/** A number of a document for people: shortest form, a real minus for nothing. */
export function number(text: string): string {
  return decimalText(rational(text), 6);
}

/** A fraction of one as a percent, with the decimals that the student chose. */
export function percent(value: Rational): string {
  return decimalText(value.mul(HUNDRED), decimals());
}

/** The course's letter and percent in an outlook, or dashes; `derivation` is of the course's root. */
export function gradeWords(
  derivation: Derivation | undefined,
  letters: Letters,
): { letter: string; percent: string } {
  const worth = derivation?.worth;
  if (!worth) return { letter: '–', percent: '–' };
  return {
    letter: letterOf(derivation, letters)!.band.label,
    percent: shownPercent(worth.value, letters, decimals()),
  };
}

export const COMBINE_WORDS = {
  points: 'points pooled',
  equal: 'every piece equal',
  weights: 'own weights',
} as const;

/** "88.7 B+": a grade in one short line. */
export function gradeLine(derivation: Derivation | undefined, letters: Letters): string {
  const { percent, letter } = gradeWords(derivation, letters);
  return `${percent} ${letter}`;
}

/** A name cut to a number of characters, where it is longer. */
export function shortened(name: string, most: number): string {
  return name.length > most ? `${name.slice(0, most - 1)}…` : name;
}

/** "every piece equal · lowest one dropped". */
export function categoryWords(category: Category): string {
  const { combine = 'points', drop, extraCredit, counted, cap } = category;
  const words: string[] = [COMBINE_WORDS[combine]];
  if (drop?.lowest) words.push(`lowest ${count(drop.lowest)} dropped`);
  if (drop?.highest) words.push(`highest ${count(drop.highest)} dropped`);
  if (cap !== undefined) words.push(`at most ${number(cap)}%`);
  if (extraCredit) words.push('extra credit');
  if (counted === false) words.push('not counted');
  return words.join(' · ');
}

const COUNTS = ['none', 'one', 'two', 'three', 'four', 'five', 'six'];

export function count(value: number): string {
  return COUNTS[value] ?? String(value);
}

/** "1 piece", "3 pieces". */
export function plural(value: number, one: string, many = `${one}s`): string {
  return `${value} ${value === 1 ? one : many}`;
}

/** How many pieces stand in a category, however deep; what only counts occurrences is none. */
export function countPieces(category: Category): number {
  return category.children.reduce(
    (sum, child) => sum + (child.kind === 'category' ? countPieces(child) : child.deduct ? 0 : 1),
    0,
  );
}

/** A sentence's first letter, large. */
export function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}

/** A moment as a day: "12 Sep". */
export function dayWords(moment: string): string {
  return dayText(new Date(moment));
}

/** The moment that a piece must be in by: what was agreed with this student before what stands for all. */
export function dueOf(piece: Assessment): string | undefined {
  return piece.extended ?? piece.due;
}

/** Orders by when pieces must be in, the first first; what has no such moment comes last. */
export function byDue(a: Assessment | undefined, b: Assessment | undefined): number {
  const when = (piece: Assessment | undefined) => Date.parse((piece && dueOf(piece)) ?? LAST);
  return when(a) - when(b);
}

const LAST = '9999-12-31';

/** Days that open work is past its due moment; 0 where it is not. */
export function daysPast(piece: Assessment, now: string): number {
  const due = dueOf(piece);
  if (statusOf(piece) !== 'open' || due === undefined || Date.parse(due) >= Date.parse(now)) return 0;
  return Math.max(1, differenceInCalendarDays(new Date(now), new Date(due)));
}

/** What a piece's row says beside its score, and how loudly. */
export interface PieceState {
  readonly words: string;
  readonly tone: 'plain' | 'ask' | 'quiet';
  /** It is no more than the day on which the piece is due. */
  readonly isDay?: boolean;
}

/**
 * The state of a piece in words.
 *
 * @param part - its part in the standing; nothing where it is not counted
 */
export function pieceState(piece: Assessment, part: Part | undefined, now: string): PieceState | undefined {
  if (piece.deduct && piece.counted !== false) return deductState(piece, piece.deduct);
  if (!part) return { words: 'not counted', tone: 'quiet' };
  if (part.role === 'dropped lowest' || part.role === 'dropped highest')
    return { words: 'dropped', tone: 'quiet' };
  if (part.role === 'no weight') return { words: 'no weight, not counted', tone: 'ask' };
  if (part.role === 'weight 0') return { words: 'weight 0', tone: 'quiet' };
  const planned = part.node as PlannedPiece;
  if (planned.overdue) return { words: 'overdue, counts as missing', tone: 'ask' };
  const past = daysPast(piece, now);
  if (past > 0) return { words: `past due ${past} d`, tone: 'ask' };
  switch (statusOf(piece)) {
    case 'missing':
      return { words: 'missing', tone: 'ask' };
    case 'excused':
      return { words: 'excused', tone: 'quiet' };
    case 'awaiting':
      return { words: 'waiting', tone: 'quiet' };
    default:
      return lateState(planned) ?? dueState(piece);
  }
}

/** What is taken away for what a deduction counts. */
function deductState({ score }: Assessment, { each, free = '0' }: Deduct): PieceState {
  if (!score || !('points' in score) || Number(each) === 0) return { words: 'counted', tone: 'quiet' };
  const more = Math.max(0, Number(score.points) - Number(free));
  if (more === 0) return { words: 'takes nothing', tone: 'quiet' };
  const lost = rational(score.points).sub(rational(free)).mul(rational(each));
  return { words: `takes ${decimalText(lost, 2)}%`, tone: 'ask' };
}

function lateState({ lateness }: PlannedPiece): PieceState | undefined {
  if (!lateness || lateness.effect.kind === 'none') return undefined;
  const days = decimalText(lateness.effect.counted, 1);
  return { words: `${days} ${days === '1' ? 'day' : 'days'} late`, tone: 'plain' };
}

function dueState(piece: Assessment): PieceState | undefined {
  const due = dueOf(piece);
  return due === undefined ? undefined : { words: dayWords(due), tone: 'plain', isDay: true };
}

/** A score as the teacher wrote it: "17.5 / 20", "91%", "B+". */
export function scoreWords(piece: Assessment): string {
  const { score } = piece;
  if (!score) return '—';
  if ('points' in score && piece.deduct) return number(score.points);
  if ('points' in score) return `${number(score.points)} / ${number(piece.possible)}`;
  return 'percent' in score ? `${number(score.percent)}%` : score.label;
}

/** The four outlooks by name. */
export const OUTLOOK_NAMES = {
  standing: 'Standing',
  floor: 'Floor',
  ceiling: 'Ceiling',
  forecast: 'Forecast',
} as const;

/** A grade in words: "85.9 B". */
export function gradeText(grade: ShownGrade | undefined): string {
  return grade ? `${grade.percent} ${grade.letter}` : 'no number';
}

/** What a weight field wants. */
export const WEIGHT_WANTED = 'A weight is a number from 0 up, such as 15 or 37.5.';

/** "85.9 now · can end 52.1 to 95.2" */
export function rangeWords({ outlooks, letters }: { outlooks: Outlooks; letters: Letters }): string {
  const { standing, floor, ceiling } = outlooks;
  const shown = (outlook: typeof standing) =>
    outlook.worth && shownPercent(outlook.worth.value, letters, decimals());
  const now = shown(standing);
  const low = shown(floor);
  const high = shown(ceiling);
  if (!low || !high) return 'nothing to grade yet';
  const range = low === high ? `ends at ${low}` : `can end ${low} to ${high}`;
  return now ? `${now} standing · ${range}` : `no score yet · ${range}`;
}
