import { sumOf, type Rational } from '../numbers/rational';
import { amountsIn, numberOf, type Amount } from './amounts';
import type { Range } from './text/clean-text';
import {
  COMES_TO,
  EXTRA_CREDIT,
  HOW_MANY,
  IN_ALL,
  NOTED,
  OF_GRADE,
  TIMES,
  TIMES_BEFORE,
} from './english/parts';
import { BETTER_OF, IN_A_ROW } from './english/rules';
import { TOTAL } from './english/words';
import { CERTAINTY } from './facts';
import { nameAfter, nameBefore, speaksOfMany, speaksOfWork, stemsOf, type Name } from './names';
import type { PartDraft, Parts, Told } from './part';
import { numberIn, type Piece, type TableRow } from './rows';
import type { Cell, Unit } from './units';
import { giveRest, MOST_PARTS, wholeOf } from './whole-of-parts';

/** Finds the parts of a course with what each counts. */
export function partsOf(pieces: readonly Piece[]): Parts {
  const reader = new PartReader();
  for (const piece of pieces) {
    if (piece.kind === 'row') reader.row(piece.row);
    else reader.unit(piece.unit);
  }
  return reader.done();
}

/** The longest stretch of rows with work among them that comes to a whole. */
function wholeIn<R extends { readonly name: Name; readonly number: { readonly value: string } }>(
  rows: readonly R[],
  isWhole: (sum: Rational) => boolean,
): readonly R[] | undefined {
  for (let length = Math.min(rows.length, MOST_PARTS); length >= 2; length -= 1)
    for (let start = 0; start + length <= rows.length; start += 1) {
      const some = rows.slice(start, start + length);
      const isWork = some.some(({ name }) => name.isWork);
      if (isWork && isWhole(sumOf(some, ({ number }) => numberOf(number.value)))) return some;
    }
  return undefined;
}

/** A name and a number, and nothing else: "Quizzes 20". */
const BARE = /^(\D[^\t]{1,58}?)\s?[\t:=.–-]*\s?(?<![\d/])(\d{1,4}(?:[.,]\d{1,2})?)(?:\s*\([^()%]{1,60}\))?$/;

