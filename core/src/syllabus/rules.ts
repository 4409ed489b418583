import type { Decimal } from '../document/course';
import { HUNDRED, type Rational } from '../numbers/rational';
import { decimalOf, numberOf } from './amounts';
import { NOTED } from './english/parts';
import * as say from './english/rules';
import {
  CERTAINTY,
  ABOUT_COURSE,
  type Certainty,
  type Fact,
  type FactKind,
  type FactOf,
  type FactValues,
} from './facts';
import { Mentions } from './mentions';
import type { Part } from './part';
import { findPhrase, phrase, type Found } from './phrase';
import type { Unit } from './units';

/** What a fact is before it has its words. */
type Draft<K extends FactKind> = { kind: K; about: string; value: FactValues[K]; certainty?: Certainty };

/** Finds what rules a text says of the course and its parts. */
export function rulesOf(units: readonly Unit[], parts: readonly Part[]): Fact[] {
  const reader = new RuleReader(parts);
  for (const unit of units) reader.read(unit);
  return reader.facts;
}

class RuleReader {
  readonly facts: Fact[] = [];
  readonly #mentions: Mentions;
  /** The last unit in which a part was spoken of, with that part. */
  #last: { part: Part; line: number } | undefined;

  constructor(readonly parts: readonly Part[]) {
    this.#mentions = new Mentions(parts);
  }

  read(unit: Unit): void {
    if (unit.line.section === 'talk' && !/\d/.test(unit.text)) return this.#pass(unit);
    this.#drops(unit);
    this.#pieces(unit);
    this.#late(unit);
    this.#missing(unit);
    this.#rounds(unit);
    this.#needs(unit);
    this.#deducts(unit);
    this.#replaces(unit);
    this.#pass(unit);
  }

