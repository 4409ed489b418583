/** What a command line reads and writes beside files. */
export interface Streams {
  /** All of standard input. */
  readonly input: () => Uint8Array;
  /** Says a line that was asked for. */
  readonly print: (line: string) => void;
  /** Says a line about what went wrong. */
  readonly complain: (line: string) => void;
}
