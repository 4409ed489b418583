import lighthouse from 'lighthouse';

/**
 * Judges pages with Lighthouse as a phone shows them: its simulated slow network, and a processor four times slower than this one. One
 * JSON on the standard input says what: `port`, on which a browser can be told what to do, and `visits` with a `url` and a `cookie`
 * each. It answers with a line of JSON for each visit, in their order.
 */
const { port, visits } = JSON.parse(await readAll(process.stdin));
for (const { url, cookie } of visits) {
  const { lhr } = await lighthouse(url, {
    port,
    onlyCategories: ['performance'],
    logLevel: 'silent',
    ...(cookie && { extraHeaders: { Cookie: cookie } }),
  });
  const valueOf = (audit) => lhr.audits[audit].numericValue;
  // A run in which the browser left no trace of its beginning has no figures.
  const failed = lhr.runtimeError?.message;
  const figures = !failed && {
    performance: Math.round(lhr.categories.performance.score * 100),
    largestPaint: valueOf('largest-contentful-paint'),
    blocked: valueOf('total-blocking-time'),
    shift: valueOf('cumulative-layout-shift'),
    machine: lhr.environment.benchmarkIndex,
  };
  console.log(JSON.stringify(failed ? { failed } : figures));
}

async function readAll(stream) {
  let text = '';
  for await (const part of stream) text += part;
  return text;
}
