import type {
  Assessment,
  Category,
  Course,
  CourseNode,
  Policy,
  Requirement,
  Scale,
} from '../document/course';
import { checkCourse } from '../document/course-file';
import type { Checked } from '../document/validation';
import { rational, sumOf } from '../numbers/rational';
import { LIMITS } from '../rules/limits';
import { decimalOf } from './amounts';
import { ABOUT_COURSE, type Fact, type FactKind, type FactOf, type FactValues } from './facts';
import { ONE_MARK } from './english/parts';
import { speaksOfMany } from './names';
import { ABSENCES } from './rules';

/** A place in the course's document that a fact gave, as a JSON pointer (RFC 6901). */
export interface Given {
  readonly fact: Fact;
  readonly pointer: string;
}

/** A course that facts make, with the place in it of each. */
export interface CourseOfFacts {
  readonly course: Course;
  readonly given: readonly Given[];
  /** Facts that could not be kept: what they need is not there. */
  readonly without: readonly Fact[];
}

/** What a text does not say. */
export interface Unsaid {
  readonly title: string;
  readonly scale: Scale;
}

/**
 * Makes a course of facts.
 *
 * @param facts - those that are taken
 * @returns the course with the place of each fact in it; or what about it could be no course, each with its place
 */
export function courseOfFacts(facts: readonly Fact[], unsaid: Unsaid): Checked<CourseOfFacts> {
  const maker = new CourseMaker(facts);
  const made = maker.course(unsaid);
  const checked = checkCourse(made);
  return checked.ok
    ? {
        ok: true,
        value: {
          course: checked.value,
          given: maker.given,
          without: facts.filter((fact) => !maker.used.has(fact)),
        },
      }
    : checked;
}

type Draft<T> = { -readonly [K in keyof T]: T[K] };

class CourseMaker {
  readonly given: Given[] = [];
  readonly used = new Set<Fact>();
  readonly #byPart = new Map<string, Fact[]>();
  /** Ids of parts by their keys. */
  readonly #ids = new Map<string, string>();
  readonly #nodes = new Map<string, { node: CourseNode; pointer: string }>();

  constructor(facts: readonly Fact[]) {
    for (const fact of facts) this.#byPart.set(fact.about, [...(this.#byPart.get(fact.about) ?? []), fact]);
  }

  course({ title, scale }: Unsaid): Course {
    const of = <K extends FactKind>(kind: K) => this.#fact(ABOUT_COURSE, kind);
    const keep = <K extends FactKind>(kind: K, pointer: string): FactValues[K] | undefined => {
      const fact = of(kind);
      if (fact) this.#give(fact, pointer);
      return fact?.value as FactValues[K] | undefined;
    };
    const code = keep('code', '/code');
    const credits = keep('credits', '/credits');
    const bands = of('bands');
    const round = keep('round', '/scale/round');
    if (bands) this.#give(bands, '/scale/bands');
    const root = this.#root();
    const own: Scale = {
      ...(bands ? { bands: bands.value } : scale),
      ...(round && { round }),
    };
    const requirements = this.#requirements(own);
    const policy = this.#policy();
    return {
      format: 'fidens-course',
      version: 1,
      title: (keep('title', '/title') ?? title).slice(0, LIMITS.name),
      ...(code !== undefined && { code }),
      ...(credits !== undefined && { credits }),
      scale: own,
      ...(policy && { policy }),
      ...(requirements.length > 0 && { requirements }),
      root,
    };
  }

