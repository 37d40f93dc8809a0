import contentDisposition from 'content-disposition';
import Papa from 'papaparse';
import type { ChartModel } from '@/core/layout';
import { fileNameOf } from '@/core/spec';

/** A cell that a spreadsheet would take for a formula, in signs of full width too. */
const FORMULA = /^\s*[=+\-@\t\r\n\uFF1D\uFF0B\uFF0D\uFF20]/;
/** Numbers are none, also negative ones and those that are texts for having too many digits for a double. */
const NUMBER = /^-?\d+(?:\.\d+)?$/;

/** Makes a text safe to open in a spreadsheet: what would be taken for a formula gets an apostrophe before it (OWASP, "CSV Injection"). */
export function safeText(text: string): string {
  return FORMULA.test(text) && !NUMBER.test(text) ? `'${text}` : text;
}

/** The charted values as RFC 4180: what runs across, then one column per series, per trend with the ends of its band, and per amount that is only read. Dates ISO 8601, numbers plain, gaps empty. */
export function chartCsv(model: ChartModel, acrossName: string): string {
  const rows = model.points ? pointRows(model, acrossName) : seriesRows(model, acrossName);
  return `${Papa.unparse(rows, { newline: '\r\n' })}\r\n`;
}

function seriesRows(model: ChartModel, acrossName: string): (string | number)[][] {
  const dated = model.across.kind === 'time' || model.across.kind === 'group';
  const copy = new Map((model.panels ?? []).flatMap(({ label, series }) => series.map((id) => [id, label] as const)));
  const named = (series: ChartModel['series'][number]) =>
    series.like === undefined ? series.name : `${copy.get(series.id)}, ${series.name}`;
  const { further = [] } = model;
  const trends = (model.trends ?? []).flatMap(({ name, values, low, high }) => [
    { name, values },
    ...(low && high
      ? [
          { name: `${name}, from`, values: low },
          { name: `${name}, to`, values: high },
        ]
      : []),
  ]);
  const head = [
    safeText(acrossName),
    ...model.series.map((series) => safeText(named(series))),
    ...trends.map(({ name }) => safeText(name)),
    ...further.map(({ name }) => safeText(name)),
  ];
  const place = (value: string | number, i: number) =>
    dated ? (typeof value === 'string' ? safeText(value) : value) : safeText(model.across.labels[i]);
  return [
    head,
    ...model.across.values.map((value, i) => [
      place(value, i),
      ...model.series.map((series) => series.values[i] ?? ''),
      ...trends.map(({ values }) => values[i] ?? ''),
      ...further.map(({ values }) => {
        const value = values[i] ?? '';
        return typeof value === 'string' ? safeText(value) : value;
      }),
    ]),
  ];
}

function pointRows(model: ChartModel, acrossName: string): (string | number)[][] {
  const names = new Map(model.series.map((series) => [series.id, series.name]));
  const split = model.series.some((series) => series.split !== undefined);
  const up = model.scales.left?.title ?? model.scales.right?.title ?? 'Value';
  const named = split || model.series.length > 1;
  return [
    [safeText(acrossName), safeText(up), ...(named ? ['Series'] : []), 'Rows'],
    ...(model.points ?? []).map((point) => [
      point.x,
      point.y,
      ...(named ? [safeText(names.get(point.series) ?? '')] : []),
      point.count,
    ]),
  ];
}

/** An attachment's name from a title: plain ASCII first, letters of every script after it (RFC 6266). */
export function attachment(title: string, extension: string): string {
  const name = fileNameOf(title);
  const ascii = fileNameOf(name.normalize('NFKD').replace(/[^\w -]/g, ''));
  return contentDisposition(`${name}.${extension}`, { fallback: `${ascii}.${extension}` });
}
