import type { ChartFigures } from '../api';

/** Puts a picture on the clipboard. Answers whether the browser took it. */
export async function copyPicture(picture: Promise<Blob>): Promise<boolean> {
  try {
    // The promise is handed over: some browsers allow it only at the moment of the click.
    await navigator.clipboard.write([new ClipboardItem({ 'image/png': picture })]);
    return true;
  } catch {
    // What failed was the picture itself: that is another message.
    await picture;
    return false;
  }
}

/** Puts figures on the clipboard as cells: a table for programs that take one, text with tabs for all others. */
export async function copyFigures(figures: ChartFigures): Promise<boolean> {
  const text = asTabs(figures);
  try {
    await navigator.clipboard.write([
      new ClipboardItem({
        'text/plain': new Blob([text], { type: 'text/plain' }),
        'text/html': new Blob([asTable(figures)], { type: 'text/html' }),
      }),
    ]);
    return true;
  } catch {
    return navigator.clipboard.writeText(text).then(
      () => true,
      () => false,
    );
  }
}

/** Example: `asTabs({ columns: [{ name: 'Item', type: 'text' }], rows: [['Rose\tred']] })` is `'Item\nRose red'`. */
export const asTabs = ({ columns, rows }: ChartFigures): string =>
  [columns.map(({ name }) => name), ...rows.map((row) => row.map((cell) => String(cell ?? '')))]
    .map((row) => row.map((cell) => cell.replace(/[\t\r\n]+/g, ' ')).join('\t'))
    .join('\n');

const ENTITIES: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;' };
const inHtml = (text: string) => text.replace(/[&<>]/g, (one) => ENTITIES[one]);

export function asTable({ columns, rows }: ChartFigures): string {
  const row = (cells: readonly string[], tag: 'th' | 'td') =>
    `<tr>${cells.map((cell) => `<${tag}>${inHtml(cell)}</${tag}>`).join('')}</tr>`;
  const head = row(
    columns.map(({ name }) => name),
    'th',
  );
  return `<table>${head}${rows
    .map((one) =>
      row(
        one.map((cell) => String(cell ?? '')),
        'td',
      ),
    )
    .join('')}</table>`;
}
