import { DAY, fields, fromIso, isoWeek } from '../../calendar';
import { SUMMARY_KINDS } from '../../inference';
import type { Frame, FrameSeries } from '../../shaping';
import { isDrawn, type ChartSpec } from '../../spec';
import { TRANSFORMS } from '../../then';
import { extremes } from './extremes';
import { few } from './few';
import type { Finder, Finding, Looking, Season } from './finding';
import { jump } from './jump';
import { odd } from './odd';
import { overtaking } from './overtaking';
import { record } from './record';
import { season } from './season';

export type { Finding, Season } from './finding';

const FINDERS: readonly Finder[] = [odd, overtaking, record, season, few, jump, extremes];
const MOST = 5;
/** Of more series than these only the largest are looked at. */
const MOST_SERIES = 4;

/**
 * Up to five true things about what is drawn, the most surprising first: each of another place, or of another kind.
 * Steps that are not whole say nothing.
 */
export function findingsOf(frame: Frame, spec: ChartSpec): Finding[] {
  if (frame.points || frame.panels || frame.series.length === 0) return [];
  const of = lookingAt(frame, spec);
  const found = FINDERS.flatMap((find) => find(of)).sort((a, b) => b.weight - a.weight);
  const kept: Finding[] = [];
  for (const one of found) {
    const said = kept.some(
      (other) =>
        (one.at !== undefined &&
          other.at === one.at &&
          !GENERAL.has(one.is) &&
          !GENERAL.has(other.is) &&
          (other.series === one.series || other.is === 'overtaking')) ||
        (one.is === other.is && one.series === other.series && one.is !== 'season' && one.is !== 'jump') ||
        (one.is === other.is && one.at !== undefined && one.at === other.at) ||
        repeats(one, other),
    );
    if (!said) kept.push(one);
    if (kept.length === MOST) break;
  }
  return kept;
}

/** What speaks of all places, though it is kept at one of them. */
const GENERAL: ReadonlySet<Finding['is']> = new Set(['season', 'few']);

/** The highest month of all is no news beside the month that is highest every year. */
function repeats(one: Finding, other: Finding): boolean {
  const kinds = [one.is, other.is];
  const same = one.series === other.series;
  return same && kinds.includes('season') && (kinds.includes('highest') || kinds.includes('lowest'));
}

function lookingAt(frame: Frame, spec: ChartSpec): Looking {
  const { partials } = frame.facts;
  const parts = new Set([partials.first?.at, partials.last?.at]);
  const step = spec.across.as === 'time' ? spec.across.step : undefined;
  const layerOf = (series: FrameSeries) => spec.layers.find(({ id }) => id === series.layer) ?? spec.layers[0];
  const size = (series: FrameSeries) => series.values.reduce<number>((sum, one) => sum + Math.abs(one ?? 0), 0);
  const drawn = frame.series.filter((series) => isDrawn(layerOf(series)));
  return {
    frame,
    ...(step ? { step } : {}),
    whole: (series) => series.values.map((value, at) => (parts.has(at) ? null : value)),
    isAmount: (series) => {
      const layer = layerOf(series);
      const adds = SUMMARY_KINDS[layer.summary].addsUp && !('formula' in layer.amount);
      return adds && (!layer.then || TRANSFORMS[layer.then].parts);
    },
    ...seasonsOf(frame, spec),
    series: [...drawn].sort((a, b) => size(b) - size(a)).slice(0, MOST_SERIES),
  };
}

function seasonsOf(frame: Frame, spec: ChartSpec): Pick<Looking, 'seasons' | 'rounds' | 'per'> {
  if (spec.across.as !== 'time') return {};
  const { step } = spec.across;
  if (step === 'year' || step === 'week') return {};
  const dates = frame.across.values.map((value) => fromIso(String(value)));
  const seasons = dates.map((at): Season => {
    const { month, hour } = fields(at);
    if (step === 'month') return { cycle: 'month-of-year', place: month };
    if (step === 'quarter') return { cycle: 'quarter', place: Math.floor((month - 1) / 3) + 1 };
    if (step === 'hour') return { cycle: 'hour-of-day', place: hour };
    return { cycle: 'weekday', place: ((((Math.floor(at / DAY) + 3) % 7) + 7) % 7) + 1 };
  });
  const rounds = dates.map((at) => {
    const { year } = fields(at);
    if (step === 'month' || step === 'quarter') return year;
    if (step === 'hour') return Math.floor(at / DAY);
    const week = isoWeek(at);
    return week.year * 100 + week.week;
  });
  return { seasons, rounds, per: step === 'day' ? 'week' : step === 'hour' ? 'day' : 'year' };
}
