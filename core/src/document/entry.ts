import { isDecimal, shortestDecimal } from '../numbers/decimal';
import { decimalText, fractionOfPercent, HUNDRED, rational, type Rational } from '../numbers/rational';
import type { Assessment, Scale, Score, Status } from './course';
import { proposedWorth } from './scale';

/** What an entry sets on its piece. */
export interface EntrySet {
  readonly status: Status;
  /** `undefined` takes a score away. */
  readonly score: Score | undefined;
}

/** What was understood of an entry, or what would be understood. */
export type Entry =
  | ({ readonly kind: 'set'; readonly offer?: EntryReading } & EntryReading)
  /** It can be meant in several ways that record something else: it must be asked which. */
  | { readonly kind: 'asks'; readonly said: string; readonly readings: readonly EntryReading[] }
  | { readonly kind: 'unclear'; readonly said: string };

/** One way to read a text: what it sets, and what it is in words. */
export interface EntryReading {
  readonly set: EntrySet;
  /** What the piece is out of then, where that changes. */
  readonly possible?: string;
  /** The letter that is to be worth something as a score from now on: as much as `proposedWorth` says. */
  readonly worthOf?: string;
  readonly said: string;
}

/** The words of the states, each recognised from three letters on. */
export const STATE_WORDS: readonly { readonly word: string; readonly status: Status }[] = [
  { word: 'missing', status: 'missing' },
  { word: 'excused', status: 'excused' },
  { word: 'waiting', status: 'awaiting' },
];

/** What else people write for a state, whole. */
const STATE_ALIASES: Readonly<Record<string, Status>> = {
  ex: 'excused',
  exempt: 'excused',
  pending: 'awaiting',
  submitted: 'awaiting',
  'handed in': 'awaiting',
  'turned in': 'awaiting',
};

/**
 * Reads what a student types for a piece: points (`17.5`, `20+2` with a bonus, `zero`), a fraction (`17/20`), a percent (`91%`), a letter of
 * the scale, a state (`mis`, `exc`, `wai`, `EX`) or nothing. A comma is a decimal point. A bare number is points; one above full marks is
 * asked about, unless it stands recorded already. What people write of absences is asked about too.
 *
 * @param text - as typed
 * @param piece - whose entry it is
 * @param scale - the course's scale, for letters
 * @returns what to record and what it means in words; or the ways in which it can be meant, or what would be understood
 * @example readEntry('8/10', piece, scale) // of a piece out of 20 asks: 8 of 10, or 80% of 20?
 */
export function readEntry(text: string, piece: Assessment, scale: Scale): Entry {
  const typed = text.trim();
  if (typed === '') return { kind: 'set', set: { status: 'open', score: undefined }, said: 'nothing yet' };
  if (piece.deduct) return readCount(typed) ?? readState(typed) ?? { kind: 'unclear', said: NO_COUNT };
  return (
    readNumber(typed, piece, scale) ??
    readBonus(typed, piece) ??
    readLetter(typed, piece, scale) ??
    readState(typed) ??
    readWord(typed, piece) ?? { kind: 'unclear', said: unclear(typed, piece, scale) }
  );
}

const NO_COUNT = 'Not understood: it counts occurrences, a number such as 3.';

/** How many occurrences there were: a bare number, however many. */
function readCount(typed: string): Entry | undefined {
  const count = decimal(typed.replace(/,/g, '.').replace(/\s+/g, ''));
  return count ? { kind: 'set', set: scored({ points: count }), said: `${count} so far` } : undefined;
}

/** A score as it stands in its field: the text that gives it again when read. */
export function entryText(piece: Assessment): string {
  const { score, status } = piece;
  if (score && 'points' in score) return score.points;
  if (score && 'percent' in score) return `${score.percent}%`;
  if (score) return score.label;
  return STATE_WORDS.find((state) => state.status === status)?.word ?? '';
}

