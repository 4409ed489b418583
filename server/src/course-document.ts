import type { Category, Course, CourseNode, Scale } from '@fidens/core';
import {
  ASSESSMENT_COLUMNS,
  BAND_COLUMNS,
  CATEGORY_COLUMNS,
  COURSE_COLUMNS,
  fromRow,
  SCALE_COLUMNS,
  toRow,
  type Fields,
} from './document-columns';
import type { CategoryRecord, CourseRecord, GradingScale, NodeRecord } from './models';

/** Puts a course's rows together to its document. */
export function toDocument(record: CourseRecord): Course {
  const children = new Map<string | null, { position: number; node: CourseNode }[]>();
  const place = (row: NodeRecord, node: CourseNode) => {
    const siblings = children.get(row.parent_id) ?? [];
    siblings.push({ position: row.position, node });
    children.set(row.parent_id, siblings);
  };
  const categories = record.categories.map((row) => toCategory(row));
  record.categories.forEach((row, index) => place(row, categories[index]!));
  for (const row of record.assessments) {
    place(row, { kind: 'assessment', ...fromRow(ASSESSMENT_COLUMNS, row) } as CourseNode);
  }
  for (const category of categories) {
    const own = children.get(category.id) ?? [];
    category.children = own.sort((a, b) => a.position - b.position).map(({ node }) => node);
  }
  const root = children.get(null)![0]!.node as Category;
  return {
    format: 'fidens-course',
    version: 1,
    ...fromRow(COURSE_COLUMNS, record),
    scale: toScale(record.scale),
    ...(record.scales.length > 0 && {
      scales: Object.fromEntries(
        record.scales.map((scale): [string, Scale] => [scale.known_as!, toScale(scale)]),
      ),
    }),
    root,
  } as Course;
}

function toCategory(row: CategoryRecord): Category {
  const fields = fromRow(CATEGORY_COLUMNS, row);
  const late = (row as unknown as Fields).late_none === true ? { late: null } : {};
  return { kind: 'category', ...fields, ...late, children: [] } as unknown as Category;
}

/** Puts a scale's rows together. */
export function toScale(scale: GradingScale): Scale {
  const bands = [...scale.bands].sort((a, b) => a.position - b.position);
  return {
    ...fromRow(SCALE_COLUMNS, scale),
    bands: bands.map((band) => fromRow(BAND_COLUMNS, band)),
  } as unknown as Scale;
}

/** The columns of `courses` that keep a document. */
export function courseRow(document: Course): Fields {
  return toRow(COURSE_COLUMNS, document);
}

/** The columns of `grading_scales` and `grading_bands` that keep a scale. */
export function scaleRows(scale: Scale): { scale: Fields; bands: Fields[] } {
  const bands = scale.bands.map((band, position) => ({ ...toRow(BAND_COLUMNS, band), position }));
  return { scale: toRow(SCALE_COLUMNS, scale), bands };
}

/** A node with its place among the others. */
interface PlacedNode {
  readonly node: CourseNode;
  readonly parent_id: string | null;
  readonly position: number;
}

/** The rows in which a document differs from what it was: those to write, and the ids of those that are gone. */
export interface RowChanges {
  readonly categories: { readonly written: Fields[]; readonly gone: string[] };
  readonly assessments: { readonly written: Fields[]; readonly gone: string[] };
}

/**
 * What must be written so that a document's rows are another's. What is the very same object in the same place is the same row.
 *
 * @param before - nothing where the document is new
 */
export function rowChanges(before: Course | undefined, after: Course): RowChanges {
  const old = before ? placesIn(before) : new Map<string, PlacedNode>();
  const now = placesIn(after);
  const changes: RowChanges = {
    categories: { written: [], gone: [] },
    assessments: { written: [], gone: [] },
  };
  const tableOf = ({ kind }: CourseNode) => (kind === 'category' ? changes.categories : changes.assessments);
  for (const [id, { node }] of old) if (now.get(id)?.node.kind !== node.kind) tableOf(node).gone.push(id);
  for (const [id, placed] of now) {
    const was = old.get(id);
    const isStill = was?.parent_id === placed.parent_id && was.position === placed.position;
    if (isStill && was.node === placed.node) continue;
    const row = rowOf(placed);
    if (isStill && was.node.kind === placed.node.kind && isSameRow(rowOf(was), row)) continue;
    tableOf(placed.node).written.push(row);
  }
  return changes;
}

function placesIn(document: Course): Map<string, PlacedNode> {
  const places = new Map<string, PlacedNode>();
  const visit = (node: CourseNode, parent_id: string | null, position: number) => {
    places.set(node.id, { node, parent_id, position });
    if (node.kind === 'category') node.children.forEach((child, index) => visit(child, node.id, index));
  };
  visit(document.root, null, 0);
  return places;
}

/** The row that keeps a node. */
export function rowOf({ node, parent_id, position }: PlacedNode): Fields {
  const place = { parent_id, position };
  if (node.kind === 'assessment') return { ...toRow(ASSESSMENT_COLUMNS, node), ...place };
  return { ...toRow(CATEGORY_COLUMNS, node), ...place, late_none: node.late === null };
}

/** Whether two rows of one table, which have the same columns, hold the same. */
function isSameRow(a: Fields, b: Fields): boolean {
  return Object.keys(b).every((column) => a[column] === b[column]);
}
