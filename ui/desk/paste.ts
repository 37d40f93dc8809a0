/** Pasted cells as a file: a table of a web page or a spreadsheet, text with tabs, or a copied file. `undefined` for anything else. */
export function pastedFile(data: DataTransfer): File | undefined {
  const [file] = data.files;
  if (file) return file;
  const rows = tableRows(data.getData('text/html'));
  const text = rows ? rows.map((row) => row.map(quoted).join('\t')).join('\n') : data.getData('text/plain');
  if (text.trim() === '') return undefined;
  return new File([text], 'Pasted cells.tsv', { type: 'text/tab-separated-values' });
}

/** The cells of the largest table in a piece of HTML; merged ones count once, where they begin. */
function tableRows(html: string): string[][] | undefined {
  if (!html.includes('<table')) return undefined;
  const tables = [...new DOMParser().parseFromString(html, 'text/html').querySelectorAll('table')];
  const [table] = tables.sort((a, b) => b.rows.length - a.rows.length);
  if (!table || table.rows.length === 0) return undefined;
  const rows: string[][] = [];
  [...table.rows].forEach((row, r) => {
    rows[r] ??= [];
    let c = 0;
    for (const cell of row.cells) {
      while (rows[r][c] !== undefined) c++;
      for (let down = 0; down < cell.rowSpan; down++) {
        rows[r + down] ??= [];
        for (let across = 0; across < cell.colSpan; across++) rows[r + down][c + across] = '';
      }
      rows[r][c] = (cell.textContent ?? '').replace(/\s+/g, ' ').trim();
    }
  });
  return rows.map((row) => Array.from(row, (cell) => cell ?? ''));
}

const quoted = (cell: string) => (/[\t\n\r"]/.test(cell) ? `"${cell.replaceAll('"', '""')}"` : cell);
