import path from 'node:path';
import { LIMITS, refuse, type RecordBatch } from '@/core/reading';
import { isShortest, numberText } from './cell-texts';
import { likelier, type Book, type Grid } from './grid';
import { Merges } from './merges';
import { builtInLook, formatLook, formattedNumber, type FormatLook } from './number-formats';
import { PackedXml, type XmlHearer } from './packed-xml';
import type { Progress } from './records';
import { RowSpool } from './row-spool';

interface Listed {
  readonly name: string;
  readonly hidden: boolean;
  readonly part: string;
}

/** What the worksheets of a workbook share. */
interface Shared {
  readonly texts: readonly string[];
  /** By the number of a cell's style. */
  readonly looks: readonly FormatLook[];
  readonly since1904: boolean;
}

/**
 * The worksheets of an XLSX workbook (ISO/IEC 29500), read by events: only cells that hold something are kept, and those
 * on the disk. Formulas give their stored results, error cells their error's text.
 * @param wanted reads only the worksheet of this name, where there is one
 */
export async function readXlsx(file: string, wanted: string | undefined, progress: Progress): Promise<Book> {
  const xml = await PackedXml.open(file);
  try {
    const { listed, since1904 } = await readList(xml);
    const book: Shared = { texts: await readTexts(xml), looks: await readLooks(xml), since1904 };
    const grids: Grid[] = [];
    let kept: Grid | undefined;
    for (const [i, one] of listed.entries()) {
      const asked = one.name === wanted || !listed.some(({ name }) => name === wanted);
      const reader = new WorksheetReader(one, book, new RowSpool(path.dirname(file), asked));
      await xml.read(one.part, reader, { progress: (share) => progress((i + share) / listed.length) });
      const grid = reader.grid();
      grids.push(grid);
      if (asked) kept = likelier(kept, grid);
    }
    return { grids, kept };
  } finally {
    xml.close();
  }
}

const hearing = (open: XmlHearer['open']): XmlHearer => ({ open, close: () => undefined, text: () => undefined });

const isTrue = (value: string | undefined) => value === '1' || value === 'true';

async function readList(xml: PackedXml): Promise<{ listed: Listed[]; since1904: boolean }> {
  const targets = new Map<string, string>();
  await xml.read(
    'xl/_rels/workbook.xml.rels',
    hearing((name, { Id, Type, Target }) => {
      if (name !== 'Relationship' || !/\/worksheet$/.test(Type ?? '')) return;
      targets.set(Id, Target.startsWith('/') ? Target.slice(1) : path.posix.normalize(`xl/${Target}`));
    }),
  );
  const listed: Listed[] = [];
  let since1904 = false;
  await xml.read(
    'xl/workbook.xml',
    hearing((name, attributes) => {
      if (name === 'workbookPr') since1904 = isTrue(attributes.date1904);
      if (name !== 'sheet') return;
      const id = Object.entries(attributes).find(([key]) => /^(?:\w+:)?id$/.test(key) && key !== 'id')?.[1];
      const part = targets.get(id ?? '');
      if (part && xml.has(part))
        listed.push({ name: attributes.name, hidden: (attributes.state ?? 'visible') !== 'visible', part });
    }),
  );
  return { listed, since1904 };
}

/** `_x000D_` and its like (ISO/IEC 29500-1, 22.9.2.19). */
const ESCAPED = /_x([0-9A-Fa-f]{4})_/g;
const unescaped = (text: string) =>
  text.includes('_x') ? text.replace(ESCAPED, (_, code: string) => String.fromCharCode(parseInt(code, 16))) : text;

/** Gathers the text of `<si>` and `<is>`: its runs together, without how it is pronounced. */
class TextGatherer {
  private text = '';
  private within = false;
  private spoken = 0;

  open(name: string): void {
    if (name === 'rPh') this.spoken++;
    else if (name === 't') this.within = this.spoken === 0;
  }
  close(name: string): void {
    if (name === 'rPh') this.spoken--;
    else if (name === 't') this.within = false;
  }
  add(text: string): void {
    if (!this.within) return;
    this.text += text;
    if (this.text.length > LIMITS.cellText) throw refuse.cellText('A text of this workbook');
  }
  taken(): string {
    const text = unescaped(this.text);
    this.text = '';
    return text;
  }
}

