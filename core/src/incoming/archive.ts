import { unzipSync } from 'fflate';
import type { Checked } from '../document/validation';
import { INCOMING_LIMITS } from './source';

/** An archive's files, by the path of each. */
export type Archive = ReadonlyMap<string, Uint8Array>;

/**
 * Unpacks a ZIP archive, as workbooks are ones too. What an archive says of itself is not trusted: no file may become larger than it says, nor
 * all of them larger than any export is.
 *
 * @param wanted - which of its files are looked at; the others stay packed
 */
export function unpack(bytes: Uint8Array, wanted: (path: string) => boolean): Checked<Archive> {
  let [entries, size] = [0, 0];
  const refused = (message: string) => ({ ok: false as const, faults: [{ at: '', message }] });
  try {
    const files = unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        entries += 1;
        if (entries > INCOMING_LIMITS.entries) throw new TooLarge();
        if (!wanted(name) || name.endsWith('/')) return false;
        size += originalSize;
        if (size > INCOMING_LIMITS.unpacked) throw new TooLarge();
        return true;
      },
    });
    return { ok: true, value: new Map(Object.entries(files)) };
  } catch (error) {
    return error instanceof TooLarge
      ? refused('is an archive of more than any school exports')
      : refused(`is a damaged archive (${(error as Error).message})`);
  }
}

class TooLarge extends Error {}
