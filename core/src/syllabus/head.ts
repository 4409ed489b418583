import { typedDecimal } from '../numbers/decimal';
import { CODE, CREDITS, NO_TITLE, TITLE_LABEL, TITLE_NOISE, YEAR } from './english/head';
import { CERTAINTY, ABOUT_COURSE, type Certainty, type Fact } from './facts';
import type { Unit } from './units';

/** Looked at for what a course is called. */
const LINES = 14;

/** Finds what a course is called, its code and its credits. */
export function headOf(units: readonly Unit[]): Fact[] {
  const facts: Fact[] = [];
  const top = units.filter(({ line }, index) => line.number < 40 && index < LINES);
  const code = top
    .map((unit) => ({ unit, match: codeIn(unit.text) }))
    .find(({ match }) => match !== undefined);
  if (code) {
    const { from, to, text } = code.match!;
    facts.push({
      kind: 'code',
      about: ABOUT_COURSE,
      value: text,
      range: code.unit.range(from, to),
      certainty: CERTAINTY.sure,
    });
  }
  const title = titleIn(top, code?.unit);
  if (title) facts.push(title);
  for (const unit of units.slice(0, 60)) {
    const match = CREDITS.exec(unit.text);
    const value = match?.[1] ?? match?.[2];
    if (!match || value === undefined || Number(value) > 60 || Number(value) === 0) continue;
    facts.push({
      kind: 'credits',
      about: ABOUT_COURSE,
      value: typedDecimal(value),
      range: unit.range(match.index, match.index + match[0].length),
      certainty: CERTAINTY.sure,
    });
    break;
  }
  return facts;
}

function codeIn(text: string): { from: number; to: number; text: string } | undefined {
  for (const match of text.matchAll(CODE)) {
    const [, letters, digits] = match;
    return { from: match.index, to: match.index + match[0].length, text: `${letters} ${digits}` };
  }
  return undefined;
}

function titleIn(units: readonly Unit[], withCode: Unit | undefined): Fact | undefined {
  const fact = (unit: Unit, from: number, to: number, certainty: Certainty): Fact | undefined => {
    const { start, end } = trimmed(unit.text, from, to);
    const words = unit.words(start, end);
    if (
      end <= start ||
      words.length < 3 ||
      words.length > 90 ||
      !/\p{L}{3}/u.test(words) ||
      NO_TITLE.test(words)
    )
      return undefined;
    return { kind: 'title', about: ABOUT_COURSE, value: words, range: unit.range(start, end), certainty };
  };
  for (const unit of units) {
    const label = TITLE_LABEL.exec(unit.text);
    const labelled = label && fact(unit, label[0].length, unit.text.length, CERTAINTY.sure);
    if (labelled) return labelled;
  }
  const inCode = withCode && fact(withCode, 0, withCode.text.length, CERTAINTY.sure);
  if (inCode) return inCode;
  // A code alone on its line: the title stands beside it.
  const at = withCode ? units.indexOf(withCode) : -1;
  const order = at >= 0 ? [units[at + 1], units[at - 1], ...units.slice(0, 3)] : units.slice(0, 5);
  for (const unit of order) {
    if (
      !unit ||
      unit.text.length > 90 ||
      /\d\s?%/.test(unit.text) ||
      unit.text.split(/\s+/).length > 12 ||
      /[.!?]$/.test(unit.text)
    )
      continue;
    const found = fact(unit, 0, unit.text.length, at >= 0 ? CERTAINTY.sure : CERTAINTY.likely);
    if (found) return found;
  }
  return undefined;
}

/** A line without its code, its term, and the word for a syllabus. */
function trimmed(text: string, from: number, to: number): { start: number; end: number } {
  let [start, end] = [from, to];
  for (let moved = true; moved;) {
    const own = text.slice(start, end);
    const lead = longest(TITLE_NOISE.lead, own);
    const tail = longest(TITLE_NOISE.tail, own.slice(lead));
    start += lead;
    end -= tail;
    moved = lead + tail > 0 && end > start;
  }
  return { start, end };
}

const longest = (forms: readonly RegExp[], text: string) =>
  Math.max(...forms.map((form) => form.exec(text)?.[0].length ?? 0));

/** A day about in the middle of the term that a text names; nothing where it names none. */
export function termDay(units: readonly Unit[]): Date | undefined {
  for (const { text } of units.slice(0, 80)) {
    const match = YEAR.form.exec(text);
    const year = Number(match?.[2] ?? match?.[3]);
    const month = YEAR.middle(match?.[1] ?? match?.[4] ?? '');
    if (match && year >= 1990 && year < 2190 && month !== undefined) return new Date(year, month, 15);
  }
  return undefined;
}
