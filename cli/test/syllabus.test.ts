import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PDFDocument, PDFName, PDFString, StandardFonts } from 'pdf-lib';

const HOME = join(__dirname, '..', '..');

const TEXT = `ECO 210: Coastal Ecology
Fall 2026

Grading
Field logs (8, lowest one dropped): 35%
Problem sets: 15%
Final exam: 50%
Late work loses 8% per day.
A 93-100, B 83-92, C 73-82, F below 73
Participation may tip the balance.`;

function grade(args: string[], input = '') {
  const { status, stdout } = spawnSync(process.execPath, ['--import', 'tsx', 'cli/src/grade.ts', ...args], {
    cwd: HOME,
    encoding: 'utf8',
    input,
  });
  return {
    status,
    lines: stdout
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line)),
  };
}

/** A PDF with a page for each text, its columns where its tabs are, and a script that must not run. */
async function pdfOf(pages: readonly string[]): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  const font = await pdf.embedFont(StandardFonts.Helvetica);
  for (const text of pages) {
    const page = pdf.addPage([595, 842]);
    text.split('\n').forEach((line, row) => {
      line.split('\t').forEach((cell, column) => {
        page.drawText(cell, { x: 60 + column * 180, y: 780 - row * 16, size: 11, font });
      });
    });
  }
  const action = { S: PDFName.of('JavaScript'), JS: PDFString.of('while (true) {}') };
  pdf.catalog.set(PDFName.of('OpenAction'), pdf.context.obj(action));
  return pdf.save();
}

describe('--syllabus', () => {
  const folder = mkdtempSync(join(tmpdir(), 'fidens-syllabus-'));
  const file = (name: string, content: string | Uint8Array) => {
    writeFileSync(join(folder, name), content);
    return join(folder, name);
  };
  afterAll(() => rmSync(folder, { recursive: true }));

  it('prints the course with the place of each fact, and what was not understood', () => {
    const { status, lines } = grade(['--syllabus', '-'], TEXT);
    expect(status).toBe(0);
    const [{ read, ...course }] = lines;
    expect(course).toMatchObject({
      format: 'fidens-course',
      title: 'Coastal Ecology',
      code: 'ECO 210',
      policy: { late: { perDay: '8' } },
      root: {
        combine: 'weights',
        children: [
          { name: 'Field logs', weight: '35', planned: { pieces: 8 }, drop: { lowest: 1 } },
          { name: 'Problem sets', weight: '15' },
          { kind: 'assessment', name: 'Final exam', weight: '50' },
        ],
      },
    });
    const weight = read.facts.find(
      ({ pointer }: { pointer: string }) => pointer === '/root/children/0/weight',
    );
    expect(weight).toEqual({
      pointer: '/root/children/0/weight',
      from: TEXT.indexOf('35%'),
      to: TEXT.indexOf('35%') + 3,
      words: '35%',
      certainty: 0.98,
    });
    expect(read.facts.map(({ pointer }: { pointer: string }) => pointer)).toContain('/scale/bands/3');
    expect(read.unread.map(({ words }: { words: string }) => words)).toEqual([
      'Participation may tip the balance.',
    ]);
    // The course file alone is one that can be read again.
    const again = grade(['--json', file('again.json', JSON.stringify(course))]);
    expect(again.status).toBe(0);
  });

  it('reads pages and PDFs, over several pages and columns, and runs nothing in them', async () => {
    const page = file(
      'syllabus.html',
      `<html><body><script>throw 1</script><h1>Coastal Ecology</h1><table><tr><td>Labs</td><td>40%</td></tr><tr><td>Final</td><td>60%</td></tr></table></body></html>`,
    );
    const table = 'Coastal Ecology\n\nComponent\tWeight\nLabs\t40%\nFinal\t60%';
    const pdf = file('syllabus.pdf', await pdfOf([table, 'Late work loses 5% per day.']));
    const { status, lines } = grade(['--syllabus', page, pdf]);
    expect(status).toBe(0);
    for (const { title, root } of lines)
      expect({
        title,
        weights: root.children.map(({ name, weight }: { name: string; weight: string }) => [name, weight]),
      }).toEqual({
        title: 'Coastal Ecology',
        weights: [
          ['Labs', '40'],
          ['Final', '60'],
        ],
      });
    expect(lines[1].policy).toEqual({ late: { perDay: '5' } });
  });

  it('says in a sentence why a file is no syllabus, and goes on with the others', async () => {
    const empty = await pdfOf(['']);
    const { status, lines } = grade([
      '--syllabus',
      file('scan.pdf', empty),
      file('broken.pdf', '%PDF-1.7 and nothing more'),
      join(folder, 'none.txt'),
      file('good.txt', TEXT),
    ]);
    expect(status).toBe(2);
    expect(lines.map(({ error, title }) => error?.[0].message ?? title)).toEqual([
      expect.stringMatching(/without text, such as a scan/),
      expect.stringMatching(/cannot be read/),
      expect.stringMatching(/cannot be read/),
      'Coastal Ecology',
    ]);
  });
});
