import { isObject } from '../numbers/json';
import { LIMITS } from '../rules/limits';
import type { Course, CourseNode, Scale } from './course';
import { consistencyFaults } from './course-consistency';
import { assessmentSchema, categorySchema, courseSchema, scaleSchema } from './course-schema';
import { nodesIn } from './tree';
import { check, placeText, type Checked, type Fault } from './validation';

/**
 * Checks a parsed document against the format and its rules.
 *
 * @param json - any JSON value
 * @returns the course, `null`s taken out (but for a category's `late`) and every decimal and moment in its one form, or everything
 *   that is wrong
 */
export function checkCourse(json: unknown): Checked<Course> {
  return checkTree(json, NONE);
}

/**
 * Checks a course that was made of a valid one by edits. What is the very same object in both is not looked at again by itself,
 * only how it fits the rest.
 *
 * @param before - a valid document
 * @param after - what was made of it
 */
export function checkChanged(before: Course, after: Course): Checked<Course> {
  return checkTree(after, new Set(nodesIn(before.root)));
}

const NONE: ReadonlySet<unknown> = new Set();

function checkTree(json: unknown, right: ReadonlySet<unknown>): Checked<Course> {
  if (!isObject(json)) return { ok: false, faults: [{ at: '', message: 'must be an object: one course' }] };
  const limit = overLimits(json.root, ['root']);
  if (limit) return { ok: false, faults: [limit] };
  const { root: rootJson, ...fields } = json;
  const form = check<Course>(courseSchema, { ...(withoutNulls(fields) as object), root: rootJson });
  const tree = readTree(rootJson, ['root'], right);
  const document = { ...(form.ok ? form.value : (withoutNulls(fields) as object)), root: tree.node };
  const faults = [...(form.ok ? [] : form.faults), ...tree.faults, ...consistencyFaults(document)];
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
  const { node, faults } = readTree(json, at, NONE);
  return faults.length > 0 ? { ok: false, faults } : { ok: true, value: node as CourseNode };
}

/**
 * Checks a grading scale by itself.
 *
 * @returns the scale, or everything that is wrong with it, each with its place (`scale.bands[2].from`)
 */
export function checkScale(json: unknown): Checked<Scale> {
  const form = check<Scale>(requiredScale, withoutNulls(json), ['scale']);
  const scale = form.ok ? form.value : json;
  const faults = [...(form.ok ? [] : form.faults), ...consistencyFaults({ scale })];
  return faults.length > 0 ? { ok: false, faults: onceEach(faults) } : { ok: true, value: scale as Scale };
}

type Path = readonly (string | number)[];

const requiredScale = scaleSchema.required();

/** Refuses, before anything else looks at it, a tree that is deeper or larger than any course, what it promises included. */
function overLimits(root: unknown, at: Path): Fault | undefined {
  let nodes = 0;
  const stack = [{ node: root, path: at, depth: 0 }];
  for (let next = stack.pop(); next; next = stack.pop()) {
    const { node, path, depth } = next;
    nodes += 1 + promisedIn(node);
    if (depth > LIMITS.depth) {
      return { at: placeText(path), message: `is nested more than ${LIMITS.depth} levels deep` };
    }
    if (nodes > LIMITS.nodes) {
      return {
        at: placeText(at),
        message: `has more than ${LIMITS.nodes} categories and pieces, promised ones included`,
      };
    }
    if (!isObject(node) || !Array.isArray(node.children)) continue;
    node.children.forEach((child, index) =>
      stack.push({ node: child, path: [...path, 'children', index], depth: depth + 1 }),
    );
  }
  return undefined;
}

function promisedIn(node: unknown): number {
  const pieces = isObject(node) && isObject(node.planned) ? node.planned.pieces : undefined;
  return typeof pieces === 'number' && pieces > 0 ? pieces : 0;
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

/**
 * Reads a node with all that is in it: each in its right form, or everything that is wrong. What is among `right` already is
 * taken as it is.
 */
function readTree(
  json: unknown,
  at: Path,
  right: ReadonlySet<unknown>,
): { readonly node: unknown; readonly faults: readonly Fault[] } {
  const faults: Fault[] = [];
  const visit = (raw: unknown, path: Path): unknown => {
    if (right.has(raw)) return raw;
    if (!isObject(raw)) {
      faults.push({ at: placeText(path), message: 'must be an object: a category or an assessment' });
      return raw;
    }
    if (raw.kind !== 'category' && raw.kind !== 'assessment') {
      faults.push({ at: placeText([...path, 'kind']), message: 'must be one of category, assessment' });
      return raw;
    }
    const { children, ...own } = raw;
    const fields = withoutNulls(own) as object;
    const isCategory = raw.kind === 'category';
    const inside = isCategory && Array.isArray(children);
    // How many there are is for `children` to say; what they are is for their own turn.
    const isThere = 'children' in raw && (isCategory || children !== null);
    const whole = isThere ? { ...fields, children: inside ? [] : children } : fields;
    const form = check<object>(isCategory ? categorySchema : assessmentSchema, whole, path);
    if (!form.ok) faults.push(...form.faults);
    const node = form.ok ? form.value : whole;
    return inside
      ? { ...node, children: children.map((child, index) => visit(child, [...path, 'children', index])) }
      : node;
  };
  return { node: visit(json, at), faults };
}

/** The first fault at each place: the form of a value is said before its fit. */
function onceEach(faults: readonly Fault[]): Fault[] {
  const seen = new Set<string>();
  return faults.filter(({ at }) => !seen.has(at) && seen.add(at));
}
