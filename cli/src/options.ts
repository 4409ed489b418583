import { formatNamed, FORMATS, isRealMoment, type FormatName } from '@fidens/core';
import type { LeavingFormat } from '@fidens/core/writing';
import { parseArgs } from 'node:util';

const LEAVING = FORMATS.filter(({ leaves }) => leaves).map(({ name }) => name);
const COMING = FORMATS.filter(({ comesAs }) => comesAs !== undefined).map(({ name }) => name);

export const USAGE = [
  'npm run --silent grade -- [--json] [--as-of MOMENT] [--solve ID] [--figure FIGURE] FILE…   (- reads one document a line)',
  `npm run --silent grade -- --to ${LEAVING.join('|')} [--as-of MOMENT] --out FOLDER FILE…`,
  `npm run --silent grade -- --from ${COMING.join('|')} [--as-of MOMENT] [--person ID] FILE…`,
  'npm run --silent grade -- --syllabus [--as-of MOMENT] FILE…   (- reads one text)',
].join('\n');

/** What was asked for on the command line. */
export interface Options {
  readonly json: boolean;
  readonly now: string;
  readonly solve: string | undefined;
  readonly figure: string | undefined;
  readonly to: LeavingFormat | undefined;
  readonly from: FormatName;
  readonly person: string | undefined;
  /** Whether the files are syllabuses to be read. */
  readonly syllabus: boolean;
  readonly out: string;
  readonly files: readonly string[];
}

/** What was asked for, or what is wrong with it. */
export function readOptions(args: readonly string[]): Options | string {
  try {
    const text = { type: 'string' } as const;
    const { values, positionals } = parseArgs({
      args: [...args],
      allowPositionals: true,
      options: {
        json: { type: 'boolean' },
        syllabus: { type: 'boolean' },
        ...{ 'as-of': text, solve: text, figure: text, to: text, from: text, person: text, out: text },
      },
    });
    const now = values['as-of'] ?? new Date().toISOString();
    if (!isRealMoment(now))
      return `--as-of takes a moment such as 2026-10-20T12:00:00Z, not "${String(now)}".`;
    if (positionals.length === 0) return 'Name at least one file.';
    const { json = false, syllabus = false, solve, figure, to, from = 'course', person, out = '.' } = values;
    if (to !== undefined && !formatNamed(to)?.leaves)
      return `--to takes one of ${LEAVING.join(', ')}, not "${to}".`;
    if (formatNamed(from)?.comesAs === undefined)
      return `--from takes one of ${COMING.join(', ')}, not "${from}".`;
    return {
      ...{ json, syllabus, now, solve, figure, person, out, files: positionals },
      to: to as LeavingFormat | undefined,
      from: from as FormatName,
    };
  } catch (error) {
    return (error as Error).message;
  }
}
