import ExcelJS from 'exceljs';
import { frozenIn, writtenSheets } from './look';
import type { Workbook } from './sheet';

/**
 * Writes a workbook as a file that spreadsheets open (Office Open XML). Every text is a text, whatever it begins with; nothing is protected.
 *
 * @returns the bytes of an `.xlsx` file
 */
export async function writeXlsx(workbook: Workbook): Promise<Uint8Array> {
  const book = new ExcelJS.Workbook();
  book.creator = 'Fidens';
  for (const { name, rows, widths } of writtenSheets(workbook)) {
    const { columns, rows: heads } = frozenIn(name);
    const sheet = book.addWorksheet(name, { views: [{ state: 'frozen', xSplit: columns, ySplit: heads }] });
    widths.forEach((width, column) => {
      sheet.getColumn(column + 1).width = width;
    });
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
  for (const [name, address] of Object.entries(workbook.names)) book.definedNames.add(address, name);
  // Whoever opens it computes it: what is kept of results beside formulas is none.
  book.calcProperties.fullCalcOnLoad = true;
  return new Uint8Array(await book.xlsx.writeBuffer());
}
