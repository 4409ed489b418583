import { zipSync } from 'fflate';

/** Files in a folder of an archive. */
export interface ArchiveFolder {
  /** Of the folder; empty for the archive itself. */
  readonly name: string;
  readonly files: readonly {
    readonly name: string;
    readonly extension: string;
    readonly bytes: Uint8Array;
  }[];
}

/** One ZIP archive of folders. Names become such as every system can keep; those that are alike are numbered. */
export function archiveOf(folders: readonly ArchiveFolder[]): Uint8Array {
  const taken = new Set<string>();
  const free = (path: string, extension: string) => {
    for (let number = 1; ; number += 1) {
      const name = `${path}${number === 1 ? '' : ` ${number}`}${extension}`;
      if (!taken.has(name.toLowerCase())) {
        taken.add(name.toLowerCase());
        return name;
      }
    }
  };
  const files: Record<string, Uint8Array> = {};
  for (const { name, files: own } of folders) {
    const folder = name === '' ? '' : `${free(keptName(name), '')}/`;
    for (const file of own) files[free(folder + keptName(file.name), `.${file.extension}`)] = file.bytes;
  }
  return zipSync(files);
}

/** A name that every system can keep as that of a file. */
function keptName(name: string): string {
  return (
    name
      .replace(/[^\p{L}\p{N}]+/gu, ' ')
      .trim()
      .slice(0, 80) || 'unnamed'
  );
}
