import { SaxesParser, type SaxesTagPlain } from 'saxes';
import { ReadingRefusal } from '@/core/reading';
import { dateText, numberText, percentText } from './cell-texts';
import { entryStream, openZip } from './unpack';
import type yauzl from 'yauzl';
import type { Grid } from './grid';

/** Repetitions at the end of rows and sheets fill them up to their edge; more than this many are not written out. */
const MOST_REPEATED = 2_000;
const MOST_CELLS = 5_000_000;

/** The sheets of an OpenDocument spreadsheet (ISO/IEC 26300): the typed values of its cells as they are stored. */
export async function readOds(path: string): Promise<Grid[]> {
  const zip = await openZip(path);
  try {
    const entry = await new Promise<yauzl.Entry>((resolve, reject) => {
      zip.on('entry', (one: yauzl.Entry) => (one.fileName === 'content.xml' ? resolve(one) : zip.readEntry()));
      zip.on('end', () => reject(new ReadingRefusal('This spreadsheet has no content. Save it again, then drop it.')));
      zip.on('error', reject);
      zip.readEntry();
    });
    const reader = new ContentReader();
    const stream = await entryStream(zip, entry);
    stream.setEncoding('utf8');
    for await (const chunk of stream) reader.write(String(chunk));
    return reader.end();
  } finally {
    zip.close();
  }
}

interface OpenGrid {
  name: string;
  rows: string[][];
  hiddenRows: number;
  hiddenColumns: number;
  mergedCells: number;
}

/** Follows content.xml (ISO/IEC 26300-1, 9.1) and keeps rows of texts. */
class ContentReader {
  private readonly parser = new SaxesParser();
  private readonly grids: Grid[] = [];
  private grid: OpenGrid | undefined;
  private row: string[] = [];
  private rowTimes = 1;
  private rowHidden = false;
  private cell: { attributes: Record<string, string>; paragraphs: string[] } | undefined;
  private inText = 0;
  private inNote = 0;
  private cells = 0;

  constructor() {
    this.parser.on('opentag', (tag) => this.open(tag));
    this.parser.on('closetag', ({ name }) => this.close(name));
    this.parser.on('text', (text) => {
      if (this.cell && this.inText > 0 && this.inNote === 0)
        this.cell.paragraphs[this.cell.paragraphs.length - 1] += text;
    });
  }

  write(chunk: string): void {
    this.parser.write(chunk);
  }

  end(): Grid[] {
    this.parser.close();
    return this.grids;
  }

  private open({ name, attributes }: SaxesTagPlain): void {
    const times = (attribute: string) => Number(attributes[attribute] ?? 1);
    if (name === 'table:table' && !this.grid)
      this.grid = {
        name: attributes['table:name'] ?? 'Sheet',
        rows: [],
        hiddenRows: 0,
        hiddenColumns: 0,
        mergedCells: 0,
      };
    else if (name === 'table:table-column' && this.grid && attributes['table:visibility'] === 'collapse')
      this.grid.hiddenColumns += Math.min(times('table:number-columns-repeated'), MOST_REPEATED);
    else if (name === 'table:table-row') {
      this.row = [];
      this.rowTimes = times('table:number-rows-repeated');
      this.rowHidden = attributes['table:visibility'] === 'collapse' || attributes['table:visibility'] === 'filter';
    } else if (name === 'table:table-cell' || name === 'table:covered-table-cell') {
      this.cell = { attributes, paragraphs: [] };
      if (this.grid && (times('table:number-columns-spanned') > 1 || times('table:number-rows-spanned') > 1))
        this.grid.mergedCells++;
    } else if (name === 'office:annotation') this.inNote++;
    else if (name === 'text:p' && this.cell && this.inNote === 0) {
      this.inText++;
      this.cell.paragraphs.push('');
    } else if (this.cell && this.inText > 0 && this.inNote === 0) {
      const last = this.cell.paragraphs.length - 1;
      if (name === 'text:s') this.cell.paragraphs[last] += ' '.repeat(times('text:c'));
      else if (name === 'text:line-break') this.cell.paragraphs[last] += '\n';
      else if (name === 'text:tab') this.cell.paragraphs[last] += '\t';
    }
  }

  private close(name: string): void {
    if (name === 'office:annotation') this.inNote--;
    else if (name === 'text:p' && this.inText > 0 && this.inNote === 0) this.inText--;
    else if ((name === 'table:table-cell' || name === 'table:covered-table-cell') && this.cell) {
      const text =
        name === 'table:covered-table-cell' ? '' : odsText(this.cell.attributes, this.cell.paragraphs.join('\n'));
      const times = Number(this.cell.attributes['table:number-columns-repeated'] ?? 1);
      for (let i = 0; i < Math.min(times, text === '' ? MOST_REPEATED : times); i++) this.row.push(text);
      this.cell = undefined;
    } else if (name === 'table:table-row') this.endRow();
    else if (name === 'table:table' && this.grid) {
      while (this.grid.rows.length > 0 && this.grid.rows[this.grid.rows.length - 1].length === 0) this.grid.rows.pop();
      this.grids.push({ ...this.grid, hidden: false });
      this.grid = undefined;
    }
  }

  private endRow(): void {
    while (this.row.length > 0 && this.row[this.row.length - 1] === '') this.row.pop();
    const times = this.row.length === 0 ? Math.min(this.rowTimes, MOST_REPEATED) : this.rowTimes;
    this.cells += this.row.length * times;
    if (this.cells > MOST_CELLS)
      throw new ReadingRefusal(
        'This spreadsheet holds more than 5 million cells. Save the sheet you need as CSV and drop that.',
      );
    for (let i = 0; i < times; i++) this.grid?.rows.push([...this.row]);
    if (this.rowHidden && this.grid && this.row.length > 0) this.grid.hiddenRows += times;
  }
}

/** The value of a cell by its type (ISO/IEC 26300-1, 19.385). */
function odsText(attributes: Record<string, string>, shown: string): string {
  const value = Number(attributes['office:value']);
  switch (attributes['office:value-type']) {
    case 'float':
      return numberText(value);
    case 'percentage':
      return percentText(value);
    case 'currency': {
      const text = numberText(value);
      const code = attributes['office:currency'];
      return code ? `${code} ${text}` : text;
    }
    case 'date': {
      const text = attributes['office:date-value'] ?? shown;
      return /^\d{4}-\d{2}-\d{2}T/.test(text) ? dateText(new Date(`${text.slice(0, 19)}Z`), false) : text;
    }
    case 'time':
      return clockOf(attributes['office:time-value'] ?? '') ?? shown;
    case 'boolean':
      return attributes['office:boolean-value'] === 'true' ? 'TRUE' : 'FALSE';
    default:
      return shown;
  }
}

/** "PT16H20M00S" as "16:20:00". */
function clockOf(duration: string): string | undefined {
  const found = /^PT(\d+)H(\d+)M(\d+)(?:[.,]\d+)?S$/.exec(duration);
  return found ? `${found[1].padStart(2, '0')}:${found[2].padStart(2, '0')}:${found[3].padStart(2, '0')}` : undefined;
}
