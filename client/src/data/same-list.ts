/**
 * Keeps a list the very same for as long as the same items stand in it in the same order: who looks whether it is another need look no further.
 *
 * @returns what is asked with each new list, and answers with the one that is kept
 */
export function sameList<T>(): (next: readonly T[]) => readonly T[] {
  let kept: readonly T[] = [];
  return (next) => {
    if (next.length !== kept.length || next.some((item, index) => item !== kept[index])) kept = next;
    return kept;
  };
}
