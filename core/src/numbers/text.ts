/** A place in a text as people count it: "line 3, column 14". */
export function placeInText(text: string, at: number): string {
  const before = text.slice(0, at);
  const line = before.split('\n').length;
  return `line ${line}, column ${at - (before.lastIndexOf('\n') + 1) + 1}`;
}
