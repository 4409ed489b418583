import type { Assessment, Category, Combine, Course, CourseNode, Scale } from '../document/course';
import { checkCourse } from '../document/course-file';
import type { Checked } from '../document/validation';
import { isDecimal, typedDecimal } from '../numbers/decimal';
import { HUNDRED, rational, sumOf } from '../numbers/rational';
import { LIMITS } from '../rules/limits';
import { INSIDE } from '../formats/category-path';
import type { Listed } from './listed';
import { pieceOfRow } from './piece-of-row';
import type { ListRow } from './rows';

/** What a column of weights that says no more can be about. */
export type WeightOf = 'piece' | 'category';

/** A course that a list makes, and what had to be taken for granted: nothing of it is in the list. */
export interface CourseOfList {
  readonly course: Course;
  readonly pieces: number;
  /** What the weights of the list were taken to be about; nothing where there are none, or it says so itself. */
  readonly weightOf?: WeightOf;
  /** How the whole adds up, where the list does not say it. */
  readonly assumed?: Combine;
  /** Names of pieces whose entries are not understood as scores, and are left out, with the entries. */
  readonly unclear: readonly { readonly name: string; readonly entry: string }[];
}

/** What a list does not say of a course. */
export interface ListMeaning {
  /** What it is called where the list does not name it. */
  readonly title: string;
  readonly scale: Scale;
  readonly weightOf?: WeightOf;
}

/**
 * Makes a course of a list: its categories in the order in which they come, their weights where the list has any, and its pieces with their
 * days, scores and states.
 *
 * @param newId - makes the id of a category or piece
 * @returns the course; or what about it could be no course, each with its place
 */
export function courseOfList(list: Listed, meaning: ListMeaning, newId: () => string): Checked<CourseOfList> {
  const { scale } = meaning;
  const tree = new Tree(list.rows, meaning.weightOf, newId);
  const unclear: { name: string; entry: string }[] = [];
  for (const row of list.rows) {
    const category = tree.categoryOf(row);
    if (row.counts === 'promised') {
      tree.promise(category, row);
      continue;
    }
    const made = pieceOfRow(row, newId(), undefined, scale);
    if (made.unclear !== undefined) unclear.push({ name: row.name, entry: made.unclear });
    tree.put(category, { ...made.node, ...rulesOf(row, tree.weightOf) });
  }
  const { root, assumed } = tree.done();
  const document = {
    format: 'fidens-course',
    version: 1,
    title: (list.title ?? meaning.title).slice(0, LIMITS.name),
    ...(list.code !== undefined && { code: list.code }),
    scale,
    root,
  };
  const checked = checkCourse(document);
  if (!checked.ok) return checked;
  const { weightOf } = tree;
  return {
    ok: true,
    value: {
      course: checked.value,
      pieces: list.rows.filter(({ counts }) => counts !== 'promised').length,
      unclear,
      ...(weightOf && { weightOf }),
      ...(assumed && { assumed }),
    },
  };
}

function rulesOf({ weight, counts }: ListRow, weightOf: WeightOf | undefined): Partial<Assessment> {
  return {
    ...(weight !== undefined && weightOf !== 'category' && { weight }),
    ...(counts === 'extra credit' && { extraCredit: true }),
    ...(counts === 'no' && { counted: false }),
  };
}

const COMBINES: readonly string[] = ['points', 'equal', 'weights'] satisfies Combine[];

/** Categories as they are made while rows come. */
class Tree {
  readonly weightOf: WeightOf | undefined;
  readonly #root: Category = { kind: 'category', id: 'course', name: 'Course', children: [] };
  readonly #made = new Map<string, Category>();
  readonly #promised = new Map<Category, number>();
  readonly #named: ReadonlyMap<string, NamedWeight>;
  #saysHow = false;

  constructor(
    rows: readonly ListRow[],
    weightOf: WeightOf | undefined,
    readonly newId: () => string,
  ) {
    const isSaid = rows.some(({ categoryWeight }) => categoryWeight !== undefined);
    if (rows.some(({ weight }) => weight !== undefined) && !isSaid)
      this.weightOf = weightOf ?? meaningOf(rows);
    this.#named = isSaid ? new Map() : weightsInNames(rows);
  }

