/** What stands between a category and one inside of it in a table, and between their weights and their ways of adding up. */
export const INSIDE = ' › ';

/** The name of the category that a row is in itself: the last of those inside each other. */
export function innermost(path: string): string {
  return path.split(INSIDE).at(-1)!;
}
