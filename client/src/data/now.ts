import { hashKey, useQueryClient, type QueryClient } from '@tanstack/react-query';
import { useSyncExternalStore } from 'react';
import { MINUTE, momentFor } from './moment';
import { perClient } from './per-client';
import type { Session } from './answers';
import { sessionQuery } from './session';

const SESSION = hashKey(sessionQuery.queryKey);

/** What tells the time to every part of a page: one clock for all of them, as each row of a long list asks. */
class Clock {
  readonly #client: QueryClient;
  readonly #listeners = new Set<() => void>();
  #stop: (() => void) | undefined;

  constructor(client: QueryClient) {
    this.#client = client;
  }

  /** The moment taken for now: the sample student's, or the clock's to the minute. */
  readonly now = (): string => {
    const session = this.#client.getQueryCache().get<Session>(SESSION)?.state.data;
    return momentFor(session?.student);
  };

  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    this.#stop ??= this.#start();
    return () => {
      this.#listeners.delete(listener);
      if (this.#listeners.size > 0) return;
      this.#stop?.();
      this.#stop = undefined;
    };
  };

  #start(): () => void {
    const tell = () => this.#listeners.forEach((listener) => listener());
    const timer = setInterval(tell, MINUTE / 4);
    const stop = this.#client.getQueryCache().subscribe(({ type, query }) => {
      if (type === 'updated' && query.queryHash === SESSION) tell();
    });
    return () => {
      clearInterval(timer);
      stop();
    };
  }
}

const clockOf = perClient((client) => new Clock(client));

/** The moment taken for now: the sample student's, or the clock's to the minute. */
export function useNow(): string {
  const { subscribe, now } = clockOf(useQueryClient());
  return useSyncExternalStore(subscribe, now, now);
}
