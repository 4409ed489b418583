import { isDecimal, isRealMoment } from '../numbers/decimal';
import { isObject } from '../numbers/json';
import { instant } from '../numbers/moment';
import { rational } from '../numbers/rational';
import { CATEGORY_RULES } from '../rules';
import type { CategoryRule } from '../rules/rule';
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

const RULES: readonly CategoryRule<never>[] = Object.values(CATEGORY_RULES);

class Consistency {
  readonly #faults: Fault[] = [];
  readonly #ids = new Map<string, string>();
  readonly #bands: readonly Json[];

  constructor(readonly document: Json) {
    const scale = asObject(document.scale);
    this.#bands = Array.isArray(scale?.bands) ? scale.bands.map((band) => asObject(band) ?? {}) : [];
  }

  faults(): Fault[] {
    this.#scale();
    this.#target();
    const root = asObject(this.document.root);
    if (root) {
      this.#root(root);
      this.#node(root, ['root']);
    }
    return this.#faults;
  }

  #say(path: Path, message: string): void {
    this.#faults.push({ at: placeText(path), message });
  }

  #scale(): void {
    const labels = new Set<unknown>();
    this.#bands.forEach(({ label, from }, index) => {
      const path = ['scale', 'bands', index];
      if (typeof label === 'string' && labels.has(label))
        this.#say([...path, 'label'], `"${label}" stands twice in the scale`);
      labels.add(label);
      if (!isDecimal(from)) return;
      const above = this.#bands[index - 1]?.from;
      if (isDecimal(above) && rational(from).compare(rational(above)) >= 0) {
        this.#say([...path, 'from'], `must be below the band before it (${above}): cut-offs fall strictly`);
      } else if (index === this.#bands.length - 1 && rational(from).n !== 0n) {
        this.#say([...path, 'from'], 'must be 0: the lowest band takes whatever is left');
      }
    });
  }

  #target(): void {
    const label = asObject(this.document.target)?.label;
    if (typeof label === 'string' && !this.#band(label))
      this.#say(['target', 'label'], this.#noSuchLabel(label));
  }

  #band(label: string): Json | undefined {
    return this.#bands.find((band) => band.label === label);
  }

  #noSuchLabel(label: string): string {
    return `"${label}" is not a letter of the scale (${this.#bands.map((band) => band.label).join(', ')})`;
  }

  #root(root: Json): void {
    if (root.kind === 'assessment')
      this.#say(['root', 'kind'], 'must be category: the root of a course holds its pieces');
    if (root.weight !== undefined)
      this.#say(['root', 'weight'], 'must be left out: the whole course has no weight');
    if (root.extraCredit === true)
      this.#say(['root', 'extraCredit'], 'must be false: the whole course is not extra credit');
    if (root.counted === false) this.#say(['root', 'counted'], 'must be true: the whole course counts');
  }

  #node(node: Json, path: Path): void {
    const { id } = node;
    if (typeof id === 'string') {
      const first = this.#ids.get(id);
      if (first !== undefined)
        this.#say([...path, 'id'], `"${id}" is taken by ${first}: each id stands once`);
      else this.#ids.set(id, placeText(path));
    }
    if (node.kind === 'assessment') this.#assessment(node, path);
    if (node.kind !== 'category') return;
    this.#category(node, path);
    if (!Array.isArray(node.children)) return;
    node.children.forEach((child, index) => {
      const object = asObject(child);
      if (object) this.#node(object, [...path, 'children', index]);
    });
  }

  #category(category: Json, path: Path): void {
    for (const { faults } of RULES)
      for (const { at, message } of faults?.(category) ?? []) this.#say([...path, ...at], message);
  }

  #assessment(piece: Json, path: Path): void {
    const scored = piece.status === 'scored';
    if (scored && piece.score === undefined)
      this.#say([...path, 'score'], 'is required where the status is scored');
    if (!scored && piece.score !== undefined)
      this.#say([...path, 'score'], 'must be left out unless the status is scored');
    this.#label(asObject(piece.score)?.label, [...path, 'score', 'label']);
    this.#moments(piece, path);
  }

  #label(label: unknown, path: Path): void {
    if (typeof label !== 'string' || this.#bands.length === 0) return;
    const band = this.#band(label);
    if (!band) this.#say(path, this.#noSuchLabel(label));
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
