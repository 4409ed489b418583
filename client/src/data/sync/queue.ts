import { useSyncExternalStore } from 'react';
import { sameList } from '@/data/same-list';
import { ChangeQueue, type Waiting } from './change-queue';
import type { PendingChange } from './pending';

const NOBODY = new ChangeQueue({
  send: () => Promise.resolve(),
  keep: () => undefined,
  drop: () => undefined,
  done: () => undefined,
});

let queue = NOBODY;
let stopHearing: () => void = () => undefined;
const listeners = new Set<() => void>();

/** The queue of the student who is signed in here; one that keeps nothing before anybody is. */
export function changeQueue(): ChangeQueue {
  return queue;
}

/** Puts another student's queue in the place of the one that is there. */
export function setChangeQueue(next: ChangeQueue): void {
  stopHearing();
  queue = next;
  const tell = () => listeners.forEach((listener) => listener());
  stopHearing = next.subscribe(tell);
  tell();
}

/** Hears whenever anything of what is on its way changes; what is answered ends it. */
export function subscribeToWaiting(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

const now = () => queue.waiting;

/** What is on its way to the server, in order, and again whenever anything of it changes. */
export function useWaiting(): readonly Waiting[] {
  return useSyncExternalStore(subscribeToWaiting, now, now);
}

const asList = sameList<PendingChange>();

/** The changes on their way to the server, in order: the same list for as long as it is the same changes, whatever becomes of each. */
export function waitingChanges(): readonly PendingChange[] {
  return asList(queue.waiting.map(({ change }) => change));
}

const isBegun = () => queue !== NOBODY;

/** Whether the changes of somebody are being saved here: what they have changed before stands in every number then. */
export function useIsSaving(): boolean {
  return useSyncExternalStore(subscribeToWaiting, isBegun, isBegun);
}
