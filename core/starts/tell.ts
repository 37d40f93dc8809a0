import { SUMMARY_KINDS } from '../inference';
import { figureIn, type ChartModel } from '../layout';
import { BLANK, type ChartSpec } from '../spec';
import { explained } from '../statistics';
import type { Candidate } from './candidates';

/** What a drawn start shows: how worth it is, 0 to 1, and why, in a sentence. */
export interface Told {
  readonly score: number;
  readonly reason: string;
}

/** Below these a chart has nothing to tell (common practice, no source). */
const LEAST_PLACES = 3;
const LEAST_SEASON = 0.35;
const LEAST_WEEKDAY = 0.12;
/** So much more or less in the last third than in the first is a rise or a fall. */
const CHANGED = 0.1;

/** What a chart that was drawn for a candidate tells; nothing where it tells nothing. */
export function tell(candidate: Candidate, spec: ChartSpec, model: ChartModel): Told | undefined {
  const { kind, worth } = candidate;
  if (kind === 'figure') return figureIn(model)?.change ? { score: worth, reason: FIGURE(model) } : undefined;
  if (kind === 'pair') return tellPair(candidate, model);
  if (kind === 'season') return tellSeason(worth, model);
  if (kind === 'weekdays') return tellWeekdays(worth, model);
  const places = model.across.values.length;
  if (isFlat(model)) return undefined;
  if (kind === 'spread') return places >= LEAST_PLACES ? { score: worth, reason: spreadWords(model) } : undefined;
  if (kind === 'ranked' || (kind === 'count' && model.across.kind !== 'time'))
    return places >= 2 ? { score: worth, reason: rankedWords(spec, model) } : undefined;
  if (places < LEAST_PLACES) return undefined;
  const several = model.series.length > 1;
  return { score: worth, reason: several ? splitWords(model) : timeWords(spec, model) };
}

/** Whether all marks of three places or more stand at one height: there is nothing to see. */
function isFlat({ points, series }: ChartModel): boolean {
  const values = series.flatMap((one) => known(one.values).map(({ value }) => value));
  return !points && values.length >= LEAST_PLACES && values.every((value) => value === values[0]);
}

const mean = (values: readonly number[]) => values.reduce((sum, one) => sum + one, 0) / values.length;
const known = (values: readonly (number | null)[]) =>
  values.flatMap((value, at) => (value === null ? [] : [{ value, at }]));

const FIGURE = (model: ChartModel): string =>
  figureIn(model)?.against === 'year-before'
    ? 'The last whole one as one figure, against a year before.'
    : 'The last whole one as one figure, against the one before.';

function timeWords(spec: ChartSpec, { series: [{ values }], across }: ChartModel): string {
  const some = known(values);
  if (some.length < LEAST_PLACES) return 'How it goes over time.';
  // Of months a whole year against a whole year, so that a season is no rise.
  const months = spec.across.as === 'time' && spec.across.step === 'month' && some.length >= 24;
  const part = months ? 12 : Math.max(1, Math.floor(some.length / 3));
  const first = mean(some.slice(0, part).map(({ value }) => value));
  const last = mean(some.slice(-part).map(({ value }) => value));
  const top = some.reduce((best, one) => (one.value > best.value ? one : best));
  const change = first === 0 ? 0 : (last - first) / Math.abs(first);
  const way = change > CHANGED ? 'It rises' : change < -CHANGED ? 'It falls' : 'It keeps its height';
  return `${way}; the highest is ${across.labels[top.at]}.`;
}

const NUMBER_WORDS = ['', '', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten'];
const counted = (n: number) => NUMBER_WORDS[n] ?? String(n);

const splitWords = ({ series, panels }: ChartModel): string =>
  panels ? 'Each in a small copy, on common scales.' : `One line each keeps the ${counted(series.length)} apart.`;

function rankedWords({ layers: [{ summary }] }: ChartSpec, { series, across }: ChartModel): string {
  const totals = across.values.map((_, at) => series.reduce((sum, { values }) => sum + (values[at] ?? 0), 0));
  const all = totals
    .map((value, at) => ({ value, at }))
    .filter(({ at }) => at !== across.otherAt && across.labels[at] !== BLANK);
  if (all.length === 0) return 'How many there are of each.';
  const top = all.reduce((best, one) => (one.value > best.value ? one : best));
  return `${upper(counted(all.length))} of them; ${across.labels[top.at]} ${SUMMARY_KINDS[summary].addsUp ? 'has most' : 'is highest'}.`;
}

const upper = (words: string) => `${words.charAt(0).toUpperCase()}${words.slice(1)}`;

function spreadWords({ series: [{ values }], across }: ChartModel): string {
  const top = known(values).reduce((best, one) => (one.value > best.value ? one : best), { value: 0, at: 0 });
  return `How often each size occurs; most lie at ${across.labels[top.at]}.`;
}

function tellPair({ worth, together }: Candidate, model: ChartModel): Told | undefined {
  if ((model.points?.length ?? 0) < 8) return undefined;
  if (together === undefined) return { score: worth, reason: 'Each row as a dot.' };
  const how = Math.abs(together) > 0.8 ? 'closely' : Math.abs(together) > 0.5 ? 'clearly' : 'loosely';
  return {
    score: worth,
    reason: together > 0 ? `They rise together, ${how}.` : `One falls as the other rises, ${how}.`,
  };
}

/** The years over each other: worth it where the month explains more than the year does not. */
function tellSeason(worth: number, { series, across }: ChartModel): Told | undefined {
  const years = series.filter(({ values }) => known(values).length >= across.values.length * 0.6);
  if (years.length < 2) return undefined;
  // Each year against its own level: what grows from year to year is no season.
  const relative = years.map(({ values }) => {
    const level = mean(known(values).map(({ value }) => value));
    return values.map((value) => (value === null || level === 0 ? null : value / level));
  });
  const months = across.values.map((_, at) => relative.flatMap((values) => values[at] ?? []));
  const of = explained(months);
  if (of < LEAST_SEASON) return undefined;
  const tops = years.map(({ values }) => known(values).reduce((best, one) => (one.value > best.value ? one : best)).at);
  const top = months
    .map((values, at) => ({ at, value: values.length > 0 ? mean(values) : -Infinity }))
    .reduce((best, one) => (one.value > best.value ? one : best)).at;
  const times = tops.filter((at) => at === top).length;
  const often = times === years.length ? 'every year' : `in ${counted(times)} of ${counted(years.length)} years`;
  return {
    score: worth * (0.55 + 0.5 * of),
    reason: times > 0 ? `The season repeats: ${across.labels[top]} is highest ${often}.` : 'The season repeats.',
  };
}

function tellWeekdays(worth: number, { series: [{ values }], across }: ChartModel): Told | undefined {
  const days = known(values);
  if (days.length < 4) return undefined;
  const level = mean(days.map(({ value }) => value));
  const top = days.reduce((best, one) => (one.value > best.value ? one : best));
  const spread = level > 0 ? (top.value - Math.min(...days.map(({ value }) => value))) / level : 0;
  if (spread < LEAST_WEEKDAY) return undefined;
  return {
    score: worth * Math.min(1, 0.7 + spread / 4),
    reason: `${across.labels[top.at]} has most, ${across.labels[days.reduce((least, one) => (one.value < least.value ? one : least)).at]} least.`,
  };
}
