import { stepLabel, type Locale } from '../calendar';
import type { Frame } from '../shaping';
import { layerUnit, mannerOf, type ChartSpec, type Sources } from '../spec';
import type { Figure, ModelSeries } from './model';
import { writeValue } from './numbers';

/**
 * The one figure of a chart: the value of the last step with its change against the step before, or the single value that
 * there is.
 */
export function figureOf(frame: Frame, series: ModelSeries, spec: ChartSpec, sources: Sources): Figure {
  const known = series.values.flatMap((value, at) => (value === null ? [] : [{ value, at }]));
  const last = known[known.length - 1];
  if (last === undefined) return { words: '–', of: '', line: false };
  const words = series.labels[last.at] ?? '';
  if (spec.across.as !== 'time') return { words, of: '', line: false };
  const { step } = spec.across;
  const name = (at: number) => stepLabel(String(frame.across.values[at]), step, mannerOf(spec));
  const before = series.values[last.at - 1];
  const unit = layerUnit(spec.layers[0], sources);
  return {
    words,
    of: name(last.at),
    line: known.length > 2,
    ...(before === null || before === undefined
      ? {}
      : {
          change: {
            words: `${changeWords(last.value, before, unit, spec.look?.locale)} against ${name(last.at - 1)}`,
            up: last.value >= before,
          },
        }),
  };
}

/** A change in percent where that means something, otherwise as an amount. */
export function changeWords(now: number, before: number, unit: string | undefined, locale?: Locale): string {
  const plus = now >= before ? '+' : '';
  if (before > 0 && now >= 0 && unit !== '%') return `${plus}${writeValue(now / before - 1, '%', undefined, locale)}`;
  if (unit === '%') return `${plus}${writeValue((now - before) * 100, undefined, 1, locale)} points`;
  return `${plus}${writeValue(now - before, unit, undefined, locale)}`;
}
