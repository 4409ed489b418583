import escape from 'escape-html';
import type { SchoolCourse, SchoolRow } from './records';

const NAME = 'Saltmarsh College';
const DAY = new Intl.DateTimeFormat('en-GB', {
  day: 'numeric',
  month: 'short',
  year: 'numeric',
  timeZone: 'Europe/Amsterdam',
});

/** A ledger on ruled paper: a look of its own, so that nobody takes it for Fidens. */
const STYLE = `
  :root { color-scheme: light; }
  body { margin: 0; background: #eef3ea; color: #14302b; font: 16px/1.55 "DejaVu Sans Mono", "Courier New", monospace; }
  .simulated { background: repeating-linear-gradient(-45deg, #14302b 0 14px, #1f463f 14px 28px); color: #fff; padding: 10px 20px; font-weight: bold; }
  main { max-width: 880px; margin: 24px auto; background: #fdfdf6; padding: 20px 28px 32px 64px; border-left: 3px double #b4532a; box-shadow: 0 0 0 1px #cbd8c4; overflow-x: auto; }
  h1 { font-size: 22px; margin: 0 0 4px; text-transform: uppercase; letter-spacing: .06em; }
  h2 { font-size: 17px; margin: 28px 0 6px; }
  p { margin: 6px 0; }
  table { border-collapse: collapse; width: 100%; margin-top: 14px; }
  th { text-align: left; font-weight: bold; border-bottom: 2px solid #14302b; }
  th, td { padding: 5px 10px 5px 0; vertical-align: top; }
  td { border-bottom: 1px solid #cfe0ea; }
  td.number, th.number { text-align: right; }
  .figure { font-size: 34px; font-weight: bold; border-bottom: 4px solid #b4532a; display: inline-block; padding: 0 4px; }
  a { color: #7a3412; }
  a:focus-visible { outline: 3px solid #b4532a; outline-offset: 2px; }
`;

function page(title: string, body: string): string {
  return `<!doctype html>
<html lang="en">
<head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1"><title>${escape(title)}</title><style>${STYLE}</style></head>
<body>
<div class="simulated" role="note">A simulated school, made up to try Fidens with. Nothing on it is real.</div>
<main>${body}</main>
</body>
</html>`;
}

/** The page of all courses. */
export function indexPage(courses: readonly SchoolCourse[]): string {
  const lines = courses
    .map(
      ({ slug, title, code, figure }) =>
        `<tr><td><a href="/school/${slug}">${escape(title)}</a></td><td>${escape(code)}</td><td class="number">${figure}</td></tr>`,
    )
    .join('\n');
  return page(
    `${NAME}: results (simulated)`,
    `<h1>${NAME} · results</h1><p>Noor Castellan, autumn term. As entered by 20 October 2026.</p>
<table><tr><th scope="col">Course</th><th scope="col">Code</th><th scope="col" class="number">Shown grade</th></tr>
${lines}</table>
<p><a href="/school/calendar.ics">Calendar of due days</a></p>`,
  );
}

/** The page of one course: its figure, and the table of what is entered. */
export function coursePage({ slug, title, code, figure, rows }: SchoolCourse): string {
  const lines = rows
    .map(
      ({
        name,
        category,
        due,
        score,
        possible,
        remark,
      }) => `<tr><td>${escape(name)}</td><td>${escape(category)}</td><td>${due ? DAY.format(due) : ''}</td>
<td class="number">${escape(score)}</td><td class="number">${escape(possible)}</td><td>${escape(remark)}</td></tr>`,
    )
    .join('\n');
  return page(
    `${title}: results (simulated)`,
    `<p><a href="/school">All courses</a></p><h1>${escape(title)}</h1><p>${escape(code)} · Noor Castellan</p>
<p>Shown grade: <span class="figure">${figure}</span></p>
<table id="results"><tr><th scope="col">Item</th><th scope="col">Group</th><th scope="col">Due</th><th scope="col" class="number">Points</th><th scope="col" class="number">Out of</th><th scope="col">Remark</th></tr>
${lines}</table>
<p><a href="/school/${slug}.csv" download>The same as CSV</a> · <a href="/school/${slug}.ics">Calendar of due days</a></p>`,
  );
}

/** The same table between commas (RFC 4180). */
export function courseCsv({ rows }: SchoolCourse): string {
  const line = (cells: readonly string[]) => cells.map(quoted).join(',');
  const cellsOf = ({ name, category, due, score, possible, remark }: SchoolRow) => [
    ...[name, category, due ? due.toISOString().slice(0, 10) : '', score, possible, remark],
  ];
  return [
    line(['Item', 'Group', 'Due', 'Points', 'Out of', 'Remark']),
    ...rows.map((row) => line(cellsOf(row))),
    '',
  ].join('\r\n');
}

function quoted(cell: string): string {
  return /[",\r\n]/.test(cell) ? `"${cell.replaceAll('"', '""')}"` : cell;
}
