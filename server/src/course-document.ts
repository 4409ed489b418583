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

/** A node of a course as a row of `categories` or `assessments`. */
export interface NodeRows {
  readonly categories: ReadonlyMap<string, Fields>;
  readonly assessments: ReadonlyMap<string, Fields>;
}

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

/** The tree of a document as rows, by id. */
export function nodeRows(document: Course): NodeRows {
  const categories = new Map<string, Fields>();
  const assessments = new Map<string, Fields>();
  const visit = (node: CourseNode, parent_id: string | null, position: number) => {
    const place = { parent_id, position };
    if (node.kind === 'assessment') {
      assessments.set(node.id, { ...toRow(ASSESSMENT_COLUMNS, node), ...place });
      return;
    }
    categories.set(node.id, { ...toRow(CATEGORY_COLUMNS, node), ...place, late_none: node.late === null });
    node.children.forEach((child, index) => visit(child, node.id, index));
  };
  visit(document.root, null, 0);
  return { categories, assessments };
}
