import { isObject } from '../numbers/json';
import { LIMITS } from '../rules/limits';
import type { RuleFault } from '../rules/rule';

type Json = Record<string, unknown>;
type Path = readonly (string | number)[];

/** A node of a document with its place. */
export interface PlacedJson {
  readonly node: Json;
  readonly path: Path;
}

/**
 * What of a document's rules names a node that is not there, or one that cannot serve: sources of replacements, and what requirements are
 * about. It looks at any JSON, right or wrong in form.
 *
 * @param nodes - the document's nodes by their ids
 * @param labels - the labels of its scale, highest first
 */
export function referenceFaults(
  document: Json,
  nodes: ReadonlyMap<string, PlacedJson>,
  labels: readonly unknown[],
): RuleFault[] {
  const sources = [...nodes.values()].flatMap((holder) => sourceFaults(holder, nodes));
  const list: unknown[] = Array.isArray(document.requirements) ? document.requirements : [];
  const requirements = list.flatMap((requirement, index) =>
    isObject(requirement) ? requirementFaults(requirement, ['requirements', index], nodes, labels) : [],
  );
  return [...sources, ...circles(nodes), ...requirements, ...secondFaults(document.second, nodes)];
}

/** What a second way names that is not in the course, or twice, by itself or within another. */
function secondFaults(second: unknown, nodes: ReadonlyMap<string, PlacedJson>): RuleFault[] {
  const groups: unknown[] = isObject(second) && Array.isArray(second.groups) ? second.groups : [];
  const faults: RuleFault[] = [];
  const taken = new Map<string, string>();
  groups.forEach((group, index) => {
    const ids: unknown[] = isObject(group) && Array.isArray(group.of) ? group.of : [];
    ids.forEach((id, place) => {
      if (typeof id !== 'string') return;
      const say = (message: string) =>
        faults.push({
          at: ['second', 'groups', index, 'of', place],
          message: `the second way names "${id}", ${message}`,
        });
      const placed = nodes.get(id);
      if (!placed) return say('which is not in the course');
      if (placed.path.length === 1) return say('which is the whole course');
      const inside = idsIn(placed.node);
      const twice = inside.find((each) => taken.has(each));
      if (twice !== undefined)
        return say(`of which "${twice}" counts in ${taken.get(twice)!} already: each counts once`);
      const where = isObject(group) ? `"${String(group.name)}"` : 'another group';
      for (const each of inside) taken.set(each, where);
    });
  });
  return faults;
}

function idsIn({ id, children }: Json): string[] {
  const below: unknown[] = Array.isArray(children) ? children : [];
  return [
    ...(typeof id === 'string' ? [id] : []),
    ...below.flatMap((child) => (isObject(child) ? idsIn(child) : [])),
  ];
}

function sourceFaults({ node, path }: PlacedJson, nodes: ReadonlyMap<string, PlacedJson>): RuleFault[] {
  const by = sourceOf(node);
  if (by === undefined) return [];
  const at = [...path, 'replace', 'by'];
  const whose = `the replacement in "${String(node.name)}"`;
  const source = nodes.get(by);
  if (!source) return [{ at, message: `${whose} names "${by}", which is not in the course` }];
  if (source.node.deduct !== undefined)
    return [{ at, message: `${whose} names "${by}", which is a deduction and has no value` }];
  return [];
}

function sourceOf({ replace }: Json): string | undefined {
  return isObject(replace) && typeof replace.by === 'string' ? replace.by : undefined;
}

/**
 * The replacements whose source needs their own category (a category needs its children and its source), and those that hang on too many
 * others.
 */
function circles(nodes: ReadonlyMap<string, PlacedJson>): RuleFault[] {
  const faults: RuleFault[] = [];
  // How many replacements stand one after the other behind each node; nothing while it is being found out.
  const depths = new Map<Json, number | undefined>();
  // The replacements on the way to where the search is, one for each that was followed.
  const followed: PlacedJson[] = [];
  const say = ({ path }: PlacedJson, message: string) =>
    faults.push({ at: [...path, 'replace', 'by'], message });
  const visit = (node: Json): number => {
    if (depths.has(node)) {
      const depth = depths.get(node);
      if (depth === undefined) say(followed.at(-1)!, CIRCLE);
      return depth ?? 0;
    }
    depths.set(node, undefined);
    const children = Array.isArray(node.children) ? (node.children as unknown[]) : [];
    const below = children.filter(isObject).filter(isNeedy).map(visit);
    const depth = Math.max(0, ...below, depthOfSource(node));
    depths.set(node, depth);
    return depth;
  };
  const depthOfSource = (node: Json): number => {
    const source = nodes.get(sourceOf(node) ?? '');
    const holder = nodes.get(String(node.id));
    if (!source || !holder) return 0;
    followed.push(holder);
    // What is followed further than is allowed is not looked at: it is wrong already.
    const depth = followed.length > LIMITS.sources ? LIMITS.sources + 1 : 1 + visit(source.node);
    followed.pop();
    if (depth === LIMITS.sources + 1) say(holder, `hangs on more than ${LIMITS.sources} other replacements`);
    return depth;
  };
  for (const { node } of nodes.values()) if (sourceOf(node) !== undefined) visit(node);
  return faults;
}

const CIRCLE = 'goes round in a circle: what replaces a category’s pieces must not need that category';

/** Whether a node needs others for its value. */
function isNeedy({ kind }: Json): boolean {
  return kind === 'category';
}

function requirementFaults(
  requirement: Json,
  path: Path,
  nodes: ReadonlyMap<string, PlacedJson>,
  labels: readonly unknown[],
): RuleFault[] {
  const { for: label, of } = requirement;
  const faults: RuleFault[] = [];
  const say = (key: string, message: string) => faults.push({ at: [...path, key], message });
  if (typeof label === 'string' && labels.length > 0) {
    const letters = labels.slice(0, -1).join(', ');
    if (label === labels.at(-1))
      say('for', `"${label}" is the lowest letter, which everybody has: it cannot need anything`);
    else if (!labels.includes(label)) say('for', `"${label}" is not a letter of the scale (${letters})`);
  }
  if (typeof of !== 'string') return faults;
  const node = nodes.get(of)?.node;
  if (!node) say('of', `the requirement for ${String(label)} names "${of}", which is not in the course`);
  else if (requirement.pieces !== undefined && node.kind === 'assessment')
    say('of', `"${of}" is a piece: pieces are counted in a category`);
  else if (requirement.atMost !== undefined && node.kind === 'category')
    say('of', `"${of}" is a category: points are counted of one piece`);
  else if (requirement.atLeast !== undefined && node.deduct !== undefined)
    say('of', `"${of}" is a deduction, which has no percent: say how many points it has at most`);
  return faults;
}
