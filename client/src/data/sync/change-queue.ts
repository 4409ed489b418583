import { applyEdits, isSame, without, type Collision, type Course, type Edit } from '@fidens/core';
import { ApiError } from '@/data/api';
import type { PendingChange } from './pending';

/** Why a change is not at the server yet. */
export type Trouble =
  /** It could not be sent, or its answer did not come: it is sent again by itself, or once the student has signed in again. */
  | { readonly kind: 'waits'; readonly error: ApiError; readonly tries: number }
  /** Another device has changed the same since: the student is asked who is right. */
  | { readonly kind: 'asks'; readonly collisions: readonly Collision[] }
  /** The server does not take it. */
  | { readonly kind: 'refused'; readonly error: Error };

/** A change on its way. */
export interface Waiting {
  readonly change: PendingChange;
  readonly trouble?: Trouble | undefined;
  /** Whether the server may have it already. */
  readonly sent: boolean;
}

/** Tries after which a change that does not get through is told of; before, a quiet mark says that it is on its way. */
const TOLD_AFTER = 3;

/** Whether the student is told of a change: it needs them, or has not got through for a while. */
export function isTold({ trouble }: Waiting): boolean {
  return trouble !== undefined && (trouble.kind !== 'waits' || trouble.tries >= TOLD_AFTER);
}

/** What the queue works with. */
export interface Means {
  /** Sends a change; resolves once the server has it. @throws {ApiError} */
  readonly send: (change: PendingChange) => Promise<void>;
  /** Keeps a change where it outlives the page, and lets it go again at once, as nobody wants it any more. */
  readonly keep: (change: PendingChange) => void;
  readonly drop: (id: string) => void;
  /** Lets a change go that the server has: once what the server has is kept too. */
  readonly done: (id: string) => void;
}

/** Milliseconds before a change is sent again: longer each time, but soon enough that nobody waits for it. */
const AGAIN = { first: 400, most: 10_000 };

/** One list for whenever nothing waits: what shows it stays as it was drawn. */
const NOTHING: readonly Waiting[] = [];

/**
 * The changes that the server does not have yet. Those of one course go out one at a time in the order in which they were made:
 * while one is not through, whatever the reason, none made after it is sent, so that no older one can ever come after a newer.
 * A question or a refusal stops a course until the student has decided; what could not be sent is sent again.
 */
export class ChangeQueue {
  #waiting = NOTHING;
  readonly #means: Means;
  readonly #listeners = new Set<() => void>();
  /** The courses of which a change is under way, or waits for its next try. */
  readonly #busy = new Map<string, ReturnType<typeof setTimeout> | 'sending'>();

  constructor(means: Means) {
    this.#means = means;
  }

  /** What is on its way, in order. Another list whenever anything of it changes. */
  get waiting(): readonly Waiting[] {
    return this.#waiting;
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  /** The changes of one course, in order. */
  of(courseId: string): readonly Waiting[] {
    return this.#waiting.filter(({ change }) => change.courseId === courseId);
  }

  /** Takes a new change: it is kept first, then sent. */
  add(change: PendingChange): void {
    this.#means.keep(change);
    this.#become([...this.#waiting, { change, sent: false }]);
    this.#pump(change.courseId);
  }

  /** Takes up changes that are kept already, by an earlier window or another tab, which may have sent them. */
  adopt(changes: readonly PendingChange[]): void {
    const known = new Map(this.#waiting.map(({ change }) => [change.id, change]));
    const news = changes.filter((change) => !isSame(known.get(change.id), change));
    const ids = new Set(news.map(({ id }) => id));
    const others = this.#waiting.filter(({ change }) => !ids.has(change.id));
    if (news.length > 0) this.#become([...others, ...news.map((change) => ({ change, sent: true }))]);
    this.#pumpAll();
  }

  /** Puts another change in the place of one that stopped its course, under the same name, and goes on; one without edits goes. */
  replace(change: PendingChange): void {
    if (change.edits.length === 0) return this.forget(change.id);
    this.#means.keep(change);
    this.#become(
      this.#waiting.map((other) => (other.change.id === change.id ? { change, sent: other.sent } : other)),
    );
    this.#pump(change.courseId);
  }

  /**
   * Decides a question for what was made here: it goes out again on what is there now.
   *
   * @param document - the course as the server has it
   * @param back - what puts back that was deleted there
   */
  keepMine(id: string, document: Course, back: readonly Edit[] = []): void {
    const found = this.#waiting.find(({ change }) => change.id === id);
    if (!found) return;
    const edits = [...back, ...found.change.edits];
    const made = applyEdits(document, edits);
    this.replace({ ...found.change, edits, seen: made.ok ? made.inverse : [] });
  }

  /** Decides a question for what another device wrote: what collides is given up, here and in what was built on it. */
  keepTheirs(id: string): void {
    const found = this.#waiting.find(({ change }) => change.id === id);
    if (found?.trouble?.kind !== 'asks') return;
    const { collisions } = found.trouble;
    const [first, ...later] = this.of(found.change.courseId);
    // The later ones first: the course goes on as soon as the one that stopped it is decided.
    for (const { change } of [...later.reverse(), first!])
      this.replace({ ...change, ...without(change, collisions) });
  }

  /** Lets a change go that the student does not want any more. */
  forget(id: string): void {
    this.#letGo(id, this.#means.drop);
  }

  #letGo(id: string, drop: (id: string) => void): void {
    const gone = this.#waiting.find(({ change }) => change.id === id);
    if (!gone) return;
    drop(id);
    this.#become(this.#waiting.filter((other) => other !== gone));
    this.#pump(gone.change.courseId);
  }

