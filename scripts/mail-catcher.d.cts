/** A message that was caught. */
export interface Caught {
  readonly to: string;
  readonly subject: string;
  readonly text: string;
}

/** A mail server for development and tests: it takes every message, sends none on, and shows what came. */
export class MailCatcher {
  /** The newest first. */
  readonly messages: readonly Caught[];
  /** Starts it on the loopback; answers with its address for `FIDENS_MAIL`. */
  start(port?: number): Promise<string>;
  /** Shows the messages as a page of plain text; answers with its address. */
  show(): Promise<string>;
  stop(): Promise<void>;
}
