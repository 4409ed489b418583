import { isPdf, SCALE_PRESETS, type Course, type Fault } from '@fidens/core';
import {
  readSyllabus,
  sourceWords,
  textOfFile,
  type Fact,
  type Range,
  type ReadSyllabus,
} from '@fidens/core/syllabus';
import { textOfPdf } from '@fidens/core/pdf';
import { readFileSync } from 'node:fs';
import { basename, extname } from 'node:path';
import type { Streams } from './streams';

/** A course that was read from a syllabus, with the words of each fact; or why there is none. */
export type FromSyllabus = (Course & { readonly read: ReadWords }) | { readonly error: readonly Fault[] };

interface Words {
  /** UTF-16 offsets in the text; of a PDF or a page in what was taken out of it. */
  readonly from: number;
  readonly to: number;
  readonly words: string;
}

interface ReadWords {
  /** Each fact: where it stands in the course (RFC 6901), and which words say it, how surely (0 to 1). */
  readonly facts: readonly (Words & { readonly pointer: string; readonly certainty: number })[];
  /** Sentences that look like rules and were not understood, and facts for which the course has no place. */
  readonly unread: readonly Words[];
  /** What does not agree. */
  readonly remarks: ReadSyllabus['remarks'];
}

/**
 * Reads a syllabus in a file, a text, a page or a PDF.
 *
 * @param file - `-` for one text on standard input
 * @param near - a day of which days without a year are near, ISO 8601
 */
export async function courseOfSyllabus(
  file: string,
  near: string,
  input: Streams['input'],
): Promise<FromSyllabus> {
  try {
    const bytes = new Uint8Array(file === '-' ? input() : readFileSync(file));
    const name = file === '-' ? 'Syllabus' : basename(file, extname(file));
    const text = await textOf(name, bytes);
    if (!text.ok) return { error: text.faults };
    const read = readSyllabus(text.value, { near, title: name, scale: SCALE_PRESETS[0]!.scale });
    return read.ok ? { ...read.value.course, read: wordsOf(read.value, text.value) } : { error: read.faults };
  } catch (error) {
    return { error: [{ at: '', message: `cannot be read: ${(error as Error).message}` }] };
  }
}

async function textOf(name: string, bytes: Uint8Array) {
  const file = { name, bytes };
  if (!isPdf(bytes)) return textOfFile(file);
  return textOfPdf(bytes, await import('unpdf/pdfjs'));
}

function wordsOf({ given, lines, without, remarks }: ReadSyllabus, text: string): ReadWords {
  const words = ({ from, to }: { from: number; to: number }): Words => ({
    from,
    to,
    words: sourceWords(text, { from, to }),
  });
  return {
    facts: given.flatMap(({ fact, pointer }) =>
      placesOf(fact, pointer).map(({ at, range }) => ({
        pointer: at,
        ...words(range),
        certainty: fact.certainty,
      })),
    ),
    unread: [
      ...lines.filter(({ became }) => became === 'unread').map(({ range }) => words(range)),
      ...without.map(({ range }) => words(range)),
    ],
    remarks,
  };
}

/** The places that a fact gave: of a scale each band, of what has one field that field. */
function placesOf({ kind, range, parts }: Fact, pointer: string): { at: string; range: Range }[] {
  if (kind === 'bands')
    return (parts ?? [range]).map((own, index) => ({ at: `${pointer}/${index}`, range: own }));
  return [{ at: kind === 'round' ? `${pointer}/step` : pointer, range }];
}
