import path from 'node:path';
import { LIMITS, ReadingRefusal, refuse } from '@/core/reading';
import { dateText, numberText, percentText } from './cell-texts';
import { likelier, type Book, type Grid } from './grid';
import { PackedXml, type XmlHearer } from './packed-xml';
import type { Progress } from './records';
import { RowSpool } from './row-spool';

const CONTENT = 'content.xml';

/**
 * The sheets of an OpenDocument spreadsheet (ISO/IEC 26300): the typed values of its cells as they are stored, read by
 * events; only rows that hold something are kept, and those on the disk.
 * @param wanted keeps only the rows of the sheet of this name
 */
export async function readOds(file: string, wanted: string | undefined, progress: Progress): Promise<Book> {
  const xml = await PackedXml.open(file);
  try {
    if (!xml.has(CONTENT)) throw new ReadingRefusal('This spreadsheet has no content. Save it again, then drop it.');
    const read = async (asked: (name: string) => boolean) => {
      const reader = new ContentReader(asked, path.dirname(file));
      await xml.read(CONTENT, reader, { progress, keepPrefix: true });
      return { grids: reader.grids, kept: reader.kept };
    };
    const book = await read((name) => wanted === undefined || name === wanted);
    // A sheet that was renamed since: the likeliest is taken.
    return wanted === undefined || book.grids.some(({ name }) => name === wanted) ? book : await read(() => true);
  } finally {
    xml.close();
  }
}

interface OpenSheet {
  readonly name: string;
  readonly spool: RowSpool;
  hiddenRows: number;
  hiddenColumns: number;
  mergedCells: number;
}

interface OpenCell {
  readonly attributes: Readonly<Record<string, string>>;
  readonly covered: boolean;
  text: string;
  paragraphs: number;
}

type Attributes = Readonly<Record<string, string>>;

/** How often something stands there. */
function timesOf(attributes: Attributes, name: string): number {
  const times = Number(attributes[name] ?? 1);
  return Number.isSafeInteger(times) && times > 0 ? times : 1;
}

/** Follows content.xml (ISO/IEC 26300-1, 9.1). Repeated emptiness only counts on. */
class ContentReader implements XmlHearer {
  readonly grids: Grid[] = [];
  kept: Grid | undefined;
  private sheet: OpenSheet | undefined;
  private row: string[] = [];
  private rowNumber = 0;
  private column = 0;
  private rowTimes = 1;
  private rowHidden = false;
  private cell: OpenCell | undefined;
  private inText = 0;
  private inNote = 0;

  constructor(
    private readonly asked: (sheet: string) => boolean,
    private readonly folder: string,
  ) {}

  open(name: string, attributes: Attributes): void {
    switch (name) {
      case 'table:table':
        return this.openSheet(attributes);
      case 'table:table-column':
        if (this.sheet && attributes['table:visibility'] === 'collapse')
          this.sheet.hiddenColumns += Math.min(timesOf(attributes, 'table:number-columns-repeated'), LIMITS.columns);
        return;
      case 'table:table-row':
        this.row = [];
        this.column = 0;
        this.rowTimes = timesOf(attributes, 'table:number-rows-repeated');
        this.rowHidden = attributes['table:visibility'] === 'collapse' || attributes['table:visibility'] === 'filter';
        return;
      case 'table:table-cell':
      case 'table:covered-table-cell':
        this.cell = { attributes, covered: name === 'table:covered-table-cell', text: '', paragraphs: 0 };
        return;
      case 'office:annotation':
        this.inNote++;
        return;
      default:
        if (this.cell && this.inNote === 0) this.openText(name, attributes);
    }
  }

  text(text: string): void {
    if (this.cell && this.inText > 0 && this.inNote === 0) this.write(text);
  }

  close(name: string): void {
    if (name === 'office:annotation') this.inNote--;
    else if (name === 'text:p' && this.inText > 0 && this.inNote === 0) this.inText--;
    else if (name === 'table:table-cell' || name === 'table:covered-table-cell') this.closeCell();
    else if (name === 'table:table-row') this.closeRow();
    else if (name === 'table:table') this.closeSheet();
  }

  private openSheet(attributes: Attributes): void {
    if (this.sheet) return;
    const name = attributes['table:name'] ?? 'Sheet';
    this.sheet = {
      name,
      spool: new RowSpool(this.folder, this.asked(name)),
      hiddenRows: 0,
      hiddenColumns: 0,
      mergedCells: 0,
    };
    this.rowNumber = 0;
  }

  private openText(name: string, attributes: Attributes): void {
    if (name === 'text:p') {
      this.inText++;
      if (this.cell && this.cell.paragraphs++ > 0) this.write('\n');
    } else if (this.inText === 0) return;
    else if (name === 'text:s') {
      const times = timesOf(attributes, 'text:c');
      if (times > LIMITS.cellText) throw this.tooLong();
      this.write(' '.repeat(times));
    } else if (name === 'text:line-break') this.write('\n');
    else if (name === 'text:tab') this.write('\t');
  }

  private write(text: string): void {
    if (!this.cell) return;
    this.cell.text += text;
    if (this.cell.text.length > LIMITS.cellText) throw this.tooLong();
  }

  private tooLong(): ReadingRefusal {
    return refuse.cellText(`A cell of row ${(this.rowNumber + 1).toLocaleString('en-GB')}`);
  }

  private closeCell(): void {
    const { cell } = this;
    this.cell = undefined;
    if (!cell) return;
    const text = cell.covered ? '' : odsText(cell.attributes, cell.text);
    const times = timesOf(cell.attributes, 'table:number-columns-repeated');
    const spans = ['table:number-columns-spanned', 'table:number-rows-spanned'];
    if (this.sheet && spans.some((span) => timesOf(cell.attributes, span) > 1)) this.sheet.mergedCells++;
    if (text !== '') {
      const last = this.column + times;
      if (last > LIMITS.columns) throw refuse.columns(last, `Row ${(this.rowNumber + 1).toLocaleString('en-GB')}`);
      while (this.row.length < this.column) this.row.push('');
      for (let i = 0; i < times; i++) this.row.push(text);
    }
    this.column += times;
  }

  private closeRow(): void {
    const { sheet, row, rowTimes } = this;
    if (!sheet) return;
    if (row.length > 0) {
      const last = this.rowNumber + rowTimes;
      if (last > LIMITS.rows) throw refuse.rows(last);
      for (let i = 1; i <= rowTimes; i++) sheet.spool.add(this.rowNumber + i, row);
      if (this.rowHidden) sheet.hiddenRows += rowTimes;
    }
    this.rowNumber += rowTimes;
  }

  private closeSheet(): void {
    const { sheet } = this;
    this.sheet = undefined;
    if (!sheet) return;
    const grid: Grid = { ...sheet, hidden: false, records: (progress) => sheet.spool.rows(progress) };
    this.grids.push(grid);
    if (this.asked(sheet.name)) this.kept = likelier(this.kept, grid);
  }
}

/** The value of a cell by its type (ISO/IEC 26300-1, 19.385). */
function odsText(attributes: Attributes, shown: string): string {
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
      const at = /^\d{4}-\d{2}-\d{2}T/.test(text) ? new Date(`${text.slice(0, 19)}Z`) : undefined;
      return at && !Number.isNaN(at.getTime()) ? dateText(at, false) : text;
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
