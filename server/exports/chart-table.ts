import type { Step } from '@/core/calendar';
import type { ChartModel } from '@/core/layout';
import { acrossName, amountUnit, columnsOf, layerUnit, type ChartSpec, type Layer, type Sources } from '@/core/spec';

/** A column of charted values. */
export interface TableColumn {
  readonly name: string;
  readonly type: 'date' | 'datetime' | 'text' | 'decimal' | 'integer';
  /** ISO 4217 code for money, "%" for fractions that are percent, else as written. */
  readonly unit?: string;
  /** Of dates: the step that each stands for. */
  readonly step?: Step;
}
export type TableCell = string | number | null;

/** The charted values: what runs across, then one column per series, per trend with the ends of its band, per amount that is only read. */
export interface ChartTable {
  readonly title: string;
  readonly columns: readonly TableColumn[];
  readonly rows: readonly (readonly TableCell[])[];
}

/** What the drawing does not say of its values: the name of what runs across, the step of its dates, the units of layers. */
export interface TableWords {
  readonly across: string;
  readonly step?: Step;
  readonly units?: ReadonlyMap<string, string | undefined>;
}

export function tableWords(spec: ChartSpec, sources: Sources): TableWords {
  const scatter = spec.across.as === 'number';
  const unitOf = (layer: Layer) =>
    scatter ? amountUnit(layer.amount, columnsOf(layer, sources)) : layerUnit(layer, sources);
  return {
    across: acrossName(spec, sources),
    ...(spec.across.as === 'time' ? { step: spec.across.step } : {}),
    units: new Map(spec.layers.map((layer) => [layer.id, unitOf(layer)])),
  };
}

/** The values of a chart as it is drawn, all its places, gaps null; nothing else of its sheet. */
export function chartTable(model: ChartModel, words: TableWords): ChartTable {
  const { columns, rows } = model.points ? pointTable(model, words) : seriesTable(model, words);
  return { title: model.title, columns, rows };
}

type Table = Omit<ChartTable, 'title'>;

const withUnit = (unit: string | undefined) => (unit ? { unit } : {});

function seriesTable(model: ChartModel, words: TableWords): Table {
  const copy = new Map((model.panels ?? []).flatMap(({ label, series }) => series.map((id) => [id, label] as const)));
  const { units } = words;
  const layerOf = new Map(model.series.map(({ id, layer }) => [id, layer]));
  const series = model.series.map(({ id, name, like, layer, values }) => ({
    column: numbers(like === undefined ? name : `${copy.get(id)}, ${name}`, values, units?.get(layer)),
    values,
  }));
  const trends = (model.trends ?? []).flatMap(({ name, of, values, low, high }) => {
    const unit = units?.get(layerOf.get(of) ?? '');
    return [
      { column: numbers(name, values, unit), values },
      ...(low && high
        ? [
            { column: numbers(`${name}, from`, low, unit), values: low },
            { column: numbers(`${name}, to`, high, unit), values: high },
          ]
        : []),
    ];
  });
  const further = (model.further ?? []).map(({ name, values }) => ({
    column: values.some((value) => typeof value === 'string') ? { name, type: 'text' as const } : numbers(name, values),
    values,
  }));
  const all = [...series, ...trends, ...further];
  const across = acrossColumn(model, words);
  const dated = across.type !== 'text' || model.across.kind === 'group';
  return {
    columns: [across, ...all.map(({ column }) => column)],
    rows: model.across.values.map((value, i) => [
      dated ? value : model.across.labels[i],
      ...all.map(({ values }) => values[i] ?? null),
    ]),
  };
}

function numbers(name: string, values: readonly (number | string | null)[], unit?: string): TableColumn {
  const whole = values.every((value) => value === null || (Number.isInteger(value) && Number.isSafeInteger(value)));
  return { name, type: whole && unit === undefined ? 'integer' : 'decimal', ...withUnit(unit) };
}

/** Cycles and bins have words of their own; a number that runs along is one. */
function acrossColumn({ across }: ChartModel, { across: name, step }: TableWords): TableColumn {
  if (across.kind === 'time') return { name, type: step === 'hour' ? 'datetime' : 'date', ...(step ? { step } : {}) };
  const numeric = across.values.length > 0 && across.values.every((value) => typeof value === 'number');
  return across.kind === 'number' || (across.kind === 'group' && numeric)
    ? numbers(name, across.values)
    : { name, type: 'text' };
}

function pointTable(model: ChartModel, { across, units }: TableWords): Table {
  const names = new Map(model.series.map((series) => [series.id, series.name]));
  const named = model.series.length > 1 || model.series.some((series) => series.split !== undefined);
  const points = model.points ?? [];
  const up = model.scales.left?.title ?? model.scales.right?.title ?? 'Value';
  return {
    columns: [
      numbers(
        across,
        points.map(({ x }) => x),
        model.scales.across?.unit,
      ),
      numbers(
        up,
        points.map(({ y }) => y),
        units?.get(model.series[0]?.layer ?? ''),
      ),
      ...(named ? [{ name: 'Series', type: 'text' as const }] : []),
      { name: 'Rows', type: 'integer' },
    ],
    rows: points.map(({ x, y, series, count }) => [x, y, ...(named ? [names.get(series) ?? ''] : []), count]),
  };
}
