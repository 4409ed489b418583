import type { CleanText, Range } from './text/clean-text';
import { SECTIONS, type SectionName } from './english/words';

/** A stretch of a syllabus that says one thing: a row, a heading, a sentence. Its text is one line; each sign knows its place in the clean text. */
export class Unit {
  constructor(
    readonly clean: CleanText,
    readonly text: string,
    readonly at: readonly number[],
    readonly line: UnitPlace,
  ) {}

  /** Where a stretch of it stands in the source. */
  range(from: number, to: number): Range {
    return this.clean.range(this.at[from]!, (this.at[to - 1] ?? this.at[from]!) + 1);
  }

  /** The words of a stretch as the source has them. */
  words(from: number, to: number): string {
    return this.clean.words(this.at[from]!, (this.at[to - 1] ?? this.at[from]!) + 1);
  }

  /** A stretch of it as a unit of its own. */
  part(from: number, to: number): Unit {
    return new Unit(this.clean, this.text.slice(from, to), this.at.slice(from, to), this.line);
  }

  /** Several as one, with a tab between each and the next. */
  static joined(units: readonly Unit[]): Unit {
    const [first] = units;
    let text = '';
    const at: number[] = [];
    for (const unit of units) {
      if (text !== '') {
        text += '\t';
        at.push(at.at(-1)!);
      }
      text += unit.text;
      for (const place of unit.at) at.push(place);
    }
    return new Unit(first!.clean, text, at, first!.line);
  }

  get whole(): Range {
    return this.range(0, this.text.length);
  }
}

export interface UnitPlace {
  /** Which line of the text it begins with. */
  readonly number: number;
  /** How far it stands from the edge, in signs. */
  readonly indent: number;
  readonly isBulleted: boolean;
  /** Whether nothing stands on the line before. */
  readonly afterBlank: boolean;
  readonly section: SectionName | undefined;
  readonly isHeading: boolean;
}

/** A row of cells: places in its unit. */
export interface Cell {
  readonly from: number;
  readonly to: number;
}

/** A longer line is no sentence of a syllabus; it is read in parts. */
const LONGEST = 600;

interface Line {
  text: string;
  at: number[];
  indent: number;
  isBulleted: boolean;
  afterBlank: boolean;
  number: number;
}

/** Takes a text apart into what each says one thing, in order. */
export function unitsOf(clean: CleanText): Unit[] {
  const joined = joinLines(withoutPageHeads(closedUp(linesOf(clean))));
  const units: Unit[] = [];
  let section: SectionName | undefined;
  for (const line of joined) {
    // What a course is called opens no part of its syllabus.
    const heading = isHeading(line.text) && line !== joined[0] ? sectionOf(line.text) : undefined;
    const isOwn = heading !== undefined && !AMOUNT_AT_ALL.test(line.text.replace(/\(?\d+\s?%\)?$/, ''));
    if (isOwn) section = heading;
    // Another heading ends what was talk.
    else if (section === 'talk' && line.afterBlank && isHeading(line.text) && !/\d/.test(line.text))
      section = undefined;
    const { number, indent, isBulleted, afterBlank } = line;
    const place = { number, indent, isBulleted, afterBlank, section, isHeading: isOwn };
    const whole = new Unit(clean, line.text, line.at, place);
    for (const { from, to } of sentencesOf(line.text)) units.push(whole.part(from, to));
  }
  return units;
}

/** A bullet, or a number of a list. */
const BULLET =
  /^(?:[•●○▪◦■□◆▶►➢➤✓✔·‣⁃§–-]|o(?=\s)|\+(?=\s)|>|\(?\d{1,2}[.)](?!\d)|\d{1,2}(?:\.\d{1,2}){1,3}\.?(?=\s+[\p{Lu}\d])|[a-z][.)](?=\s)|\([a-z]\)|\([ivx]+\)|#{1,6})(?:\s+|(?=[A-Z]))/u;

function linesOf({ text }: CleanText): Line[] {
  const lines: Line[] = [];
  let at = 0;
  let afterBlank = true;
  text.split('\n').forEach((raw, number) => {
    const start = at;
    at += raw.length + 1;
    if (/^[\s|:=_+.>–-]*$/.test(raw)) {
      afterBlank = true;
      return;
    }
    const lead = /^[\s|>]*/.exec(raw)![0];
    const bullet = BULLET.exec(raw.slice(lead.length))?.[0] ?? '';
    const line: Line = {
      text: '',
      at: [],
      indent: width(lead),
      isBulleted: bullet !== '' && !bullet.startsWith('#'),
      afterBlank,
      number,
    };
    put(line, raw, start, lead.length + bullet.length);
    if (line.text !== '') lines.push(line);
    afterBlank = false;
  });
  return lines;
}

const width = (lead: string) => [...lead].reduce((all, sign) => all + (sign === '\t' ? 4 : 1), 0);