function readNumber(written: string, piece: Assessment, scale: Scale): Entry | undefined {
  // Two cells of a table that were pasted: the score, and what it is out of.
  const typed = written.replace(/^([\d.,]+)\t([\d.,]+)$/, '$1/$2');
  if (/\d\s+\d/.test(typed)) return { kind: 'unclear', said: twoNumbers(typed) };
  const plain = typed.replace(/,/g, '.').replace(/\s+/g, '');
  const percent = plain.endsWith('%') ? decimal(plain.slice(0, -1)) : undefined;
  if (percent) {
    return {
      kind: 'set',
      set: scored({ percent }),
      said: `${percent}%${passes(rational(percent).compare(HUNDRED) > 0)}`,
    };
  }
  const [top, bottom, ...rest] = plain.split('/').map(decimal);
  if (!top || rest.length > 0) return undefined;
  if (!plain.includes('/')) {
    const offer = letterOffer(typed, scale);
    if (isAboveFull(top, piece) && !offer) return aboveFull(top, piece);
    return {
      kind: 'set',
      set: scored({ points: top }),
      said: points(top, piece.possible),
      ...(offer && { offer }),
    };
  }
  if (!bottom || rational(bottom).n === 0n) return undefined;
  if (rational(bottom).compare(rational(piece.possible)) === 0)
    return { kind: 'set', ...outOf(top, bottom, piece) };
  // Nobody has said what the piece is out of: the teacher just did.
  if (piece.presumed) return { kind: 'set', ...outOf(top, bottom, piece) };
  return otherBottom(top, bottom, piece);
}

/** A bare number above full marks that does not stand recorded already. */
function isAboveFull(top: string, { possible, score }: Assessment): boolean {
  const isRecorded = score !== undefined && 'points' in score && rational(score.points).equals(rational(top));
  return !isRecorded && rational(top).compare(rational(possible)) > 0;
}

/** More points than there are: a percent, or a bonus. Of 100 both are the same. */
function aboveFull(top: string, { possible }: Assessment): Entry {
  const asPoints = { set: scored({ points: top }), said: points(top, possible) };
  const isPercent = rational(top).compare(HUNDRED) <= 0;
  const share = decimalText(fractionOfPercent(top).mul(rational(possible)), 2);
  return {
    kind: 'asks',
    said: `${top} is more than the ${possible} that this piece is out of. ${isPercent ? 'Which is meant?' : 'Is that so?'}`,
    readings: [
      ...(isPercent ? [{ set: scored({ percent: top }), said: `${top}%: ${share} of ${possible}` }] : []),
      asPoints,
    ],
  };
}

/** `20+2`: points, and points of a bonus question. */
function readBonus(typed: string, { possible }: Assessment): Entry | undefined {
  const parts = typed.replace(/,/g, '.').replace(/\s+/g, '').split('+').map(decimal);
  const [base, bonus, ...rest] = parts;
  if (!base || !bonus || rest.length > 0) return undefined;
  const sum = decimalText(rational(base).add(rational(bonus)), 6);
  return isDecimal(sum)
    ? { kind: 'set', set: scored({ points: sum }), said: `${base} + ${bonus} = ${points(sum, possible)}` }
    : undefined;
}

/** Points of a whole that was written beside them: from then on it is what the piece is out of. */
function outOf(top: string, bottom: string, { possible, presumed }: Assessment): EntryReading {
  const isNews = presumed || rational(bottom).compare(rational(possible)) !== 0;
  return {
    set: scored({ points: top }),
    said: points(top, bottom),
    ...(isNews && { possible: shortestDecimal(bottom) }),
  };
}

/** A fraction of another whole than the piece's: either its percent is meant, or the piece's own whole is wrong. */
function otherBottom(top: string, bottom: string, piece: Assessment): Entry | undefined {
  const percent = decimalText(rational(top).div(rational(bottom)).mul(HUNDRED), 6);
  if (!isDecimal(percent)) return undefined;
  const share = decimalText(fractionOfPercent(percent).mul(rational(piece.possible)), 2);
  return {
    kind: 'asks',
    said: `${top} of ${bottom}, but this piece is out of ${piece.possible}. Which is meant?`,
    readings: [
      { ...outOf(top, bottom, piece), said: `It is out of ${bottom}: ${points(top, bottom)}` },
      { set: scored({ percent }), said: `${percent}% of ${piece.possible}: ${share}` },
    ],
  };
}

