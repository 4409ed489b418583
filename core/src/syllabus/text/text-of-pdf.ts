import type { Checked } from '../../document/validation';

/** What of a PDF's library is used here; types of its own are not needed for more. */
interface PdfPage {
  getTextContent: () => Promise<{ readonly items: readonly unknown[] }>;
  cleanup: () => void;
}
interface PdfDocument {
  readonly numPages: number;
  getPage: (number: number) => Promise<PdfPage>;
  destroy: () => Promise<void>;
}
/** The library that reads PDFs, as whoever asks has loaded it. */
export interface PdfReader {
  getDocument: (source: object) => { readonly promise: Promise<unknown> };
}

/** A piece of text with its place on the page, in points from the lower left. */
interface Item {
  readonly text: string;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** A longer document is no syllabus. */
export const MOST_PAGES = 60;

/**
 * The text of a PDF, line by line as it stands on its pages, gaps between columns as tabs. No script in it is run, no font or picture loaded.
 *
 * @param bytes - the file
 * @param reader - the library (pdf.js)
 * @param onPage - told of each page that is read, with how many there are
 * @returns the text; or why there is none
 */
export async function textOfPdf(
  bytes: Uint8Array,
  reader: PdfReader,
  onPage: (page: number, of: number) => void = () => {},
): Promise<Checked<string>> {
  const refused = (message: string) => ({ ok: false as const, faults: [{ at: '', message }] });
  let document: PdfDocument;
  try {
    document = (await reader.getDocument({
      data: bytes.slice(),
      ...{
        isEvalSupported: false,
        enableXfa: false,
        disableFontFace: true,
        useSystemFonts: false,
        stopAtErrors: false,
        useWorkerFetch: false,
        verbosity: 0,
      },
    }).promise) as PdfDocument;
  } catch (error) {
    const isLocked = (error as Error).name === 'PasswordException';
    return refused(
      isLocked
        ? 'is a PDF that is locked with a password: save it without one, or paste its text'
        : 'is a PDF that cannot be read: paste its text instead',
    );
  }
  try {
    if (document.numPages > MOST_PAGES)
      return refused(
        `has ${document.numPages} pages: paste the pages on grading alone (up to ${MOST_PAGES} pages are read)`,
      );
    const pages: string[] = [];
    for (let number = 1; number <= document.numPages; number += 1) {
      const page = await document.getPage(number);
      const { items } = await page.getTextContent();
      pages.push(textOfPage(items.flatMap(itemOf)));
      page.cleanup();
      onPage(number, document.numPages);
    }
    const text = pages.join('\n\n').trim();
    return text === ''
      ? refused('is a PDF without text, such as a scan: type or paste what it says')
      : { ok: true, value: text };
  } catch {
    return refused('is a PDF that cannot be read: paste its text instead');
  } finally {
    await document.destroy();
  }
}

function itemOf(item: unknown): Item[] {
  const { str, transform, width, height } = item as {
    str?: string;
    transform?: number[];
    width?: number;
    height?: number;
  };
  if (str === undefined || str.trim() === '' || !transform) return [];
  return [
    {
      text: str,
      x: transform[4]!,
      y: transform[5]!,
      width: width ?? 0,
      height: height || Math.abs(transform[3]!) || 10,
    },
  ];
}

/** The lines of a page from top to bottom, each from left to right. */
function textOfPage(items: readonly Item[]): string {
  const lines: Item[][] = [];
  for (const item of [...items].sort((a, b) => b.y - a.y)) {
    const last = lines.at(-1)?.[0];
    if (last && Math.abs(last.y - item.y) < Math.max(2, last.height * 0.4)) lines.at(-1)!.push(item);
    else lines.push([item]);
  }
  const left = Math.min(...items.map(({ x }) => x));
  let text = '';
  let above: Item | undefined;
  for (const line of lines) {
    line.sort((a, b) => a.x - b.x);
    const first = line[0]!;
    if (above) text += above.y - first.y > first.height * 1.9 ? '\n\n' : '\n';
    text += ' '.repeat(Math.min(40, Math.round((first.x - left) / Math.max(1, first.height * 0.5))));
    line.forEach((item, index) => {
      const before = line[index - 1];
      const gap = before ? item.x - (before.x + before.width) : 0;
      if (before)
        text +=
          gap > item.height * 1.2
            ? '\t'
            : gap > item.height * 0.12 && !/\s$/.test(text) && !/^\s/.test(item.text)
              ? ' '
              : '';
      text += item.text;
    });
    above = first;
  }
  return text;
}
