import { isDecimal, isRealMoment } from '../numbers/decimal';
import { isObject } from '../numbers/json';
import { instant } from '../numbers/moment';
import { rational } from '../numbers/rational';
import { curveFaults } from '../rules/curve/form';
import { deductFaults } from '../rules/deduct/form';
import { CATEGORY_FORMS } from '../rules/forms';
import type { RuleFault } from '../rules/rule';
import { weightToFaults } from '../rules/weight-to';
import { referenceFaults, type PlacedJson } from './reference-faults';
import { placeText, type Fault } from './validation';

type Json = Record<string, unknown>;
type Path = readonly (string | number)[];

/**
 * What a document's parts must agree on beyond their own form: ids, labels, scores and states, the scale's order, the root.
 * It looks at any JSON, right or wrong in form, so that everything wrong is said at once; what has no right form is passed over.
 *
 * @param document - a document whose `null`s are taken out
 */
export function consistencyFaults(document: Json): Fault[] {
  return new Consistency(document).faults();
}

const FORMS = Object.values(CATEGORY_FORMS);

class Consistency {
  readonly #faults: Fault[] = [];
  readonly #nodes = new Map<string, PlacedJson>();
  readonly #bands: readonly Json[];
  readonly #scales: ReadonlyMap<string, readonly Json[]>;

  constructor(readonly document: Json) {
    this.#bands = bandsOf(document.scale);
    const further = Object.entries(asObject(document.scales) ?? {});
    this.#scales = new Map(further.map(([name, scale]) => [name, bandsOf(scale)]));
  }

  faults(): Fault[] {
    this.#scale(['scale'], this.#bands);
    for (const [name, bands] of this.#scales) this.#scale(['scales', name], bands);
    for (const field of ['target', 'school', 'official']) this.#labelOf(field);
    const root = asObject(this.document.root);
    if (root) {
      this.#root(root);
      this.#node(root, ['root'], this.#bands);
    }
    this.#sayAll([], referenceFaults(this.document, this.#nodes, labelsOf(this.#bands)));
    return this.#faults;
  }

  #say(path: Path, message: string): void {
    this.#faults.push({ at: placeText(path), message });
  }

  #sayAll(path: Path, faults: readonly RuleFault[]): void {
    for (const { at, message } of faults) this.#say([...path, ...at], message);
  }

  #scale(at: Path, bands: readonly Json[]): void {
    const labels = new Set<unknown>();
    bands.forEach(({ label, from }, index) => {
      const path = [...at, 'bands', index];
      if (typeof label === 'string' && labels.has(label))
        this.#say([...path, 'label'], `"${label}" stands twice in the scale`);
      labels.add(label);
      if (!isDecimal(from)) return;
      const above = bands[index - 1]?.from;
      if (isDecimal(above) && rational(from).compare(rational(above)) >= 0) {
        this.#say([...path, 'from'], `must be below the band before it (${above}): cut-offs fall strictly`);
      } else if (index === bands.length - 1 && rational(from).n !== 0n) {
        this.#say([...path, 'from'], 'must be 0: the lowest band takes whatever is left');
      }
    });
  }

  #labelOf(field: string): void {
    const label = asObject(this.document[field])?.label;
    if (typeof label === 'string' && !bandIn(this.#bands, label))
      this.#say([field, 'label'], noSuchLabel(this.#bands, label));
  }

  #root(root: Json): void {
    if (root.kind === 'assessment')
      this.#say(['root', 'kind'], 'must be category: the root of a course holds its pieces');
    if (root.weight !== undefined)
      this.#say(['root', 'weight'], 'must be left out: the whole course has no weight');
    if (root.extraCredit === true)
      this.#say(['root', 'extraCredit'], 'must be false: the whole course is not extra credit');
    if (root.weightTo !== undefined)
      this.#say(['root', 'weightTo'], 'must be left out: the whole course has no weight to move');
    if (root.counted === false) this.#say(['root', 'counted'], 'must be true: the whole course counts');
  }

  #node(node: Json, path: Path, inherited: readonly Json[]): void {
    const { id } = node;
    if (typeof id === 'string') {
      const first = this.#nodes.get(id);
      if (first !== undefined)
        this.#say([...path, 'id'], `"${id}" is taken by ${placeText(first.path)}: each id stands once`);
      else this.#nodes.set(id, { node, path });
    }
    const bands = this.#scaleOf(node, path) ?? inherited;
    if (node.kind === 'assessment') this.#assessment(node, path, bands);
    if (node.kind !== 'category') return;
    this.#category(node, path);
    if (!Array.isArray(node.children)) return;
    node.children.forEach((child, index) => {
      const object = asObject(child);
      if (object) this.#node(object, [...path, 'children', index], bands);
    });
  }

  /** The bands of the scale that a node names, if it names one. */
  #scaleOf({ scale }: Json, path: Path): readonly Json[] | undefined {
    if (typeof scale !== 'string') return undefined;
    const bands = this.#scales.get(scale);
    const names = [...this.#scales.keys()].join(', ');
    if (!bands)
      this.#say(
        [...path, 'scale'],
        `"${scale}" is not one of the course's further scales (${names === '' ? 'there are none' : names})`,
      );
    return bands;
  }

  #category(category: Json, path: Path): void {
    for (const { faults } of FORMS) this.#sayAll(path, faults?.(category) ?? []);
    this.#sayAll(path, weightToFaults(category));
  }

  #assessment(piece: Json, path: Path, bands: readonly Json[]): void {
    const scored = piece.status === 'scored';
    if (scored && piece.score === undefined)
      this.#say([...path, 'score'], 'is required where the status is scored');
    if (!scored && piece.score !== undefined)
      this.#say([...path, 'score'], 'must be left out unless the status is scored');
    this.#label(asObject(piece.score)?.label, [...path, 'score', 'label'], bands);
    this.#moments(piece, path);
    this.#sayAll(path, curveFaults(piece));
    this.#sayAll(path, deductFaults(piece));
  }

  #label(label: unknown, path: Path, bands: readonly Json[]): void {
    if (typeof label !== 'string' || bands.length === 0) return;
    const band = bandIn(bands, label);
    if (!band) this.#say(path, noSuchLabel(bands, label));
    else if (band.worth === undefined)
      this.#say(path, `"${label}" has no worth in the scale, so it cannot be a score`);
  }

  #moments(piece: Json, path: Path): void {
    const { due, extended } = piece;
    // Most pieces have no extension: only then is there something to compare.
    if (
      extended !== undefined &&
      isRealMoment(due) &&
      isRealMoment(extended) &&
      instant(extended) < instant(due)
    ) {
      this.#say([...path, 'extended'], 'must not be before the due moment');
    }
    if (asObject(piece.late)?.handedIn !== undefined && due === undefined && extended === undefined) {
      this.#say([...path, 'late', 'handedIn'], 'needs a due moment to be late from');
    }
  }
}

function asObject(value: unknown): Json | undefined {
  return isObject(value) ? value : undefined;
}

function bandsOf(scale: unknown): readonly Json[] {
  const bands = asObject(scale)?.bands;
  return Array.isArray(bands) ? bands.map((band) => asObject(band) ?? {}) : [];
}

function labelsOf(bands: readonly Json[]): readonly unknown[] {
  return bands.map(({ label }) => label);
}

function bandIn(bands: readonly Json[], label: string): Json | undefined {
  return bands.find((band) => band.label === label);
}

function noSuchLabel(bands: readonly Json[], label: string): string {
  return `"${label}" is not a letter of the scale (${bands.map((band) => band.label).join(', ')})`;
}
