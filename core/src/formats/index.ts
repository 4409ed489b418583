import { COURSE_FILE } from './course-file';
import type { Format } from './format';

export { COURSE_FILE, type Format };

/** Every form in which a course leaves or comes in. The file pages, the command line and the tests ask this list. */
export const FORMATS: readonly Format[] = [COURSE_FILE];

/**
 * The format of a file.
 *
 * @param name - the file's; one whose extension is no format's is taken for a course file
 */
export function formatOf(name: string): Format {
  const extension = /\.([^./\\]+)$/.exec(name)?.[1]?.toLowerCase();
  return (
    FORMATS.find(({ extensions }) => extension !== undefined && extensions.includes(extension)) ?? COURSE_FILE
  );
}
