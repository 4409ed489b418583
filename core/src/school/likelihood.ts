import { statusOf, type Assessment, type Course, type Moment, type Score } from '../document/course';
import { pieces, walk } from '../document/tree';
import { instant } from '../numbers/moment';
import { decimalText, HUNDRED, rational } from '../numbers/rational';
import type { Difference, DifferenceCode } from './differences';

/**
 * How unlikely each kind is to be anywhere in a course, in nats (−ln of a chance): what a school's system does by rule before slips of people,
 * and among rules those that systems have by default. The measure is `core/test/school/explain.test.ts`: of made discrepancies the true one is
 * to stand first.
 */
const KINDS: Readonly<Record<DifferenceCode, number>> = {
  'past-due-zero': 1,
  'no-drops': 1.2,
  zero: 1.4,
  'blank-zero': 1.6,
  'early-drops': 1.6,
  'missing-left-out': 1.8,
  'empty-zero': 1.9,
  pooled: 2,
  equal: 2,
  'points-total': 2,
  'late-ignored': 2,
  'late-applied': 2,
  'rule-ignored': 2,
  'extra-regular': 2.2,
  'extra-out': 2.2,
  rounded: 2.2,
  counted: 2.2,
  'left-out': 2.4,
  twice: 2.6,
  'weights-swapped': 2.8,
  score: 3,
};

/** Differences of a whole course that are about pieces; and what it costs where there is one alone. */
const OF_MANY: ReadonlySet<DifferenceCode> = new Set(['past-due-zero', 'blank-zero', 'empty-zero']);
const ALONE = 0.5;

/** What a second difference costs beyond its own: one explains better than two. */
export const SECOND = 1.5;

/** Of slips with a score: how unlikely each is among them, in nats; and any other score. */
const SLIPS = { exchanged: 1.2, 'left out': 1.2, percent: 1.2, none: 1.5, full: 1.8 } as const;
const OTHER_SCORE = 5;

/** A slip that people make with a score. */
export type Slip = keyof typeof SLIPS;

const DAY = 86_400_000;
/** A school is this far behind at the most, as a rule. */
const BEHIND = 14 * DAY;

/** How likely differences are in one course at one moment. */
export class Likelihood {
  readonly #counts = new Map<DifferenceCode, number>();
  readonly #pieces: ReadonlyMap<string, Assessment>;
  readonly #categories: ReadonlySet<string>;
  readonly #at: number;

  /**
   * @param all - every difference that is thought of
   * @param now - the moment that is asked about
   */
  constructor(course: Course, all: readonly Difference[], now: Moment) {
    for (const { code } of all) this.#counts.set(code, (this.#counts.get(code) ?? 0) + 1);
    this.#pieces = new Map(pieces(course).map((piece) => [piece.id, piece]));
    this.#categories = new Set(
      [...walk(course)].flatMap(({ node }) => (node.kind === 'category' ? [node.id] : [])),
    );
    this.#at = instant(course.school?.seen ?? now);
    const scored = [...this.#pieces.values()].filter(({ score }) => score).length;
    this.#counts.set('score', scored);
  }

  /** The cost of a difference, in nats: of its kind, of being this one among the same, and of what is known of its piece. */
  of({ code, at, score, edits }: Difference): number {
    const among = Math.log(Math.max(1, this.#counts.get(code) ?? 1));
    const piece = typeof at === 'string' ? this.#pieces.get(at) : undefined;
    // What a rule does to one piece alone is better told as that piece.
    const alone = OF_MANY.has(code) && edits.length === 1 ? ALONE : 0;
    return KINDS[code] + alone + among + (piece ? this.#known(code, piece, score) : this.#ofGroup(code, at));
  }

  #ofGroup(code: DifferenceCode, at: Difference['at']): number {
    return code === 'left-out' && typeof at === 'string' && this.#categories.has(at) ? 0.5 : 0;
  }

  #known(code: DifferenceCode, piece: Assessment, score: string | undefined): number {
    const due = piece.extended ?? piece.due;
    const age = due === undefined ? undefined : this.#at - instant(due);
    switch (code) {
      case 'zero':
        if (statusOf(piece) === 'excused') return 0;
        // What is past due is what a school takes for missing.
        return age === undefined ? 0.3 : age > 0 ? -0.4 : 1;
      case 'left-out':
        // A school that is behind has not yet what is new.
        return age !== undefined && age < BEHIND ? -0.8 : 0.1;
      case 'score':
        return score === undefined ? 0 : scoreCost(piece, score);
      default:
        return 0;
    }
  }
}

function scoreCost(piece: Assessment, score: string): number {
  const slip = slipOf(piece, score);
  if (slip) return SLIPS[slip];
  // Of two scores that nobody would have typed by a slip, the nearer is the likelier.
  const share = Math.abs(Number(score) - Number(pointsOf(piece) ?? '0')) / Number(piece.possible);
  return OTHER_SCORE + 2 * Math.min(1, share);
}

/** The slip by which a score would have become another, if it is one that people make. */
export function slipOf(piece: Assessment, score: string): Slip | undefined {
  if (!piece.score) return undefined;
  if (Number(score) === 0) return 'none';
  if (Number(score) === Number(piece.possible)) return 'full';
  return slipsOf(piece).find(({ value }) => Number(value) === Number(score))?.slip;
}

/** The scores that a piece's score becomes by slips, other than no points and full marks. */
export function slipsOf(piece: Assessment): readonly { readonly slip: Slip; readonly value: string }[] {
  const points = pointsOf(piece);
  if (points === undefined) return [];
  const found: { slip: Slip; value: string }[] = [];
  const digits = points.replace('.', '');
  const point = points.includes('.') ? points.indexOf('.') : digits.length;
  const written = (text: string, at: number) =>
    at >= text.length ? text : `${text.slice(0, at) || '0'}.${text.slice(at)}`;
  for (let place = 0; place + 1 < digits.length; place += 1) {
    const swapped = [...digits];
    [swapped[place], swapped[place + 1]] = [swapped[place + 1]!, swapped[place]!];
    if (swapped.join('') !== digits)
      found.push({ slip: 'exchanged', value: written(swapped.join(''), point) });
  }
  for (let place = 0; place < digits.length; place += 1) {
    const rest = digits.slice(0, place) + digits.slice(place + 1);
    if (rest !== '')
      found.push({ slip: 'left out', value: written(rest, place < point ? point - 1 : point) });
  }
  const percent = decimalText(rational(points).div(rational(piece.possible)).mul(HUNDRED), 2);
  if (Number(percent) !== Number(points)) found.push({ slip: 'percent', value: percent });
  return found;
}

/** A recorded score in points, as it is written; nothing of a letter. */
function pointsOf({ score, possible }: Assessment): string | undefined {
  if (!score || 'label' in score) return undefined;
  return pointsText(score, possible);
}

function pointsText(score: Exclude<Score, { label: string }>, possible: string): string {
  if ('points' in score) return score.points;
  return decimalText(rational(score.percent).mul(rational(possible)).div(HUNDRED), 6);
}