async function readTexts(xml: PackedXml): Promise<string[]> {
  const texts: string[] = [];
  if (!xml.has('xl/sharedStrings.xml')) return texts;
  const gatherer = new TextGatherer();
  let characters = 0;
  await xml.read('xl/sharedStrings.xml', {
    open: (name) => gatherer.open(name),
    text: (text) => gatherer.add(text),
    close: (name) => {
      gatherer.close(name);
      if (name !== 'si') return;
      const text = gatherer.taken();
      // An empty one takes room too.
      characters += text.length + 8;
      if (characters > LIMITS.sharedText) throw refuse.sharedText();
      texts.push(text);
    },
  });
  return texts;
}

async function readLooks(xml: PackedXml): Promise<FormatLook[]> {
  const looks: FormatLook[] = [];
  if (!xml.has('xl/styles.xml')) return looks;
  const own = new Map<number, FormatLook>();
  let ofCells = false;
  await xml.read('xl/styles.xml', {
    open: (name, attributes) => {
      if (name === 'numFmt') own.set(Number(attributes.numFmtId), formatLook(attributes.formatCode ?? ''));
      else if (name === 'cellXfs') ofCells = true;
      else if (name === 'xf' && ofCells) {
        const id = Number(attributes.numFmtId ?? 0);
        looks.push(own.get(id) ?? builtInLook(id));
      }
    },
    text: () => undefined,
    close: (name) => {
      if (name === 'cellXfs') ofCells = false;
    },
  });
  return looks;
}

interface Cell {
  readonly column: number;
  readonly type: string;
  readonly look: FormatLook;
}

/** Follows a worksheet part (ISO/IEC 29500-1, 18.3.1.99). */
class WorksheetReader implements XmlHearer {
  private readonly merges = new Merges();
  private readonly inline = new TextGatherer();
  private row: string[] = [];
  private number = 0;
  private cell: Cell | undefined;
  private column = 0;
  private widest = 0;
  private value = '';
  private inValue = false;
  private inInline = false;
  private hiddenRow = false;
  private readonly lately = new Map<FormatLook, Map<string, string>>();
  private hiddenRows = 0;
  private readonly hiddenColumns: { readonly from: number; readonly to: number }[] = [];

  constructor(
    private readonly listed: Listed,
    private readonly book: Shared,
    private readonly spool: RowSpool,
  ) {}

  open(name: string, attributes: Readonly<Record<string, string>>): void {
    switch (name) {
      case 'c':
        return this.openCell(attributes);
      case 'v':
        this.inValue = this.cell !== undefined;
        return;
      case 'is':
        this.inInline = this.cell !== undefined;
        return;
      case 'row':
        return this.openRow(attributes);
      case 'mergeCell':
        if (!this.merges.add(attributes.ref ?? '')) throw refuse.merged(this.listed.name);
        return;
      case 'col':
        if (isTrue(attributes.hidden) && this.hiddenColumns.length < LIMITS.columns)
          this.hiddenColumns.push({ from: Number(attributes.min), to: Number(attributes.max) });
        return;
      default:
        if (this.inInline) this.inline.open(name);
    }
  }

  text(text: string): void {
    if (this.inValue) {
      this.value += text;
      if (this.value.length > LIMITS.cellText)
        throw refuse.cellText(`A cell of row ${this.number.toLocaleString('en-GB')}`);
    } else if (this.inInline) this.inline.add(text);
  }

  close(name: string): void {
    if (name === 'c') this.closeCell();
    else if (name === 'v') this.inValue = false;
    else if (name === 'is') this.inInline = false;
    else if (name === 'row') this.closeRow();
    else if (this.inInline) this.inline.close(name);
  }

