import { useEffect } from 'react';

/** What a view is on paper: the sheet itself, what stays on the screen, or what is not torn apart between pages. */
type Mark = 'sheet' | 'screen' | 'keep';

/** The properties that mark a view so; on the web they are attributes of its element. */
export function onPaper(mark: Mark): object {
  return { dataSet: { [mark]: '' } };
}

/** What a page needs so that all of it is printed, and nothing but it: views that scroll give up their height. */
const STYLE = `
@page { margin: 16mm }
@media screen { [data-paper] { display: none } }
@media print {
  html, body, #root { height: auto !important; overflow: visible !important; background: none !important }
  #root *:not(svg, svg *) { overflow: visible !important; max-height: none !important; flex-shrink: 0 !important }
  #root div { position: static !important }
  #root div:has([data-sheet]) { height: auto !important; display: block !important }
  body:has(> [data-paper]) > :not([data-paper]), [data-screen] { display: none !important }
  [data-keep] { break-inside: avoid }
}`;

/** Prints the page that is open as what it is on paper, as long as it stands. */
export function usePrintStyle(): void {
  useEffect(() => {
    const style = document.createElement('style');
    style.textContent = STYLE;
    document.head.append(style);
    return () => style.remove();
  }, []);
}
