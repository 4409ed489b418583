import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { checkSync } from 'recheck';
import ts from 'typescript';

const HOME = join(__dirname, '../../../core/src/syllabus');
/** Milliseconds that one form is looked at for. */
const PATIENCE = 4_000;

interface Form {
  readonly where: string;
  readonly source: string;
  readonly flags: string;
}

/**
 * Every regular expression that a syllabus is looked through with: those that stand in the code, and those that phrases are made into. None may
 * cost more than a power of the length of what it looks through, which is a line of 600 signs at most.
 */
export async function forms(): Promise<string> {
  const all = [...literals(), ...(await made())];
  const list = [...new Map(all.map((form) => [`${form.source}/${form.flags}`, form])).values()];
  const tally = { safe: 0, bounded: 0, undecided: 0 };
  for (const { where, source, flags } of list) {
    const found = checkSync(source, flags.replace('d', ''), { timeout: PATIENCE });
    if (found.status === 'safe') tally.safe += 1;
    else if (found.status === 'unknown') tally.undecided += 1;
    else if (found.complexity.type === 'polynomial') tally.bounded += 1;
    else throw new Error(`${where} can cost time without bounds: ${source}`);
  }
  return `${list.length} forms: ${tally.safe} linear, ${tally.bounded} a power of a line's length, ${tally.undecided} not decided in ${PATIENCE / 1_000} s`;
}

function literals(): Form[] {
  const found: Form[] = [];
  for (const folder of [HOME, join(HOME, 'english')]) {
    for (const file of readdirSync(folder).filter((name) => name.endsWith('.ts'))) {
      const tree = ts.createSourceFile(
        file,
        readFileSync(join(folder, file), 'utf8'),
        ts.ScriptTarget.Latest,
      );
      const visit = (node: ts.Node) => {
        if (ts.isRegularExpressionLiteral(node)) {
          const end = node.text.lastIndexOf('/');
          found.push({ where: file, source: node.text.slice(1, end), flags: node.text.slice(end + 1) });
        }
        ts.forEachChild(node, visit);
      };
      visit(tree);
    }
  }
  return found;
}

async function made(): Promise<Form[]> {
  const found: Form[] = [];
  const walk = (value: unknown, where: string): void => {
    if (value instanceof RegExp) found.push({ where, source: value.source, flags: value.flags });
    else if (typeof value === 'object' && value !== null)
      for (const inside of Object.values(value)) walk(inside, where);
  };
  for (const file of readdirSync(join(HOME, 'english')))
    walk(await import(join(HOME, 'english', file)), file);
  return found;
}
