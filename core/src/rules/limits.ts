/** Bounds that no real course meets; they keep a hostile document from costing more than it is worth. */
export const LIMITS = {
  /** Categories inside categories. */
  depth: 50,
  /** Categories and pieces of one course, together, with what it promises. */
  nodes: 6_000,
  /** Pieces and categories that one rehearsal tries. */
  tries: 1_000,
  bands: 100,
  /** Replacements whose source hangs on another replacement, one after the other. */
  sources: 20,
  /** Weightings of one category beside its own. */
  schemes: 20,
  /** Requirements of one course. */
  requirements: 100,
  /** Groups of a course's second way, and what stands in one of them. */
  groups: 50,
  groupOf: 500,
  name: 200,
  label: 20,
  id: 100,
  note: 10_000,
  /** Of the text of a syllabus that stays with its course. */
  syllabus: 30_000,
  /** Pieces that one category may promise, and pieces that it may drop. */
  planned: 2_000,
} as const;
