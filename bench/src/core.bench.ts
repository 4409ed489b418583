import {
  answer,
  deriveCategory,
  exact,
  outlooks,
  planCourse,
  reach,
  type Category,
  type Course,
} from '@fidens/core';
import { Bench } from 'tinybench';
import { largeCourse } from './sample';

const NOW = '2026-10-20T12:00:00Z';
const sixty = largeCourse(6, 10);
const sixHundred = largeCourse(20, 30);

/** What one change of a course costs to answer. Medians, in milliseconds. */
export async function coreBench(): Promise<void> {
  const plan = planCourse(sixty, NOW, exact);
  const bench = new Bench({ time: 500, iterations: 10, warmupTime: 100, warmupIterations: 3 });
  bench
    .add('60 pieces: one exact evaluation', () => {
      deriveCategory(plan.root, { valueOf: () => exact.one, waits: false }, exact);
    })
    .add('60 pieces: four outlooks and reach for 12 bands', () => {
      reach(outlooks(sixty, NOW));
    })
    .add('60 pieces: everything that grade computes', () => {
      answer(sixty, NOW);
    })
    .add('600 pieces: everything that grade computes', () => {
      answer(sixHundred, NOW);
    })
    .add('2,000 pooled pieces, 200 dropped by benefit: the standing', () => {
      outlooks(POOLED, NOW);
    });
  await bench.run();
  const medians = new Map(
    bench.tasks.map(({ name, result }) => [name, 'latency' in result ? result.latency.p50 : NaN]),
  );
  for (const [name, median] of medians)
    console.log(`${name.padEnd(64)} ${median.toFixed(3).padStart(10)} ms`);
  const [one, , all, large] = [...medians.values()] as [number, number, number, number];
  console.log(
    `${'60 pieces: everything, in exact evaluations'.padEnd(64)} ${(all / one).toFixed(1).padStart(10)} ×`,
  );
  console.log(`${'600 pieces against 60'.padEnd(64)} ${(large / all).toFixed(1).padStart(10)} ×`);
}

const POOLED: Course = pooled();

function pooled(): Course {
  const course = largeCourse(1, 2_000);
  const category: Category = {
    ...(course.root.children[0] as Category),
    drop: { lowest: 200, by: 'benefit' },
  };
  return { ...course, root: { ...course.root, children: [category] } };
}
