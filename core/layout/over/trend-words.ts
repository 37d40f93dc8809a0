import { cycleLabel, spanWords, stepsInWords, type Locale, type Step } from '../../calendar';
import type { TrendLine } from '../../looking';
import { column, mannerOf, type ChartSpec, type Sources, type Trend } from '../../spec';
import { writeRound } from '../numbers';

/** What a kind of trend is called, without its name. */
export function kindWords(trend: Pick<Trend, 'kind' | 'degree' | 'over'>, step?: Step): string {
  switch (trend.kind) {
    case 'linear':
      return 'Straight line';
    case 'logarithmic':
      return 'Levelling off';
    case 'exponential':
      return 'Percent growth';
    case 'power':
      return 'Power curve';
    case 'polynomial':
      return (trend.degree ?? 2) === 2 ? 'Curve' : `Curve with ${(trend.degree ?? 2) - 1} bends`;
    case 'smooth':
      return 'Smooth line';
    case 'moving-average':
      return `Average over ${step ? stepsInWords(trend.over ?? 3, step) : `${trend.over ?? 3} places`}`;
    case 'seasonal':
      return 'Season and trend';
  }
}

/** What statisticians call it, for those who look it up. */
export const METHOD_WORDS: Readonly<Record<Trend['kind'], string>> = {
  linear: 'a straight line by least squares',
  logarithmic: 'a logarithmic curve by least squares',
  exponential: 'an exponential curve, by least squares on the logarithms',
  power: 'a power curve, by least squares on the logarithms',
  polynomial: 'a polynomial by least squares',
  smooth: 'locally weighted straight lines (LOESS)',
  'moving-average': 'a trailing moving average',
  seasonal: 'exponential smoothing with a season (Holt–Winters)',
};

/** Every number that an equation needs to give the line again. */
function significant(value: number, digits: number, locale: Locale = 'en-GB'): string {
  const size = Math.abs(value);
  const written =
    size !== 0 && (size < 1e-6 || size >= 1e15)
      ? value.toExponential(digits - 1).replace(/\.?0+e\+?/, ' × 10^')
      : new Intl.NumberFormat(locale, { maximumSignificantDigits: digits }).format(value);
  return written.replace('-', '−').replace('^-', '^−');
}

/** "y = 24,100 + 312 × month, January 2023 is 1"; nothing for kinds without an equation. */
export function equationWords(
  line: Pick<TrendLine, 'kind' | 'coefficients'>,
  values: readonly (string | number)[],
  labels: readonly string[],
  spec: ChartSpec,
  sources: Sources,
): string | undefined {
  const { coefficients, kind } = line;
  if (!coefficients) return undefined;
  const locale = spec.look?.locale;
  const { across } = spec;
  const x =
    across.as === 'time'
      ? across.step
      : across.as === 'cycle'
        ? { 'month-of-year': 'month', weekday: 'day', 'hour-of-day': 'hour' }[across.cycle]
        : across.as === 'number'
          ? column(sources.columns, across.column).name.toLowerCase()
          : across.as === 'bins'
            ? 'interval'
            : 'place';
  const n = (value: number) => significant(value, kind === 'polynomial' ? 7 : 5, locale);
  const term = (value: number, of: string) => `${value < 0 ? '−' : '+'} ${n(Math.abs(value))} × ${of}`;
  const [a, b] = coefficients;
  const right = {
    linear: () => `${n(a)} ${term(b, x)}`,
    logarithmic: () => `${n(a)} ${term(b, `ln ${x}`)}`,
    exponential: () => `${n(a)} × e^(${n(b)} × ${x})`,
    power: () => `${n(a)} × ${x}^${n(b)}`,
    polynomial: () =>
      [n(a), ...coefficients.slice(1).map((value, j) => term(value, j === 0 ? x : `${x}${SUPERSCRIPT[j + 1]}`))].join(
        ' ',
      ),
  }[kind as 'linear' | 'logarithmic' | 'exponential' | 'power' | 'polynomial']();
  const first = across.as === 'number' || values.length === 0 ? '' : `, ${firstWords(values[0], labels, spec)} is 1`;
  return `y = ${right}${first}`;
}
const SUPERSCRIPT = ['', '', '²', '³', '⁴', '⁵', '⁶'];

function firstWords(value: string | number, labels: readonly string[], spec: ChartSpec): string {
  const { across, look } = spec;
  if (across.as === 'time') return spanWords(String(value), String(value), across.step, mannerOf(spec));
  if (across.as === 'cycle') return cycleLabel(Number(value), across.cycle, true, look?.locale);
  return labels[0] ?? String(value);
}

/** A miss as people say it: three figures that matter. */
export function missWords(error: number, unit: string | undefined, spec: Pick<ChartSpec, 'across' | 'look'>): string {
  const rounded = Number(error.toPrecision(3));
  const each = spec.across.as === 'time' ? ` a ${spec.across.step}` : '';
  return `misses by ${writeRound(rounded, unit, spec.look?.locale)}${each} on average`;
}

/** By how much it grows, where that is one number: "+2.1% a month", "+£312 a month". */
export function growthWords(
  { kind, coefficients }: Pick<TrendLine, 'kind' | 'coefficients'>,
  unit: string | undefined,
  { across, look }: Pick<ChartSpec, 'across' | 'look'>,
): string | undefined {
  if (!coefficients || across.as !== 'time') return undefined;
  const [, b] = coefficients;
  const each = `a ${across.step}`;
  if (kind === 'exponential') {
    const share = Math.exp(b) - 1;
    const words = new Intl.NumberFormat(look?.locale ?? 'en-GB', {
      style: 'percent',
      maximumSignificantDigits: 2,
    }).format(Math.abs(share));
    return `${share < 0 ? 'falls' : 'grows'} by ${words} ${each}`;
  }
  if (kind !== 'linear') return undefined;
  return `${b < 0 ? 'falls' : 'grows'} by ${writeRound(Number(Math.abs(b).toPrecision(3)), unit, look?.locale)} ${each}`;
}
