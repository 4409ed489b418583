/** A key that is pressed, on the web. */
export interface Key {
  readonly key: string;
  preventDefault: () => void;
}

/** What keys do, each by its name. */
type KeyActs = Readonly<Record<string, () => void>>;

/** Does what a key is for; such a key does not scroll the page. */
export function press(event: Key, acts: KeyActs): void {
  const act = Object.hasOwn(acts, event.key) ? acts[event.key] : undefined;
  if (!act) return;
  event.preventDefault();
  act();
}

/** The property that gives a view keys where a tap does not say it. */
export function onKeys(acts: KeyActs): object {
  return { onKeyDown: (event: Key) => press(event, acts) };
}
