import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

const HOME = join(__dirname, '../..');
/** Where a path that a page names may begin. */
const BASES = ['.', 'core/src', 'client/src', 'client', 'server/src', 'docs'];

const pages = [
  'README.md',
  'CONTRIBUTING.md',
  ...readdirSync(join(HOME, 'docs')).map((name) => `docs/${name}`),
]
  .filter((page) => page.endsWith('.md'))
  .map((page) => [page, readFileSync(join(HOME, page), 'utf8')] as const);

/** What of a page in code type is the path of a file or folder of ours. */
function pathsIn(text: string): string[] {
  return [...text.matchAll(/`(\.?[\w.-]+(?:\/[\w.-]+)*(?:\/|\.(?:tsx?|mjs|cjs|md|json)))`/g)].map(
    ([, path]) => path!,
  );
}

describe('the pages for those who carry on', () => {
  it.each(pages)('%s names files that are there', (_page, text) => {
    const isThere = (path: string) => BASES.some((base) => existsSync(join(HOME, base, path)));
    expect(pathsIn(text).filter((path) => !isThere(path) && !MADE.has(path))).toEqual([]);
  });

  it('have the headings that comments in the code name by number', () => {
    const rules = pages.find(([page]) => page === 'docs/grading-rules.md')![1];
    const headings = new Set([...rules.matchAll(/^## (\d+)\. /gm)].map(([, number]) => number));
    const sources = ['core/src', 'client/src', 'server/src', 'cli/src'].flatMap((folder) =>
      filesBelow(join(HOME, folder)),
    );
    const named = sources.flatMap((file) =>
      [...readFileSync(file, 'utf8').matchAll(/grading rules, sections? (\d+)(?: and (\d+))?/g)].flatMap(
        ([, a, b]) => (b ? [a!, b] : [a!]),
      ),
    );
    expect(named.length).toBeGreaterThan(0);
    expect(named.filter((number) => !headings.has(number))).toEqual([]);
  });
});

/** Files that pages speak of and that are made when Fidens runs. */
const MADE = new Set(['.fidens/']);

function filesBelow(folder: string): string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) =>
    entry.isDirectory() ? filesBelow(join(folder, entry.name)) : [join(folder, entry.name)],
  );
}
