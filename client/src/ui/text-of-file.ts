/**
 * The text of a file, in whichever encoding it was saved: with a mark at its start as UTF-8 or UTF-16, else UTF-8 where it is that, else what
 * spreadsheets of one language area save (Windows-1252).
 */
export async function textOfFile(file: Blob): Promise<string> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  const [a, b] = bytes;
  if (a === 0xff && b === 0xfe) return new TextDecoder('utf-16le').decode(bytes);
  if (a === 0xfe && b === 0xff) return new TextDecoder('utf-16be').decode(bytes);
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder('windows-1252').decode(bytes);
  }
}
