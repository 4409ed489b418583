import type { Assessment, Course } from '../../document/course';
import { find } from '../../document/tree';
import { setting, type Edit, type NodeFields } from '../../editing/edit';
import type { ListRow } from '../../incoming/rows';

/** What of a piece the school has otherwise. */
export type DifferentField = 'score' | 'possible' | 'due';

/** One thing that the school has otherwise, in words of both sides. */
export interface FieldDifference {
  readonly field: DifferentField;
  readonly here: string;
  readonly there: string;
  /** Whether nothing here speaks against it: the record has nothing of it yet. */
  readonly isNews: boolean;
  /** What taking the school's would set. */
  readonly set: { readonly [F in keyof NodeFields]?: NodeFields[F] | undefined };
}

/** A row and the piece that it is about. */
export interface Pair {
  readonly row: ListRow;
  readonly piece: string;
  readonly name: string;
  readonly isSure: boolean;
  readonly differences: readonly FieldDifference[];
  /** A score of the school's that is not understood. */
  readonly unclear?: string;
}

/** A row without a piece. */
export interface OnlyThere {
  readonly row: ListRow;
  /** The piece that it would be, under an id of the list's. */
  readonly node: Assessment;
  /** The category that it seems to belong to. */
  readonly parent: string;
  /** It looks like another row again: entered twice. */
  readonly again?: string;
}

/** A school's list beside the record. */
export interface Compared {
  readonly pairs: readonly Pair[];
  readonly onlyThere: readonly OnlyThere[];
  /** Pieces that the list has not: not entered there yet, or lost. */
  readonly onlyHere: readonly { readonly piece: string; readonly name: string; readonly isScored: boolean }[];
}

/** What the student chose of a list. */
export interface ListChoice {
  /** Of which pairs the school's is taken, by piece and field. */
  readonly taken: ReadonlySet<string>;
  /** Which rows become pieces, by the id of the piece, with the category that they go to. */
  readonly added: ReadonlyMap<string, string>;
  /** Which pairs are about the same in fact; their names are remembered. */
  readonly confirmed: ReadonlySet<string>;
}

/** The key of one difference of a pair. */
export function takenKey(piece: string, field: DifferentField): string {
  return `${piece} ${field}`;
}

/**
 * The one change that takes over what was chosen of a list.
 *
 * @param newId - makes the id of a piece that is new
 */
export function listEdits(
  course: Course,
  { pairs, onlyThere }: Compared,
  choice: ListChoice,
  newId: () => string,
): Edit[] {
  const edits: Edit[] = [];
  for (const { row, piece, name, differences } of pairs) {
    if (!choice.confirmed.has(piece)) continue;
    const set = differences
      .filter(({ field }) => choice.taken.has(takenKey(piece, field)))
      .reduce<FieldDifference['set']>((all, each) => ({ ...all, ...each.set }), {});
    const node = find(course, piece)!.node as Assessment;
    const listedAs = row.name !== name && row.name !== node.listedAs ? { listedAs: row.name } : {};
    const fields = { ...set, ...listedAs };
    if (Object.keys(fields).length > 0) edits.push(setting(piece, fields));
  }
  for (const { node } of onlyThere) {
    const parent = choice.added.get(node.id);
    if (parent !== undefined) edits.push({ op: 'add', parent, node: { ...node, id: newId() } });
  }
  return edits;
}