/** The same in a list, where the number may stand in brackets. */
const LISTED = /^(\D[^\t(]{1,58}?)\s?[:=.–-]*\s?\(?(?<![\d/])(\d{1,3}(?:[.,]\d{1,2})?)\)?$/;

/** An amount alone, as a sentence. */
const SOLE = /^[\s(]*\d{1,4}(?:[.,]\d{1,2})?\s?(?:%|percent|per cent|points?|pts?\.?|marks)[\s).]*$/i;

class PartReader {
  readonly #drafts: PartDraft[] = [];
  readonly #totals: (Told<Rational> & { unit: 'percent' | 'points' })[] = [];
  #last = 0;

  /** A row of a table: its columns say what its numbers are. */
  row({ unit, cells, table }: TableRow): void {
    const { text } = unit;
    const of = (column: keyof typeof cells) => {
      const cell = cells[column];
      return cell && { ...cell, text: text.slice(cell.from, cell.to) };
    };
    const nameCell = of('name')!;
    const numbers = (['weight', 'each', 'points', 'pieces', 'drop'] as const).map((column) => {
      const cell = of(column);
      const number = cell && numberIn(cell.text);
      return cell && number
        ? {
            ...number,
            range: unit.range(cell.from, cell.to),
            whole: cell.text,
            of: column,
            unit: number.unit,
          }
        : undefined;
    });
    const [weight, each, points, count, drop] = numbers;
    if (TOTAL.test(nameCell.text)) {
      if (weight) this.#total(weight, 'percent');
      if (points) this.#total(points, 'points');
      return;
    }
    if (weight === undefined && each === undefined && points === undefined) {
      // A cell that says more than its number is read as a sentence is.
      this.unit(unit, table);
      return;
    }
    const bracket = nameCell.text.search(/\s*\(/);
    const named = bracket > 0 ? nameCell.text.slice(0, bracket) : nameCell.text;
    const name = nameBefore(`${named}:`, 0, named.length + 1);
    if (!name) return;
    const draft = this.#draft(
      unit,
      { ...name, from: name.from + nameCell.from, to: name.to + nameCell.from },
      { from: 0, to: text.length, table },
    );
    const told = (value: string, range: Range): Told<Rational> => ({
      value: numberOf(value),
      range,
      certainty: CERTAINTY.sure,
    });
    const isEach = (cell: { whole: string }) => /each|\//i.test(cell.whole);
    if (weight) {
      if (weight.unit === 'points') draft.points = told(weight.value, weight.range);
      else draft[isEach(weight) ? 'weightEach' : 'weight'] = told(weight.value, weight.range);
    }
    if (each) draft[each.unit === 'percent' ? 'weightEach' : 'pointsEach'] = told(each.value, each.range);
    if (points) {
      if (points.unit === 'percent') draft.weight = told(points.value, points.range);
      else draft[isEach(points) ? 'pointsEach' : 'points'] = told(points.value, points.range);
    }
    if (count && Number.isInteger(Number(count.value)) && Number(count.value) > 0)
      draft.pieces = { value: Number(count.value), range: count.range, certainty: CERTAINTY.sure };
    else if (!draft.pieces) this.#howMany(draft, nameCell.from, text.length);
    if (drop && Number(drop.value) > 0)
      draft.drop = { value: Number(drop.value), range: drop.range, certainty: CERTAINTY.sure };
    this.#times(draft, of('pieces') === undefined);
    this.#noted(draft, of('note'));
  }

  /** "Exams (3 x 100)": how many, and the points of each, in words beside the name. */
  #times(draft: PartDraft, isOpen: boolean): void {
    const match = TIMES.exec(draft.unit.text);
    if (!match || !isOpen || draft.pointsEach || draft.weight) return;
    const [all, count, each] = match;
    const range = draft.unit.range(match.index, match.index + all.length);
    draft.pieces = { value: Number(count), range, certainty: CERTAINTY.sure };
    draft.pointsEach = { value: numberOf(each!), range, certainty: CERTAINTY.sure };
    delete draft.points;
  }

  /** A note that begins with a number says how many there are: "12 sets, two lowest dropped". */
  #noted(draft: PartDraft, note: (Cell & { readonly text: string }) | undefined): void {
    const match = note && NOTED.exec(note.text);
    if (!match || draft.pieces || !draft.isMany) return;
    const range = draft.unit.range(note.from, note.from + match[1]!.length);
    draft.pieces = { value: Number(match[1]), range, certainty: CERTAINTY.likely };
  }

  #total(number: { value: string; range: Range }, unit: 'percent' | 'points'): void {
    this.#totals.push({
      value: numberOf(number.value),
      range: number.range,
      certainty: CERTAINTY.sure,
      unit,
    });
  }

  /** The first unit of the line that is being read. */
  #first: Unit | undefined;

  /** "Case briefs. Twelve are assigned. (24%)": an amount at a paragraph's end is of what the paragraph is about. */
  #ofLine(unit: Unit, amount: Amount): boolean {
    const first = this.#first;
    if (first?.line.number !== unit.line.number) return false;
    const end = first.text.search(/[.:]\s/);
    const name = end > 0 ? nameBefore(`${first.text.slice(0, end)}:`, 0, end + 1) : undefined;
    if (!name) return false;
    const draft = this.#draft(first, name, { from: 0, to: end, table: undefined, isOfGrade: true });
    this.#add(draft, amount, unit);
    this.#howMany(draft, name.to, first.text.length);
    return true;
  }

  readonly #others: { weights: ReadonlyMap<string, Rational>; range: Range }[] = [];

  /** "Homework, midterm and final count 20/30/50 or 10/20/70, whichever is better": weights in a row, and others. */
  #inRows(unit: Unit): boolean {
    const { text } = unit;
    const rows = [...text.matchAll(IN_A_ROW)]
      .map(({ 0: row, index }) => ({
        from: index,
        to: index + row.length,
        weights: row.split('/').map(numberOf),
      }))
      .filter(({ weights }) => sumOf(weights, (weight) => weight).compare(100) === 0);
    const [first, ...others] = rows;
    if (!first || (others.length === 0 && !BETTER_OF.test(text))) return false;
    const size = first.weights.length;
    if (others.some(({ weights }) => weights.length !== size)) return false;
    const names = namesInList(text, first.from);
    const known = this.#drafts.filter(({ within, isExtra }) => !within && !isExtra).slice(-size);
    const parts =
      names.length === size
        ? names.map((name, index) => {
            const draft = this.#draft(unit, name, {
              from: name.from,
              to: name.to,
              table: undefined,
              isOfGrade: true,
            });
            draft.weight = {
              value: first.weights[index]!,
              range: unit.range(first.from, first.to),
              certainty: CERTAINTY.likely,
            };
            return draft;
          })
        : known.length === size && others.length > 0
          ? known
          : [];
    if (parts.length === 0) return false;
    for (const { from, to, weights } of others)
      this.#others.push({
        weights: new Map(parts.map((part, index) => [part.key, weights[index]!])),
        range: unit.range(from, to),
      });
    return true;
  }

  /** Lines of a name and a number alone, one after the other. */
  #bareRun: { unit: Unit; name: Name; number: { value: string; from: number; to: number } }[] = [];

  /** Whether a line is a name with a number that says no more; what it is a number of shows once all are there. */
  #bare(unit: Unit): boolean {
    const match = BARE.exec(unit.text);
    if (!match || unit.line.section === 'scale') return false;
    const last = this.#bareRun.at(-1);
    if (last && unit.line.number - last.unit.line.number > 2) this.#endBareRun();
    const end = match[1]!.length;
    const value = match[2]!;
    const from = end + match[0].slice(end).indexOf(value);
    const name = TOTAL.test(unit.text) ? { from: 0, to: end, isWork: false } : nameBefore(unit.text, 0, end);
    if (name) this.#bareRun.push({ unit, name, number: { value, from, to: from + value.length } });
    return name !== undefined;
  }

  /** "Homework 25, Midterm 35, Final 40": names with numbers that come to a hundred. */
  #bareList(unit: Unit): boolean {
    const rows = [...unit.text.matchAll(/[^,;\t]+/g)].flatMap(({ 0: part, index }) => {
      const match = LISTED.exec(part.replace(/\s*\((?:in )?(?:percent|%)\)\s*$|\.$/i, '').trimEnd());
      const name = match && nameBefore(unit.text, index, index + match[1]!.length);
      if (!match || !name) return [];
      const from = index + match[1]!.length + match[0].slice(match[1]!.length).indexOf(match[2]!);
      return [{ name, value: match[2]!, from, to: from + match[2]!.length }];
    });
    const isWhole = sumOf(rows, ({ value }) => numberOf(value)).compare(100) === 0;
    if (rows.length < 2 || !isWhole || !rows.some(({ name }) => name.isWork)) return false;
    for (const { name, value, from, to } of rows) {
      const draft = this.#draft(unit, name, { from: name.from, to, table: undefined, isOfGrade: true });
      draft.weight = { value: numberOf(value), range: unit.range(from, to), certainty: CERTAINTY.likely };
    }
    return true;
  }

  /** Numbers that say no more, beside others that do. */
  readonly #loose: { unit: Unit; name: Name; number: { value: string; from: number; to: number } }[] = [];

  /** What may be the weight of a part, or the points of each of its pieces: asked, where others have weights. */
  #takeLoose(): void {
    if (this.#drafts.filter(({ weight }) => weight).length < 2) return;
    for (const { unit, name, number } of this.#loose) {
      const draft = this.#draft(unit, name, { from: 0, to: number.to, table: undefined, isOfGrade: true });
      draft.weight = {
        value: numberOf(number.value),
        range: unit.range(number.from, number.to),
        certainty: CERTAINTY.doubtful,
      };
      draft.isBare = true;
      if (!draft.pieces) this.#howMany(draft, name.to, number.from);
    }
  }

  /** Numbers that come to a hundred are weights; those that come to what the text says points. */
  #endBareRun(): void {
    const all = this.#bareRun.filter(({ unit }) => !TOTAL.test(unit.text));
    const total = this.#bareRun.find(({ unit }) => TOTAL.test(unit.text));
    this.#bareRun = [];
    const whole = wholeIn(all, (sum) => sum.compare(100) === 0);
    const isWhole = whole !== undefined;
    const said = total && numberOf(total.number.value);
    const points = isWhole || !said ? undefined : wholeIn(all, (sum) => sum.compare(said) === 0);
    const rows = whole ?? points ?? all;
    const isPoints = points !== undefined;
    if (!isWhole && !isPoints) {
      for (const row of rows)
        if (row.name.isWork && row.unit.line.section === 'weights') this.#loose.push(row);
      return;
    }
    for (const { unit, name, number } of rows) {
      const draft = this.#draft(unit, name, { from: 0, to: number.to, table: undefined, isOfGrade: true });
      draft[isWhole ? 'weight' : 'points'] = {
        value: numberOf(number.value),
        range: unit.range(number.from, number.to),
        certainty: CERTAINTY.likely,
      };
      if (!draft.pieces) this.#howMany(draft, name.to, unit.text.length);
    }
    if (total)
      this.#total(
        { value: total.number.value, range: total.unit.range(total.number.from, total.number.to) },
        isWhole ? 'percent' : 'points',
      );
  }

  /** A line or a sentence: each amount with the name that stands before or after it. */
  unit(unit: Unit, table?: number): void {
    const { text, line } = unit;
    const amounts = amountsIn(text);
    if (amounts.length === 0 && this.#first?.line.number !== line.number) this.#first = unit;
    if (this.#inRows(unit)) return;
    if (amounts.length === 0 && (this.#bareList(unit) || this.#bare(unit))) return;
    if (TOTAL.test(text.replace(/^[\s:=–-]+/, ''))) {
      for (const { from, to, value, unit: of } of amounts)
        if (of !== 'rest')
          this.#totals.push({ value, range: unit.range(from, to), certainty: CERTAINTY.sure, unit: of });
      return;
    }
    if (SOLE.test(text) && amounts.length === 1 && this.#ofLine(unit, amounts[0]!)) return;
    if (this.#first?.line.number !== line.number) this.#first = unit;
    if (line.section === 'talk' && amounts.length < 2 && text.length > 50) return;
    let at = 0;
    let outer: PartDraft | undefined;
    let current: PartDraft | undefined;
    let done = 0;
    amounts.forEach((amount, index) => {
      if (index < done) return;
      const next = amounts[index + 1]?.from ?? text.length;
      const isAll =
        COMES_TO.test(text.slice(0, amount.from)) ||
        (amount.unit === 'points' &&
          index === 0 &&
          IN_ALL.test(text.slice(amount.to)) &&
          !nameBefore(text, 0, amount.from));
      if (amount.unit !== 'rest' && isAll) {
        const range = unit.range(amount.from, amount.to);
        this.#totals.push({ value: amount.value, range, certainty: CERTAINTY.likely, unit: amount.unit });
        at = amount.to;
        return;
      }
      const opened = text.slice(at, amount.from).lastIndexOf('(');
      const inBrackets =
        current !== undefined &&
        /^\s*\(/.test(text.slice(at, amount.from)) &&
        !text.slice(at + opened, amount.from).includes(')') &&
        (current.weight ?? current.points) !== undefined;
      if (inBrackets) outer = current;
      const isClosed =
        outer !== undefined &&
        text.slice(outer.to, amount.from).includes(')') &&
        !text.slice(text.lastIndexOf(')', amount.from), amount.from).includes('(');
      if (isClosed && !inBrackets) outer = undefined;
      const before = nameBefore(text, inBrackets ? at + opened + 1 : at, amount.from);
      const gap = text.slice(at, amount.from);
      const isBare = /^[\s()=:,;.…·+–-]*$/.test(gap) && current !== undefined && current.to === at;
      const after =
        before || (isBare && !/[,;\t]/.test(gap) && at > 0) ? undefined : nameAfter(text, amount.to, next);
      const name = before ?? after;
      if (!name) {
        if (current && (isBare || /^[^,;.]{0,30}$|\)[\s:=.–-]*$/.test(gap)) && amount.unit !== 'rest')
          this.#add(current, amount, unit);
        at = Math.max(at, amount.to);
        return;
      }
      const shared = before && respective(text, before, amounts.slice(index));
      if (shared) {
        shared.forEach((one, place) => {
          const amountOf = amounts[index + place]!;
          current = this.#draft(unit, one, { from: one.from, to: amountOf.to, table, isOfGrade: true });
          this.#add(current, amountOf, unit);
        });
        at = current!.to;
        done = index + shared.length;
        return;
      }
      const to = Math.max(amount.to, name.to);
      const draft = this.#draft(unit, name, {
        from: at,
        to,
        table,
        isOfGrade: OF_GRADE.test(text.slice(amount.to, amount.to + 60)),
      });
      if (outer && outer !== draft) draft.within = outer;
      this.#add(draft, amount, unit);
      current = draft;
      at = to;
    });
    const own = this.#drafts.filter((draft) => draft.unit === unit);
    own.forEach((draft, index) => {
      if (!draft.pieces)
        this.#howMany(draft, draft.nameFrom, endOf(text, draft.to, own[index + 1]?.nameFrom));
      else if (
        draft.weight &&
        own.length === 1 &&
        new RegExp(String.raw`\beach\b`, 'i').test(text.slice(draft.to, draft.to + 12))
      ) {
        draft.weightEach = draft.weight;
        delete draft.weight;
      }
    });
  }

  #draft(
    unit: Unit,
    { from, to, pieces, isWork }: Name,
    place: { from: number; to: number; table: number | undefined; isOfGrade?: boolean },
  ): PartDraft {
    this.#last += 1;
    const words = unit.words(from, to);
    const value = words.charAt(0).toUpperCase() + words.slice(1);
    const draft: PartDraft = {
      key: `part ${this.#last}`,
      name: { value, range: unit.range(from, to), certainty: CERTAINTY.sure },
      stems: stemsOf(value),
      isMany: speaksOfMany(value),
      unit,
      ...{
        from: place.from,
        to: place.to,
        nameFrom: from,
        table: place.table,
        isOfGrade: place.isOfGrade === true,
        isWork,
      },
    };
    if (pieces !== undefined) {
      // Its number stands right before the name, or right after it.
      const near = [...unit.text.slice(0, to + 8).matchAll(/\d+/g)].filter(
        ({ 0: digits, index }) => Number(digits) === pieces && index >= from - 12,
      );
      const [own] = near;
      const range = own ? unit.range(own.index, own.index + own[0].length) : unit.range(from, to);
      draft.pieces = { value: pieces, range, certainty: CERTAINTY.sure };
    }
    const region = unit.text.slice(place.from, Math.min(unit.text.length, place.to + 40));
    const extra = EXTRA_CREDIT.exec(unit.text.slice(from, to)) ? { from, to } : undefined;
    const beside =
      extra ??
      (EXTRA_CREDIT.test(region) && this.#isNear(unit.text, place)
        ? { from: place.from, to: place.to }
        : undefined);
    if (beside)
      draft.isExtra = { value: true, range: unit.range(beside.from, beside.to), certainty: CERTAINTY.sure };
    this.#drafts.push(draft);
    return draft;
  }

  /** Whether the words for extra credit are said of this part, and not of the next. */
  #isNear(text: string, { from, to }: { from: number; to: number }): boolean {
    const match = EXTRA_CREDIT.exec(text.slice(from))!;
    const end = from + match.index;
    return end <= to || !/[,;.]\s|\band\b/.test(text.slice(to, end));
  }

  #add(draft: PartDraft, amount: Amount, unit: Unit): void {
    const range = unit.range(amount.from, amount.to);
    const certainty = amount.isShare ? CERTAINTY.likely : CERTAINTY.sure;
    if (amount.unit === 'rest') {
      draft.hasRest = { value: true, range, certainty };
      return;
    }
    if (amount.pieces !== undefined) draft.pieces ??= { value: amount.pieces, range, certainty };
    const isEach =
      amount.isEach ||
      (draft.pieces !== undefined &&
        TIMES_BEFORE.test(unit.text.slice(Math.max(0, amount.from - 6), amount.from))) ||
      /\beach\b[^,;()]{0,20}$/i.test(unit.text.slice(draft.nameFrom, amount.from));
    const field =
      amount.unit === 'percent' ? (isEach ? 'weightEach' : 'weight') : isEach ? 'pointsEach' : 'points';
    draft[field] ??= { value: amount.value, range, certainty };
  }

  #howMany(draft: PartDraft, from: number, to: number): void {
    const { text } = draft.unit;
    const region = text.slice(from, to);
    for (const form of HOW_MANY) {
      const match = form.exec(region);
      if (!match?.[1]) continue;
      const start = from + match.index + match[0].indexOf(match[1]);
      draft.pieces = {
        value: Number(match[1]),
        range: draft.unit.range(start, start + match[1].length),
        certainty: CERTAINTY.sure,
      };
      return;
    }
    // "Labs: 30% (12 lab reports)": a number of work in the plural, beside the name.
    for (const match of region.matchAll(
      /(?<![\d.,/$-])(\d{1,2}) ((?:[\p{L}-]{2,20} ){0,2}[\p{L}-]{2,20}s)(?!\p{L})/giu,
    )) {
      const [, count, words] = match;
      const start = from + match.index;
      const isOwn = stemsOf(words!).some((stem) => draft.stems.includes(stem));
      const isBest = /(?:best|top|lowest|highest|drop|of|worst|first|last|the)\s+(?:the\s+|your\s+)?$/i.test(
        text.slice(Math.max(0, start - 14), start),
      );
      if (isBest || !(isOwn || (speaksOfWork(words!) && draft.isMany))) continue;
      draft.pieces = {
        value: Number(count),
        range: draft.unit.range(start, start + count!.length),
        certainty: isOwn ? CERTAINTY.sure : CERTAINTY.likely,
      };
      return;
    }
  }

  done(): Parts {
    this.#endBareRun();
    this.#takeLoose();
    this.#drafts.sort((a, b) => a.unit.line.number - b.unit.line.number);
    const drafts = wholeOf(this.#drafts);
    const percents = drafts.filter(
      ({ weight, weightEach, hasRest }) => (weight ?? weightEach ?? hasRest) !== undefined,
    );
    const points = drafts.filter(({ points: all, pointsEach }) => (all ?? pointsEach) !== undefined);
    const mode =
      percents.length >= 2 || (percents.length > 0 && percents.length >= points.length)
        ? 'weights'
        : points.length > 0
          ? 'points'
          : undefined;
    const parts =
      mode === 'weights'
        ? drafts.filter(
            (draft) => percents.includes(draft) || percents.some(({ within }) => within === draft),
          )
        : drafts;
    if (mode === 'weights') giveRest(parts);
    return { parts, mode, totals: this.#totals, others: this.#others };
  }
}

/** "The midterm and the final are worth 20% and 30%": the names of a list, where as many amounts follow each other. */
function respective(text: string, { from, to }: Name, amounts: readonly Amount[]): Name[] | undefined {
  const names: Name[] = [];
  for (const match of text.slice(from, to).matchAll(/(?:(?!,| and | & ).)+/gi)) {
    const start = from + match.index;
    const name = nameBefore(
      `${text.slice(start, start + match[0].length)}:`.replace(/^\s+/, (gap) => gap),
      0,
      match[0].length + 1,
    );
    if (name) names.push({ ...name, from: name.from + start, to: name.to + start });
  }
  if (names.length < 2 || amounts.length < names.length) return undefined;
  const isRow = names
    .slice(1)
    .every((_, index) =>
      /^\s?,?\s?(?:and\s)?$/.test(text.slice(amounts[index]!.to, amounts[index + 1]!.from)),
    );
  return isRow ? names : undefined;
}

/** Where what is said of a part ends: before what leads to the name of the next. */
function endOf(text: string, from: number, next: number | undefined): number {
  if (next === undefined) return text.length;
  const between = text.slice(from, next);
  const cut = Math.max(...[',', ';', '.', '\t', ' and '].map((sign) => between.lastIndexOf(sign)));
  return cut === -1 ? from : from + cut;
}

/** The names of a list of work that stands before a place. */
function namesInList(text: string, end: number): Name[] {
  return [...text.slice(0, end).matchAll(/(?:(?!,| and | & |\/|:).)+/gi)].flatMap(({ 0: part, index }) => {
    const name = nameBefore(`${part}:`, 0, part.length + 1);
    return name?.isWork ? [{ ...name, from: name.from + index, to: name.to + index }] : [];
  });
}
