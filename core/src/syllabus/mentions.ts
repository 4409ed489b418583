import { SAME_WORK } from './english/rules';
import { stemsOf } from './names';
import type { Part } from './part';
import type { Unit } from './units';

/** A part that a line speaks of. */
export interface Mention {
  readonly part: Part;
  readonly from: number;
  readonly to: number;
}

interface Word {
  readonly stem: string;
  readonly from: number;
  readonly to: number;
}

/** Finds the parts that lines speak of, by their names or by words that mean the same. */
export class Mentions {
  readonly #kept = new Map<Unit, readonly Mention[]>();

  constructor(readonly parts: readonly Part[]) {}

  /** The parts that a line speaks of, in order. */
  in(unit: Unit): readonly Mention[] {
    const known = this.#kept.get(unit);
    if (known) return known;
    const found = this.#find(unit.text);
    this.#kept.set(unit, found);
    return found;
  }

  /** The one that is spoken of first from a place on, within so many signs. */
  after(unit: Unit, from: number, within = 60): Part | undefined {
    return this.in(unit).find((mention) => mention.from >= from && mention.from - from <= within)?.part;
  }

  /** The one that is spoken of last before a place. */
  before(unit: Unit, to: number): Part | undefined {
    return this.in(unit).findLast((mention) => mention.to <= to)?.part;
  }

  #find(text: string): Mention[] {
    const words = wordsIn(text);
    const found: Mention[] = [];
    for (let index = 0; index < words.length;) {
      const mention = this.#at(words, index, text);
      if (mention) {
        found.push({
          part: mention.part,
          from: words[index]!.from,
          to: words[index + mention.length - 1]!.to,
        });
        index += mention.length;
      } else index += 1;
    }
    return found;
  }

  /** The part whose name begins at a word; the one with most of its words there. */
  #at(words: readonly Word[], index: number, text: string): { part: Part; length: number } | undefined {
    let best: { part: Part; length: number; score: number } | undefined;
    for (const part of this.parts) {
      const telling = part.stems.filter((stem) => stem !== 'exam');
      const wanted = telling.length > 0 ? telling : part.stems;
      const length = lengthOf(words, index, wanted);
      if (length === 0) continue;
      const next = words[index + length];
      // The final grade is no final exam.
      const after = text.slice(words[index + length - 1]!.to);
      if (wanted.length === 1 && wanted[0] === 'final' && OTHER_FINAL.test(after)) continue;
      const withExam = next?.stem === 'exam' ? length + 1 : length;
      // Of two that are called alike the one that has the very word.
      const own = part.name.value
        .toLowerCase()
        .includes(text.slice(words[index]!.from, words[index]!.to).toLowerCase());
      const score = wanted.length + (own ? 0.5 : 0);
      if (!best || score > best.score) best = { part, length: withExam, score };
    }
    return best ?? this.#byMeaning(words[index]!);
  }

  /** The one part that a word of the same meaning can be about. */
  #byMeaning({ stem }: Word): { part: Part; length: number } | undefined {
    const headed =
      stem === 'exam' || /\d/.test(stem)
        ? []
        : this.parts.filter(({ stems }) => stems.length > 1 && stems.at(-1) === stem);
    if (headed.length === 1) return { part: headed[0]!, length: 1 };
    const same = SAME_WORK.find((group) => group.includes(stem));
    if (!same || this.parts.some(({ stems }) => stems.includes(stem))) return undefined;
    const fitting = this.parts.filter(
      ({ stems, isMany }) => isMany && stems.some((own) => same.includes(own)),
    );
    return fitting.length === 1 ? { part: fitting[0]!, length: 1 } : undefined;
  }
}

/** What follows "final" where it is no exam. */
const OTHER_FINAL =
  /^\s(?:course |letter )?(?:grade|mark|score|course|percentage|letter|average|week|project|paper|draft|report|presentation|essay|portfolio|day|submission|date|result)/i;

function wordsIn(text: string): Word[] {
  return [...text.matchAll(/[\p{L}\d]+/gu)].flatMap((match) => {
    const [stem] = stemsOf(match[0]);
    return stem === undefined ? [] : [{ stem, from: match.index, to: match.index + match[0].length }];
  });
}

/** How many words from a place on are all those wanted, in whichever order; 0 where they are not. */
function lengthOf(words: readonly Word[], index: number, wanted: readonly string[]): number {
  if (wanted.length === 0 || !wanted.includes(words[index]!.stem)) return 0;
  const left = new Set(wanted);
  let length = 0;
  for (const { stem } of words.slice(index, index + wanted.length + 1)) {
    length += 1;
    left.delete(stem);
    if (left.size === 0) return length;
    if (!wanted.includes(stem) && stem !== 'exam') return 0;
  }
  return 0;
}
