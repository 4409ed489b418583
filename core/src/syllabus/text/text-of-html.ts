import { defaultTreeAdapter } from 'parse5';
import { parsePage, type PageNode } from '../../incoming/page';

/** What of a page is no text. */
const NO_TEXT = new Set([
  'script',
  'style',
  'noscript',
  'template',
  'head',
  'svg',
  'nav',
  'iframe',
  'object',
  'button',
  'select',
]);
/** What stands on lines of its own. */
const BLOCKS = new Set([
  ...[
    'p',
    'div',
    'section',
    'article',
    'header',
    'footer',
    'main',
    'aside',
    'ul',
    'ol',
    'dl',
    'dt',
    'dd',
    'table',
    'tbody',
    'thead',
    'figure',
    'blockquote',
  ],
  ...['h1', 'h2', 'h3', 'h4', 'h5', 'h6', 'pre', 'form', 'fieldset', 'hr', 'address', 'caption'],
]);

/**
 * The text of a page as it would be copied: a line for each block, rows with tabs between their cells. Nothing in it is ever run.
 *
 * @param html - a page or a part of one
 * @returns nothing where it is nested deeper than any page
 */
export function textOfHtml(html: string): string | undefined {
  const page = parsePage(html);
  if (!page) return undefined;
  let text = '';
  const end = () => {
    if (text !== '' && !text.endsWith('\n')) text += '\n';
  };
  // No recursion: depth costs no stack.
  const stack: (PageNode | string)[] = [page];
  for (let next = stack.pop(); next !== undefined; next = stack.pop()) {
    if (typeof next === 'string') {
      if (next === '\n') end();
      else text += next;
      continue;
    }
    if (defaultTreeAdapter.isTextNode(next)) {
      text += next.value.replace(/[^\S\u00A0]+/g, ' ');
      continue;
    }
    const name = 'tagName' in next ? next.tagName : '';
    if (NO_TEXT.has(name) || !('childNodes' in next)) continue;
    if (name === 'br') end();
    const isRow = name === 'tr';
    const isItem = name === 'li';
    if (BLOCKS.has(name) || isRow || isItem) end();
    if (isItem) text += '- ';
    if (/^h[1-6]$|^table$|^p$/.test(name) && text !== '') text += '\n';
    if (BLOCKS.has(name) || isRow || isItem) stack.push('\n');
    const children = [...next.childNodes];
    let cells = 0;
    const inside = children.flatMap((child): (PageNode | string)[] => {
      const isCell = 'tagName' in child && /^t[dh]$/.test(child.tagName);
      if (isCell) cells += 1;
      return isCell && cells > 1 ? ['\t', child] : [child];
    });
    stack.push(...inside.reverse());
  }
  return text
    .split('\n')
    .map((line) =>
      line
        .split('\t')
        .map((cell) => cell.trim())
        .join('\t')
        .trim(),
    )
    .join('\n')
    .replace(/\n{3,}/g, '\n\n')
    .trim();
}

/** Whether a text is a page's source. */
export const isHtml = (text: string) =>
  /^\s*(?:<!doctype html|<html|<head|<body|<!--)/i.test(text) ||
  (/<\/(?:p|td|li|div|table|h[1-6])>/i.test(text) && /^\s*</.test(text));
