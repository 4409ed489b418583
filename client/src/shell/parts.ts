import { queryOptions, useQuery, type QueryClient } from '@tanstack/react-query';
import { othersTurn } from '@/model/opening/in-pieces';

/** What comes after the first page, by name. */
export type Later = typeof import('./later-parts');

/** Milliseconds after which what did not come is asked for again. */
const AGAIN = 10_000;

/** A part of Fidens that comes by itself: fetched once, and asked for again where it did not come. */
export const partQuery = <Part>(name: string, load: () => Promise<Part>) =>
  queryOptions({
    queryKey: ['part', name],
    queryFn: load,
    staleTime: Infinity,
    gcTime: Infinity,
    structuralSharing: false,
    refetchInterval: ({ state }) => state.data === undefined && AGAIN,
  });

/** What comes after the first page. */
export const laterQuery = partQuery('later', async () => {
  await othersTurn();
  return import('./later-parts');
});

/** Fetches what comes after the first page as soon as that stands. */
export function useFetchedLater(stands = true): void {
  useQuery({ ...laterQuery, enabled: stands, notifyOnChangeProps: [] });
}

/**
 * What comes after the first page, for what is asked before it is there.
 *
 * @throws {Error} where it does not come through
 */
export function laterParts(client: QueryClient): Promise<Later> {
  return client.fetchQuery(laterQuery);
}
