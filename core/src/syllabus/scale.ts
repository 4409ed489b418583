import type { Band } from '../document/course';
import { rational, type Rational } from '../numbers/rational';
import { decimalOf, numberOf } from './amounts';
import { AND_ABOVE, AT_LEAST, BELOW, FAILING, LABEL, LEVEL } from './english/scale';
import { CERTAINTY, ABOUT_COURSE, type FactOf } from './facts';
import { Unit } from './units';

const NUMBER = String.raw`\d{1,4}(?:[.,]\d{1,3})?`;
const PERCENT = String.raw`\s?(?:%|percent|points?|pts\.?)?`;
const POINTS = String.raw`\(?(?<points>[0-5][.,]\d{1,2})\)?`;
const GAP = String.raw`[\s:=|.([,–-]{0,6}`;
const BOUND = (index: number) =>
  String.raw`(?:(?<low${index}>${NUMBER})${PERCENT}\s(?:and|or|&)\s(?:below|less|lower|under)|(?<from${index}>${NUMBER})${PERCENT}\s?(?:–|-|to|through|\.\.)\s?[<≤]?\s?(?<to${index}>${NUMBER})${PERCENT}|(?:(?<least${index}>${AT_LEAST})\s?)?(?<one${index}>${NUMBER})${PERCENT}\s?(?<above${index}>${AND_ABOVE})?${PERCENT}|(?:${BELOW})\s?(?<under${index}>${NUMBER})${PERCENT}(?:\s?(?:and|or)? ?(?:below|lower|less|under))?)`;

/** A band with its label first: "A 93-100", "B+: 87 and above", "F below 60", "A (4.0) 93–100". */
const LABEL_FIRST = (label: string) =>
  new RegExp(
    String.raw`(?<label>${label})(?:\s?\([^()\d]{1,40}\))?${GAP}(?:(?:is|are|means|requires|for|takes|needs|from)\s)?(?:${POINTS}${GAP})?${BOUND(1)}`,
    'gu',
  );
/** A band with its label last: "93-100 A", "90% and above = A", "below 60: F". */
const LABEL_LAST = (label: string) =>
  new RegExp(
    String.raw`(?<![\d.,])${BOUND(2)}\s?\)?[\s:=|,–-]{0,6}(?:(?:is|an?|earns|gives|gets|for)\s){0,2}(?<label>${label})`,
    'gu',
  );

interface Found {
  readonly label: string;
  readonly from: Rational;
  readonly to: Rational | undefined;
  readonly points: string | undefined;
  readonly start: number;
  readonly end: number;
  /** How far its label stands from its number: 0 side by side, 0.5 behind a comma or in another cell, 1 on another line. */
  readonly gap: number;
}

/** A line may be so long and still be a part of a scale. */
const LONGEST = 700;
/** A scale has so many bands at least; two only where they are said to be one. */
const FEWEST = 3;

/**
 * Finds the grading scale of a text: a run of lines with labels and cut-offs that fall.
 *
 * @param whole - points of the whole course, where cut-offs are points
 * @returns the fact, and the lines that it stands in
 */
export function scaleOf(
  units: readonly Unit[],
  whole: Rational | undefined,
): { readonly fact: FactOf<'bands'>; readonly units: readonly Unit[] } | undefined {
  let best: { fact: FactOf<'bands'>; units: readonly Unit[] } | undefined;
  let most = 0;
  for (const run of runsOf(units)) {
    const unit = Unit.joined(run);
    const lineOf = lineIn(run);
    for (const label of [LABEL, `${LABEL}|${LEVEL}`]) {
      for (const form of [LABEL_FIRST(label), LABEL_LAST(label)]) {
        const found = falling(foundIn(unit, form, lineOf));
        const isEnough =
          found.length >= FEWEST || (found.length === 2 && /^(pass|fail)$/i.test(found[0]!.label));
        // Of two ways to pair labels with numbers the one that holds them closer together.
        const score = found.length - 0.4 * sumOfGaps(found);
        if (!isEnough || score <= most) continue;
        const bands = bandsOf(unit, found, whole);
        if (bands) most = score;
        if (bands)
          best = {
            fact: factOf(unit, found, bands),
            units: run.filter((own) => found.some(({ end }) => own.at.includes(unit.at[end - 1]!))),
          };
      }
    }
  }
  return best;
}

