import { inXml } from '../xml';
import type { ChartTable, TableCell, TableColumn } from './chart-table';
import { shownAs, type Shown } from './formats';
import { headOf } from './xlsx';
import { zipped } from './zipped';

const TYPE = 'application/vnd.oasis.opendocument.spreadsheet';
const NAMES = [
  'office="urn:oasis:names:tc:opendocument:xmlns:office:1.0"',
  'table="urn:oasis:names:tc:opendocument:xmlns:table:1.0"',
  'text="urn:oasis:names:tc:opendocument:xmlns:text:1.0"',
  'style="urn:oasis:names:tc:opendocument:xmlns:style:1.0"',
  'number="urn:oasis:names:tc:opendocument:xmlns:datastyle:1.0"',
  'fo="urn:oasis:names:tc:opendocument:xmlns:xsl-fo-compatible:1.0"',
]
  .map((name) => `xmlns:${name}`)
  .join(' ');

/** The charted values as an OpenDocument spreadsheet (OASIS ODF 1.3): typed cells, each column with its format. */
export async function chartOds({ title, columns, rows }: ChartTable): Promise<Buffer> {
  const shown = columns.map(shownAs);
  const styles = shown.map((one, i) => styleOf(one, columns[i], i)).join('');
  const head = columns.map(({ name, unit }) => textCell(headOf(name, unit), ' table:style-name="head"')).join('');
  const body = rows
    .map((row) => `<table:table-row>${row.map((cell, i) => cellOf(cell, shown[i], i)).join('')}</table:table-row>`)
    .join('');
  const name = inXml(title.replace(/[\\/?*[\]:']/g, ' ').trim() || 'Chart');
  const content = `<?xml version="1.0" encoding="UTF-8"?><office:document-content ${NAMES} office:version="1.3"><office:automatic-styles><style:style style:name="head" style:family="table-cell"><style:text-properties fo:font-weight="bold"/></style:style>${styles}</office:automatic-styles><office:body><office:spreadsheet><table:table table:name="${name}">${columns
    .map((_, i) => `<table:table-column table:default-cell-style-name="c${i}"/>`)
    .join(
      '',
    )}<table:table-row>${head}</table:table-row>${body}</table:table></office:spreadsheet></office:body></office:document-content>`;
  const manifest = `<?xml version="1.0" encoding="UTF-8"?><manifest:manifest xmlns:manifest="urn:oasis:names:tc:opendocument:xmlns:manifest:1.0" manifest:version="1.3"><manifest:file-entry manifest:full-path="/" manifest:version="1.3" manifest:media-type="${TYPE}"/><manifest:file-entry manifest:full-path="content.xml" manifest:media-type="text/xml"/></manifest:manifest>`;
  return zipped([
    // The first and uncompressed, so that the type can be read from the bytes (ODF 1.3 part 2, 3.3).
    { path: 'mimetype', content: TYPE, plain: true },
    { path: 'content.xml', content },
    { path: 'META-INF/manifest.xml', content: manifest },
  ]);
}

const DATES = {
  day: '<number:day/><number:text> </number:text><number:month number:textual="true"/><number:text> </number:text><number:year number:style="long"/>',
  month: '<number:month number:textual="true"/><number:text> </number:text><number:year number:style="long"/>',
  year: '<number:year number:style="long"/>',
  time: '<number:day/><number:text> </number:text><number:month number:textual="true"/><number:text> </number:text><number:year number:style="long"/><number:text> </number:text><number:hours number:style="long"/><number:text>:</number:text><number:minutes number:style="long"/>',
} as const;

function styleOf(shown: Shown, { type }: TableColumn, i: number): string {
  const cells = (format: string) =>
    `${format}<style:style style:name="c${i}" style:family="table-cell" style:data-style-name="n${i}"/>`;
  const number = (decimals: number, grouping = true) =>
    `<number:number number:decimal-places="${decimals}" number:min-integer-digits="1"${grouping ? ' number:grouping="true"' : ''}/>`;
  switch (shown.is) {
    case 'date':
      return cells(`<number:date-style style:name="n${i}">${DATES[shown.show]}</number:date-style>`);
    case 'percent':
      return cells(
        `<number:percentage-style style:name="n${i}">${number(1, false)}<number:text>%</number:text></number:percentage-style>`,
      );
    case 'money':
      return cells(
        `<number:currency-style style:name="n${i}"><number:currency-symbol>${inXml(shown.sign)}</number:currency-symbol>${number(shown.decimals)}</number:currency-style>`,
      );
    case 'number':
      return type === 'integer'
        ? cells(`<number:number-style style:name="n${i}">${number(0)}</number:number-style>`)
        : `<style:style style:name="c${i}" style:family="table-cell"/>`;
    case 'text':
      return `<style:style style:name="c${i}" style:family="table-cell"/>`;
  }
}

const textCell = (text: string, more = '') =>
  `<table:table-cell office:value-type="string"${more}><text:p>${inXml(text)}</text:p></table:table-cell>`;

function cellOf(cell: TableCell, shown: Shown, i: number): string {
  if (cell === null) return '<table:table-cell/>';
  const style = ` table:style-name="c${i}"`;
  if (shown.is === 'date' && typeof cell === 'string')
    return `<table:table-cell${style} office:value-type="date" office:date-value="${inXml(cell)}"><text:p>${inXml(cell)}</text:p></table:table-cell>`;
  if (typeof cell === 'string') return textCell(cell, style);
  const kind =
    shown.is === 'percent' ? 'percentage' : shown.is === 'money' ? `currency" office:currency="${shown.code}` : 'float';
  return `<table:table-cell${style} office:value-type="${kind}" office:value="${cell}"><text:p>${cell}</text:p></table:table-cell>`;
}
