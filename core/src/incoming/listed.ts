import type { ListRow } from './rows';

/** A list of one course's pieces, whatever it was read from. */
export interface Listed {
  /** The course's title, where the list names it. */
  readonly title?: string;
  readonly code?: string;
  readonly rows: readonly ListRow[];
}

/** A person whose scores an export has. */
export interface ListedPerson {
  readonly id: string;
  readonly name: string;
}
