import { queryOptions, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { ask } from './api';

/** What a calendar feed has the due days of. */
export type FeedScope = 'courses' | 'terms';

/** A calendar of due days under an address that nobody can guess. */
export interface Feed {
  readonly scope: FeedScope;
  readonly of: string;
  /** On this server. */
  readonly path: string;
}

const feedsQuery = queryOptions({ queryKey: ['feeds'], queryFn: () => ask<Feed[]>('/feeds') });

/** The feed of a course or term; nothing where none is open. */
export function useFeed(scope: FeedScope, of: string) {
  const { data, error, refetch } = useQuery(feedsQuery);
  return {
    isKnown: data !== undefined,
    error,
    refetch,
    feed: data?.find((each) => each.scope === scope && each.of === of),
  };
}

/** Opens a feed; one that is open gets another address. */
export function useOpenFeed(scope: FeedScope, of: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: () => ask<Feed>(`/${scope}/${of}/feed`, { method: 'PUT', body: {} }),
    onSuccess: (feed) =>
      client.setQueryData(feedsQuery.queryKey, (feeds = []) => [
        ...feeds.filter((each) => each.of !== of),
        feed,
      ]),
  });
}

export function useCloseFeed(scope: FeedScope, of: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: () => ask<void>(`/${scope}/${of}/feed`, { method: 'DELETE' }),
    onSuccess: () =>
      client.setQueryData(feedsQuery.queryKey, (feeds) => feeds?.filter((each) => each.of !== of)),
  });
}