  /** The category that a row is in, made where it is the first. */
  categoryOf(row: ListRow): Category {
    const names = row.category === undefined ? [] : row.category.split(INSIDE);
    const weights = (row.categoryWeight ?? '').split(INSIDE);
    const ways = (row.addsUp ?? '').toLowerCase().split(INSIDE);
    this.#adds(this.#root, ways[0]);
    return names.slice(0, LIMITS.depth - 2).reduce((parent, name, depth) => {
      const key = names.slice(0, depth + 1).join(INSIDE);
      const known = this.#made.get(key);
      if (known) return known;
      const named = this.#named.get(name);
      const said = typedDecimal((weights[depth] ?? '').replace(/\s*%$/, ''));
      const weight = isDecimal(said)
        ? said
        : (named?.weight ?? (this.weightOf === 'category' && names.length === 1 ? row.weight : undefined));
      const category: Category = {
        kind: 'category',
        id: this.newId(),
        name: (named?.name ?? name).slice(0, LIMITS.name),
        ...(weight !== undefined && { weight }),
        children: [],
      };
      this.#adds(category, ways[depth + 1]);
      this.#made.set(key, category);
      parent.children.push(category);
      return category;
    }, this.#root);
  }

  #adds(category: Category, way: string | undefined): void {
    if (way === undefined || !COMBINES.includes(way)) return;
    category.combine = way as Combine;
    this.#saysHow = true;
  }

  put(category: Category, piece: Assessment): void {
    category.children.push(piece);
  }

  promise(category: Category, { possible }: ListRow): void {
    this.#promised.set(category, (this.#promised.get(category) ?? 0) + 1);
    category.planned ??= { pieces: 0, ...(possible !== undefined && { possible }) };
  }

  /** The whole tree: what nobody has said adds up by weights where it has any, and by points else. */
  done(): { readonly root: Category; readonly assumed?: Combine } {
    for (const category of [this.#root, ...this.#made.values()]) {
      const weighed = category.children.some(({ weight }) => weight !== undefined);
      if (category.combine === undefined && weighed) category.combine = 'weights';
      const promised = this.#promised.get(category);
      if (promised !== undefined)
        category.planned = {
          ...category.planned,
          pieces: promised + category.children.filter(isPromisedToo).length,
        };
    }
    this.#root.children.forEach(gatherExtra);
    if (this.#saysHow) return { root: this.#root };
    return { root: this.#root, assumed: this.#root.combine ?? 'points' };
  }
}

/** A category of extra credit alone is one of extra credit; what is in it counts in it as usual. */
function gatherExtra(node: CourseNode): void {
  if (node.kind !== 'category') return;
  node.children.forEach(gatherExtra);
  if (node.children.length === 0 || !node.children.every(({ extraCredit }) => extraCredit)) return;
  node.extraCredit = true;
  for (const child of node.children) delete child.extraCredit;
}

/** What fills a promised place (grading rules, section 5). */
function isPromisedToo(node: CourseNode): boolean {
  return node.kind === 'assessment' && node.counted !== false && !node.extraCredit && !node.deduct;
}

interface NamedWeight {
  readonly name: string;
  readonly weight: string;
}

/** Weights that stand in the names of categories, "Field logs (35%)", where all of them have one. */
function weightsInNames(rows: readonly ListRow[]): ReadonlyMap<string, NamedWeight> {
  const names = new Set(rows.flatMap(({ category }) => category?.split(INSIDE) ?? []));
  const found = new Map<string, NamedWeight>();
  for (const name of names) {
    const [, before, number] = /^(.*?\p{L}.*?)[\s([–-]*(\d+(?:[.,]\d+)?)\s*%\s*[)\]]?$/u.exec(name) ?? [];
    if (before === undefined || !isDecimal(typedDecimal(number!))) return new Map();
    found.set(name, { name: before.trim(), weight: typedDecimal(number!) });
  }
  return found;
}

/** A column of weights is about categories where each category has one alone, and those come to 100 while the rows' do not. */
function meaningOf(rows: readonly ListRow[]): WeightOf {
  const weights = new Map<string, Set<string>>();
  for (const { category = '', weight = '' } of rows)
    weights.set(category, (weights.get(category) ?? new Set()).add(weight));
  if (weights.has('') || [...weights.values()].some((own) => own.size > 1)) return 'piece';
  const isHundred = (all: readonly string[]) => sumOf(all.filter(Boolean), rational).equals(HUNDRED);
  const ofCategories = [...weights.values()].map((own) => [...own][0]!);
  return isHundred(ofCategories) && !isHundred(rows.map(({ weight = '' }) => weight)) ? 'category' : 'piece';
}