function factOf(unit: Unit, found: readonly Found[], bands: Band[]): FactOf<'bands'> {
  const range = unit.range(
    Math.min(...found.map(({ start }) => start)),
    Math.max(...found.map(({ end }) => end)),
  );
  const parts = found.map(({ start, end }) => unit.range(start, end));
  return { kind: 'bands', about: ABOUT_COURSE, value: bands, range, certainty: CERTAINTY.sure, parts };
}

const CAN_BE = new RegExp(`${LABEL}|${LEVEL}`, 'u');

/** Runs of lines that can be one scale. */
function runsOf(units: readonly Unit[]): Unit[][] {
  const runs: Unit[][] = [];
  let last: Unit | undefined;
  for (const unit of units) {
    const isPart =
      unit.text.length <= LONGEST &&
      (CAN_BE.test(unit.text) || /^\W{0,3}\d{1,3}/.test(unit.text)) &&
      (/\d/.test(unit.text) || unit.text.length <= 24);
    if (isPart) {
      const isNext =
        last !== undefined &&
        runs.length > 0 &&
        unit.line.number - last.line.number <= 3 &&
        runs.at(-1)!.at(-1) === last;
      if (isNext) runs.at(-1)!.push(unit);
      else runs.push([unit]);
      last = unit;
    }
  }
  return runs;
}

const sumOfGaps = (found: readonly Found[]) => found.reduce((all, { gap }) => all + gap, 0);

/** On which of several lines a place of all of them together is. */
function lineIn(units: readonly Unit[]): (place: number) => number {
  let end = 0;
  const ends = units.map(({ text }) => (end += text.length + 1));
  return (place) => ends.findIndex((after) => place < after);
}

function foundIn(unit: Unit, form: RegExp, lineOf: (place: number) => number): Found[] {
  const found: Found[] = [];
  for (const match of unit.text.matchAll(form)) {
    const groups = match.groups!;
    const of = (name: string) => groups[`${name}1`] ?? groups[`${name}2`];
    const [a, b] = [of('from'), of('to')].map((text) => (text === undefined ? undefined : numberOf(text)));
    const one = of('one');
    const label = labelOf(groups.label!);
    const end = match.index + match[0].length;
    const isFirst = match[0].startsWith(groups.label!);
    const between = isFirst
      ? /^\D*/.exec(match[0].slice(groups.label!.length))![0]
      : /\D*$/.exec(match[0].slice(0, -groups.label!.length))![0];
    const isBroken = lineOf(match.index) !== lineOf(end - 1);
    const gap = isBroken ? 1 : /[\t;|,]/.test(between) ? 0.5 : 0;
    const low = a && b ? (a.compare(b) < 0 ? a : b) : one !== undefined ? numberOf(one) : rational('0');
    const high = a && b ? (a.compare(b) < 0 ? b : a) : undefined;
    found.push({
      label,
      from: low,
      to: high,
      points: groups.points?.replace(',', '.'),
      start: match.index,
      end,
      gap,
    });
  }
  return found;
}

const labelOf = (text: string) =>
  text
    .replace(/\s?plus$/i, '+')
    .replace(/\s?minus$/i, '-')
    .replace('–', '-');

