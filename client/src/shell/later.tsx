import { queryOptions, useQuery, type QueryClient } from '@tanstack/react-query';
import { createElement, useDeferredValue, type ComponentType, type FunctionComponent } from 'react';
import { othersTurn } from '@/model/opening/in-pieces';
import { Failed, Loading } from '@/ui/states';
import { useSoon } from '@/ui/soon';

type Later = typeof import('./later-parts');
type LaterComponent = {
  [Name in keyof Later]: Later[Name] extends FunctionComponent<never> ? Name : never;
}[keyof Later];

/** Milliseconds after which what did not come is asked for again. */
const AGAIN = 10_000;

/** What comes after the first page: fetched once, and asked for again where it did not come. */
const laterQuery = queryOptions({
  queryKey: ['pages'],
  queryFn: async () => {
    await othersTurn();
    return import('./later-parts');
  },
  staleTime: Infinity,
  gcTime: Infinity,
  structuralSharing: false,
  refetchInterval: ({ state }) => state.data === undefined && AGAIN,
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

/** A page that comes after the first one, for its address. */
export function later(name: LaterComponent): ComponentType {
  return function LaterPage() {
    const { data: pages, error, refetch } = useQuery(laterQuery);
    // It is drawn a few milliseconds at a time.
    const isDrawn = useSoon(pages !== undefined, false);
    if (pages) {
      const Page = pages[name] as ComponentType;
      return isDrawn && <Page />;
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

/** What a component of them is given. */
type PropsOf<Name extends LaterComponent> =
  Later[Name] extends FunctionComponent<infer Props extends object> ? Props : never;

/** A part of the first page, or of what is around every page, that comes after the rest of it, once it is fetched; nothing until then. */
function laterPart<Name extends LaterComponent>(name: Name): FunctionComponent<PropsOf<Name>> {
  return function LaterPart(props) {
    const pages = useDeferredValue(useQuery({ ...laterQuery, enabled: false }).data);
    return pages ? createElement(pages[name] as FunctionComponent<PropsOf<Name>>, props) : null;
  };
}

/** What is told above and below every page. */
export const AbovePage = laterPart('AbovePage');
export const BelowPage = laterPart('BelowPage');
/** What is done on a term's page. */
export const TermDesk = laterPart('TermDesk');