/** Copies a line, what parts its cells as one tab. */
function put(line: Line, raw: string, start: number, begin: number): void {
  let end = raw.length;
  while (end > begin && /[\s|]/.test(raw[end - 1]!)) end -= 1;
  for (let index = begin; index < end;) {
    const gap = /^(?:\s*\|\s*|\s[•▪·]\s|\s{2,}|\t)/.exec(raw.slice(index, index + 200))?.[0];
    const sign = gap === undefined ? raw[index]! : line.text === '' ? '' : '\t';
    if (sign !== '') {
      line.text += sign;
      line.at.push(start + index);
    }
    index += gap?.length ?? 1;
  }
}

const PAGE =
  /^(?:page\s+\d{1,3}(?:\s*(?:of|\/)\s*\d{1,3})?|\d{1,3}\s*(?:of|\/)\s*\d{1,3}|[–-]\s*\d{1,3}\s*[–-]|.{0,80}[|•·–-]\s*page\s+\d{1,3}(?:\s*of\s*\d{1,3})?|.{0,80}\bpage\s+\d{1,3}\s+of\s+\d{1,3}|(?:https?:\/\/|www\.)\S+(?:\s+\d+\/\d+)?)$/i;

/** Without the heads and feet of pages: what tells a page's number, and what stands there again and again. */
function withoutPageHeads(lines: readonly Line[]): Line[] {
  const times = new Map<string, number>();
  for (const { text } of lines) times.set(text, (times.get(text) ?? 0) + 1);
  const hasPages = lines.some(({ text }) => PAGE.test(text));
  const first = new Set<string>();
  const isHead = ({ text }: Line) => {
    if (PAGE.test(text)) return true;
    const isAgain = hasPages && (times.get(text) ?? 0) > 1 && /\p{L}{3}/u.test(text) && !/\d\s?%/.test(text);
    if (isAgain && first.has(text)) return true;
    if (isAgain) first.add(text);
    return false;
  };
  const kept: Line[] = [];
  let [moved, isOpen] = [0, false];
  for (const line of lines) {
    if (isHead(line)) {
      isOpen = true;
      continue;
    }
    const last = kept.at(-1);
    // What stood around a head closes up: the text goes on as if there had been one page.
    if (isOpen && last) moved = line.number - last.number - 1;
    kept.push({ ...line, number: line.number - moved, afterBlank: line.afterBlank && !isOpen });
    isOpen = false;
  }
  return kept;
}

/** Without the empty line after each line that some pages have. */
function closedUp(lines: readonly Line[]): readonly Line[] {
  const spaced = lines.filter(({ afterBlank }) => afterBlank).length;
  if (lines.length < 6 || spaced < lines.length * 0.9) return lines;
  return lines.map((line, index) => ({ ...line, number: index, afterBlank: index === 0 }));
}

const AMOUNT = /\d\s?(?:%|percent\b|per cent\b|pct\b|points?\b|pts?\b|marks\b)/i;
const AMOUNT_AT_ALL = /\d/;
const ENDS_OPEN =
  /(?:[,(&/]|\b(?:and|or|of|the|a|an|is|are|by|for|to|with|in|on|at|than|each|per|your|be|will|if|that|which|from|as|not|must|may|can|least|most|lowest|highest|best|worth|counts?|grade of|late|x|×|@|\+))$/i;

/** Puts lines together that a narrow page has broken. */
function joinLines(lines: readonly Line[]): Line[] {
  const made: Line[] = [];
  const widths = widthsOf(lines);
  let last = '';
  lines.forEach((line, index) => {
    const before = made.at(-1);
    if (before && goesOn(before, line, last, widths[index]!)) {
      before.text += ' ';
      before.at.push(before.at.at(-1)!);
      before.text += line.text;
      for (const place of line.at) before.at.push(place);
    } else {
      made.push({ ...line, at: [...line.at] });
    }
    last = line.text;
  });
  return made;
}

/** How wide the paragraph of each line is set. */
function widthsOf(lines: readonly Line[]): number[] {
  const widths: number[] = [];
  for (let start = 0; start < lines.length;) {
    let end = start + 1;
    while (end < lines.length && !lines[end]!.afterBlank) end += 1;
    const width = Math.max(...lines.slice(start, end).map(({ text }) => text.length));
    for (let index = start; index < end; index += 1) widths.push(width);
    start = end;
  }
  return widths;
}

/** Begins with what begins no row. */
const CONTINUES =
  /^(?:each|apiece|of|and|or|for|in|per|to|with|towards?|from|by|on|as|at|but|which|that|are|is|will|if|until|after|together|the (?:rest|remaining))\b/;

/** Ends with what a row ends with. */
const ENDS_ROW = /(?:\d|%|\bpercent|\bpoints?|\bpts\.?|\bmarks|\))\W*$/i;

