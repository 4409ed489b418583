import { findFacts } from '@fidens/core/syllabus';
import { Bench } from 'tinybench';
import { answeredTexts, kindOf, measure } from '../../core/test/syllabus/measure';

const NEAR = '2026-10-01T12:00:00Z';

interface Tally {
  said: number;
  found: number;
  claimed: number;
}

/** How much of what syllabuses say is found, how much of what is claimed is right, by kind of fact; and what a page costs. */
async function syllabusBench(): Promise<void> {
  const texts = answeredTexts();
  const kinds = new Map<string, Tally>();
  const groups = new Map<string, Tally>();
  const tally = (map: Map<string, Tally>, key: string) => {
    const known = map.get(key) ?? { said: 0, found: 0, claimed: 0 };
    map.set(key, known);
    return known;
  };
  for (const text of texts) {
    const { found, missed, wrong } = measure(text);
    const count = (facts: readonly string[], add: (tally: Tally) => void) => {
      for (const fact of facts) {
        add(tally(kinds, kindOf(fact)));
        add(tally(groups, text.name.split('-')[0]!));
      }
    };
    count(found, (own) => {
      own.said += 1;
      own.found += 1;
      own.claimed += 1;
    });
    count(missed, (own) => (own.said += 1));
    count(wrong, (own) => (own.claimed += 1));
  }
  const table = (map: Map<string, Tally>) =>
    Object.fromEntries(
      [...map]
        .sort((a, b) => b[1].said - a[1].said)
        .map(([key, { said, found, claimed }]) => [
          key,
          { said, 'found %': share(found, said), 'right %': share(found, claimed) },
        ]),
    );
  console.log(`\nSyllabuses: ${texts.length} texts, by kind of fact`);
  console.table(table(kinds));
  console.log('By kind of text');
  console.table(table(groups));

  // About what a page holds: a syllabus with its talk.
  const page = texts
    .map(({ text }) => text)
    .sort((a, b) => b.length - a.length)
    .slice(0, 2)
    .join('\n\n');
  const twenty = Array.from({ length: 20 }, () => page).join('\n\n');
  const bench = new Bench({ time: 1_500, iterations: 10, warmupTime: 500, warmupIterations: 5 });
  bench
    .add(`a page of ${page.length} signs`, () => findFacts(page, NEAR))
    .add(`twenty pages of ${twenty.length} signs`, () => findFacts(twenty, NEAR))
    .add('5 MB of text, of which what is read is bounded', () =>
      findFacts(page.repeat(5_000_000 / page.length), NEAR),
    );
  await bench.run();
  console.table(bench.table((task) => ({ what: task.name, 'median ms': median(task) })));
}

const share = (part: number, whole: number) => (whole === 0 ? '–' : ((100 * part) / whole).toFixed(1));

function median(task: { result?: unknown }): string {
  const result = task.result as { latency?: { p50?: number } } | undefined;
  return result?.latency?.p50?.toFixed(1) ?? '–';
}

void syllabusBench();
