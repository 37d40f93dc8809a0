import { fromIso, isoDate, isoDateTime, range, stepLabel, type Locale, type Step } from '../calendar';
import { nothingIsZero, type Frame } from '../shaping';
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
 * or its user wishes, against the same step of the year before), or the single value that there is. Filters move no step: where
 * they leave no rows in the last one of the sheet, its figure is that of no rows.
 */
export function figureOf(frame: Frame, series: ModelSeries | undefined, spec: ChartSpec, sources: Sources): Figure {
  const { values: drawn, labels } = series ?? { values: [], labels: [] };
  const known = drawn.flatMap((value, at) => (value === null ? [] : [{ value, at }]));
  const newest = known[known.length - 1];
  if (newest === undefined) return { words: '–', of: '', line: false };
  const wish = spec.layers[0].style?.figure ?? {};
  const unit = layerUnit(spec.layers[0], sources);
  const locale = spec.look?.locale;
  const write = (value: number, at: number) => writeFigure(value, unit, wish.decimals, locale, labels[at]);
  if (spec.across.as !== 'time') return { words: write(newest.value, newest.at), of: '', line: false };
  const { step } = spec.across;
  const [layer] = spec.layers;
  // What is made of the values, and what comes out of another sheet, ends where it ends.
  const filtered = frame.facts.reaches !== undefined && !layer.then && !layer.from;
  const places = filtered ? placesUpTo(frame, step, spec) : frame.across.values.map(String);
  const zero = nothingIsZero(layer) ? 0 : null;
  const values = places.map((_, at) => drawn[at] ?? (filtered && at > known[0].at ? zero : null));
  const last = filtered ? places.length - 1 : newest.at;
  const value = values[last];
  const name = (at: number) => stepLabel(places[at], step, mannerOf(spec));
  const years = step === 'year' ? [] : placesBefore(places, step, spec.calendar);
  const against = wish.against ?? (repeats(values, years) ? 'year-before' : 'previous');
  const figure = {
    words: value === null ? '–' : write(value, last),
    of: name(last),
    line: known.length > 2 && wish.line !== false,
  };
  if (against === 'none') return figure;
  if (value === null) return { ...figure, lacks: `no rows in ${name(last)}` };
  const before = against === 'year-before' ? years[last] : last > 0 ? last - 1 : undefined;
  const then = before === undefined ? null : values[before];
  if (before === undefined || then === null) {
    const lacks =
      before === undefined
        ? `nothing ${against === 'year-before' ? 'a year ' : ''}before it to compare with`
        : `no rows in ${name(before)} to compare with`;
    return { ...figure, lacks };
  }
  return {
    ...figure,
    against,
    change:
      value === then
        ? { words: `as in ${name(before)}`, up: true, even: true }
        : { words: `${changeWords(value, then, unit, locale)} against ${name(before)}`, up: value > then },
  };
}

/** The steps of a chart, up to the last one of its sheet where filters leave rows out. */
function placesUpTo({ across, facts }: Frame, step: Step, { calendar }: ChartSpec): string[] {
  const places = across.values.map(String);
  const end = places[places.length - 1];
  const { reaches } = facts;
  if (reaches === undefined || end === undefined) return places;
  if (reaches <= end) return places.slice(0, places.findIndex((one) => one >= reaches) + 1);
  const write = step === 'hour' ? isoDateTime : isoDate;
  return [...places, ...range(fromIso(end), fromIso(reaches), step, calendar).slice(1).map(write)];
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
