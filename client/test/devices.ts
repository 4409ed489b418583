import { applyEdits, decide, type Course, type Edit, type SeenChange } from '@fidens/core';
import { ApiError } from '@/data/api';
import type { StoredCourse } from '@/data/answers';
import { withChanges } from '@/data/courses';
import { ChangeQueue } from '@/data/sync/change-queue';
import type { PendingChange } from '@/data/sync/pending';
import { course, stored } from './sample';

/** What a server does with a request. */
export type Weather = 'well' | 'unreached' | 'answer lost' | 'failing' | 'signed out';

/** A server that keeps one course as ours does, and the changes that it has recorded, in order. */
export class Server {
  course: StoredCourse = stored(course());
  readonly recorded: { readonly id: string; readonly edits: readonly Edit[]; readonly before: Course }[] = [];

  /** @throws {ApiError} as the client's own requests do */
  patch({ id, edits, seen }: SeenChange & { id: string }): StoredCourse {
    if (this.recorded.some((known) => known.id === id)) return this.course;
    const decided = decide(this.course.document, { edits, seen });
    if (decided.kind === 'asks')
      throw new ApiError(409, '', [], { current: this.course, collisions: decided.collisions });
    if (decided.kind === 'invalid') throw new ApiError(422, '', decided.faults);
    if (decided.edits.length === 0) return this.course;
    this.recorded.push({ id, edits: decided.edits, before: this.course.document });
    this.course = stored(decided.course, this.course.version + 1);
    return this.course;
  }

  /** Changes the course as a device does that is always at hand. */
  change(...edits: Edit[]): void {
    const made = applyEdits(this.course.document, edits);
    if (!made.ok) throw new Error(JSON.stringify(made.faults));
    this.patch({ id: crypto.randomUUID(), edits, seen: made.inverse });
  }
}

let order = 0;

/** A student's browser: what it has kept, what it knows of the course, and what is on its way. */
export class Device {
  weather: Weather = 'well';
  readonly kept = new Map<string, PendingChange>();
  known: StoredCourse;
  queue: ChangeQueue;

  constructor(readonly server: Server) {
    this.known = server.course;
    this.queue = this.#open();
  }

  #open(): ChangeQueue {
    const queue = new ChangeQueue({
      send: async (change) => this.#send(change),
      keep: (change) => this.kept.set(change.id, change),
      drop: (id) => this.kept.delete(id),
      done: (id) => this.kept.delete(id),
    });
    queue.adopt([...this.kept.values()].sort((a, b) => a.order - b.order));
    return queue;
  }

  async #send(change: PendingChange): Promise<void> {
    if (this.weather === 'unreached') throw new ApiError(0, 'unreached');
    if (this.weather === 'failing') throw new ApiError(503, 'failing');
    if (this.weather === 'signed out') throw new ApiError(401, 'signed out');
    try {
      const answer = this.server.patch(change);
      if (this.weather === 'answer lost') throw new ApiError(0, 'the answer was lost');
      this.known = { ...answer, holds: change.id };
    } catch (error) {
      const current = (error as ApiError).problem?.current as StoredCourse | undefined;
      if (current) this.known = current;
      throw error;
    }
  }

  /** The course as it is shown here. */
  get shown(): Course {
    return withChanges(
      this.known,
      this.queue.waiting.map(({ change }) => change),
    ).document;
  }

  /** Makes a change on what is shown, or on what was. */
  make(edits: readonly Edit[], seen = this.shown): string {
    const made = applyEdits(seen, edits);
    const id = crypto.randomUUID();
    this.queue.add({ id, courseId: 'c1', edits, seen: made.ok ? made.inverse : [], order: (order += 1) });
    return id;
  }

  /** Closes the page and opens it again: what is kept is taken up, the course is read where the server can be reached. */
  reload(): void {
    this.queue.clear();
    if (this.weather !== 'unreached') this.known = this.server.course;
    this.queue = this.#open();
  }

  /** The question that stops the course, if one does. */
  get question() {
    const first = this.queue.waiting[0];
    return first?.trouble?.kind === 'asks' ? first : undefined;
  }
}
