import { fromIso, isoDate, isoDateTime, offset, type Step } from '../calendar';
import type { Frame, FrameSeries } from '../shaping';
import type { ChartSpec, Sources, Trend } from '../spec';
import { colorsOf } from './colors';
import { dotsOf } from './dots';
import { findingsOf } from './findings';
import type { Looked, Refused, TrendLine } from './looked';
import { referencesOf } from './references';
import { relationsOf } from './relations';
import { remarksOf } from './remarks';
import { restsAhead, trendOf, trendOfPairs, type Along, type TrendResult } from './trend';
import { stretchOf } from './view';

/**
 * What is looked at beside the values of a chart: trends and what they carry on, references, remarks, colours, what moves
 * together, the stretch in sight. The frame is made longer where a trend is carried on.
 */
export function lookAt(
  given: Frame,
  spec: ChartSpec,
  sources: Sources,
): { readonly frame: Frame; readonly looked: Looked } {
  const { lines, refused } = trendsOf(given, spec);
  const ahead = Math.max(
    0,
    ...(spec.trends ?? []).flatMap(({ id, ahead: steps = 0 }) => (lines.some((line) => line.id === id) ? [steps] : [])),
  );
  const frame = withAhead(given, spec, ahead);
  const length = frame.across.values.length;
  const trends = lines.map((line) => (frame.points ? line : asLong(line, length)));
  const references = referencesOf(frame, spec);
  const remarks = remarksOf(frame, spec, sources);
  const colored = colorsOf(frame, spec);
  const stretch = frame.points ? undefined : stretchOf(spec, frame.across.values, ahead);
  const noView: Refused[] =
    stretch && 'why' in stretch
      ? [{ what: 'view', id: 'view', why: stretch.why }]
      : spec.view && frame.points
        ? [{ what: 'view', id: 'view', why: 'dots of single rows have no places in a row' }]
        : [];
  return {
    frame,
    looked: {
      trends,
      references: references.placed,
      remarks: remarks.placed,
      relations: relationsOf(given),
      findings: findingsOf(given, spec),
      ahead,
      ...(stretch && !('why' in stretch) ? { view: stretch } : {}),
      refused: [...refused, ...references.refused, ...remarks.refused, ...colored.refused, ...noView],
      colors: colored.colors,
      colorKeys: colored.keys,
    },
  };
}

/** The run of a frame's places, as trends go by it. */
export function alongOf(frame: Pick<Frame, 'across'> & { facts: Pick<Frame['facts'], 'rests'> }, step?: Step): Along {
  const { values, blankAt, otherAt } = frame.across;
  return {
    ...(step ? { step } : {}),
    rests: new Set(frame.facts.rests),
    skips: new Set([blankAt, otherAt].filter((at): at is number => at !== undefined)),
    length: values.length,
  };
}

function trendsOf(frame: Frame, spec: ChartSpec): { lines: TrendLine[]; refused: Refused[] } {
  const along = alongOf(frame, spec.across.as === 'time' ? spec.across.step : undefined);
  const lines: TrendLine[] = [];
  const refused: Refused[] = [];
  const layerOf = (id: string) => spec.layers.find((layer) => layer.id === id);
  for (const trend of spec.trends ?? []) {
    const own = seriesOf(trend, frame.series);
    if (own.length === 0)
      refused.push({ what: 'trend', id: trend.id, why: 'the series that it follows is not in the chart' });
    const shape = layerOf(trend.layer)?.shape;
    if (shape === 'pie' || shape === 'figure') {
      refused.push({ what: 'trend', id: trend.id, why: 'a chart of this form has no scale to draw it on' });
      continue;
    }
    const { stack = 'none', whole } = layerOf(trend.layer) ?? {};
    if (stack !== 'none' && spec.split && !whole) {
      refused.push({
        what: 'trend',
        id: trend.id,
        why: 'parts that stand on each other have no height of their own; let them stand beside each other, or add all of it together as a line',
      });
      continue;
    }
    for (const series of own) {
      const found = oneTrend(trend, series, frame, along);
      if ('why' in found) refused.push({ what: 'trend', id: trend.id, of: series.id, why: found.why });
      else lines.push({ id: trend.id, of: series.id, ...found });
    }
  }
  return { lines, refused };
}

function oneTrend(trend: Trend, series: FrameSeries, frame: Frame, along: Along): TrendResult {
  if (!frame.points) return trendOf(series.values, along, trend);
  return trendOfPairs(dotsOf(frame.points, series.id), trend);
}

const seriesOf = ({ layer, series }: Trend, all: readonly FrameSeries[]): FrameSeries[] =>
  all.filter((one) => one.layer === layer && (series === undefined || one.id === series || one.like === series));

const asLong = (line: TrendLine, length: number): TrendLine => {
  const filled = (list: readonly (number | null)[]) => [
    ...list,
    ...new Array<null>(Math.max(length - list.length, 0)).fill(null),
  ];
  return {
    ...line,
    values: filled(line.values),
    ...(line.low ? { low: filled(line.low) } : {}),
    ...(line.high ? { high: filled(line.high) } : {}),
  };
};

/** The frame with so many steps of the calendar beyond its last place, at which nothing is measured. */
function withAhead(frame: Frame, spec: ChartSpec, ahead: number): Frame {
  const { across } = spec;
  const { values } = frame.across;
  if (ahead === 0 || across.as !== 'time' || values.length === 0) return frame;
  const last = fromIso(String(values[values.length - 1]));
  const written = String(values[values.length - 1]).includes('T') ? isoDateTime : isoDate;
  const more = Array.from({ length: ahead }, (_, i) => written(offset(last, across.step, i + 1)));
  const nothing = new Array<null>(ahead).fill(null);
  const along = alongOf(frame, across.step);
  return {
    ...frame,
    across: { ...frame.across, values: [...values, ...more] },
    series: frame.series.map((series) => ({
      ...series,
      values: [...series.values, ...nothing],
      ...(series.texts ? { texts: [...series.texts, ...nothing] } : {}),
    })),
    facts: { ...frame.facts, rests: [...frame.facts.rests, ...restsAhead(along, values.length + ahead)] },
  };
}
