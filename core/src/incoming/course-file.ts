import { parse, printParseErrorCode, type ParseError } from 'jsonc-parser';
import type { Course } from '../document/course';
import { checkCourse } from '../document/course-file';
import { depthFault, type Checked } from '../document/validation';
import { placeInText } from '../numbers/text';

/**
 * Reads one course document.
 *
 * @param text - the JSON text of a course file
 * @returns the course, or everything that is wrong with it, each with its place
 */
export function readCourse(text: string): Checked<Course> {
  if (text.trim() === '') return { ok: false, faults: [{ at: '', message: 'The file is empty.' }] };
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    return { ok: false, faults: [{ at: '', message: `This is not JSON: ${jsonFault(text)}` }] };
  }
  const deep = depthFault(json);
  return deep ? { ok: false, faults: [deep] } : checkCourse(json);
}

/** What is wrong with a text that is no JSON, and where, as people count; the engine's own words tell no place, or one in characters. */
function jsonFault(text: string): string {
  const errors: ParseError[] = [];
  parse(text, errors, { disallowComments: true });
  const [first] = errors;
  if (!first) return 'it cannot be read';
  const words = printParseErrorCode(first.error)
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .toLowerCase();
  return `${words} at ${placeInText(text, first.offset)}`;
}