  grid(): Grid {
    const { spool, merges, listed, hiddenRows } = this;
    const hiddenColumns = new Set<number>();
    for (const { from, to } of this.hiddenColumns)
      for (let c = Math.max(1, from); c <= Math.min(to, this.widest); c++) hiddenColumns.add(c);
    return {
      name: listed.name,
      hidden: listed.hidden,
      spool,
      hiddenRows,
      hiddenColumns: hiddenColumns.size,
      mergedCells: merges.count,
      records: (progress) => withoutCovered(spool.rows(progress), merges),
    };
  }

  private openRow({ r, hidden }: Readonly<Record<string, string>>): void {
    const given = r === undefined ? NaN : Number(r);
    this.number = Number.isSafeInteger(given) && given > this.number ? given : this.number + 1;
    if (this.number > LIMITS.rows) throw refuse.rows(this.number);
    this.row = [];
    this.column = 0;
    this.hiddenRow = isTrue(hidden);
  }

  private openCell({ r, s, t = 'n' }: Readonly<Record<string, string>>): void {
    this.column = (r === undefined ? undefined : columnOf(r)) ?? this.column + 1;
    this.cell = { column: this.column, type: t, look: this.book.looks[Number(s ?? 0)] ?? builtInLook(0) };
    this.value = '';
  }

  private closeCell(): void {
    const { cell } = this;
    this.cell = undefined;
    if (!cell) return;
    const text = this.cellText(cell);
    if (text === '') return;
    if (cell.column > LIMITS.columns) throw refuse.columns(cell.column, `Row ${this.number.toLocaleString('en-GB')}`);
    while (this.row.length < cell.column) this.row.push('');
    this.row[cell.column - 1] = text;
    if (cell.column > this.widest) this.widest = cell.column;
  }

  private closeRow(): void {
    if (this.row.length === 0) return;
    this.spool.add(this.number, this.row);
    if (this.hiddenRow) this.hiddenRows++;
    this.row = [];
  }

  /** Days and amounts come again: what was made of them under a format is kept for a while. */
  private known(value: string, look: FormatLook, make: () => string): string {
    let texts = this.lately.get(look);
    if (!texts || texts.size > 10_000) this.lately.set(look, (texts = new Map<string, string>()));
    const before = texts.get(value);
    if (before !== undefined) return before;
    const made = make();
    texts.set(value, made);
    return made;
  }

  private cellText({ type, look }: Cell): string {
    const { value, book } = this;
    switch (type) {
      case 's':
        return value === '' ? '' : (book.texts[Number(value)] ?? '');
      case 'inlineStr':
        return this.inline.taken();
      case 'str':
        return unescaped(value);
      case 'b':
        return value === '' ? '' : isTrue(value.trim()) ? 'TRUE' : 'FALSE';
      case 'e':
        return value;
      case 'd':
        return value.replace(/T00:00:00(?:\.0+)?Z?$/, '').replace(/(?:\.0+)?Z$/, '');
      default: {
        if (look.as === 'number' && isShortest(value)) return value;
        if (value.trim() === '') return '';
        const number = Number(value);
        if (!Number.isFinite(number)) return value;
        if (look.as === 'number') return numberText(number);
        return this.known(value, look, () => formattedNumber(number, look, book.since1904));
      }
    }
  }
}

/** The number of the column that a cell's place names: 1 of "A7", 28 of "AB7". */
function columnOf(place: string): number | undefined {
  let column = 0;
  let i = 0;
  for (; i < place.length && i < 8; i++) {
    const letter = place.charCodeAt(i) - 64;
    if (letter < 1 || letter > 26) break;
    column = column * 26 + letter;
  }
  return column > 0 && i <= 7 ? column : undefined;
}

/** Rows without what is written under merged cells: their value stands once, where they begin. */
async function* withoutCovered(batches: AsyncGenerator<RecordBatch>, merges: Merges): AsyncGenerator<RecordBatch> {
  if (merges.count === 0) return yield* batches;
  const covers = merges.walk();
  for await (const batch of batches) {
    batch.records.forEach((cells, i) => {
      const covered = covers(batch.numbers[i]);
      if (!covered) return;
      for (let c = 0; c < cells.length; c++) if (cells[c] !== '' && covered(c + 1)) cells[c] = '';
    });
    yield batch;
  }
}
