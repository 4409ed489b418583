import { PDFDocument } from 'pdf-lib';
import { isPdf } from '../../src/incoming/bytes';
import { textOfFile, textOfPaste } from '../../src/syllabus/text/text-of-file';
import { isHtml, textOfHtml } from '../../src/syllabus/text/text-of-html';

const bytes = (text: string) => new TextEncoder().encode(text);

describe('the text of a page', () => {
  it('has a line for each block, tabs between cells, and nothing that is no text', () => {
    const page = `<!doctype html><html><head><title>x</title><style>p{}</style></head><body><script>alert(1)</script>
      <h1>ECO 210</h1><p>Four   credits<br>each term</p><ul><li>Labs: 30%</li><li>Final: 70%</li></ul>
      <table><tr><th>Letter</th><th>From</th></tr><tr><td>A</td><td>90</td></tr></table></body></html>`;
    expect(isHtml(page)).toBe(true);
    expect(textOfHtml(page)).toBe(
      'ECO 210\n\nFour credits\neach term\n- Labs: 30%\n- Final: 70%\n\nLetter\tFrom\nA\t90',
    );
  });

  it('is taken out of what was copied where the text has lost its cells', () => {
    const html = '<table><tr><td>Labs</td><td>30%</td></tr></table>';
    expect(textOfPaste({ text: 'Labs\n30%', html })).toEqual({ ok: true, value: 'Labs\t30%' });
    expect(textOfPaste({ text: 'Labs 30%', html: '<p>Labs 30%</p>' })).toEqual({
      ok: true,
      value: 'Labs 30%',
    });
  });

  it('of a page that is nested without end is refused in a sentence, and costs neither stack nor time', () => {
    const within = (depth: number) => ({ text: `<html>${'<div>'.repeat(depth)}Labs 30%` });
    // The page and its body are elements, too.
    expect(textOfPaste(within(510))).toEqual({ ok: true, value: 'Labs 30%' });
    const refused = { ok: false, faults: [{ at: '', message: expect.stringMatching(/nested deeper/) }] };
    expect(textOfPaste(within(511))).toEqual(refused);
    expect(textOfPaste(within(200_000))).toEqual(refused);
    // What stands beside one another is not deep; what was copied as text beside such a page is read.
    expect(textOfPaste({ text: `<html>${'<div><b>x</b></div>'.repeat(2_000)}` })).toMatchObject({ ok: true });
    const html = `<table><tr><td>${'<div>'.repeat(600)}`;
    expect(textOfPaste({ text: 'Labs 30%', html })).toEqual({ ok: true, value: 'Labs 30%' });
  });
});

describe('files', () => {
  it('are known by how they begin', async () => {
    const pdf = await PDFDocument.create();
    pdf.addPage();
    expect(isPdf(await pdf.save())).toBe(true);
    expect(isPdf(bytes('Labs 30%'))).toBe(false);
  });

  it.each([
    ['empty', bytes('  \n'), /is empty/],
    ['an archive', bytes('PK\u0003\u0004rest'), /office program/],
    ['a picture', new Uint8Array([0x89, 0x50, 0x4e, 0x47]), /picture/],
    ['larger than any syllabus', bytes('Labs 30%\n'.repeat(600_000)), /longer than any syllabus/],
  ])('that are %s are refused in a sentence', (_, content, message) => {
    expect(textOfFile({ name: 'syllabus', bytes: content })).toEqual({
      ok: false,
      faults: [{ at: '', message: expect.stringMatching(message) }],
    });
  });
});
