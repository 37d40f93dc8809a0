import { byKey, column, type ChartSpec } from '@/core/spec';
import { checkSpec, modelOf } from '../charts/model';
import { readySheet } from '../sheets/sheets';
import { attachment, chartCsv } from './csv';

/** The charted values of a spec as a CSV download. */
export async function csvResponse(spec: ChartSpec): Promise<Response> {
  const sheet = await readySheet(spec.sheet);
  checkSpec(spec, sheet);
  const model = await modelOf(spec, sheet);
  const text = chartCsv(model, column(byKey(sheet.columns), spec.across.column).name);
  return new Response(text, {
    headers: { 'content-type': 'text/csv; charset=utf-8', 'content-disposition': attachment(model.title, 'csv') },
  });
}
