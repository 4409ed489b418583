import { useLayoutEffect, useState } from 'react';

/** What the field that has the focus holds is typed over, as where the Tab key leads to it. */
export function selectFocused(): void {
  const field = globalThis.document?.activeElement;
  if (field && 'select' in field) (field as HTMLInputElement).select();
}

/** The same for a field that takes the focus as it appears: who is led there types what shall stand in it, not the end of what stands there. */
export function useTypedOver(takesFocus: boolean): void {
  const [isCome] = useState(takesFocus);
  useLayoutEffect(() => {
    if (isCome) selectFocused();
  }, [isCome]);
}
