import { isDecimal } from '../numbers/decimal';
import { rational, sumOf, type Rational } from '../numbers/rational';
import { decimalOf } from './amounts';
import { CleanText, type Range } from './text/clean-text';
import { datesOf, isSamePiece, type Dated } from './dates';
import { LOOKS_LIKE_RULE } from './english/words';
import { CERTAINTY, ABOUT_COURSE, type Fact, type FactKind, type FactOf, type FactValues } from './facts';
import { headOf, termDay } from './head';
import { weightOf, type Part, type Parts, type Told } from './part';
import { partsOf } from './parts';
import { piecesOf } from './rows';
import { rulesOf } from './rules';
import { scaleOf } from './scale';
import { schemesOf } from './schemes';
import { unitsOf, type Unit } from './units';

/** Something about a text that whoever reads it should know: it is told, and nothing is made up for it. */
export type Remark =
  /** The weights come to another number than a hundred, or than the text says. */
  | {
      readonly kind: 'total';
      readonly comesTo: string;
      readonly said: string;
      readonly unit: 'percent' | 'points';
      readonly range?: Range;
    }
  /** A part has two weights. */
  | { readonly kind: 'two weights'; readonly name: string; readonly one: Range; readonly other: Range };

/** A line of a text, and what became of it. */
export interface ReadLine {
  readonly range: Range;
  /** A rule was read from it; it was taken for talk; it looks like a rule, and was not understood. */
  readonly became: 'rule' | 'talk' | 'unread';
}

/** What was found in a text. */
export interface FoundFacts {
  readonly facts: readonly Fact[];
  readonly remarks: readonly Remark[];
  readonly lines: readonly ReadLine[];
}

/** A longer text is no syllabus. */
export const LONGEST_SYLLABUS = 150_000;

/**
 * Reads a syllabus: everything that it says of how a course is graded, each with the place of its words.
 *
 * Each line is looked at a bounded number of times, and no way of looking costs more than a fixed multiple of its length.
 *
 * @param source - at most `LONGEST_SYLLABUS` signs are read
 * @param near - a day of which days without a year are near, ISO 8601, where the text names no term
 */
export function findFacts(source: string, near: string): FoundFacts {
  const clean = CleanText.of(source.slice(0, LONGEST_SYLLABUS));
  const all = unitsOf(clean);
  const wholeScale = scaleOf(all, undefined);
  const { first, later } = schemesOf(all.filter((unit) => wholeScale?.units.includes(unit) !== true));
  const found = partsOf(piecesOf(first));
  const { parts } = found;
  const scale = scaleOf(all, pointsOf(found)) ?? wholeScale;
  const rest = all.filter(
    (unit) => scale?.units.includes(unit) !== true || parts.some((part) => part.unit === unit),
  );
  const about = [...factsOfParts(found), ...rulesOf(all, parts)];
  const day = termDay(all) ?? new Date(near);
  const dated = datesOf(rest, parts, day);
  const facts = [
    ...headOf(all),
    ...about,
    ...factsOfDays(dated, parts),
    ...later.flatMap((option) => option.fact(parts)),
    ...found.others.map(({ weights, range }, index): Fact => ({
      kind: 'scheme',
      about: ABOUT_COURSE,
      value: {
        name: index === 0 ? 'Other weights' : `Other weights ${index + 1}`,
        weights: Object.fromEntries([...weights].map(([key, weight]) => [key, decimalOf(weight)])),
      },
      range,
      certainty: CERTAINTY.likely,
    })),
    ...(scale ? [scale.fact] : []),
  ].filter(onceEach());
  return { facts, remarks: remarksOf(found), lines: linesOf(all, facts) };
}

/** The first of each thing that can be said once. */
function onceEach(): (fact: Fact) => boolean {
  const seen = new Set<string>();
  return (fact) => {
    const key =
      fact.kind === 'requirement' || fact.kind === 'scheme'
        ? `${fact.kind} ${JSON.stringify(fact.value)}`
        : `${fact.kind} ${fact.about}`;
    return !seen.has(key) && Boolean(seen.add(key));
  };
}

/** Points of the whole, where it is added up from points. */
function pointsOf({ parts, mode, totals }: Parts): Rational | undefined {
  const said = totals.find(({ unit }) => unit === 'points')?.value;
  if (said) return said;
  const sum = sumOf(
    parts.filter(({ within, isExtra }) => !within && !isExtra),
    pointsOfPart,
  );
  return mode === 'points' && sum.compare(0) > 0 ? sum : undefined;
}

function pointsOfPart({ points, pointsEach, pieces }: Part): Rational {
  return (
    points?.value ??
    (pointsEach && pieces
      ? pointsEach.value.mul(rational(String(pieces.value)))
      : (pointsEach?.value ?? rational('0')))
  );
}

