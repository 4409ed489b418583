import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { SCALE_PRESETS } from '../../src/document/scale-presets';
import type { Category, Course, CourseNode } from '../../src/document/course';
import type { Fact } from '../../src/syllabus/facts';
import { readSyllabus, type ReadSyllabus } from '../../src/syllabus/read-syllabus';

/** One text with the facts that a person reads in it, each as `what=value`. */
export interface Answered {
  readonly name: string;
  readonly text: string;
  readonly facts: readonly string[];
}

const FOLDER = join(__dirname, 'texts');

/** The texts, each with what it says above it. */
export function answeredTexts(): Answered[] {
  return readdirSync(FOLDER)
    .sort()
    .map((file) => {
      const [head, ...rest] = readFileSync(join(FOLDER, file), 'utf8').split(/^=====\n/m);
      return {
        name: file.replace(/\.txt$/, ''),
        text: rest.join('=====\n'),
        facts: head!.split('\n').flatMap(factsOfLine),
      };
    });
}

/** "part Quizzes: weight 15, pieces 12" as facts. */
function factsOfLine(line: string): string[] {
  const [, what, rest = ''] = /^([^:]+): (.*)$/.exec(line) ?? [];
  if (what === undefined) return [];
  const values = rest.split(', ');
  if (what.startsWith('part ')) {
    const name = what.slice(5);
    return [`name of ${name}`, ...values.map((value) => `${keyOf(value)} of ${name}=${restOf(value)}`)];
  }
  if (what === 'late') return values.map((value) => `late ${keyOf(value)}=${restOf(value)}`);
  if (what === 'scale') return values.map((value) => `scale ${value.replace(/ (\S+)$/, '=$1')}`);
  if (what === 'absences') return [`absences=${rest}`];
  if (['need', 'replace', 'moves', 'scheme', 'title'].includes(what)) return [`${what}=${rest}`];
  return [`${what}=${rest}`];
}

const keyOf = (value: string) => /^\S+/.exec(value)![0];
const restOf = (value: string) => value.slice(keyOf(value).length).trim();

/** What a read text claims, in the same words. */
export function claimsOf({ course, given }: ReadSyllabus): string[] {
  const said = new Set<string>();
  for (const { pointer, fact } of given) {
    for (const claim of claimsAt(course, pointer, fact)) said.add(claim);
  }
  for (const { node, parent } of nodesOf(course.root)) {
    const isSaid = given.some(({ fact }) => fact.kind === 'name' && fact.value === node.name);
    if (isSaid && parent !== course.root) said.add(`in of ${node.name}=${parent.name}`);
  }
  return [...said];
}

