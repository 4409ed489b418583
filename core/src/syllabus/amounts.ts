import { typedDecimal } from '../numbers/decimal';
import { decimalText, rational, type Rational } from '../numbers/rational';
import { NOT_A_WEIGHT_AFTER, NOT_A_WEIGHT_BEFORE, PER_WORK, SHARES } from './english/amounts';
import type { Cell } from './units';

/** What part of a course something is, or how many points: an amount as a line has it. */
export interface Amount extends Cell {
  readonly unit: 'percent' | 'points' | 'rest';
  readonly value: Rational;
  /** Whether it is that of each piece. */
  readonly isEach: boolean;
  readonly pieces?: number;
  /** Whether it is written as a share in words, which says less surely what it is of. */
  readonly isShare?: boolean;
}

const NUMBER = String.raw`\d{1,4}(?:[.,]\d{1,4})?`;
const UNIT = String.raw`%|percent(?:age)?(?: points?)?|per cent|pct\.?|points?|pts?\.?|marks?`;
const TIMES = String.raw`(?:x|×|\*|@|at)`;
/** "10 × 20 pts = 200 pts", "8 @ 2.5%", "20 pts x 10", "20%": how many, how much, what it comes to. */
const AMOUNT = new RegExp(
  String.raw`(?<![\d$€£]|\d[.,:/–-]|(?:^|\s)[+–-])(?:(?<count>\d{1,3})\s?${TIMES}\s?)?(?<value>${NUMBER})\s?(?<unit>${UNIT})?(?!\d|:\d)(?:\s?(?:x|×)\s?(?<after>\d{1,3}))?(?:\s?(?<each>each|apiece|per (?:item|piece)|a piece))?(?:\s?=\s?(?<total>${NUMBER})\s?(?<totalUnit>${UNIT})?)?(?!\w)`,
  'gi',
);
/** "10–15%", "from 10 to 15%"; but "Milestone 1 – 10%" is a name and its amount. */
const RANGE_BEFORE =
  /(?:\d%?[–-]|\d\s?%\s?(?:[–-]|to)\s?|(?:\b(?:from|between|by|of|about|up)\s|[^\p{L}\s]\s?|^\s*)\d{1,3}(?:[.,]\d+)?\s(?:[–-]|to)\s)$/iu;
const RANGE_AFTER = /^(?:\s?(?:[–-]|to)\s?\d{1,3}(?:[.,]\d+)?\s?%|[–-]\d)/i;

export const numberOf = (text: string): Rational => rational(typedDecimal(text));

/** A number as a decimal of the document: at most six digits after its point. */
export const decimalOf = (value: Rational) => decimalText(value, 6);

/** The amounts of a line that can be of something graded, in order. */
export function amountsIn(text: string): Amount[] {
  const found: Amount[] = [];
  for (const match of text.matchAll(AMOUNT)) {
    const amount = amountOf(match, text);
    if (amount) found.push(amount);
  }
  for (const share of sharesIn(text)) {
    if (!found.some(({ from, to }) => share.from < to && from < share.to)) found.push(share);
  }
  return found.sort((a, b) => a.from - b.from);
}

function amountOf(match: RegExpExecArray, text: string): Amount | undefined {
  const { count, value, unit, after, each, total, totalUnit } = match.groups as Record<
    string,
    string | undefined
  >;
  const says = unit ?? totalUnit;
  if (says === undefined) return undefined;
  // "Assignment 1 = 10%": the number before belongs to the name.
  const isOwn = unit !== undefined || count !== undefined || after !== undefined || total === undefined;
  const from = isOwn ? match.index : match.index + match[0].lastIndexOf(total);
  const to = match.index + match[0].trimEnd().length;
  const before = text.slice(Math.max(0, from - 50), from);
  const next = text.slice(to, to + 60);
  if (RANGE_BEFORE.test(before) || RANGE_AFTER.test(next)) return undefined;
  if (NOT_A_WEIGHT_BEFORE.test(before) || NOT_A_WEIGHT_AFTER.test(next)) return undefined;
  const of = /%|per|pct/i.test(says) ? 'percent' : 'points';
  const pieces = count ?? after;
  const isEach = pieces !== undefined || each !== undefined || PER_WORK.test(next);
  const amount = { from, to, unit: of, value: numberOf(value!), isEach } as const;
  if (total !== undefined && pieces === undefined)
    return { ...amount, value: numberOf(total), isEach: false };
  return { ...amount, ...(pieces !== undefined && { pieces: Number(pieces) }) };
}

/** "half by …, a third …, and the rest …": only where it is about a grade. */
function sharesIn(text: string): Amount[] {
  if (!SHARES.about.test(text)) return [];
  const found: Amount[] = [];
  for (const match of text.matchAll(SHARES.form)) {
    const { top: said, top2, bottom, word, rest } = match.groups as Record<string, string | undefined>;
    const from = match.index;
    const to = from + match[0].length;
    if (
      NOT_A_WEIGHT_AFTER.test(text.slice(to, to + 60)) ||
      NOT_A_WEIGHT_BEFORE.test(text.slice(Math.max(0, from - 50), from))
    )
      continue;
    const parts = bottom === undefined ? SHARES.parts(word) : Number(bottom);
    if (rest === undefined && (parts === undefined || parts === 0)) continue;
    const top = said ?? top2;
    const times = /^\d+$/.test(top ?? '') ? Number(top) : 1;
    const value =
      rest === undefined
        ? rational('100')
            .mul(rational(String(times)))
            .div(rational(String(parts)))
        : rational('0');
    found.push({
      from,
      to,
      unit: rest === undefined ? 'percent' : 'rest',
      value,
      isEach: false,
      isShare: true,
    });
  }
  return found;
}