function factsOfParts({ parts, mode }: Parts): Fact[] {
  const facts: Fact[] = [];
  if (mode === undefined) return facts;
  const put = <K extends FactKind>(
    kind: K,
    about: string,
    told: Told<unknown> | undefined,
    value: FactValues[K],
  ) => {
    if (told)
      facts.push({
        kind,
        about,
        value,
        range: told.range,
        certainty: told.certainty,
      } as unknown as FactOf<K>);
  };
  const first = parts.find(
    (part) =>
      (mode === 'weights' ? (part.weight ?? part.weightEach) : (part.points ?? part.pointsEach)) !==
      undefined,
  );
  const how = first && (first.weight ?? first.weightEach ?? first.points ?? first.pointsEach);
  put('combine', ABOUT_COURSE, how, mode);
  for (const part of parts) {
    const { key, name, weight, weightEach, points, pointsEach, pieces, isExtra, within, drop, otherWeight } =
      part;
    put('name', key, name, name.value);
    if (within) put('within', key, name, within.key);
    if (weight && otherWeight)
      facts.push({
        kind: 'weight',
        about: key,
        value: decimalOf(weight.value),
        range: weight.range,
        certainty: CERTAINTY.doubtful,
        or: [{ kind: 'weight', value: decimalOf(otherWeight.value) }],
      });
    else if (weight && part.isBare)
      facts.push({
        kind: 'weight',
        about: key,
        value: decimalOf(weight.value),
        range: weight.range,
        certainty: CERTAINTY.doubtful,
        or: [{ kind: 'pointsEach', value: decimalOf(weight.value) }],
      });
    else if (weight) put('weight', key, weight, decimalOf(weight.value));
    else if (weightEach) put('weightEach', key, weightEach, decimalOf(weightEach.value));
    if (points && (mode === 'points' || !pieces || part.isMany))
      put('points', key, points, decimalOf(points.value));
    if (pointsEach) put('pointsEach', key, pointsEach, decimalOf(pointsEach.value));
    if (pieces && (part.isMany || pieces.value > 1)) put('pieces', key, pieces, pieces.value);
    if (drop) put('dropLowest', key, drop, drop.value);
    if (isExtra) put('extraCredit', key, isExtra, true);
  }
  return facts;
}

/** Days: of a part that is one piece, or of a piece of its own in a part. */
function factsOfDays(dated: readonly Dated[], parts: readonly Part[]): Fact[] {
  const facts: Fact[] = [];
  const pieces: { key: string; part: Part; name: string }[] = [];
  for (const { part, name, due, unit, from, to, nameFrom, nameTo, other } of dated) {
    const doubt =
      other === undefined
        ? { certainty: CERTAINTY.sure }
        : { certainty: CERTAINTY.doubtful, or: [{ kind: 'due' as const, value: other }] };
    const range = unit.range(from, to);
    if (name === undefined) {
      facts.push({ kind: 'due', about: part.key, value: due, range, ...doubt });
      continue;
    }
    if (
      pieces.some((piece) => piece.part === part && isSamePiece(piece.name, name)) ||
      parts.some((other) => other.name.value.toLowerCase() === name.toLowerCase())
    )
      continue;
    const key = `${part.key} / ${name.toLowerCase()}`;
    pieces.push({ key, part, name });
    const own = unit.range(nameFrom, nameTo);
    facts.push(
      {
        kind: 'name',
        about: key,
        value: name.charAt(0).toUpperCase() + name.slice(1),
        range: own,
        certainty: CERTAINTY.sure,
      },
      { kind: 'within', about: key, value: part.key, range: own, certainty: CERTAINTY.sure },
      { kind: 'due', about: key, value: due, range, ...doubt },
    );
  }
  return facts;
}

function remarksOf(found: Parts): Remark[] {
  const { parts, mode, totals } = found;
  const remarks: Remark[] = [];
  const top = parts.filter(({ within, isExtra }) => !within && !isExtra);
  const unit = mode === 'weights' ? ('percent' as const) : ('points' as const);
  const sum = sumOf(top, (part) =>
    mode === 'weights' ? (weightOf(part) ?? rational('0')) : pointsOfPart(part),
  );
  const said = totals.find((total) => total.unit === unit);
  const should = said?.value ?? (mode === 'weights' ? rational('100') : undefined);
  if (mode && should && sum.compare(should) !== 0 && isDecimal(decimalOf(sum)))
    remarks.push({
      kind: 'total',
      comesTo: decimalOf(sum),
      said: decimalOf(should),
      unit,
      ...(said && { range: said.range }),
    });
  for (const { name, weight, otherWeight } of parts)
    if (weight && otherWeight)
      remarks.push({ kind: 'two weights', name: name.value, one: weight.range, other: otherWeight.range });
  return remarks;
}

/** What became of each line: a rule, talk, or what looks like a rule and was not understood. */
function linesOf(units: readonly Unit[], facts: readonly Fact[]): ReadLine[] {
  const ranges = facts.map(({ range }) => range).sort((a, b) => a.from - b.from);
  return units.map((unit) => {
    const range = unit.whole;
    const isRule = ranges.some(({ from, to }) => from < range.to && range.from < to);
    if (isRule) return { range, became: 'rule' };
    const looks =
      LOOKS_LIKE_RULE.test(unit.text) &&
      unit.line.section !== 'talk' &&
      !unit.line.isHeading &&
      /\p{L}/u.test(unit.text) &&
      unit.text.split(/\s+/).length >= 3;
    return { range, became: looks ? 'unread' : 'talk' };
  });
}
