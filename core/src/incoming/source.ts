/** A file as it came: its name is for words alone, what it is shows in its content. */
export interface SourceFile {
  readonly name: string;
  readonly bytes: Uint8Array;
}

/** What was copied: text, and what the clipboard holds as HTML beside it. */
export interface Copied {
  readonly text: string;
  readonly html?: string;
}

/** What came in: something copied, or files. Several files are those of one export. */
export type Source = Copied | { readonly files: readonly SourceFile[] };

/** Bounds that no course, and no list or export of a school's, meets. */
export const INCOMING_LIMITS = {
  /** Bytes of what comes in, all files together. */
  bytes: 20_000_000,
  /** Bytes of it once it is unpacked. */
  unpacked: 60_000_000,
  /** Files in an archive. */
  entries: 2_000,
  /** Characters of a text, HTML included. */
  characters: 4_000_000,
  /** Lines of a table, most of which may be no rows. */
  lines: 20_000,
  /** Rows that can be pieces. */
  rows: 1_000,
  columns: 60,
  /** Columns or rows that one merged cell may stand for. */
  merged: 200,
  /** Days of one event that comes again and again. */
  repeats: 60,
} as const;
