import type { Course, CourseNode, Scale } from './course';
import { consistencyFaults } from './course-consistency';
import { assessmentSchema, categorySchema, courseSchema, LIMITS, scaleSchema } from './course-schema';
import { check, isObject, placeText, type Checked, type Fault } from './validation';

/**
 * Reads one course document.
 *
 * @param text - the JSON text of a course file
 * @returns the course, or everything that is wrong with it, each with its place
 */
export function readCourse(text: string): Checked<Course> {
  if (text.trim() === '') return { ok: false, faults: [{ at: '', message: 'The file is empty.' }] };
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch (error) {
    return { ok: false, faults: [{ at: '', message: `This is not JSON: ${(error as Error).message}` }] };
  }
  return checkCourse(json);
}

/**
 * Checks a parsed document against the format and its rules.
 *
 * @param json - any JSON value
 * @returns the course, `null`s taken out (but for a category's `late`), or everything that is wrong
 */
export function checkCourse(json: unknown): Checked<Course> {
  if (!isObject(json)) return { ok: false, faults: [{ at: '', message: 'must be an object: one course' }] };
  const limit = overLimits(json.root, ['root']);
  if (limit) return { ok: false, faults: [limit] };
  const document = withoutNulls(json) as Record<string, unknown>;
  const faults = [
    ...faultsOf(courseSchema, document, []),
    ...treeFaults(document.root, ['root']),
    ...consistencyFaults(document),
  ];
  return faults.length > 0
    ? { ok: false, faults: onceEach(faults) }
    : { ok: true, value: document as unknown as Course };
}

/**
 * Checks the form of one category or piece with all that is in it, as it stands in an edit. How it fits a course is for
 * `checkCourse` to say, once it is in one.
 *
 * @param at - its place in the whole input
 */
export function checkNode(json: unknown, at: Path): Checked<CourseNode> {
  const limit = overLimits(json, at);
  if (limit) return { ok: false, faults: [limit] };
  const node = withoutNulls(json);
  const faults = isObject(node)
    ? treeFaults(node, at)
    : [{ at: placeText(at), message: 'must be an object' }];
  return faults.length > 0 ? { ok: false, faults } : { ok: true, value: node as unknown as CourseNode };
}

/**
 * Checks a grading scale by itself.
 *
 * @returns the scale, or everything that is wrong with it, each with its place (`scale.bands[2].from`)
 */
export function checkScale(json: unknown): Checked<Scale> {
  const scale = withoutNulls(json);
  const faults = [...faultsOf(scaleSchema.required(), scale, ['scale']), ...consistencyFaults({ scale })];
  return faults.length > 0 ? { ok: false, faults: onceEach(faults) } : { ok: true, value: scale as Scale };
}

type Path = readonly (string | number)[];

/** Writes a course as a course file. */
export function writeCourse(course: Course): string {
  return `${JSON.stringify(course, null, 2)}\n`;
}

/** Refuses, before anything else looks at it, a tree that is deeper or larger than any course. */
function overLimits(root: unknown, at: Path): Fault | undefined {
  let nodes = 0;
  const stack = [{ node: root, path: at, depth: 0 }];
  for (let next = stack.pop(); next; next = stack.pop()) {
    const { node, path, depth } = next;
    nodes += 1;
    if (depth > LIMITS.depth) {
      return { at: placeText(path), message: `is nested more than ${LIMITS.depth} levels deep` };
    }
    if (nodes > LIMITS.nodes) {
      return { at: placeText(at), message: `has more than ${LIMITS.nodes} categories and pieces` };
    }
    if (!isObject(node) || !Array.isArray(node.children)) continue;
    node.children.forEach((child, index) =>
      stack.push({ node: child, path: [...path, 'children', index], depth: depth + 1 }),
    );
  }
  return undefined;
}

/** `null` means the same as leaving out, except a category's `late: null`. */
function withoutNulls(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(withoutNulls);
  if (!isObject(value)) return value;
  const entries = Object.entries(value).filter(
    ([key, field]) => field !== null || (key === 'late' && value.kind === 'category'),
  );
  return Object.fromEntries(entries.map(([key, field]) => [key, withoutNulls(field)]));
}

function treeFaults(root: unknown, at: Path): Fault[] {
  if (!isObject(root)) return [];
  const faults: Fault[] = [];
  const visit = (node: unknown, path: Path) => {
    if (!isObject(node)) {
      faults.push({ at: placeText(path), message: 'must be an object: a category or an assessment' });
      return;
    }
    if (node.kind !== 'category' && node.kind !== 'assessment') {
      faults.push({ at: placeText([...path, 'kind']), message: 'must be one of category, assessment' });
      return;
    }
    faults.push(...faultsOf(node.kind === 'category' ? categorySchema : assessmentSchema, node, path));
    if (node.kind === 'category' && Array.isArray(node.children)) {
      node.children.forEach((child, index) => visit(child, [...path, 'children', index]));
    }
  };
  visit(root, at);
  return faults;
}

function faultsOf(schema: Parameters<typeof check>[0], value: unknown, path: Path): readonly Fault[] {
  const result = check(schema, value, path);
  return result.ok ? [] : result.faults;
}

/** The first fault at each place: the form of a value is said before its fit. */
function onceEach(faults: readonly Fault[]): Fault[] {
  const seen = new Set<string>();
  return faults.filter(({ at }) => !seen.has(at) && seen.add(at));
}