  #pass(unit: Unit): void {
    const part = this.#mentions.in(unit).at(-1)?.part;
    if (part) this.#last = { part, line: unit.line.number };
  }

  #put<K extends FactKind>(unit: Unit, { from, to }: { from: number; to: number }, draft: Draft<K>): void {
    const known = this.facts.some(({ kind, about }) => kind === draft.kind && about === draft.about);
    if (known && draft.kind !== 'requirement') return;
    this.facts.push({
      certainty: CERTAINTY.sure,
      ...draft,
      range: unit.range(from, to),
    } as unknown as FactOf<K>);
  }

  #has(kind: FactKind, about: string): boolean {
    return this.facts.some((fact) => fact.kind === kind && fact.about === about);
  }

  /** The part that a phrase is about: one named after it, that in whose row it stands, one named before it, or the one just spoken of. */
  #partAt(unit: Unit, from: number, to: number): Part | undefined {
    const own = this.parts.filter((part) => part.unit === unit || isSameLine(part.unit, unit));
    const row =
      own.findLast((part) => part.unit.at[part.nameFrom]! <= unit.at[from]!) ??
      (own.length === 1 ? own[0] : undefined);
    const named = this.#mentions.after(unit, from, 34);
    const between =
      named && unit.text.slice(to, this.#mentions.in(unit).find((mention) => mention.part === named)!.from);
    if (named && (!row || named === row || (between !== undefined && !/[.;:)]|,(?! and)/.test(between))))
      return named;
    if (row) return row;
    const before = this.#mentions.before(unit, from) ?? this.#mentions.in(unit)[0]?.part;
    if (before) return before;
    return this.#last && unit.line.number - this.#last.line <= 3 ? this.#last.part : undefined;
  }

  #drops(unit: Unit): void {
    const { text } = unit;
    this.#bests(unit);
    if (say.REPLACES.test(text) || say.NOT_DROPPED.test(text)) return;
    if (say.DROPPED.test(text)) {
      for (const match of text.matchAll(say.LOWEST)) {
        const range = { from: match.index, to: match.index + match[0].length };
        const value = Number(match[1] ?? match[2] ?? '1');
        this.#drop(unit, range, value);
      }
      const both = say.HIGHEST.exec(text);
      const part = both && this.#partAt(unit, both.index, both.index + both[0].length);
      if (both && part)
        this.#put(
          unit,
          { from: both.index, to: both.index + both[0].length },
          { kind: 'dropHighest', about: part.key, value: 1 },
        );
    }
    if ([...text.matchAll(say.LOWEST)].length > 0) return;
    for (const form of say.SKIPPED) {
      const found = findPhrase(form, text);
      const count = found?.slots.count;
      if (!found || !count || Number(count.text) === 0) continue;
      const { work } = found.slots;
      // What stands behind a bracket is another part.
      const isOwn = work !== undefined && !/[):;\t]/.test(text.slice(count.to, work.from));
      const part = this.#partAt(unit, isOwn ? work.from : found.from, isOwn ? found.to : count.to);
      if (!part?.isMany) continue;
      this.#put(unit, found, {
        kind: 'dropLowest',
        about: part.key,
        value: Number(count.text),
        certainty: CERTAINTY.likely,
      });
      return;
    }
  }

  #drop(unit: Unit, range: { from: number; to: number }, value: number): void {
    const { text } = unit;
    if (value === 0 || value > 30) return;
    const verb = say.DROPPED.exec(text)!;
    const whole = {
      from: Math.min(range.from, verb.index),
      to: Math.max(range.to, verb.index + verb[0].length),
    };
    if (say.EACH_CATEGORY.test(text)) {
      for (const part of this.parts.filter(({ isMany }) => isMany))
        this.#put(unit, whole, { kind: 'dropLowest', about: part.key, value, certainty: CERTAINTY.likely });
      return;
    }
    const part = this.#partAt(unit, range.from, range.to);
    if (part)
      this.#put(unit, whole.to - whole.from > 120 ? range : whole, {
        kind: 'dropLowest',
        about: part.key,
        value,
      });
  }

  /** "Best 8 of 10". */
  #bests(unit: Unit): void {
    const { text } = unit;
    const put = (range: { from: number; to: number }, best: number, of: number | undefined) => {
      const part = this.#partAt(unit, range.from, range.to);
      if (!part || best === 0 || (of !== undefined && of < best)) return;
      this.#put(unit, range, { kind: 'best', about: part.key, value: best });
      if (of !== undefined) this.#put(unit, range, { kind: 'pieces', about: part.key, value: of });
    };
    for (const match of text.matchAll(say.BEST)) {
      const [best, of] = [match[1] ?? match[3], match[2] ?? match[4]];
      const range = { from: match.index, to: match.index + match[0].length };
      const counts =
        of !== undefined ||
        /\bcount(s|ed)?\b|\bkept\b|\bused\b|\bkeep\b|\bonly\b|\bcounting\b|\bscores\b|\binclude/i.test(
          text,
        ) ||
        this.parts.some((part) => part.unit === unit);
      if (counts && !/^\s*(?:%|percent|points)/i.test(text.slice(range.to)))
        put(range, Number(best), of === undefined ? undefined : Number(of));
    }
    for (const form of say.COUNT_OF) {
      const found = findPhrase(form, text);
      const of = found?.slots.count2;
      if (found) put(found, Number(found.slots.count!.text), of && Number(of.text));
    }
  }

  #pieces(unit: Unit): void {
    this.#noted(unit);
    for (const form of say.PIECES) {
      const found = findPhrase(form, unit.text);
      const count = found?.slots.count;
      if (!found || !count) continue;
      const part = this.#mentions.after(unit, found.slots.work!.from, 30);
      const value = Number(count.text);
      if (part?.isMany && value > 0)
        this.#put(unit, found, { kind: 'pieces', about: part.key, value, certainty: CERTAINTY.likely });
    }
  }

  /** A line set in under a part that begins with a number: "12 quizzes over the term", "Two: one at midterm". */
  #noted(unit: Unit): void {
    const match = NOTED.exec(unit.text) ?? /^(\d{1,2}):/.exec(unit.text);
    const last = this.#last;
    if (!match || !last || !last.part.isMany || last.part.pieces || unit.line.number - last.line > 1) return;
    const { line } = last.part.unit;
    const isUnder =
      unit.line.number > line.number &&
      (unit.line.indent > line.indent || (unit.line.isBulleted && !line.isBulleted));
    if (isUnder && unit.text.length < 120 && !/\d\s?%/.test(unit.text))
      this.#put(
        unit,
        { from: 0, to: match[0].length },
        { kind: 'pieces', about: last.part.key, value: Number(match[1]), certainty: CERTAINTY.likely },
      );
  }

  #late(unit: Unit): void {
    const { text, line } = unit;
    // What comes right after a line about lateness goes on about it.
    const speaks = say.SPEAKS_LATE.test(text);
    const inSection = line.section === 'late' || line.number - this.#lateLine <= 1;
    if (!speaks && !inSection) return;
    if (speaks) this.#lateLine = line.number;
    const put = <K extends FactKind>(
      range: Found,
      kind: K,
      value: FactValues[K],
      certainty: Certainty = CERTAINTY.sure,
    ) => this.#put(unit, range, { kind, about: ABOUT_COURSE, value, certainty });
    const perDay = this.#first(
      say.PER_DAY,
      text,
      ({ slots }) => daysOf(slots.unit?.text ?? 'day') !== undefined && !/absence/i.test(text),
    );
    if (perDay) this.#perDay(unit, nearestAmount(text, perDay));
    else this.#flat(unit, put);
    const isPenalty = this.#has('latePerDay', ABOUT_COURSE);
    if (isPenalty && perDay) {
      for (const [value, form] of say.LATE_OF) {
        const match = form.exec(text);
        if (match) put(foundOf(match), 'lateOf', value);
      }
    }
    if (isPenalty && (perDay || inSection)) {
      for (const [value, form] of say.LATE_COUNT) {
        const match = form.exec(text);
        if (match) put(foundOf(match), 'lateCount', value);
      }
    }
    const floor = this.#first(say.LATE_FLOOR, text);
    const ceiling = floor
      ? undefined
      : this.#first(
          say.LATE_CEILING,
          text,
          (found) => !perDay || found.slots.percent!.from !== perDay.slots.amount!.from,
        );
    if (isPenalty && floor) put(floor, 'lateFloor', decimalOf(numberOf(floor.slots.percent!.text)));
    if (isPenalty && ceiling)
      put(ceiling, 'lateFloor', decimalOf(HUNDRED.sub(numberOf(ceiling.slots.percent!.text))));
    const grace = this.#first(say.LATE_GRACE, text);
    const hours = grace && hoursOf(grace);
    if (grace && hours !== undefined) put(grace, 'lateGrace', hours);
    const closes = this.#first(
      say.LATE_CLOSES,
      text,
      (found) => !grace || found.slots.time!.from !== grace.slots.time!.from,
    );
    const days = closes && daysIn(closes);
    const isOverdue = (!isPenalty || say.BECOMES_MISSING.test(text)) && this.#overdue(unit);
    if (closes && days !== undefined && !isOverdue) put(closes, 'lateCloses', days);
  }

  #lateLine = -9;

  #perDay(unit: Unit, found: Found): void {
    const { amount, unit: of } = found.slots;
    const days = daysOf(of?.text ?? 'day')!;
    const isPoints = !/^\s?(?:%|per)/i.test(unit.text.slice(amount!.to));
    const value = numberOf(amount!.text).div(days);
    if (value.compare(100) > 0) return;
    const certainty = isPoints || days.compare(1) !== 0 ? CERTAINTY.likely : CERTAINTY.sure;
    this.#put(unit, found, { kind: 'latePerDay', about: ABOUT_COURSE, value: decimalOf(value), certainty });
    if (days.compare(1) < 0)
      this.#put(unit, found, {
        kind: 'lateCount',
        about: ABOUT_COURSE,
        value: 'exact',
        certainty: CERTAINTY.likely,
      });
  }

  /** What lateness costs once, and not each day. */
  #flat(
    unit: Unit,
    put: <K extends FactKind>(range: Found, kind: K, value: FactValues[K], certainty?: Certainty) => void,
  ): void {
    const { text } = unit;
    const isClosing = this.#first(say.LATE_CLOSES, text) !== undefined;
    const none = this.#first(
      say.NO_LATE,
      text,
      ({ to }) =>
        !/^[\s,]*(?:after|beyond|more than|later than|past|unless)\b/i.test(text.slice(to)) && !isClosing,
    );
    if (none) return put(none, 'latePerDay', '100');
    const half = this.#first(say.HALF_LATE, text);
    const once = half ?? this.#first(say.FLAT_LATE, text);
    if (!once) return;
    const said = once.slots.percent ? numberOf(once.slots.percent.text) : numberOf('50');
    const taken = half ? HUNDRED.sub(said) : said;
    put(once, 'latePerDay', decimalOf(taken), CERTAINTY.likely);
    put(once, 'lateFloor', decimalOf(HUNDRED.sub(taken)), CERTAINTY.likely);
  }

  #overdue(unit: Unit): boolean {
    const found = this.#first(say.OVERDUE, unit.text);
    const days = found && daysIn(found);
    if (!found || days === undefined) return false;
    this.#put(unit, found, { kind: 'overdue', about: ABOUT_COURSE, value: days });
    return true;
  }

  #missing(unit: Unit): void {
    const { text } = unit;
    const isOverdue = this.#overdue(unit);
    const put = (found: Found, value: FactValues['missing'], certainty: Certainty = CERTAINTY.sure) =>
      this.#put(unit, found, { kind: 'missing', about: ABOUT_COURSE, value, certainty });
    const percent = this.#first(say.MISSING_PERCENT, text);
    if (percent)
      return put(percent, { counts: 'percent', percent: decimalOf(numberOf(percent.slots.percent!.text)) });
    const nothing = this.#first(say.MISSING_NOTHING, text);
    if (nothing) return put(nothing, { counts: 'nothing' });
    const zero = this.#first(say.MISSING_ZERO, text);
    const isOfClass = zero && /^(?:missed|missing) (?:class|lecture|session)/i.test(zero.text);
    // "Not handed in within 7 days: missing" says when, and what that counts only where it says so once more.
    const isAgain = !isOverdue || /\bmissing (?:work|assignments?|pieces?)\b/i.test(text);
    if (zero && !isOfClass && isAgain) put(zero, { counts: 'percent', percent: '0' });
  }

  #rounds(unit: Unit): void {
    const { text } = unit;
    if (say.ROUND_NOT.test(text) || !/round|\.5/i.test(text)) return;
    for (const { form, step, mode } of say.ROUND) {
      const found = findPhrase(form, text);
      if (!found) continue;
      this.#put(unit, found, { kind: 'round', about: ABOUT_COURSE, value: { step, ...(mode && { mode }) } });
      return;
    }
  }

  #needs(unit: Unit): void {
    const { text } = unit;
    if (!say.NEEDS.test(text)) return;
    const first = /^(?:An? )?([A-D][+–-]?) (?:needs|requires|takes)\b/.exec(text)?.[1];
    const letter =
      first ??
      /\b(?:for|earn|an?|receive|get)\s(?:an? )?([A-D][+–-]?)(?![\p{L}'])(?! ?(?:minus|or))/u.exec(text)?.[1];
    const toPass = say.TO_PASS.test(text);
    if (letter === undefined && !toPass) return;
    const goal = toPass || letter === undefined ? ('pass' as const) : { label: letter.replace('–', '-') };
    const put = (found: Found, of: Part | undefined, asks: FactValues['requirement']['asks']) => {
      if (of)
        this.#put(unit, found, {
          kind: 'requirement',
          about: ABOUT_COURSE,
          value: { for: goal, of: of.key, asks },
          certainty: CERTAINTY.likely,
        });
    };
    const percent = this.#first(say.NEED_PERCENT, text);
    if (percent) {
      const of =
        this.#mentions.after(unit, percent.slots.work!.from, 40) ?? this.#mentions.before(unit, percent.to);
      put(percent, of, { atLeast: decimalOf(numberOf(percent.slots.percent!.text)) });
    }
    const pieces = this.#first(say.NEED_PIECES, text);
    if (!pieces) return;
    const of = this.#mentions.after(unit, pieces.slots.work!.from, 40);
    const count = Number(pieces.slots.count?.text ?? of?.pieces?.value ?? 0);
    const each = this.#first(say.EACH_AT, text.slice(pieces.to))?.slots.number;
    if (of?.isMany && count > 0)
      put(pieces, of, { pieces: count, ...(each && { each: decimalOf(numberOf(each.text)) }) });
  }

  #deducts(unit: Unit): void {
    const { text } = unit;
    if (!/absen|miss/i.test(text)) return;
    const found = this.#first(say.DEDUCT, text);
    const fewer = !found && say.TO_PASS.test(text) ? this.#first(say.NEED_FEWER, text) : undefined;
    const free = this.#first(say.FREE_ABSENCES, text);
    if (fewer) {
      const count = Number(fewer.slots.count!.text) - (/or more/i.test(fewer.text) ? 1 : 0);
      this.#put(unit, fewer, {
        kind: 'requirement',
        about: ABOUT_COURSE,
        value: { for: 'pass', of: ABSENCES, asks: { atMost: String(count) } },
        certainty: CERTAINTY.likely,
      });
      if (!this.#has('deduct', ABSENCES))
        this.#put(unit, fewer, {
          kind: 'deduct',
          about: ABSENCES,
          value: { each: '0', free: '0' },
          certainty: CERTAINTY.likely,
        });
      return;
    }
    if (free && !found) this.#free = Number(free.slots.count!.text);
    if (!found) return;
    const { amount, count, ordinal } = found.slots;
    const said = ordinal
      ? say.ordinal(ordinal.text)
      : count
        ? Number(count.text)
        : free
          ? Number(free.slots.count!.text)
          : this.#free;
    const isPoints = !/^\s?(?:%|per)/i.test(text.slice(amount!.to));
    this.#put(unit, found, {
      kind: 'deduct',
      about: ABSENCES,
      value: { each: decimalOf(numberOf(amount!.text)), free: String(said ?? 0) },
      certainty: isPoints ? CERTAINTY.doubtful : CERTAINTY.likely,
    });
  }

  #free: number | undefined;

  #replaces(unit: Unit): void {
    const { text } = unit;
    const verb = say.REPLACES.exec(text);
    const mentions = this.#mentions.in(unit);
    if (verb) {
      const lowest = [...text.matchAll(say.LOWEST)][0];
      const before = mentions.filter(({ to }) => to <= verb.index);
      const after = mentions.filter(({ from }) => from >= verb.index);
      const isPassive = /\b(?:is|are|be|been|being|gets?) replaced\b|\breplaced (?:by|with)\b/i.test(text);
      const [by, of] = isPassive
        ? [after[0]?.part, before.at(-1)?.part]
        : [before.at(-1)?.part ?? before[0]?.part, after[0]?.part];
      if (by && of && by !== of && of.isMany)
        this.#put(
          unit,
          { from: Math.min(verb.index, lowest?.index ?? verb.index), to: verb.index + verb[0].length },
          {
            kind: 'replacedBy',
            about: of.key,
            value: { by: by.key, lowest: Number(lowest?.[1] ?? lowest?.[2] ?? '1') },
            certainty: CERTAINTY.likely,
          },
        );
      return;
    }
    const moves = say.WEIGHT_MOVES.exec(text);
    if (!moves) return;
    const end = moves.index + moves[0].length;
    const to = this.#mentions.after(unit, end, 30);
    const of = mentions.find(({ from, part }) => from < end && part !== to)?.part;
    if (to && of && !of.isMany)
      this.#put(unit, foundOf(moves), {
        kind: 'weightTo',
        about: of.key,
        value: to.key,
        certainty: CERTAINTY.likely,
      });
  }

  #first(
    forms: readonly RegExp[],
    text: string,
    fits: (found: Found) => boolean = () => true,
  ): Found | undefined {
    for (const form of forms) {
      const found = findPhrase(form, text);
      if (found && fits(found)) return found;
    }
    return undefined;
  }
}

