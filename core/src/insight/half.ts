import type { Category, Course } from '../document/course';
import { scaleNameFor } from '../document/scale';
import { referencesOf } from '../document/references';
import { find, nodesIn } from '../document/tree';

/**
 * The parts of a course that carry a letter of their own: those that are said to be periods, wherever they stand; where none is,
 * categories of the root that hold categories, such as a year's halves.
 */
export function halvesOf({ root }: Course): Category[] {
  const periods = nodesIn(root).filter(
    (node): node is Category => node.kind === 'category' && node !== root && node.period === true,
  );
  if (periods.length > 0) return periods;
  return root.children.filter(
    (child): child is Category =>
      child.kind === 'category' &&
      child.counted !== false &&
      !child.extraCredit &&
      child.children.some(({ kind }) => kind === 'category'),
  );
}

/**
 * A part of a course as a course of its own, with the same scale and the policies in force there, so that everything that can be
 * asked of a course can be asked of it.
 *
 * What the course's letters need beside the percent is not asked of its parts.
 *
 * @param id - a category of the course
 * @returns nothing where there is no such category, or where a rule in it names what stands outside, so that it cannot be asked alone
 */
export function partAsCourse(course: Course, id: string): Course | undefined {
  const placed = find(course, id);
  if (placed?.node.kind !== 'category') return undefined;
  const inside = new Set(nodesIn(placed.node).map((node) => node.id));
  const namesOutside = referencesOf(course).some(
    ({ holder, names }) => holder && holder !== placed.node && inside.has(holder.id) && !inside.has(names),
  );
  if (namesOutside || (placed.node.replace && !inside.has(placed.node.replace.by))) return undefined;
  const {
    weight: _weight,
    weightTo: _weightTo,
    period: _period,
    extraCredit: _extra,
    counted: _counted,
    ...root
  } = placed.node;
  const {
    target: _target,
    credits: _credits,
    requirements: _requirements,
    second: _second,
    ...rest
  } = course;
  const inherited = [...(placed.ancestors as Category[])].reverse();
  const missing = root.missing ?? inherited.find((category) => category.missing)?.missing;
  const late =
    root.late === undefined ? inherited.find((category) => category.late !== undefined)?.late : root.late;
  const scale = scaleNameFor(course, id);
  return {
    ...rest,
    title: root.name,
    root: {
      ...root,
      ...(missing && { missing }),
      ...(late !== undefined && { late }),
      ...(scale !== undefined && { scale }),
    },
  };
}