/** The longest stretch of what was found that falls, or rises, with no label twice; the highest first. */
function falling(found: readonly Found[]): Found[] {
  let best: Found[] = [];
  for (const way of [1, -1]) {
    let run: Found[] = [];
    for (const band of found) {
      const last = run.at(-1);
      const goesOn =
        last !== undefined &&
        last.from.compare(band.from) * way > 0 &&
        !run.some(({ label }) => label.toLowerCase() === band.label.toLowerCase()) &&
        inOrder(last.label, band.label, way);
      // A list of letters alone: "A 4.0" is no cut-off.
      if (goesOn) run.push(band);
      else run = [band];
      if (run.length > best.length) best = way === 1 ? [...run] : [...run].reverse();
    }
  }
  const sorted = best.length < found.length ? lettersInOrder(found) : undefined;
  return sorted && sorted.length > best.length ? sorted : best;
}

/** Letters that stand in several columns, once they are put in order; nothing where their cut-offs do not agree with it. */
function lettersInOrder(found: readonly Found[]): Found[] | undefined {
  if (!found.every(({ label }) => /^[A-F][+-]?$/.test(label))) return undefined;
  const sorted = [...found].sort((a, b) => b.from.compare(a.from));
  const isRight = sorted.every(
    ({ label, from }, index) =>
      index === 0 ||
      (sorted[index - 1]!.from.compare(from) > 0 && inOrder(sorted[index - 1]!.label, label, 1)),
  );
  return isRight ? sorted : undefined;
}

/** Letters go down the alphabet, and plus before minus. */
function inOrder(above: string, below: string, way: number): boolean {
  const [first, second] = way === 1 ? [above, below] : [below, above];
  if (!/^[A-F][+-]?$/.test(first) || !/^[A-F][+-]?$/.test(second)) return true;
  const rank = (label: string) =>
    label.charCodeAt(0) * 3 + { '+': -1, '-': 1 }[label[1] ?? '']! || label.charCodeAt(0) * 3;
  return rank(first) < rank(second);
}

/** Cut-offs in percent; nothing where the numbers are none. */
function bandsOf(unit: Unit, found: readonly Found[], whole: Rational | undefined): Band[] | undefined {
  const top = found[0]!;
  const most = top.to ?? top.from;
  // Grade points beside letters are no cut-offs.
  if (most.compare(10) <= 0) return undefined;
  const all =
    most.compare(100) <= 0 || (most.compare(110) <= 0 && !whole)
      ? rational('100')
      : whole && top.from.compare(whole) <= 0 && whole.compare(most) <= 0
        ? whole
        : (whole ?? top.to);
  if (!all) return undefined;
  const bands = found.map(({ label, from, points }): Band => ({
    label,
    from: decimalOf(from.div(all).mul(rational('100'))),
    ...(points !== undefined && { points }),
  }));
  if (bands.some(({ from }) => rational(from).compare(100) > 0)) return undefined;
  const last = bands.at(-1)!;
  if (last.from === '0') return withFailing(bands);
  if (FAILING.test(last.label)) return withFailing([...bands.slice(0, -1), { ...last, from: '0' }]);
  // "A 90, B 80, C 70, D 60, F": the lowest alone.
  const after = unit.text.slice(found.at(-1)!.end, found.at(-1)!.end + 40);
  const own = new RegExp(
    String.raw`^[\s:=|,;.()–-]{0,6}(?:(?:and|or|below(?: that)?|anything (?:below|less|lower)|otherwise|everything (?:below|else))[\s:,(]{1,4}(?:is |an? )*){0,2}(${LABEL})`,
    'u',
  ).exec(after);
  const label = own
    ? labelOf(own[1]!)
    : bands.some(({ label: known }) => known === 'F')
      ? 'Fail'
      : /^[A-E]/.test(last.label) && last.label.length <= 2
        ? 'F'
        : 'Fail';
  if (bands.some((band) => band.label.toLowerCase() === label.toLowerCase())) return undefined;
  return withFailing([...bands, { label, from: '0' }]);
}

function withFailing(bands: readonly Band[]): Band[] {
  return bands.map((band, index) =>
    index === bands.length - 1 && FAILING.test(band.label) ? { ...band, pass: false } : band,
  );
}
