import { strToU8, zipSync } from 'fflate';
import type { Cell, Workbook } from './sheet';
import { frozenIn, writtenSheets } from './look';

const SPACES = [
  ['office', 'office:1.0'],
  ['table', 'table:1.0'],
  ['text', 'text:1.0'],
  ['style', 'style:1.0'],
  ['number', 'datastyle:1.0'],
  ['fo', 'xsl-fo-compatible:1.0'],
  ['config', 'config:1.0'],
]
  .map(([prefix, name]) => `xmlns:${prefix}="urn:oasis:names:tc:opendocument:xmlns:${name}"`)
  .join(' ');
const HEAD = '<?xml version="1.0" encoding="UTF-8"?>\n';
const MEDIA_TYPE = 'application/vnd.oasis.opendocument.spreadsheet';

/**
 * Writes a workbook as an OpenDocument spreadsheet (ISO/IEC 26300, version 1.2): the same sheets, formulas and names as the other form has.
 * No package of the registry writes formulas, names and frozen heads together.
 *
 * @returns the bytes of an `.ods` file
 */
export function writeOds(workbook: Workbook): Uint8Array {
  return zipSync({
    // The kind of file stands first and unpacked, so that it can be told from the first bytes.
    mimetype: [strToU8(MEDIA_TYPE), { level: 0 }],
    'META-INF/manifest.xml': strToU8(manifest()),
    'content.xml': strToU8(content(workbook)),
    'settings.xml': strToU8(settings(workbook)),
    // Readers look for them, empty as they are.
    'styles.xml': strToU8(`${HEAD}<office:document-styles ${SPACES} office:version="1.2"/>`),
    'meta.xml': strToU8(`${HEAD}<office:document-meta ${SPACES} office:version="1.2"/>`),
  });
}

function manifest(): string {
  const entry = (path: string, type: string) =>
    `<manifest:file-entry manifest:full-path="${path}" manifest:media-type="${type}"/>`;
  return `${HEAD}<manifest:manifest xmlns:manifest="urn:oasis:names:tc:opendocument:xmlns:manifest:1.0" manifest:version="1.2">${entry('/', MEDIA_TYPE)}${['content', 'settings', 'styles', 'meta'].map((part) => entry(`${part}.xml`, 'text/xml')).join('')}</manifest:manifest>`;
}

function content(workbook: Workbook): string {
  const sheets = writtenSheets(workbook);
  const widths = [...new Set(sheets.flatMap(({ widths: own }) => own))];
  const styles = widths
    .map(
      (width) =>
        `<style:style style:name="w${width}" style:family="table-column"><style:table-column-properties style:column-width="${(width * 0.2).toFixed(2)}cm"/></style:style>`,
    )
    .join('');
  const two = (part: string) => `<number:${part} number:style="long"/>`;
  const text = (sign: string) => `<number:text>${sign}</number:text>`;
  const day = `<number:date-style style:name="moment">${two('year')}${text('-')}${two('month')}${text('-')}${two('day')}${text(' ')}${two('hours')}${text(':')}${two('minutes')}</number:date-style>`;
  const cells =
    '<style:style style:name="day" style:family="table-cell" style:data-style-name="moment"/>' +
    '<style:style style:name="head" style:family="table-cell"><style:text-properties fo:font-weight="bold"/></style:style>';
  const tables = sheets.map(({ name, rows, widths: own }) => {
    const columns = own.map((width) => `<table:table-column table:style-name="w${width}"/>`).join('');
    const lines = rows.map(
      (row, index) =>
        `<table:table-row>${row.map((cell) => cellXml(cell, index === 0)).join('')}</table:table-row>`,
    );
    return `<table:table table:name="${escaped(name)}">${columns}${lines.join('')}</table:table>`;
  });
  const names = Object.entries(workbook.names).map(
    ([name, address]) =>
      `<table:named-range table:name="${name}" table:base-cell-address="$${address.replace('!', '.')}" table:cell-range-address="$${address.replace('!', '.')}"/>`,
  );
  return `${HEAD}<office:document-content ${SPACES} xmlns:of="urn:oasis:names:tc:opendocument:xmlns:of:1.2" office:version="1.2"><office:automatic-styles>${styles}${day}${cells}</office:automatic-styles><office:body><office:spreadsheet>${tables.join('')}<table:named-expressions>${names.join('')}</table:named-expressions></office:spreadsheet></office:body></office:document-content>`;
}

