import {
  BEFORE_NAME,
  DATE_WORD,
  INTRO,
  JOINERS,
  JOINERS_AFTER,
  NO_NAME,
  ONGOING,
  SINGULAR_IN_S,
  WORK_NOUNS,
} from './english/words';
import { EXTRA_CREDIT, NO_PART } from './english/parts';
import type { Cell } from './units';

/** A name as a line has it, with how many of its kind there are where it says so. */
export interface Name extends Cell {
  readonly pieces?: number;
  /** Whether a word in it is one of the trade's for graded work. */
  readonly isWork: boolean;
}

const words = [...WORK_NOUNS]
  .sort((a, b) => b.length - a.length)
  .map((noun) => noun.replace(/[-\s]/g, '[ -]?'));
const WORK = new RegExp(String.raw`(?<![\p{L}])(?:${words.join('|')})(?:e?s)?(?![\p{L}])`, 'iu');

/** Whether words speak of graded work. */
export const speaksOfWork = (text: string) => WORK.test(text);

/** Words of a name that are a note on it. */
const NOTE =
  /^(?:(?:the |your )?(?:lowest|worst|weakest|poorest)\b|(?:is |are |was |will be )?(?:disregarded|dropped|ignored|discarded|excluded|omitted|thrown out|not counted)\b|best|top|highest|lowest|drop|\d+ (?:of|total|in all|best)|weekly$|biweekly$|daily$|in.class$|take.home$|due\b|see\b|no\b|one\b|including\b|each\b|every\b|which\b|where\b|with\b|equally\b|closed\b|open\b|online$|optional$|they\b|it\b|of which\b|they're\b|approximately\b|if\b|when\b|dates?\b|total\b|individual$|about\b|average of\b|plus\b|minus\b|all\b|graded\b|based on\b|after\b|together\b)/i;

/** The name that stands at the end of a stretch, before an amount. */
export function nameBefore(text: string, from: number, to: number): Name | undefined {
  const end = to - ending(text.slice(from, to), /[\s([]+$/);
  const segments = segmentsOf(text, from, end);
  const whole = listOfNouns(text, segments);
  if (whole) return whole;
  const names = segments.flatMap((segment) => {
    const name = nameIn(
      text,
      segment.from,
      segment.to - ending(text.slice(segment.from, segment.to), JOINERS),
    );
    const words = name ? text.slice(name.from, name.to) : '';
    return name && !NOTE.test(words) && !NO_PART.test(words) ? [name] : [];
  });
  const [first, last] = [names[0], names.at(-1)];
  // "Homework: 12 assignments, 10 points each": the row is called by its head.
  const isHead =
    first &&
    last &&
    first !== last &&
    last.pieces !== undefined &&
    /^\s*[:.\t–-]/.test(text.slice(first.to, last.from)) &&
    from === 0;
  return isHead ? { ...first, pieces: first.pieces ?? last.pieces } : last;
}

/** The name that stands at the start of a stretch, after an amount. */
export function nameAfter(text: string, from: number, to: number): Name | undefined {
  const comma = /^,\s(?=(?:is|are|will|goes|comes)\b)/i.exec(text.slice(from, to))?.[0].length ?? 0;
  const lead = JOINERS_AFTER.exec(text.slice(from + comma, to))?.[0].length ?? 0;
  const start = from + comma + lead;
  const stop =
    /\t|[;.!?](?:\s|$)|\s[–-]\s|[(:)]|,(?!\d)|\s(?:and|plus)\s(?=\d)|\s(?:is|are|will|can|may|for|if|when|through|available)\s/.exec(
      text.slice(start, to),
    );
  const end = stop ? start + stop.index : to;
  return nameIn(
    text,
    start,
    end - ending(text.slice(start, end), /(?:\band|\bor|\bplus|\bis|\bare|[\s:,;=–-])+$/i),
  );
}

const ending = (text: string, form: RegExp) => form.exec(text)?.[0].length ?? 0;

/** The parts of a stretch between its commas, brackets and the like; what is in brackets is none. */
function segmentsOf(text: string, from: number, to: number): Cell[] {
  const found: Cell[] = [];
  let [start, depth, isQuoted] = [from, 0, false];
  const close = (end: number) => {
    if (text.slice(start, end).trim() !== '') found.push({ from: start, to: end });
  };
  for (let at = from; at < to; at += 1) {
    const sign = text[at]!;
    if (sign === '"')
      isQuoted = !isQuoted && text.indexOf('"', at + 1) > at && text.indexOf('"', at + 1) < to;
    if (isQuoted) continue;
    if (sign === '(' || sign === '[') {
      if (depth === 0) close(at);
      depth += 1;
    } else if (sign === ')' || sign === ']') {
      // What a bracket ends that was open before belongs to what came before.
      if (depth === 0) found.length = 0;
      depth = Math.max(0, depth - 1);
      if (depth === 0) start = at + 1;
    } else if (depth === 0) {
      const gap =
        /^(?:[;:\t]|,(?!\d)|\s[–-]+\s|[.](?=\s)|\s(?:and|plus|that|which|who|where)\s(?=(?:the |your |a |an |\d+ )?\S))/.exec(
          text.slice(at, at + 12),
        )?.[0];
      if (gap !== undefined) {
        close(at);
        start = at + gap.length;
        at += gap.length - 1;
      }
    }
  }
  // A bracket that is not closed before the amount holds it.
  if (depth === 0) close(to);
  return found;
}

/** "Homework, quizzes and labs": several kinds of work that are one part. */
function listOfNouns(text: string, segments: readonly Cell[]): Name | undefined {
  if (segments.length < 2) return undefined;
  const [first, last] = [segments[0]!, segments.at(-1)!];
  const bare = segments.every((segment, index) => {
    const part = text.slice(segment.from, segment.to).trim();
    const own = index === segments.length - 1 ? part.replace(JOINERS, '') : part;
    return (
      own !== '' &&
      own.split(/\s+/).length <= 4 &&
      !/\d/.test(own) &&
      (speaksOfWork(own) || (/^[\p{L}]+$/u.test(own) && index > 0)) &&
      !NOTE.test(own) &&
      !NO_NAME.test(own)
    );
  });
  if (!bare) return undefined;
  const between = text.slice(first.to, last.from);
  if (/[:;\t()–]/.test(between)) return undefined;
  return nameIn(text, first.from, last.to - ending(text.slice(last.from, last.to), JOINERS));
}

const COUNT_FIRST = /^(?:the )?(\d{1,3})\s?(?:x|×)?\s+(?=[\p{L}"'-])/iu;
const COUNT_LAST = /\s*(?:(?:x|×)\s?(\d{1,3})|\((\d{1,3})\)|#\s?(\d{1,3}))$/i;
/** Signs before a name; a quotation mark stays where it is closed in the name. */
const LEAD = /^(?:[\s:;,.'=–+*/|-]|"(?!.*"))+/;
/** "a cumulative final": what is said of it, and no name. */
const CUMULATIVE = /^(?:cumulative|comprehensive)\s+(?=final|exam|midterm)/i;
const ADJECTIVES =
  /^(?:required|graded|regular|equally weighted|equal|short-answer|remaining|in total|total|main|written and oral)\s+(?=\p{L})/iu;

function nameIn(text: string, first: number, last: number): Name | undefined {
  let [from, to] = [first, last];
  let pieces: number | undefined;
  for (let moved = true; moved;) {
    const own = text.slice(from, to);
    const lead =
      LEAD.exec(own)?.[0] ??
      INTRO.exec(own)?.[0] ??
      BEFORE_NAME.exec(own)?.[0] ??
      ADJECTIVES.exec(own)?.[0] ??
      (/\b(?:an?|the)\s+$/i.test(text.slice(0, from)) ? CUMULATIVE.exec(own)?.[0] : undefined);
    const count = lead === undefined ? COUNT_FIRST.exec(own) : null;
    if (count) pieces = Number(count[1]);
    from += lead?.length ?? count?.[0].length ?? 0;
    moved = lead !== undefined || count !== null;
  }
  const tail = COUNT_LAST.exec(text.slice(from, to));
  if (tail) {
    pieces ??= Number(tail[1] ?? tail[2] ?? tail[3]);
    to -= tail[0].length;
  }
  to -= ending(
    text.slice(from, to),
    /\s(?:of your (?:own|choice)|of choice|itself|themselves|in (?:class|lectures?|sections?|seminars?|labs?)|at the (?:board|blackboard|whiteboard))$/i,
  );
  // "the midterm in week 8"
  to -= ending(
    text.slice(from, to),
    /\s(?:in|during|at|on|around|by|from)\s(?:the\s)?(?:week|class|end|last|(?:jan|feb|mar|apr|may|june?|july?|aug|sept?|oct|nov|dec)[a-z]*\.?\s\d{1,2}|first|finals?|early|late|mid)\b.*$/i,
  );
  const numbered = /\s(\d{1,2})\s?(?:–|-|to|through|&|and)\s?(\d{1,2})$/.exec(text.slice(from, to));
  if (numbered && Number(numbered[2]) > Number(numbered[1])) {
    // "Exams 1-3": so many of them.
    pieces ??= Number(numbered[2]) - Number(numbered[1]) + 1;
    to -= numbered[0].length;
  }
  to -= ending(text.slice(from, to), /(?:[\s:;,.='–-])+$/);
  const name = text.slice(from, to);
  if (to <= from || !/\p{L}{2}/u.test(name) || name.length > 60 || name.split(/\s+/).length > 7)
    return undefined;
  if (NO_NAME.test(name.replace(EXTRA_CREDIT, '')) || DATE_WORD.test(name)) return undefined;
  if (
    /^(?:it|they|this|these|those|which|that|what|here|there|to|if|when|you|we|i|he|she|not|no|so|as|at|be|do|but|however|although|while|yet|please|note|notes|see|will|must|may|can)\b/i.test(
      name,
    ) &&
    !speaksOfWork(name.split(/\s/)[0]!)
  )
    return undefined;
  return { from, to, isWork: speaksOfWork(name), ...(pieces !== undefined && pieces > 0 && { pieces }) };
}

/** Whether a name speaks of many pieces, or of work that goes on, and not of one piece. */
export function speaksOfMany(name: string): boolean {
  const own = name.replace(/\s*\(.*\)$/, '');
  if (ONGOING.test(own)) return true;
  return (
    /(?:[^s\s]s|(?:ss|zz?|x|ch|sh)es)$/i.test(own) && !SINGULAR_IN_S.test(own) && !/\bfinals$/i.test(own)
  );
}

/** The words of a name by which it is known again: in the singular, without what only fills. */
export function stemsOf(name: string): string[] {
  return name
    .toLowerCase()
    .replace(/[^\p{L}\d\s-]/gu, ' ')
    .split(/[\s-]+/)
    .filter(
      (word) =>
        word !== '' &&
        !/^(the|a|an|and|of|your|all|each|any|every|weekly|in|class|scores?|grades?|marks?|cumulative|comprehensive)$/.test(
          word,
        ),
    )
    .map(stem);
}

const SAME: Readonly<Record<string, string>> = {
  hw: 'homework',
  homeworks: 'homework',
  pset: 'problem',
  examination: 'exam',
  laboratory: 'lab',
  laboratorie: 'lab',
  quizze: 'quiz',
  quizz: 'quiz',
  test: 'exam',
};

function stem(word: string): string {
  const single = SINGULAR_IN_S.test(word)
    ? word
    : word
        .replace(/ies$/, 'y')
        .replace(/(ss|zz|x|ch|sh)es$/, '$1')
        .replace(/([^s])s$/, '$1');
  return Object.hasOwn(SAME, single) ? SAME[single]! : single;
}