/** The key of the list of absences, which no text names as a part. */
export const ABSENCES = 'absences';

const isSameLine = (one: Unit, other: Unit) => one.at[0] === other.at[0];

function foundOf(match: RegExpExecArray): Found {
  return { text: match[0], from: match.index, to: match.index + match[0].length, slots: {} };
}

/** Of "7%, that is 3.5% for each day" the amount that stands next to its day. */
function nearestAmount(text: string, found: Found): Found {
  for (let best = found; ;) {
    const { amount, unit } = best.slots;
    if (!amount || !unit || amount.from > unit.from) return best;
    const inside = text.slice(amount.to, unit.from);
    const next = findPhrase(NEXT_AMOUNT, inside);
    if (!next) return best;
    const { text: value, from, to } = next.slots.amount!;
    best = {
      ...best,
      from: amount.to + from,
      slots: { ...best.slots, amount: { text: value, from: amount.to + from, to: amount.to + to } },
    };
  }
}

const NEXT_AMOUNT = phrase('{amount}');

/** "A week" is one. */
const timesOf = (text: string) => numberOf(/^an?$/i.test(text) ? '1' : text);

/** How many days a unit of time is; nothing of a unit by which no penalty grows. */
function daysOf(unit: string): Rational | undefined {
  if (/^(hour|hr|h)$/i.test(unit)) return numberOf('1').div(numberOf('24'));
  if (/^week$/i.test(unit)) return numberOf('7');
  return numberOf('1');
}

function daysIn({ slots }: Found): Decimal | undefined {
  const days =
    slots.unit &&
    slots.time &&
    timesOf(slots.time.text).mul(/day/i.test(slots.unit.text) ? numberOf('1') : daysOf(slots.unit.text)!);
  return days && days.compare(0) > 0 && days.compare(400) < 0 ? decimalOf(days) : undefined;
}

function hoursOf({ slots }: Found): Decimal | undefined {
  if (!slots.unit || !slots.time) return undefined;
  const hours = timesOf(slots.time.text)
    .mul(daysOf(/^24/.test(slots.unit.text) ? 'day' : slots.unit.text)!)
    .mul(numberOf('24'));
  return decimalOf(hours);
}
