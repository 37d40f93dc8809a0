import { acrossName, type ChartSpec } from '@/core/spec';
import { openBook } from '../charts/book';
import { checkSpec, modelOf } from '../charts/model';
import { attachment, chartCsv } from './csv';

/** The charted values of a spec as a CSV download. */
export async function csvResponse(spec: ChartSpec): Promise<Response> {
  const book = await openBook(spec);
  checkSpec(spec, book);
  const model = await modelOf(spec, book);
  const text = chartCsv(model, acrossName(spec, book.sources));
  return new Response(text, {
    headers: { 'content-type': 'text/csv; charset=utf-8', 'content-disposition': attachment(model.title, 'csv') },
  });
}
