import ExcelJS from 'exceljs';
import type { Workbook } from './sheet';

/** Widths of the first columns of each sheet, in characters; the others are as wide as a number. */
const WIDTHS: Readonly<Record<string, readonly number[]>> = {
  Pieces: [16, 34, 24, 18, 11, 9, 9, 9, 14],
  Course: [34, 20, 10],
  Values: [16, 12, 8],
};
const NUMBER_WIDTH = 12;

/**
 * Writes a workbook as a file that spreadsheets open (Office Open XML). Every text is a text, whatever it begins with; nothing is protected.
 *
 * @returns the bytes of an `.xlsx` file
 */
export async function writeWorkbook({ sheets, names, asValues }: Workbook): Promise<Uint8Array> {
  const book = new ExcelJS.Workbook();
  book.creator = 'Fidens';
  for (const { name, rows } of sheets) {
    const sheet = book.addWorksheet(name, {
      views: [{ state: 'frozen', xSplit: name === 'Pieces' ? 2 : 1, ySplit: name === 'Course' ? 0 : 1 }],
    });
    const columns = Math.max(...rows.map((row) => row.length));
    for (let column = 0; column < columns; column += 1)
      sheet.getColumn(column + 1).width = WIDTHS[name]?.[column] ?? NUMBER_WIDTH;
    rows.forEach((cells, index) => {
      const row = sheet.getRow(index + 1);
      cells.forEach((cell, place) => {
        if (cell === null || cell === '') return;
        const target = row.getCell(place + 1);
        if (cell instanceof Date) {
          target.value = cell;
          target.numFmt = 'yyyy-mm-dd hh:mm';
        } else if (typeof cell === 'object') target.value = { formula: cell.formula() };
        else target.value = cell;
      });
      if (index === 0) row.font = { bold: true };
    });
  }
  for (const [name, address] of Object.entries(names)) book.definedNames.add(address, name);
  if (asValues.length > 0) {
    const sheet = book.addWorksheet('As values');
    sheet.addRow(['These are numbers as they are now, and no formulas:']);
    for (const line of asValues) sheet.addRow([line]);
    sheet.getColumn(1).width = 90;
  }
  // Whoever opens it computes it: what is kept of results beside formulas is none.
  book.calcProperties.fullCalcOnLoad = true;
  return new Uint8Array(await book.xlsx.writeBuffer());
}