function cellXml(cell: Cell, isHead: boolean): string {
  if (cell === null || cell === '') return '<table:table-cell/>';
  const style = isHead ? ' table:style-name="head"' : '';
  if (cell instanceof Date)
    return `<table:table-cell table:style-name="day" office:value-type="date" office:date-value="${cell.toISOString().slice(0, 19)}"><text:p>${cell.toISOString().slice(0, 16).replace('T', ' ')}</text:p></table:table-cell>`;
  if (typeof cell === 'object')
    return `<table:table-cell${style} table:formula="${escaped(`of:=${openFormula(cell.formula())}`)}"/>`;
  if (typeof cell === 'number')
    return `<table:table-cell${style} office:value-type="float" office:value="${cell}"><text:p>${cell}</text:p></table:table-cell>`;
  // Spaces at the ends and in rows would be lost otherwise.
  const text = escaped(cell)
    .replace(/ {2,}/g, (spaces) => `<text:s text:c="${spaces.length}"/>`)
    .replace(/\n/g, '<text:line-break/>');
  return `<table:table-cell${style} office:value-type="string"><text:p>${text}</text:p></table:table-cell>`;
}

/** A formula as OpenFormula has it: addresses in brackets, arguments between semicolons. No text in ours has a comma or an address. */
function openFormula(formula: string): string {
  return formula
    .replace(/(\w+)!(\$[A-Z]+\$\d+)(:\$[A-Z]+\$\d+)?/g, (_, sheet: string, from: string, to?: string) =>
      to === undefined ? `[$${sheet}.${from}]` : `[$${sheet}.${from}:.${to.slice(1)}]`,
    )
    .replaceAll(',', ';');
}

function escaped(text: string): string {
  return (
    text
      .replace(/&/g, '&amp;')
      .replace(/</g, '&lt;')
      .replace(/>/g, '&gt;')
      .replace(/"/g, '&quot;')
      // What XML cannot write at all.
      // oxlint-disable-next-line no-control-regex -- they are the ones to be found
      .replace(/[\u0000-\u0008\u000B\u000C\u000E-\u001F\uFFFE\uFFFF]/g, '')
  );
}

/** Frozen heads stand in the settings of the view. */
function settings(workbook: Workbook): string {
  const item = (name: string, type: string, value: string | number) =>
    `<config:config-item config:name="${name}" config:type="${type}">${value}</config:config-item>`;
  const sheets = workbook.sheets.map(({ name }) => {
    const { columns, rows } = frozenIn(name);
    const across = item('HorizontalSplitMode', 'short', 2) + item('HorizontalSplitPosition', 'int', columns);
    const down =
      item('VerticalSplitMode', 'short', rows > 0 ? 2 : 0) + item('VerticalSplitPosition', 'int', rows);
    return `<config:config-item-map-entry config:name="${name}">${across}${down}${item('PositionRight', 'int', columns)}${item('PositionBottom', 'int', rows)}</config:config-item-map-entry>`;
  });
  return `${HEAD}<office:document-settings ${SPACES} office:version="1.2"><office:settings><config:config-item-set config:name="ooo:view-settings"><config:config-item-map-indexed config:name="Views"><config:config-item-map-entry><config:config-item-map-named config:name="Tables">${sheets.join('')}</config:config-item-map-named></config:config-item-map-entry></config:config-item-map-indexed></config:config-item-set></office:settings></office:document-settings>`;
}
