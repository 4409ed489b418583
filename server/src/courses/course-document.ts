import { isSame, type Category, type Course, type CourseNode, type Scale } from '@fidens/core';
import { flattened, namer, restored, toRequirements, withSchemes } from './condition-rows';
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
import type { CategoryRecord, CourseRecord, GradingScale, NodeRecord } from '../models';

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
    place(row, { kind: 'assessment', ...restored(fromRow(ASSESSMENT_COLUMNS, row)) } as CourseNode);
  }
  const rows = new Map([...record.categories, ...record.assessments].map((row) => [row.id, row]));
  categories.forEach((category, index) => {
    const own = children.get(category.id) ?? [];
    category.children = own.sort((a, b) => a.position - b.position).map(({ node }) => node);
    withSchemes(category, record.categories[index]!.scheme_names, ({ id }) => rows.get(id)!.scheme_weights);
  });
  const root = children.get(null)![0]!.node as Category;
  return {
    format: 'fidens-course',
    version: 1,
    ...withSecond(fromRow(COURSE_COLUMNS, record)),
    scale: toScale(record.scale),
    ...(record.scales.length > 0 && {
      scales: Object.fromEntries(
        record.scales.map((scale): [string, Scale] => [scale.known_as!, toScale(scale)]),
      ),
    }),
    ...(record.requirements.length > 0 && { requirements: toRequirements(record.requirements) }),
    root,
  } as Course;
}

function toCategory(row: CategoryRecord): Category {
  const fields = restored(fromRow(CATEGORY_COLUMNS, row));
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
export function courseRow({ second, ...document }: Course): Fields {
  const kept = second && {
    name: second.name,
    groups: JSON.stringify(second.groups.map(({ weight: _weight, ...group }) => group)),
    weights: second.groups.map(({ weight }) => weight),
  };
  return toRow(COURSE_COLUMNS, { ...document, ...(kept && { second: kept }) });
}

/** The fields of a course with the groups of its second way and their weights put together. */
function withSecond(fields: Fields): Fields {
  const kept = fields.second as { name: string; groups: object[]; weights: string[] } | undefined;
  if (!kept) return fields;
  const groups = kept.groups.map((group, index) => ({ ...group, weight: kept.weights[index]! }));
  return { ...fields, second: { name: kept.name, groups } };
}

/** The columns of `grading_scales` and `grading_bands` that keep a scale. */
export function scaleRows(scale: Scale): { scale: Fields; bands: Fields[] } {
  const bands = scale.bands.map((band, position) => ({ ...toRow(BAND_COLUMNS, band), position }));
  return { scale: toRow(SCALE_COLUMNS, scale), bands };
}

/** A node with its place among the others. */
interface PlacedNode {
  readonly node: CourseNode;
  readonly parent: Category | undefined;
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
  const [oldNames, names] = [before && namer(before), namer(after)];
  const changes: RowChanges = {
    categories: { written: [], gone: [] },
    assessments: { written: [], gone: [] },
  };
  const tableOf = ({ kind }: CourseNode) => (kind === 'category' ? changes.categories : changes.assessments);
  for (const [id, { node }] of old) if (now.get(id)?.node.kind !== node.kind) tableOf(node).gone.push(id);
  for (const [id, placed] of now) {
    const was = old.get(id);
    if (was && isUntouched(was, placed)) continue;
    const row = rowOf(placed, names);
    if (was && was.node.kind === placed.node.kind && isSame(rowOf(was, oldNames!), row)) continue;
    tableOf(placed.node).written.push(row);
  }
  return changes;
}

/** Whether a node is sure to have the same row, without looking at it: the very same one in the same place, of no condition. */
function isUntouched(was: PlacedNode, { node, parent, position }: PlacedNode): boolean {
  const names = node.weightTo !== undefined || (node.kind === 'category' && node.replace !== undefined);
  return (
    was.node === node &&
    !names &&
    was.parent?.id === parent?.id &&
    was.parent?.schemes === parent?.schemes &&
    was.position === position
  );
}

function placesIn(document: Course): Map<string, PlacedNode> {
  const places = new Map<string, PlacedNode>();
  const visit = (node: CourseNode, parent: Category | undefined, position: number) => {
    places.set(node.id, { node, parent, position });
    if (node.kind === 'category') node.children.forEach((child, index) => visit(child, node, index));
  };
  visit(document.root, undefined, 0);
  return places;
}

/** The row that keeps a node. */
function rowOf({ node, parent, position }: PlacedNode, named: ReturnType<typeof namer>): Fields {
  const place = { parent_id: parent?.id ?? null, position };
  const flat = flattened(node, parent, named);
  if (node.kind === 'assessment') return { ...toRow(ASSESSMENT_COLUMNS, flat), ...place };
  return { ...toRow(CATEGORY_COLUMNS, flat), ...place, late_none: node.late === null };
}
