import { useQuery } from '@tanstack/react-query';
import { createElement, useDeferredValue, useState, type ComponentType, type FunctionComponent } from 'react';
import { Opening } from '@/ui/opening';
import { Failed, Loading } from '@/ui/states';
import { useSoon } from '@/ui/soon';
import { laterQuery, partQuery, type Later } from './parts';

type LaterComponent = {
  [Name in keyof Later]: Later[Name] extends FunctionComponent<never> ? Name : never;
}[keyof Later];

/** The ways in come by themselves: nobody who is signed in needs them. They are asked for as early as `client/bundle/first` knows. */
const waysInQuery = partQuery('ways in', () => import('./ways-in'));

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
    return error ? <NotThrough retry={() => void refetch()} /> : <Loading what="this page" />;
  };
}

/** The ways in, once they are there. */
export function WaysIn() {
  const { data, error, refetch } = useQuery(waysInQuery);
  // They are drawn a few milliseconds at a time.
  const part = useDeferredValue(data);
  const [isRetried, setIsRetried] = useState(false);
  if (part) return <part.WaysInPage begins={isRetried} />;
  if (!error) return <Opening />;
  const retry = () => {
    setIsRetried(true);
    void refetch();
  };
  return <NotThrough retry={retry} />;
}

const NotThrough = ({ retry }: { retry: () => void }) => (
  <Failed what="This page" reason="It did not come through from the server." retry={retry} />
);

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