function readLetter(typed: string, { possible }: Assessment, scale: Scale): Entry | undefined {
  const band = bandNamed(typed, scale);
  if (!band) return undefined;
  if (band.worth === undefined) {
    const worth = proposedWorth(scale, band.label);
    const share = decimalText(fractionOfPercent(worth).mul(rational(possible)), 2);
    return {
      kind: 'asks',
      said: `The scale does not say yet what ${band.label} is worth as a score.`,
      readings: [
        {
          set: scored({ label: band.label }),
          worthOf: band.label,
          said: `${band.label} is worth ${worth}%, the middle of its band: ${share} of ${possible}`,
        },
      ],
    };
  }
  const earned = decimalText(fractionOfPercent(band.worth).mul(rational(possible)), 2);
  return {
    kind: 'set',
    set: scored({ label: band.label }),
    said: `${band.label}, worth ${band.worth}%: ${earned} of ${possible}`,
  };
}

function letterOffer(typed: string, scale: Scale): EntryReading | undefined {
  const band = bandNamed(typed, scale);
  if (band?.worth === undefined) return undefined;
  return {
    set: scored({ label: band.label }),
    said: `${band.label} of the scale, ${band.worth}%`,
  };
}

/** The band that is meant: its label, the case of letters and the kind of minus aside. */
function bandNamed(typed: string, { bands }: Scale) {
  const same = (label: string) => label.toLowerCase().replace(/[−–]/g, '-');
  return bands.find(({ label }) => label === typed) ?? bands.find(({ label }) => same(label) === same(typed));
}

function readState(typed: string): Entry | undefined {
  const start = typed.toLowerCase();
  const known = start.length >= 3 ? STATE_WORDS.find(({ word }) => word.startsWith(start)) : undefined;
  const state = known ?? STATE_WORDS.find(({ status }) => status === STATE_ALIASES[start]);
  return state && { kind: 'set', set: { status: state.status, score: undefined }, said: state.word };
}

/** Words that are no score of themselves: what they can mean, or where what they mean is said. */
function readWord(typed: string, { possible }: Assessment): Entry | undefined {
  switch (typed.toLowerCase()) {
    case 'zero':
      return { kind: 'set', set: scored({ points: '0' }), said: points('0', possible) };
    case 'abs':
    case 'absent':
      return {
        kind: 'asks',
        said: 'Absent: does it count against you?',
        readings: [
          { set: { status: 'missing', score: undefined }, said: 'Missing: as the rules count missing work' },
          { set: { status: 'excused', score: undefined }, said: 'Excused: it is left out' },
        ],
      };
    case 'late':
      return {
        kind: 'unclear',
        said: 'Type the score as it was given; how late the piece was is chosen below it.',
      };
    case 'no count':
    case 'not counted':
      return {
        kind: 'unclear',
        said: '“excused” leaves it out. To show it and never count it, choose “Not counted” under Rules.',
      };
    default:
      return undefined;
  }
}

function scored(score: Score): EntrySet {
  return { status: 'scored', score };
}

/** Normalises digits typed in a hurry: `.5` and `17.` are numbers too. */
function decimal(text: string): string | undefined {
  const full = text.startsWith('.') ? `0${text}` : text.replace(/\.$/, '');
  return isDecimal(full) ? full : undefined;
}

function points(earned: string, possible: string): string {
  const share: Rational = rational(earned).div(rational(possible)).mul(HUNDRED);
  return `${earned} of ${possible}, ${decimalText(share, 1)}%${passes(share.compare(HUNDRED) > 0)}`;
}

function passes(above: boolean): string {
  return above ? ' — above full marks' : '';
}

function twoNumbers(typed: string): string {
  const [first, second] = typed.split(/\s+/);
  return `“${typed}” is two numbers. ${first} of ${second} is ${first}/${second}.`;
}

function unclear(typed: string, { possible }: Assessment, { bands }: Scale): string {
  if (/^[a-f][+\-−–]?$/i.test(typed))
    return `${typed.toUpperCase()} is no letter of this scale: ${bands.map(({ label }) => label).join(', ')}.`;
  const letter = bands.find(({ worth }) => worth !== undefined)?.label;
  const examples = [`17.5`, `17/${possible}`, '91%', ...(letter ? [letter] : []), 'missing', 'excused'];
  return `“${typed}” is no score. Try ${examples.slice(0, -1).join(', ')} or ${examples.at(-1)}.`;
}