  /** Sends at once what waits for its next try. */
  retry(): void {
    for (const [courseId, state] of this.#busy) {
      if (state === 'sending') continue;
      clearTimeout(state);
      this.#busy.delete(courseId);
    }
    this.#pumpAll();
  }

  /** Stops everything without letting anything go: what is kept stays kept. */
  clear(): void {
    for (const state of this.#busy.values()) if (state !== 'sending') clearTimeout(state);
    this.#busy.clear();
    this.#become([]);
  }

  #become(waiting: readonly Waiting[]): void {
    this.#waiting =
      waiting.length === 0 ? NOTHING : [...waiting].sort((a, b) => a.change.order - b.change.order);
    for (const listener of this.#listeners) listener();
  }

  #mark(id: string, mark: Partial<Waiting>): void {
    this.#become(this.#waiting.map((other) => (other.change.id === id ? { ...other, ...mark } : other)));
  }

  #pumpAll(): void {
    for (const courseId of new Set(this.#waiting.map(({ change }) => change.courseId))) this.#pump(courseId);
  }

  #pump(courseId: string): void {
    if (this.#busy.has(courseId)) return;
    const [first] = this.of(courseId);
    if (!first || first.trouble?.kind === 'asks' || first.trouble?.kind === 'refused') return;
    this.#busy.set(courseId, 'sending');
    const before = first.trouble?.tries ?? 0;
    if (!first.sent) this.#mark(first.change.id, { sent: true });
    void this.#means.send(first.change).then(
      () => {
        this.#busy.delete(courseId);
        this.#letGo(first.change.id, this.#means.done);
      },
      (error: unknown) => this.#failed(first.change, error as Error, before + 1),
    );
  }

  #failed({ id, courseId }: PendingChange, error: Error, tries: number): void {
    this.#busy.delete(courseId);
    const trouble = troubleOf(error, tries);
    this.#mark(id, { trouble });
    if (trouble.kind !== 'waits' || trouble.error.status === SIGNED_OUT) return;
    const pause = Math.min(AGAIN.first * 2 ** Math.min(tries - 1, 10), AGAIN.most);
    this.#busy.set(
      courseId,
      setTimeout(() => {
        this.#busy.delete(courseId);
        this.#pump(courseId);
      }, pause),
    );
  }
}

const SIGNED_OUT = 401;

function troubleOf(error: Error, tries: number): Trouble {
  if (!(error instanceof ApiError)) return { kind: 'refused', error };
  if (error.mayPass || error.status === SIGNED_OUT) return { kind: 'waits', error, tries };
  const { collisions } = error.problem;
  if (Array.isArray(collisions)) return { kind: 'asks', collisions: collisions as Collision[] };
  return { kind: 'refused', error };
}
