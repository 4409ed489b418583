import type { Assessment, Scale, Score, Status } from './course';
import { isDecimal } from './decimal';
import { decimalText, fractionOfPercent, HUNDRED, rational, type Rational } from './rational';

/** What an entry sets on its piece. */
export interface EntrySet {
  readonly status: Status;
  /** `undefined` takes a score away. */
  readonly score: Score | undefined;
}

/** What was understood of an entry, or what would be understood. */
export type Entry =
  | { readonly kind: 'set'; readonly set: EntrySet; readonly said: string; readonly offer?: EntryOffer }
  | { readonly kind: 'unclear'; readonly said: string };

/** A second reading of the same text, or a change of the piece that it suggests. */
export type EntryOffer =
  | { readonly kind: 'letter'; readonly set: EntrySet; readonly said: string }
  | { readonly kind: 'possible'; readonly set: EntrySet; readonly possible: string; readonly said: string };

/** The words of the states, each recognised from three letters on. */
export const STATE_WORDS: readonly { readonly word: string; readonly status: Status }[] = [
  { word: 'missing', status: 'missing' },
  { word: 'excused', status: 'excused' },
  { word: 'waiting', status: 'awaiting' },
];

/**
 * Reads what a student types for a piece: points (`17.5`), a fraction (`17/20`), a percent (`91%`), a letter of the scale, a
 * state (`mis`, `exc`, `wai`) or nothing. A comma is a decimal point. A bare number is always points.
 *
 * @param text - as typed
 * @param piece - whose entry it is
 * @param scale - the course's scale, for letters
 * @returns what to record and what it means in words, or what would be understood
 */
export function readEntry(text: string, piece: Assessment, scale: Scale): Entry {
  const typed = text.trim();
  if (typed === '') return { kind: 'set', set: { status: 'open', score: undefined }, said: 'nothing yet' };
  return (
    readNumber(typed, piece, scale) ??
    readLetter(typed, piece, scale) ??
    readState(typed) ?? { kind: 'unclear', said: unclear(typed, piece, scale) }
  );
}

/** A score as it stands in its field: the text that gives it again when read. */
export function entryText(piece: Assessment): string {
  const { score, status } = piece;
  if (score && 'points' in score) return score.points;
  if (score && 'percent' in score) return `${score.percent}%`;
  if (score) return score.label;
  return STATE_WORDS.find((state) => state.status === status)?.word ?? '';
}

function readNumber(typed: string, piece: Assessment, scale: Scale): Entry | undefined {
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
    return {
      kind: 'set',
      set: scored({ points: top }),
      said: points(top, piece.possible),
      ...(offer && { offer }),
    };
  }
  if (!bottom || rational(bottom).n === 0n) return undefined;
  if (rational(bottom).compare(rational(piece.possible)) === 0) {
    return { kind: 'set', set: scored({ points: top }), said: points(top, piece.possible) };
  }
  return otherBottom(top, bottom, piece);
}

/** A fraction of another whole than the piece's: its percent is what was written; the piece's possible may be the mistake. */
function otherBottom(top: string, bottom: string, piece: Assessment): Entry | undefined {
  const share = rational(top).div(rational(bottom)).mul(HUNDRED);
  const percent = decimalText(share, 6);
  const offer: EntryOffer = {
    kind: 'possible',
    set: scored({ points: top }),
    possible: bottom,
    said: `This piece is out of ${piece.possible}. Make it out of ${bottom}?`,
  };
  if (!isDecimal(percent)) return undefined;
  return { kind: 'set', set: scored({ percent }), said: `${top} of ${bottom}, ${percent}%`, offer };
}

function readLetter(typed: string, { possible }: Assessment, scale: Scale): Entry | undefined {
  const band = bandNamed(typed, scale);
  if (!band) return undefined;
  if (band.worth === undefined) {
    return { kind: 'unclear', said: `${band.label} has no worth in the scale, so it cannot be a score.` };
  }
  const earned = decimalText(fractionOfPercent(band.worth).mul(rational(possible)), 2);
  return {
    kind: 'set',
    set: scored({ label: band.label }),
    said: `${band.label}, worth ${band.worth}%: ${earned} of ${possible}`,
  };
}

function letterOffer(typed: string, scale: Scale): EntryOffer | undefined {
  const band = bandNamed(typed, scale);
  if (band?.worth === undefined) return undefined;
  return {
    kind: 'letter',
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
  const state = start.length >= 3 ? STATE_WORDS.find(({ word }) => word.startsWith(start)) : undefined;
  return state && { kind: 'set', set: { status: state.status, score: undefined }, said: state.word };
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

function unclear(typed: string, { possible }: Assessment, { bands }: Scale): string {
  const letter = bands.find(({ worth }) => worth !== undefined)?.label;
  const examples = [`17.5`, `17/${possible}`, '91%', ...(letter ? [letter] : []), 'missing', 'excused'];
  return `“${typed}” is no score. Try ${examples.slice(0, -1).join(', ')} or ${examples.at(-1)}.`;
}
