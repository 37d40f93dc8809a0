import { changeWords } from './figure';
import type { ChartModel, ModelSeries } from './model';
import { writeValue } from './numbers';

/** What is read of one series at one place. */
export interface SeriesReading {
  readonly series: ModelSeries;
  readonly value: number | null;
  readonly words: string | null;
  /** Its share of all series of its layer there: "27.8%". */
  readonly share?: string;
  /** Its change against the place before: "+4.2%". */
  readonly change?: string;
}

/**
 * All series at a place, with the share of each among the series of its layer (where all are amounts from zero up) and,
 * where places follow on each other, its change against the place before.
 */
export function readingsAt(
  model: Pick<ChartModel, 'series' | 'scales' | 'across' | 'look'>,
  at: number,
): SeriesReading[] {
  const follow = model.across.kind === 'time' || model.across.kind === 'cycle';
  const locale = model.look?.locale;
  return model.series.map((series) => {
    const value = series.values[at] ?? null;
    const words = series.labels[at] ?? null;
    if (value === null) return { series, value, words };
    const together = model.series
      .filter(({ layer }) => layer === series.layer)
      .flatMap(({ values }) => values[at] ?? []);
    const whole = together.reduce((sum, one) => sum + one, 0);
    const before = follow ? series.values[at - 1] : undefined;
    const unit = series.share ? undefined : model.scales[series.side]?.unit;
    return {
      series,
      value,
      words,
      ...(together.length > 1 && whole > 0 && together.every((one) => one >= 0)
        ? { share: writeValue(value / whole, '%', undefined, locale) }
        : {}),
      ...(before === undefined || before === null ? {} : { change: changeWords(value, before, unit, locale) }),
    };
  });
}
