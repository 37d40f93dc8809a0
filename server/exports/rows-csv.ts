import Papa from 'papaparse';
import type { RowsBehindRequest } from '../charts/requests';
import { allRowsBehind } from '../charts/rows-behind';
import { attachment, safeText } from './csv';

/** The rows behind a point as a CSV download (RFC 4180), all columns, in the order of the sheet. */
export async function rowsBehindCsv(request: RowsBehindRequest): Promise<Response> {
  const { columns, batches } = await allRowsBehind(request);
  const line = (rows: (string | number | boolean | null)[][]) =>
    `${Papa.unparse(
      rows.map((row) => row.map((cell) => (typeof cell === 'string' ? safeText(cell) : cell))),
      { newline: '\r\n' },
    )}\r\n`;
  async function* text() {
    yield line([columns.map(({ name }) => name)]);
    for await (const rows of batches()) yield line(rows);
  }
  const encoder = new TextEncoder();
  const content = text();
  const body = new ReadableStream<Uint8Array>({
    async pull(controller) {
      const { value, done } = await content.next();
      if (done) controller.close();
      else controller.enqueue(encoder.encode(value));
    },
    async cancel() {
      await content.return();
    },
  });
  return new Response(body, {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': attachment(`Rows behind ${request.point.across}`, 'csv'),
    },
  });
}
