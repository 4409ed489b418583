import type { Checked } from '../../document/validation';
import { isZip, strangeFault, textOfBytes } from '../../incoming/bytes';
import { DEEPEST_PAGE } from '../../incoming/page';
import { INCOMING_LIMITS, type Copied, type SourceFile } from '../../incoming/source';
import { LONGEST_SYLLABUS } from '../find-facts';
import { isHtml, textOfHtml } from './text-of-html';

/**
 * The text of a syllabus that was pasted.
 *
 * @returns the text; or why there is none
 */
export function textOfPaste({ text, html }: Copied): Checked<string> {
  const own = isHtml(text) ? textOfHtml(text) : text;
  // What a page copies as text has lost where its cells end; what it copies as a page has not.
  const whole =
    html !== undefined && html.length <= INCOMING_LIMITS.characters && /<t[dh][\s>]/i.test(html)
      ? (textOfHtml(html) ?? own)
      : own;
  return whole === undefined
    ? refused(`is nested deeper than any page (${DEEPEST_PAGE} elements): paste its text`)
    : checked(whole);
}

/**
 * The text of a syllabus in a file that is no PDF: a page, or plain text.
 *
 * @returns the text; or why there is none
 */
export function textOfFile({ bytes }: SourceFile): Checked<string> {
  if (bytes.length > INCOMING_LIMITS.bytes)
    return refused(`is larger than the ${INCOMING_LIMITS.bytes / 1_000_000} MB that a syllabus can be`);
  const strange = isZip(bytes)
    ? {
        at: '',
        message:
          'is an archive or a document of an office program: save it as PDF or text, or paste what it says',
      }
    : strangeFault(bytes);
  if (strange) return { ok: false, faults: [strange] };
  return textOfPaste({ text: textOfBytes(bytes) });
}

function checked(text: string): Checked<string> {
  if (text.trim() === '') return refused('is empty');
  if (text.includes('\0')) return refused('is no text, and no file of a kind that is read');
  if (text.length > LONGEST_SYLLABUS)
    return refused(
      `is longer than any syllabus (${LONGEST_SYLLABUS} signs): paste the part on grading alone`,
    );
  return { ok: true, value: text };
}

function refused(message: string): { ok: false; faults: { at: string; message: string }[] } {
  return { ok: false, faults: [{ at: '', message }] };
}
