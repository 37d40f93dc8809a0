import type { Stretch } from '../looking';
import type { Frame } from '../shaping';
import type { ChartSpec, Sources } from '../spec';
import type { Given } from './families';
import { arranged } from './arranged';
import { hasScales, scrollOf, type ChartModel, type ModelReference, type ModelSeries, type Scroll } from './model';
import { inSight } from './scroll';
import type { Overlay } from './over/overlay';
import { subtitleOf } from './words';

const part = <T>(list: readonly T[], { from, to }: Stretch): T[] => list.slice(from, to + 1);
const inside = (at: number, { from, to }: Stretch) => at >= from && at <= to;

/** A chart whose places are not scrolled: a stretch in sight does the same. */
export const unscrolled = (spec: ChartSpec): ChartSpec => ({ ...spec, look: { ...spec.look, scroll: 'none' } });

/** What is laid out of a chart of which only a stretch is in sight. */
export function cutTo(given: Given, view: Stretch): Given {
  const { frame, series, over } = given;
  const { across } = frame;
  const moved = (at: number | undefined) => (at !== undefined && inside(at, view) ? at - view.from : undefined);
  const { blankAt, otherAt, ...rest } = across;
  const [blank, other] = [moved(blankAt), moved(otherAt)];
  return {
    ...given,
    spec: unscrolled(given.spec),
    frame: {
      ...frame,
      across: {
        ...rest,
        values: part(across.values, view),
        ...(across.labels ? { labels: part(across.labels, view) } : {}),
        ...(blank === undefined ? {} : { blankAt: blank }),
        ...(other === undefined ? {} : { otherAt: other }),
      },
      series: frame.series.map((one) => ({ ...one, values: part(one.values, view) })),
      facts: {
        ...frame.facts,
        rests: frame.facts.rests.filter((at) => inside(at, view)).map((at) => at - view.from),
      },
    },
    series: series.map((one) => seriesIn(one, view)),
    ...(over ? { over: { ...overIn(over, view), ahead: aheadIn(over.ahead, across.values.length, view) } } : {}),
  };
}

function seriesIn(series: ModelSeries, view: Stretch): ModelSeries {
  return {
    ...series,
    values: part(series.values, view),
    labels: part(series.labels, view),
    ...(series.colors ? { colors: part(series.colors, view) } : {}),
  };
}

/** How many of the places in sight lie beyond the data. */
const aheadIn = (ahead: number, count: number, { from, to }: Stretch): number =>
  Math.min(Math.max(ahead - (count - 1 - to), 0), to - from + 1);

function overIn({ trends, references, remarks }: Omit<Overlay, 'ahead'>, view: Stretch): Omit<Overlay, 'ahead'> {
  return {
    trends: trends.map((trend) => ({
      ...trend,
      values: part(trend.values, view),
      ...(trend.low ? { low: part(trend.low, view) } : {}),
      ...(trend.high ? { high: part(trend.high, view) } : {}),
    })),
    references: references.flatMap((one) => referenceIn(one, view)),
    remarks: remarks.map(({ spot, ...remark }) => {
      void spot;
      return { ...remark, at: inside(remark.at, view) ? remark.at - view.from : -1 };
    }),
  };
}

function referenceIn({ spot, ...one }: ModelReference, view: Stretch): ModelReference[] {
  void spot;
  if (!one.at) return [one];
  if (one.at.to < view.from || one.at.from > view.to) return [];
  return [{ ...one, at: { from: one.at.from - view.from, to: one.at.to - view.from } }];
}

/** The part of a laid out chart that is in sight, as a chart of these places alone. Charts without a view are their own. */
export function inView(model: ChartModel): ChartModel {
  const { view } = model;
  if (!view) return model;
  const { across } = model;
  const { otherAt, ahead = 0, ...rest } = across;
  const beyond = aheadIn(ahead, across.values.length, view);
  return {
    ...model,
    view: undefined,
    across: {
      ...rest,
      values: part(across.values, view),
      labels: part(across.labels, view),
      ticks: across.ticks.flatMap((tick) => (inside(tick.at, view) ? [{ ...tick, at: tick.at - view.from }] : [])),
      rests: across.rests.filter((at) => inside(at, view)).map((at) => at - view.from),
      ...(otherAt !== undefined && inside(otherAt, view) ? { otherAt: otherAt - view.from } : {}),
      ...(beyond > 0 ? { ahead: beyond } : {}),
    },
    series: model.series.map((one) => seriesIn(one, view)),
    ...(model.further
      ? {
          further: model.further.map(({ name, values, labels }) => ({
            name,
            values: part(values, view),
            labels: part(labels, view),
          })),
        }
      : {}),
    ...(model.trends
      ? { trends: [...overIn({ trends: model.trends, references: [], remarks: [] }, view).trends] }
      : {}),
    ...(model.references
      ? {
          references: model.references.flatMap((one) =>
            referenceIn(one, view).map((moved) => (one.spot ? { ...moved, spot: one.spot } : moved)),
          ),
        }
      : {}),
    ...(model.remarks
      ? {
          remarks: model.remarks.map((one) => ({ ...one, at: inside(one.at, view) ? one.at - view.from : -1 })),
        }
      : {}),
  };
}

/**
 * A chart laid out anew for another stretch in sight, without shaping it again: its scales fit what is in sight unless they
 * are fixed, and its labels grow finer as the stretch grows shorter. `undefined`: all places.
 */
