import { useEffect, useState, type ReactNode } from 'react';
import { createPortal, flushSync } from 'react-dom';
import { usePrintStyle } from './print-style';

/** What is printed in the place of a page: it stands beside the page in the document, and on paper alone. */
export function Printed({ children }: { children: ReactNode }) {
  const isPrinting = useIsPrinting();
  if (!isPrinting) return null;
  return createPortal(<Paper>{children}</Paper>, document.body);
}

function Paper({ children }: { children: ReactNode }) {
  usePrintStyle();
  return <div data-paper="">{children}</div>;
}

/** Whether the browser is about to put the page on paper: it takes what stands there once it has told so. */
function useIsPrinting(): boolean {
  const [isPrinting, setIsPrinting] = useState(false);
  useEffect(() => {
    const paper = window.matchMedia('print');
    const become = (next: boolean) => flushSync(() => setIsPrinting(next));
    const before = () => become(true);
    const after = () => become(false);
    const turned = () => become(paper.matches);
    window.addEventListener('beforeprint', before);
    window.addEventListener('afterprint', after);
    paper.addEventListener('change', turned);
    return () => {
      window.removeEventListener('beforeprint', before);
      window.removeEventListener('afterprint', after);
      paper.removeEventListener('change', turned);
    };
  }, []);
  return isPrinting;
}