function claimsAt(course: Course, pointer: string, fact: Fact): string[] {
  const { kind } = fact;
  const node = nodeAt(course, pointer);
  const { late, missing, overdue } = course.policy ?? {};
  const nameOf = (id: string) => [...nodesOf(course.root)].find((one) => one.node.id === id)?.node.name ?? id;
  const simple: Record<string, () => string[]> = {
    title: () => [`title=${course.title}`],
    code: () => [`code=${course.code}`],
    credits: () => [`credits=${course.credits}`],
    combine: () => [`combine=${course.root.combine}`],
    bands: () => course.scale.bands.map(({ label, from }) => `scale ${label}=${from}`),
    round: () => [`round=${course.scale.round!.step}`],
    missing: () => [`missing=${missing!.counts === 'nothing' ? 'nothing' : (missing!.percent ?? '0')}`],
    overdue: () => [`overdue=${overdue!.after}`],
    requirement: () => {
      const { of, for: goal, ...asks } = course.requirements![Number(pointer.split('/').at(-1))]!;
      const ask =
        'atLeast' in asks
          ? `atLeast ${asks.atLeast}`
          : 'pieces' in asks
            ? `pieces ${asks.pieces}${asks.each === undefined ? '' : ` at ${asks.each}`}`
            : `atMost ${asks.atMost}`;
      return [
        `need=${fact.kind === 'requirement' && fact.value.for === 'pass' ? 'pass' : goal}, ${nameOf(of)}, ${ask}`,
      ];
    },
    scheme: () =>
      (course.root.schemes ?? []).map(
        ({ weights }) =>
          `scheme=${Object.entries(weights)
            .map(([id, weight]) => `${nameOf(id)} ${weight}`)
            .join(', ')}`,
      ),
  };
  if (kind.startsWith('late')) {
    const field = pointer.split('/').at(-1) as keyof NonNullable<typeof late>;
    return [`late ${field}=${late![field]}`];
  }
  if (simple[kind]) return simple[kind]();
  if (!node) return [];
  const { name } = node;
  if (kind === 'name') return [`name of ${name}`];
  if (kind === 'weight' || kind === 'weightEach') return [`weight of ${name}=${node.weight}`];
  if (kind === 'extraCredit') return [`extra of ${name}=`];
  if (kind === 'weightTo') return [`moves=${name} to ${nameOf(node.weightTo!)}`];
  if (node.kind === 'assessment') {
    if (kind === 'due') return [`due of ${name}=${localDay(node.due!)}`];
    if (kind === 'deduct') return [`absences=each ${node.deduct!.each}, free ${node.deduct!.free ?? '0'}`];
    return [`points of ${name}=${node.possible}`];
  }
  if (kind === 'replacedBy')
    return [`replace=${name} by ${nameOf(node.replace!.by)} ${node.replace!.lowest ?? 1}`];
  const { planned, drop } = node;
  const claims: Record<string, string> = {
    pieces: `pieces of ${name}=${planned?.pieces}`,
    pointsEach: `each of ${name}=${planned?.possible}`,
    points: `each of ${name}=${planned?.possible}`,
    dropLowest: `drop of ${name}=${drop?.lowest}`,
    best: `drop of ${name}=${drop?.lowest}`,
    dropHighest: `high of ${name}=${drop?.highest}`,
  };
  return claims[kind] === undefined ? [] : [claims[kind]];
}

function localDay(moment: string): string {
  const day = new Date(moment);
  return [day.getFullYear(), day.getMonth() + 1, day.getDate()]
    .map((part) => String(part).padStart(2, '0'))
    .join('-');
}

function nodeAt(course: Course, pointer: string): CourseNode | undefined {
  const indexes = [...pointer.matchAll(/\/children\/(\d+)/g)].map(([, index]) => Number(index));
  if (!pointer.startsWith('/root')) return undefined;
  let node: CourseNode = course.root;
  for (const index of indexes) node = (node as Category).children[index]!;
  return node;
}

function* nodesOf(category: Category): Generator<{ node: CourseNode; parent: Category }> {
  for (const node of category.children) {
    yield { node, parent: category };
    if (node.kind === 'category') yield* nodesOf(node);
  }
}

/** The kind of a fact in these words, for a table by kind. */
export const kindOf = (fact: string) => /^(?:late \S+|scale|\S+)/.exec(fact.replace(/=.*/, ''))![0];

/** What was found of what a text says, and what is claimed that it does not say. */
export interface Measured {
  readonly name: string;
  readonly found: readonly string[];
  readonly missed: readonly string[];
  readonly wrong: readonly string[];
}

const key = (fact: string) => fact.toLowerCase().replace(/\s+/g, ' ').trim();

/** Reads a text and holds what is claimed against what it says. */
export function measure({ name, text, facts }: Answered): Measured {
  const read = readSyllabus(text, {
    near: '2026-10-01T12:00:00Z',
    title: 'Untitled',
    scale: SCALE_PRESETS[0]!.scale,
  });
  const claimed = read.ok ? claimsOf(read.value) : [];
  const wanted = new Set(facts.map(key));
  const made = new Set(claimed.map(key));
  return {
    name,
    found: facts.filter((fact) => made.has(key(fact))),
    missed: facts.filter((fact) => !made.has(key(fact))),
    wrong: claimed.filter((claim) => !wanted.has(key(claim)) && !isImplied(key(claim), wanted)),
  };
}

/** A claim that follows from others is no fact of its own: the default of how days are counted, the part of a piece with a day. */
function isImplied(claim: string, wanted: ReadonlySet<string>): boolean {
  return (
    claim.startsWith('late count=started') ||
    (claim.startsWith('late of=possible') && [...wanted].some((fact) => fact.startsWith('late perday')))
  );
}
