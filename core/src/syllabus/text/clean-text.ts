import numbered from 'numbered';
import { HYPHENATED, NUMBER_WORDS } from '../english/words';

/** A place in a text as it was given: UTF-16 offsets, the second one past its end. */
export interface Range {
  readonly from: number;
  readonly to: number;
}

/**
 * A text in one form of its signs, numbers in words as digits, in which every sign knows where it comes from: what is read of it can be shown
 * in the text as it was given.
 */
export class CleanText {
  readonly #from: Int32Array;
  readonly #to: Int32Array;

  private constructor(
    readonly source: string,
    readonly text: string,
    from: readonly number[],
    to: readonly number[],
  ) {
    this.#from = Int32Array.from(from);
    this.#to = Int32Array.from(to);
  }

  /** Cleans a text. */
  static of(source: string): CleanText {
    return new Cleaner(source).done((text, from, to) => new CleanText(source, text, from, to));
  }

  /** Where a stretch of the clean text stands in the source. */
  range(from: number, to: number): Range {
    if (to <= from) return { from: this.#from[from] ?? 0, to: this.#from[from] ?? 0 };
    return { from: this.#from[from]!, to: this.#to[to - 1]! };
  }

  /** The words of a stretch as the source has them, in one line. */
  words(from: number, to: number): string {
    return sourceWords(this.source, this.range(from, to));
  }
}

/** The words of a text at a place, in one line: as it has them, but for breaks, hyphens at line ends, and marks of emphasis. */
export function sourceWords(source: string, { from, to }: Range): string {
  return source
    .slice(from, to)
    .replace(/[\u00AD\u200B-\u200D\u2060\uFEFF]|(?!\s)\p{Cc}|\p{Cs}/gu, '')
    .replace(
      /(\p{L}{2,20})-[^\S\r\n]{0,12}(?:\r\n|\r|\n)(?:[^\S\r\n]|>){0,12}(?=\p{Ll})/gu,
      (_, word: string) => (HYPHENATED.test(word) ? `${word}-` : word),
    )
    .replace(/(?:\r\n|\r|\n)[\s>]+/g, ' ')
    .replace(/\*+|`+|(?<![\p{L}\d])_+|_+(?![\p{L}\d])/gu, '')
    .replace(/\s+/g, ' ')
    .trim();
}

const DROPPED = /[\u00AD\u200B-\u200D\u2060\uFEFF*`]|(?![\t\n\v\f\r])\p{Cc}/u;
const SIGNS: Readonly<Record<string, string>> = {
  '\u2010': '-',
  '\u2011': '-',
  '\u2012': '–',
  '\u2014': '–',
  '\u2015': '–',
  '\u2212': '–',
  '\u2018': "'",
  '\u2019': "'",
  '\u201C': '"',
  '\u201D': '"',
  '\u201E': '"',
  '\u00AB': '"',
  '\u00BB': '"',
  '\u2044': '/',
  '[': '(',
  ']': ')',
  '\u2715': '×',
  '\u2716': '×',
  '\u2A2F': '×',
  '\u2265': '≥',
  '\u2A7E': '≥',
  '\u000B': '\n',
  '\u000C': '\n',
  '\u0085': '\n',
  '\u2028': '\n',
  '\u2029': '\n',
};

class Cleaner {
  #text = '';
  readonly #from: number[] = [];
  readonly #to: number[] = [];

  constructor(readonly source: string) {
    let at = 0;
    for (const sign of source) {
      const next = at + sign.length;
      const isBreak = sign === '\r';
      if (isBreak && source[next] !== '\n') this.#put('\n', at, next);
      else if (!isBreak && !DROPPED.test(sign)) this.#put(SIGNS[sign] ?? normal(sign), at, next);
      at = next;
    }
  }

  done<T>(make: (text: string, from: readonly number[], to: readonly number[]) => T): T {
    this.#replace(BROKEN_WORD, (match) => (HYPHENATED.test(match[1]!) ? `${match[1]}-` : match[1]!), true);
    this.#replace(NUMBER_WORDS, (match) => digits(match[0]), false);
    // "three (3) memos", "ten percent (10%)": said twice.
    this.#replace(SAID_TWICE, (match) => `${match[1]!}${match[2] === undefined ? '' : '%'}`, false);
    return make(this.#text, this.#from, this.#to);
  }

  #put(signs: string, from: number, to: number): void {
    this.#text += signs;
    for (let index = 0; index < signs.length; index += 1) {
      this.#from.push(from);
      this.#to.push(to);
    }
  }

  /** Replaces what matches; the start of what is kept letter by letter keeps its places, anything else stands for the whole match. */
  #replace(form: RegExp, to: (match: RegExpExecArray) => string | undefined, keeps: boolean): void {
    let made = '';
    const [from, ends]: [number[], number[]] = [[], []];
    let done = 0;
    const copy = (end: number) => {
      made += this.#text.slice(done, end);
      for (let index = done; index < end; index += 1) {
        from.push(this.#from[index]!);
        ends.push(this.#to[index]!);
      }
    };
    for (const match of this.#text.matchAll(form)) {
      const text = to(match);
      if (text === undefined) continue;
      copy(match.index);
      done = match.index + match[0].length;
      made += text;
      const [first, last] = [this.#from[match.index]!, this.#to[done - 1]!];
      for (let index = 0; index < text.length; index += 1) {
        from.push(keeps ? this.#from[match.index + index]! : first);
        ends.push(keeps ? this.#to[match.index + index]! : last);
      }
    }
    copy(this.#text.length);
    this.#text = made;
    this.#from.splice(0, this.#from.length);
    this.#to.splice(0, this.#to.length);
    for (const place of from) this.#from.push(place);
    for (const place of ends) this.#to.push(place);
  }
}

const SAID_TWICE = /(?<![\d.,])(\d{1,3})( ?(?:percent|%))? ?\(\1 ?%?\)/g;

/** A word that a line's end breaks. */
const BROKEN_WORD = /(?<=^|[^\p{L}])(\p{L}{2,20})-[ \t]{0,12}\n[ \t>]{0,12}(?=\p{Ll})/gu;

function normal(sign: string): string {
  const code = sign.codePointAt(0)!;
  if (code < 0x80) return sign;
  if (code >= 0xd800 && code <= 0xdfff) return '\uFFFD';
  const signs = sign.normalize('NFKC');
  return [...signs].map((one) => SIGNS[one] ?? one).join('');
}

function digits(words: string): string | undefined {
  const value: unknown = numbered.parse(words.toLowerCase().replace(/\s+/g, ' '));
  return typeof value === 'number' && Number.isInteger(value) && value >= 0 ? String(value) : undefined;
}
