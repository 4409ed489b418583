import { isDecimal, typedDecimal, type Course, type Scale } from '@fidens/core';

/** One line of an earlier term: a course with its credits and the grade that was given. */
export interface TranscriptLine {
  readonly title: string;
  readonly credits?: string;
  /** As it was written; a letter of the scale, or a mark that does not count. */
  readonly grade?: string;
}

/** Reads lines such as "Marine Biology, 4, B+": a title, its credits and its grade, in any order after the title; a table that was pasted, too. */
export function readTranscript(text: string): TranscriptLine[] {
  return text.split(/\r\n|\r|\n/).flatMap((line) => {
    const cells = cellsOf(line);
    const [title, ...rest] = cells;
    if (!title || !/\p{L}/u.test(title)) return [];
    const number = rest.find((cell) => isDecimal(creditsIn(cell)));
    const grade = rest.find((cell) => cell !== number && cell.length <= 20);
    return [
      {
        title: title.slice(0, 200),
        ...(number !== undefined && {
          credits: creditsIn(number),
        }),
        ...(grade !== undefined && { grade }),
      },
    ];
  });
}

/** A number of credits, without the word for them. */
function creditsIn(cell: string): string {
  return typedDecimal(cell.replace(/\s*(credits?|cr\.?|units?)$/i, ''));
}

/** A line's cells: between tabs, semicolons or commas; else a title, a number and a word. */
function cellsOf(line: string): string[] {
  const sign = ['\t', ';', ','].find((each) => line.includes(each));
  if (sign !== undefined)
    return line
      .split(sign)
      .map((cell) => cell.trim())
      .filter((cell) => cell !== '');
  const [, title, credits, grade] =
    /^(.*\p{L}.*?)\s+(\d+(?:[.,]\d+)?)\s+(\S{1,20})$/u.exec(line.trim()) ?? [];
  return title === undefined ? [line.trim()].filter(Boolean) : [title, credits!, grade!];
}

const plain = (label: string) => label.toLowerCase().replace(/[−–]/g, '-');

/** The course of a line: no pieces, and the grade that was given, a letter where the scale has it, else a mark. */
export function courseOfLine({ title, credits, grade }: TranscriptLine, scale: Scale): Course {
  const band =
    grade === undefined ? undefined : scale.bands.find(({ label }) => plain(label) === plain(grade));
  return {
    format: 'fidens-course',
    version: 1,
    title,
    ...(credits !== undefined && { credits }),
    ...(grade !== undefined && { official: band ? { label: band.label } : { mark: grade } }),
    scale,
    root: { kind: 'category', id: 'course', name: 'Course', children: [] },
  };
}
