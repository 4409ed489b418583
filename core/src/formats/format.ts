/** The forms in which courses leave Fidens or come in. */
export type FormatName = 'course' | 'xlsx' | 'ods' | 'csv' | 'ics' | 'md' | 'txt' | 'oneroster';

/** A form in which courses leave Fidens or come in. */
export interface Format {
  /** As the command line has it. */
  readonly name: FormatName;
  /** As a sentence has it: "course file". */
  readonly title: string;
  /** Of its files, without the point. */
  readonly extension: string;
  readonly mediaType: string;
  /** Whether a course leaves in it. */
  readonly leaves: boolean;
  /** What of a course comes back in from it: all of it, a list of pieces, or their days. */
  readonly comesAs?: 'course' | 'pieces' | 'days';
}

/**
 * Every form in which courses leave or come in: the screens, the command line and the tests ask this list. What writes each stands behind the
 * core's third door (`writing.ts`), what reads each behind the second (`reading.ts`).
 */
export const FORMATS: readonly Format[] = [
  {
    name: 'course',
    title: 'course file',
    extension: 'json',
    mediaType: 'application/json',
    leaves: true,
    comesAs: 'course',
  },
  {
    name: 'xlsx',
    title: 'spreadsheet with live formulas',
    extension: 'xlsx',
    mediaType: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
    leaves: true,
    comesAs: 'pieces',
  },
  {
    name: 'ods',
    title: 'OpenDocument spreadsheet with live formulas',
    extension: 'ods',
    mediaType: 'application/vnd.oasis.opendocument.spreadsheet',
    leaves: true,
    comesAs: 'pieces',
  },
  {
    name: 'csv',
    title: 'table of pieces',
    extension: 'csv',
    mediaType: 'text/csv',
    leaves: true,
    comesAs: 'pieces',
  },
  {
    name: 'ics',
    title: 'calendar of due days',
    extension: 'ics',
    mediaType: 'text/calendar',
    leaves: true,
    comesAs: 'days',
  },
  {
    name: 'md',
    title: 'page of where it stands',
    extension: 'md',
    mediaType: 'text/markdown',
    leaves: true,
  },
  {
    name: 'txt',
    title: 'plain text of where it stands',
    extension: 'txt',
    mediaType: 'text/plain',
    leaves: true,
  },
  {
    name: 'oneroster',
    title: 'gradebook export (OneRoster 1.2, CSV)',
    extension: 'zip',
    mediaType: 'application/zip',
    leaves: false,
    comesAs: 'pieces',
  },
];

export function formatNamed(name: string): Format | undefined {
  return FORMATS.find((format) => format.name === name);
}
