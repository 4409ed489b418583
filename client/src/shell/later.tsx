import { queryOptions, useQuery, type QueryClient } from '@tanstack/react-query';
import type { ComponentType } from 'react';
import { Failed, Loading } from '@/ui/states';

type Pages = typeof import('@/pages/later');

/** The pages that come after the first one: fetched once, and asked for again where they did not come. */
const laterQuery = queryOptions({
  queryKey: ['pages'],
  queryFn: () => import('@/pages/later'),
  staleTime: Infinity,
  gcTime: Infinity,
  structuralSharing: false,
});

/** Fetches the other pages while the first one is looked at. */
export function fetchLater(client: QueryClient): void {
  void client.prefetchQuery(laterQuery);
}

/** A page that comes after the first one, for its address. */
export function later(name: keyof Pages): ComponentType {
  return function Later() {
    const { data: pages, error, refetch } = useQuery(laterQuery);
    if (pages) {
      const Page = pages[name];
      return <Page />;
    }
    if (error)
      return (
        <Failed
          what="This page"
          reason="It did not come through from the server."
          retry={() => void refetch()}
        />
      );
    return <Loading what="this page" />;
  };
}
