import { onlineManager, useQuery, type QueryClient } from '@tanstack/react-query';
import { useEffect, useSyncExternalStore } from 'react';
import { ApiError } from './api';
import { coursesQuery } from './courses';

/** Milliseconds after which a server that was away is asked again. */
const AGAIN = 10_000;

const subscribe = (listener: () => void) => onlineManager.subscribe(listener);
// What a browser says of its network is told by events, and not at the start.
if (typeof navigator !== 'undefined' && navigator.onLine === false) onlineManager.setOnline(false);
const isOnline = () => onlineManager.isOnline();

/**
 * Whether the server is away while its last answers are shown, and when those are from (milliseconds); nothing while it answers.
 * It is asked again by itself.
 */
export function useAway(client: QueryClient): { readonly since: number } | undefined {
  const { data, error, failureReason, dataUpdatedAt } = useQuery({ ...coursesQuery, enabled: false });
  const online = useSyncExternalStore(subscribe, isOnline);
  const trouble = error ?? failureReason;
  const isAway = data !== undefined && (!online || (trouble instanceof ApiError && trouble.mayPass));
  useEffect(() => {
    if (!isAway) return undefined;
    const ask = () => void client.refetchQueries({ queryKey: coursesQuery.queryKey });
    const timer = setInterval(ask, AGAIN);
    window.addEventListener('online', ask);
    return () => {
      clearInterval(timer);
      window.removeEventListener('online', ask);
    };
  }, [client, isAway]);
  return isAway ? { since: dataUpdatedAt } : undefined;
}
