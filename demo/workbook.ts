import ExcelJS from 'exceljs';

export type Cell = string | number | Date | null;

/** Worksheets as an XLSX file; `formats` are number formats by column, from 1. */
export async function workbook(
  sheets: readonly {
    readonly name: string;
    readonly rows: readonly (readonly Cell[])[];
    readonly formats?: Readonly<Record<number, string>>;
  }[],
): Promise<Buffer> {
  const book = new ExcelJS.Workbook();
  book.created = new Date(Date.UTC(2025, 0, 6));
  for (const { name, rows, formats = {} } of sheets) {
    const sheet = book.addWorksheet(name);
    for (const row of rows) sheet.addRow([...row]);
    for (const [column, format] of Object.entries(formats)) sheet.getColumn(Number(column)).numFmt = format;
  }
  return Buffer.from(await book.xlsx.writeBuffer());
}
