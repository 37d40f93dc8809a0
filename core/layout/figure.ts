import { stepLabel, type Locale } from '../calendar';
import type { Frame } from '../shaping';
import { correlation } from '../statistics';
import { placesBefore } from '../then';
import { layerUnit, mannerOf, type ChartSpec, type Sources } from '../spec';
import type { Figure, ModelSeries } from './model';
import { writeFigure, writeValue } from './numbers';

/** A season repeats where values go along with those of the year before at least so closely (common practice, no source). */
const SEASONAL = 0.5;
/** So many pairs of values a year apart tell of it. */
const LEAST_PAIRS = 4;

/**
 * The one figure of a chart: the value of the last step with its change against the step before (where a season repeats,
 * or its user wishes, against the same step of the year before), or the single value that there is.
 */
export function figureOf(frame: Frame, series: ModelSeries | undefined, spec: ChartSpec, sources: Sources): Figure {
  const { values, labels } = series ?? { values: [], labels: [] };
  const known = values.flatMap((value, at) => (value === null ? [] : [{ value, at }]));
  const last = known[known.length - 1];
  if (last === undefined) return { words: '–', of: '', line: false };
  const wish = spec.layers[0].style?.figure ?? {};
  const unit = layerUnit(spec.layers[0], sources);
  const locale = spec.look?.locale;
  const words = writeFigure(last.value, unit, wish.decimals, locale, labels[last.at]);
  if (spec.across.as !== 'time') return { words, of: '', line: false };
  const { step } = spec.across;
  const name = (at: number) => stepLabel(String(frame.across.values[at]), step, mannerOf(spec));
  const places = frame.across.values.map(String);
  const years = step === 'year' ? [] : placesBefore(places, step, spec.calendar);
  const against = wish.against ?? (repeats(values, years) ? 'year-before' : 'previous');
  const before = against === 'year-before' ? years[last.at] : against === 'previous' ? last.at - 1 : undefined;
  const value = before === undefined ? undefined : values[before];
  return {
    words,
    of: name(last.at),
    line: known.length > 2 && wish.line !== false,
    ...(before === undefined || value === null || value === undefined
      ? {}
      : {
          against: against === 'year-before' ? ('year-before' as const) : ('previous' as const),
          change: {
            words: `${changeWords(last.value, value, unit, locale)} against ${name(before)}`,
            up: last.value >= value,
          },
        }),
  };
}

/** Whether values go along with those of the year before: by Pearson's correlation of the two. */
function repeats(values: readonly (number | null)[], years: readonly (number | undefined)[]): boolean {
  const pairs = values.flatMap((value, at) => {
    const before = years[at] === undefined ? null : (values[years[at]] ?? null);
    return value === null || before === null ? [] : [[value, before] as const];
  });
  return pairs.length >= LEAST_PAIRS && (correlation(pairs) ?? 0) >= SEASONAL;
}

/** A change in percent where that means something, otherwise as an amount. */
export function changeWords(now: number, before: number, unit: string | undefined, locale?: Locale): string {
  const plus = now >= before ? '+' : '';
  if (before > 0 && now >= 0 && unit !== '%') return `${plus}${writeValue(now / before - 1, '%', undefined, locale)}`;
  if (unit === '%') return `${plus}${writeValue((now - before) * 100, undefined, 1, locale)} points`;
  return `${plus}${writeValue(now - before, unit, undefined, locale)}`;
}
