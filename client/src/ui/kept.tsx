import { Activity, memo, useLayoutEffect, useRef, useState, type ReactNode } from 'react';
import { createPortal } from 'react-dom';

interface KeptProps {
  isShown: boolean;
  children: ReactNode;
}

/**
 * What stays as it was left while something else is shown in its place, and stands again at once. Meanwhile it is not in the page: nobody
 * finds or hears it, nothing in it listens, and it is not drawn again.
 */
export const Kept = memo(
  function Kept({ isShown, children }: KeptProps) {
    const [place] = useState(() => {
      const made = document.createElement('div');
      made.style.display = 'contents';
      return made;
    });
    return (
      <>
        {isShown && <Spot place={place} />}
        {createPortal(<Activity mode={isShown ? 'visible' : 'hidden'}>{children}</Activity>, place)}
      </>
    );
  },
  (before, now) => !before.isShown && !now.isShown,
);

/** Where it stands while it is shown. It comes first: what measures itself finds itself in the page. */
function Spot({ place }: { place: HTMLElement }) {
  const spot = useRef<HTMLDivElement>(null);
  useLayoutEffect(() => {
    spot.current!.append(place);
    return () => place.remove();
  }, [place]);
  return <div ref={spot} style={{ display: 'contents' }} />;
}
