import { defaultTreeAdapter, parse, type DefaultTreeAdapterMap } from 'parse5';

export type PageNode = DefaultTreeAdapterMap['node'];
export type PageElement = DefaultTreeAdapterMap['element'];

/** Elements within one another: browsers build no deeper page, and at each tag the parser asks all that are open. */
export const DEEPEST_PAGE = 512;

class TooDeep extends Error {}

/**
 * A page, or a part of one, as a tree. Nothing in it is ever run.
 *
 * @returns nothing where it is nested deeper than `DEEPEST_PAGE`
 */
export function parsePage(html: string): PageNode | undefined {
  let depth = 0;
  const treeAdapter = {
    ...defaultTreeAdapter,
    onItemPush() {
      depth += 1;
      if (depth > DEEPEST_PAGE) throw new TooDeep();
    },
    onItemPop() {
      depth -= 1;
    },
  };
  try {
    return parse(html, { treeAdapter });
  } catch (error) {
    if (error instanceof TooDeep) return undefined;
    throw error;
  }
}