/** Whether a line goes on with what the lines before it began. */
function goesOn(before: Line, line: Line, last: string, width: number): boolean {
  if (line.isBulleted || line.afterBlank || before.text.length > LONGEST) return false;
  if (line.text.includes('\t') || last.includes('\t')) return false;
  if (open(before.text) > 0 && before.text.length < 200) return true;
  // What is set in under a bullet belongs to it.
  if (before.isBulleted && line.indent > before.indent && !/[.!?:;]$/.test(last) && !AMOUNT.test(last))
    return true;
  if (/[.!?:]["')]?$/.test(last) && !/\b(?:pts|approx|e\.g|i\.e|no|vs|incl)\.$/i.test(last)) return false;
  if (/^\(?\d{1,4}(?:[.,]\d+)?\s?(?:%|points|pts\.?)?\)?$/.test(last)) return false;
  if (ENDS_OPEN.test(last) && (last.length >= 24 || /[,(&/]$/.test(last))) return true;
  if (/[\d%]\)?$/.test(last) && /^\p{Lu}/u.test(line.text)) return false;
  if (CONTINUES.test(line.text)) return true;
  const isRow = (text: string) => text.length < 60 && AMOUNT.test(text);
  if (/^[\p{Ll}(]/u.test(line.text))
    return (
      !(isRow(last) && isRow(line.text) && ENDS_ROW.test(last)) && !(isRow(line.text) && last.length < 30)
    );
  // A line is full where the next word would have had no room on it.
  const [word = ''] = line.text.split(' ');
  const isFull = width >= 36 && last.length + 1 + word.length > width && !ENDS_ROW.test(last);
  return (isFull || last.length >= 58) && last.split(' ').length >= (isFull ? 6 : 8) && !isHeading(line.text);
}

/** How many parentheses are not closed. */
function open(text: string): number {
  let depth = 0;
  for (const sign of text) depth += sign === '(' ? 1 : sign === ')' && depth > 0 ? -1 : 0;
  return depth;
}

function isHeading(text: string): boolean {
  return text.length <= 70 && !/[.!?;,]$/.test(text) && text.split(/\s+/).length <= 9 && !text.includes('\t');
}

function sectionOf(text: string): SectionName | undefined {
  return SECTIONS.find(([, words]) => words.test(text.replace(/:$/, '')))?.[0];
}

const ABBREVIATED =
  /\b(?:e\.g|i\.e|pts|pt|approx|no|vs|dr|prof|mr|ms|mrs|sec|ch|fig|etc|incl|a\.m|p\.m|max|min|st|dept|univ|jan|feb|mar|apr|jun|jul|aug|sept?|oct|nov|dec|mon|tue|tues|wed|thu|thurs|fri|sat|sun|[A-Z])\.$/i;

/** A few words with a full stop, and no sentence. */
const LABEL =
  /^(?!.*\b(?:is|are|was|will|must|may|can|cannot|have|has|do|does|not|be|counts?|please|no)\b)\p{Lu}[\p{L}' /&-]{2,38}\.$/u;

/** The sentences of a line; those of a row of cells are one. */
function sentencesOf(text: string): Cell[] {
  if (text.includes('\t')) return pieces(text, 0, text.length);
  const found: Cell[] = [];
  let from = 0;
  for (const match of text.matchAll(/(?<!\.)[.!?]["')]?\s+(?=["'(]?[\p{Lu}\d])/gu)) {
    const end = match.index + match[0].trimEnd().length;
    if (ABBREVIATED.test(text.slice(Math.max(0, end - 8), end))) continue;
    if (open(text.slice(from, end)) > 0) continue;
    // "Concert reports. Two of them, worth 20%.": what a paragraph is about belongs to what it says.
    if (from === 0 && LABEL.test(text.slice(0, end))) continue;
    found.push(...pieces(text, from, end));
    from = match.index + match[0].length;
  }
  found.push(...pieces(text, from, text.length));
  return found;
}

/** A stretch of a length that can be read: at spaces where it is longer. */
function pieces(text: string, from: number, to: number): Cell[] {
  const found: Cell[] = [];
  for (let at = from; at < to;) {
    const space = to - at > LONGEST ? text.lastIndexOf(' ', at + LONGEST) : to;
    const end = space > at ? space : Math.min(to, at + LONGEST);
    found.push({ from: at, to: end });
    at = end;
  }
  return found;
}

/** The cells of a row. */
export function cellsOf({ text }: Unit): Cell[] {
  const cells: Cell[] = [];
  let from = 0;
  for (const cell of text.split('\t')) {
    const lead = cell.length - cell.trimStart().length;
    cells.push({ from: from + lead, to: from + lead + cell.trim().length });
    from += cell.length + 1;
  }
  return cells;
}
