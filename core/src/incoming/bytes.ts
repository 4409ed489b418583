import type { Fault } from '../document/validation';

/**
 * The text of a file, in whichever encoding it was saved: with a mark at its start as UTF-8 or UTF-16; as UTF-16 too where every other byte of
 * its beginning is nothing; else UTF-8 where it is that, else what spreadsheets of one language area save (Windows-1252).
 */
export function textOfBytes(bytes: Uint8Array): string {
  const [a, b] = bytes;
  if (a === 0xff && b === 0xfe) return decoded('utf-16le', bytes);
  if (a === 0xfe && b === 0xff) return decoded('utf-16be', bytes);
  const start = bytes.subarray(0, LOOKED_AT);
  const nothing = (from: 0 | 1) =>
    start.filter((byte, index) => index % 2 === from && byte === 0).length / Math.max(1, start.length / 2);
  if (nothing(1) > 0.4 && nothing(0) < 0.1) return decoded('utf-16le', bytes);
  if (nothing(0) > 0.4 && nothing(1) < 0.1) return decoded('utf-16be', bytes);
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    // Some engines take its signs between 0x80 and 0x9F for controls.
    return decoded('latin1', bytes).replace(
      /[\u0080-\u009F]/g,
      (sign) => WINDOWS[sign.charCodeAt(0) - 0x80] ?? sign,
    );
  }
}

/** The signs of Windows-1252 from 0x80 to 0x9F (WHATWG Encoding). */
const WINDOWS = '€\u0081‚ƒ„…†‡ˆ‰Š‹Œ\u008DŽ\u008F\u0090‘’“”•–—˜™š›œ\u009DžŸ';

/** So many bytes tell an encoding. */
const LOOKED_AT = 400;

const decoded = (encoding: string, bytes: Uint8Array) => new TextDecoder(encoding).decode(bytes);

/** Files that are no text, by how they begin: what they are, and what would be right. */
const BEGINNINGS: readonly (readonly [string, string])[] = [
  ['%PDF', 'is a PDF: copy its table and paste it; a syllabus is read under New course'],
  ['\u00D0\u00CF\u0011\u00E0', 'is a workbook of an old kind, or is locked: save it as .xlsx, .ods or .csv'],
  ['\u0089PNG', 'is a picture'],
  ['\u00FF\u00D8\u00FF', 'is a picture'],
  ['GIF8', 'is a picture'],
  ['Rar!', 'is an archive of a kind that is not read: use .zip'],
  ['7z\u00BC\u00AF', 'is an archive of a kind that is not read: use .zip'],
  ['\u001F\u008B', 'is an archive of a kind that is not read: use .zip'],
];

const begins = (bytes: Uint8Array, signs: string) =>
  [...signs].every((sign, index) => bytes[index] === sign.charCodeAt(0));

export const isZip = (bytes: Uint8Array) =>
  begins(bytes, 'PK\u0003\u0004') || begins(bytes, 'PK\u0005\u0006');

/** Whether a file is a PDF: its mark may stand behind a little of something else. */
export const isPdf = (bytes: Uint8Array) => String.fromCharCode(...bytes.subarray(0, 1024)).includes('%PDF-');

/** Why a file is none that could be read, if so. */
export function strangeFault(bytes: Uint8Array): Fault | undefined {
  const [, message] = BEGINNINGS.find(([signs]) => begins(bytes, signs)) ?? [];
  return message === undefined ? undefined : { at: '', message };
}