export function withView(model: ChartModel, view: Stretch | undefined, spec: ChartSpec, sources: Sources): ChartModel {
  const whole: Given = {
    frame: frameOf(model),
    spec,
    sources,
    series: model.series,
    acrossTitle: model.across.title,
    naming: model.naming,
    size: model.size,
    over: {
      trends: model.trends ?? [],
      references: model.references ?? [],
      remarks: model.remarks ?? [],
      ahead: model.across.ahead ?? 0,
    },
  };
  return placedIn(model, whole, view);
}

/** What is laid out for the stretch in sight put into a model of all places. */
export function placedIn<T extends Omit<ChartModel, 'checks'>>(model: T, whole: Given, view: Stretch | undefined): T {
  const { drawn, drawing, panels, cell, over } = arranged(view ? cutTo(whole, view) : whole);
  const by = view?.from ?? 0;
  const ends = new Map((drawn.named ?? []).map(({ id, endLabel }) => [id, endLabel]));
  const { width, height } = whole.size;
  const rest = { ...model };
  const across = { ...model.across };
  delete across.untitled;
  delete rest.view;
  delete rest.values;
  delete rest.subtitle;
  const subtitle = subtitleOf(model.form, whole.spec, whole.sources, {
    values: model.across.values,
    labels: model.across.labels,
    ahead: model.across.ahead ?? 0,
    ...(view ? { view } : {}),
  });
  return {
    ...rest,
    ...(subtitle === undefined ? {} : { subtitle }),
    ...(view ? { view } : {}),
    across: {
      ...across,
      ...(view ? {} : { labels: drawn.words.labels }),
      ticks: drawn.words.ticks.map((tick) => ({ ...tick, at: tick.at + by })),
      turned: drawn.words.turned,
      ...(drawn.words.angle === undefined ? {} : { angle: drawn.words.angle }),
      ...(drawn.untitled ? { untitled: true } : {}),
    },
    series: model.series.map((one) => {
      const endLabel = ends.get(one.id);
      const plain = { ...one };
      delete plain.endLabel;
      return endLabel ? { ...plain, endLabel } : plain;
    }),
    drawing,
    ...(drawn.values.length > 0 ? { values: drawn.values } : {}),
    scales: drawn.scales,
    ...(panels ? { panels } : {}),
    size: { width, height, plot: drawn.plot, ...(cell ? { cell } : {}) },
    naming: !hasScales({ drawing }) ? 'none' : drawn.named || whole.naming !== 'ends' ? whole.naming : 'legend',
    ...(model.references ? { references: spotsBack(model.references, over.references, view) } : {}),
    ...(model.remarks ? { remarks: model.remarks.map((one, i) => spotted(one, over.remarks[i]?.spot)) } : {}),
  };
}

/** The names of the references in sight at their places; those out of sight have none. */
function spotsBack(
  all: readonly ModelReference[],
  seen: readonly ModelReference[],
  view: Stretch | undefined,
): ModelReference[] {
  let next = 0;
  return all.map((one) => {
    const shown = !view || referenceIn(one, view).length > 0;
    return spotted(one, shown ? seen[next++]?.spot : undefined);
  });
}

function spotted<T extends { spot?: unknown }>(one: T, spot: T['spot']): T {
  const plain = { ...one };
  delete plain.spot;
  return spot ? { ...plain, spot } : plain;
}

/** As much of a frame as laying out goes by. */
function frameOf({ across, series, points, panels }: ChartModel): Frame {
  const [first, second] = across.values;
  return {
    across: {
      kind: across.kind,
      values: across.values,
      labels: across.labels,
      ...(across.kind === 'bins' && second !== undefined ? { width: Number(second) - Number(first) } : {}),
      ...(across.otherAt === undefined ? {} : { otherAt: across.otherAt }),
    },
    series,
    ...(points ? { points } : {}),
    ...(panels ? { panels } : {}),
    facts: {
      rows: 2,
      blankAcross: 0,
      emptyPlaces: 0,
      rests: across.rests,
      gaps: series.some(({ gaps }) => gaps === 'bridge') ? 'bridge' : 'open',
      counts: {},
      partials: {},
    },
  };
}

/** Fewer places than these are no stretch to be moved along. */
const LEAST = 3;

/** Whether a chart has places in a row of which a stretch can be shown. */
export const hasStretches = ({ across, drawing, panels, points }: ChartModel): boolean =>
  drawing.is !== 'pie' &&
  drawing.is !== 'figure' &&
  !panels &&
  !points &&
  across.values.length > LEAST &&
  (across.kind === 'time' || (across.kind !== 'group' && across.kind !== 'cycle'));

/** Steps that do not fit and are scrolled begin at the end that was wished. */
export function firstView(model: ChartModel): Stretch | undefined {
  const scroll = scrollOf(model);
  return scroll && !model.view ? stretchFrom(firstPlace(model, scroll), scroll) : undefined;
}

const firstPlace = ({ across }: ChartModel, { first, shown }: Scroll) =>
  first === 'end' ? across.values.length - shown : 0;

const stretchFrom = (from: number, { shown }: Scroll): Stretch => ({ from, to: from + shown - 1 });

/** A chart as it stands before anybody moves it: the stretch of its view, or the first places that fit. */
export function shownFirst(model: ChartModel, spec: ChartSpec, sources: Sources): ChartModel {
  const scroll = scrollOf(model);
  const shownOf = scroll && { shown: scroll.shown, all: model.across.values.length };
  const said = (seen: ChartModel): ChartModel => (shownOf ? { ...seen, shownOf } : seen);
  if (!hasStretches(model)) return scroll ? said(inSight(model, firstPlace(model, scroll))) : inView(model);
  const first = firstView(model);
  return said(inView(first ? withView(model, first, unscrolled(spec), sources) : model));
}