  #fact<K extends FactKind>(about: string, kind: K): FactOf<K> | undefined {
    return this.#byPart.get(about)?.find((fact): fact is FactOf<K> => fact.kind === kind);
  }

  #give(fact: Fact, pointer: string): void {
    this.given.push({ fact, pointer });
    this.used.add(fact);
  }

  #policy(): Policy | undefined {
    const late = this.#late();
    const missing = this.#fact(ABOUT_COURSE, 'missing');
    const overdue = this.#fact(ABOUT_COURSE, 'overdue');
    if (missing) this.#give(missing, '/policy/missing');
    if (overdue) this.#give(overdue, '/policy/overdue/after');
    if (!late && !missing && !overdue) return undefined;
    return {
      ...(missing && { missing: missing.value }),
      ...(overdue && { overdue: { after: overdue.value } }),
      ...(late && { late }),
    };
  }

  #late(): Policy['late'] {
    const fields = [
      ...([
        ['latePerDay', 'perDay'],
        ['lateOf', 'of'],
        ['lateCount', 'count'],
        ['lateFloor', 'floor'],
        ['lateGrace', 'grace'],
        ['lateCloses', 'closes'],
      ] as const),
    ];
    const said = fields.flatMap(([kind, field]) => {
      const fact: Fact | undefined = this.#fact(ABOUT_COURSE, kind);
      return fact ? [{ fact, field }] : [];
    });
    // What comes after it is said of nothing where no penalty is.
    const perDay = said.find(({ field }) => field === 'perDay');
    const closes = said.find(({ field }) => field === 'closes');
    if (!perDay && !closes) return undefined;
    for (const { fact, field } of said) this.#give(fact, `/policy/late/${field}`);
    return { perDay: '0', ...Object.fromEntries(said.map(({ fact, field }) => [field, fact.value])) };
  }

  /** The parts in the order in which they are said, each in the part that it stands in. */
  #root(): Category {
    const combine = this.#fact(ABOUT_COURSE, 'combine');
    const keys = [...this.#byPart.keys()].filter(
      (key) => key !== ABOUT_COURSE && key !== ABSENCES && this.#fact(key, 'name'),
    );
    const within = (key: string) => {
      const whole = this.#fact(key, 'within')?.value;
      return whole !== undefined && whole !== key && keys.includes(whole) ? whole : undefined;
    };
    const top = keys.filter((key) => within(key) === undefined);
    keys.forEach((key, index) => this.#ids.set(key, `p${index + 1}`));
    const children = top.map((key, index) =>
      this.#node(key, `/root/children/${index}`, (whole) => keys.filter((other) => within(other) === whole)),
    );
    const absences = this.#absences(children.length);
    if (absences) children.push(absences);
    if (combine) this.#give(combine, '/root/combine');
    const schemes = this.#schemes(top);
    this.#references();
    return {
      kind: 'category',
      id: 'course',
      name: 'Course',
      combine: combine?.value ?? (top.some((key) => this.#fact(key, 'weight')) ? 'weights' : 'points'),
      ...(schemes.length > 0 && { schemes }),
      children,
    };
  }

  #node(key: string, pointer: string, inside: (key: string) => string[]): CourseNode {
    const of = <K extends FactKind>(kind: K) => this.#fact(key, kind);
    const name = of('name')!;
    this.#give(name, `${pointer}/name`);
    const parts = inside(key);
    const isOneMark = ONE_MARK.test(name.value) && of('points') !== undefined && of('pieces') === undefined;
    const isExtraPoints =
      of('extraCredit') !== undefined && of('points') !== undefined && of('pieces') === undefined;
    const isMany =
      !isExtraPoints &&
      !isOneMark &&
      (parts.length > 0 ||
        of('pieces') !== undefined ||
        of('dropLowest') !== undefined ||
        of('best') !== undefined ||
        speaksOfMany(name.value));
    const weight = this.#weight(key, pointer);
    const extra = of('extraCredit');
    if (extra) this.#give(extra, `${pointer}/extraCredit`);
    const common = {
      id: this.#ids.get(key)!,
      name: name.value.slice(0, LIMITS.name),
      ...(weight !== undefined && { weight }),
      ...(extra && { extraCredit: true }),
    };
    const node = isMany
      ? this.#category(key, pointer, common, parts, inside)
      : this.#piece(key, pointer, common);
    const whole = of('within');
    if (whole) this.used.add(whole);
    this.#nodes.set(key, { node, pointer });
    return node;
  }

  #weight(key: string, pointer: string): string | undefined {
    const weight = this.#fact(key, 'weight');
    if (weight) {
      this.#give(weight, `${pointer}/weight`);
      return weight.value;
    }
    const each = this.#fact(key, 'weightEach');
    if (!each) return undefined;
    const pieces = this.#fact(key, 'pieces')?.value ?? 1;
    this.#give(each, `${pointer}/weight`);
    return decimalOf(rational(each.value).mul(rational(String(pieces))));
  }

  #piece(key: string, pointer: string, common: Pick<Assessment, 'id' | 'name'>): Assessment {
    const points = this.#fact(key, 'points') ?? this.#fact(key, 'pointsEach');
    const due = this.#fact(key, 'due');
    if (points) this.#give(points, `${pointer}/possible`);
    if (due) this.#give(due, `${pointer}/due`);
    return {
      kind: 'assessment',
      ...common,
      possible: points?.value ?? '100',
      ...(!points && { presumed: true as const }),
      ...(due && { due: due.value }),
    };
  }

  #category(
    key: string,
    pointer: string,
    common: Pick<Category, 'id' | 'name'>,
    parts: readonly string[],
    inside: (key: string) => string[],
  ): Category {
    const children = parts.map((part, index) => this.#node(part, `${pointer}/children/${index}`, inside));
    const isShared = children.some(({ weight }) => weight !== undefined);
    const category: Draft<Category> = {
      kind: 'category',
      ...common,
      ...(isShared && { combine: 'weights' as const }),
      children,
    };
    const pieces = this.#fact(key, 'pieces');
    const points = this.#fact(key, 'points');
    const each = this.#fact(key, 'pointsEach');
    const count = pieces?.value ?? (isShared || children.length > 0 ? undefined : points ? 1 : undefined);
    if (!isShared && count !== undefined && count > 0) {
      const possible =
        each?.value ?? (points ? decimalOf(rational(points.value).div(rational(String(count)))) : undefined);
      category.planned = {
        pieces: count,
        ...(possible !== undefined && rational(possible).compare(0) > 0 && { possible }),
      };
      if (pieces) this.#give(pieces, `${pointer}/planned/pieces`);
      if (each) this.#give(each, `${pointer}/planned/possible`);
      else if (points) this.#give(points, `${pointer}/planned/possible`);
      if (possible !== undefined)
        category.children = children.map((child) =>
          child.kind === 'assessment' && child.presumed ? withPossible(child, possible) : child,
        );
    }
    this.#drop(key, pointer, category, count);
    if (this.#fact(key, 'weightEach') && !isShared) category.combine = 'equal';
    return category;
  }

  #drop(key: string, pointer: string, category: Draft<Category>, count: number | undefined): void {
    const lowest = this.#fact(key, 'dropLowest');
    const highest = this.#fact(key, 'dropHighest');
    const best = this.#fact(key, 'best');
    const fromBest = best && count !== undefined && count > best.value ? count - best.value : undefined;
    const dropped = lowest?.value ?? fromBest;
    if (dropped !== undefined || highest)
      category.drop = {
        ...(dropped !== undefined && { lowest: dropped }),
        ...(highest && { highest: highest.value }),
      };
    if (lowest) this.#give(lowest, `${pointer}/drop/lowest`);
    if (best && (fromBest !== undefined || (count !== undefined && count === best.value))) {
      if (!lowest && fromBest !== undefined) this.#give(best, `${pointer}/drop/lowest`);
      this.used.add(best);
    }
    if (highest) this.#give(highest, `${pointer}/drop/highest`);
  }

  #absences(index: number): Assessment | undefined {
    const deduct = this.#fact(ABSENCES, 'deduct');
    if (!deduct) return undefined;
    this.#ids.set(ABSENCES, ABSENCES);
    const { each, free } = deduct.value;
    this.#give(deduct, `/root/children/${index}/deduct`);
    return {
      kind: 'assessment',
      id: ABSENCES,
      name: 'Absences',
      possible: '100',
      presumed: true,
      deduct: { each, ...(free !== '0' && { free }) },
    };
  }

  #schemes(top: readonly string[]): NonNullable<Category['schemes']> {
    return (this.#byPart.get(ABOUT_COURSE) ?? []).flatMap((fact) => {
      if (fact.kind !== 'scheme') return [];
      const weights = Object.fromEntries(
        Object.entries(fact.value.weights).flatMap(([key, weight]) =>
          top.includes(key) ? [[this.#ids.get(key)!, weight]] : [],
        ),
      );
      if (Object.keys(weights).length === 0) return [];
      this.#give(fact, '/root/schemes');
      return [{ name: fact.value.name, weights }];
    });
  }

  /** Rules that name another part. */
  #references(): void {
    for (const [key, { node, pointer }] of this.#nodes) {
      const replaced = this.#fact(key, 'replacedBy');
      const by = replaced && this.#ids.get(replaced.value.by);
      if (replaced && by !== undefined && node.kind === 'category' && this.#nodes.has(replaced.value.by)) {
        const { lowest } = replaced.value;
        node.replace = { by, ...(lowest !== 1 && { lowest }) };
        this.#give(replaced, `${pointer}/replace`);
      }
      const moved = this.#fact(key, 'weightTo');
      const to = moved && this.#nodes.get(moved.value);
      const isSibling = to !== undefined && parentOf(to.pointer) === parentOf(pointer) && to.node !== node;
      if (
        moved &&
        to &&
        isSibling &&
        node.kind === 'assessment' &&
        !node.extraCredit &&
        !to.node.extraCredit &&
        this.#fact(key, 'weight')
      ) {
        node.weightTo = to.node.id;
        this.#give(moved, `${pointer}/weightTo`);
      }
    }
  }

  #requirements({ bands }: Scale): Requirement[] {
    const passing = bands.findLast(({ pass }, index) => pass !== false && index < bands.length - 1)?.label;
    return (this.#byPart.get(ABOUT_COURSE) ?? []).flatMap((fact) => {
      if (fact.kind !== 'requirement') return [];
      const { for: goal, of, asks } = fact.value;
      const label =
        goal === 'pass' ? passing : bands.slice(0, -1).find((band) => band.label === goal.label)?.label;
      const id = this.#ids.get(of);
      const node = this.#nodes.get(of)?.node;
      if (label === undefined || id === undefined || ('pieces' in asks && node?.kind !== 'category'))
        return [];
      this.#give(fact, `/requirements/${this.#asked}`);
      this.#asked += 1;
      return [{ for: label, of: id, ...asks }];
    });
  }

  #asked = 0;
}

const parentOf = (pointer: string) => pointer.slice(0, pointer.lastIndexOf('/'));

function withPossible({ presumed: _presumed, ...piece }: Assessment, possible: string): Assessment {
  return { ...piece, possible };
}

/** What the weights of the parts on top come to, percent; extra credit aside. */
export function totalOf(course: Course): string {
  const regular = course.root.children.filter(({ extraCredit }) => !extraCredit);
  return decimalOf(sumOf(regular, ({ weight }) => rational(weight ?? '0')));
}
