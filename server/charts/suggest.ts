import type { Suggestion } from '@/core/api';
import { LOCALE, type Locale } from '@/core/calendar';
import type { Size } from '@/core/layout';
import { assignSides, draftSpec, fitScales, median, propose, sortPicks } from '@/core/recommend';
import { defaultOrder, type Frame } from '@/core/shaping';
import { hasSteps, InvalidInput, type ChartSpec, type Columns, type Side } from '@/core/spec';
import { Problem } from '../problem';
import type { Book } from './book';
import { modelOfFrame, frameOf } from './model';

/** The forms that suit the picked columns, best first, each drawn from the sheet's own rows. None for no picks that a chart can be made of. */
export async function suggest(
  book: Book,
  picks: readonly string[],
  size: Size,
  locale: Locale = LOCALE,
  calendar: ChartSpec['calendar'] = {},
): Promise<Suggestion[]> {
  const { sheet } = book;
  const { columns } = book.sources;
  const plain = draftSpec(sheet.id, columns, picks);
  if (!plain) return [];
  const draft: ChartSpec = {
    ...fewSplits(plain, columns),
    ...(locale === LOCALE ? {} : { look: { locale } }),
    // A calendar of the desk's own goes with every new chart that has one.
    ...(dated(plain, columns) && Object.keys(calendar).length > 0 ? { calendar } : {}),
  };
  const frame = await frameOf(draft, book);
  const sided = assignSides(
    draft,
    columns,
    draft.layers.map((layer) => median(layerValues(frame, layer.id))),
  );
  const spec: ChartSpec = keepLargest({ ...draft, layers: sided.layers }, frame);
  const proposals = propose({
    spec,
    columns,
    places: Math.min(
      frame.across.values.length,
      spec.across.as === 'group' ? (spec.across.keep ?? Infinity) + 1 : Infinity,
    ),
    series: Math.min(frame.series.length / draft.layers.length, (spec.split?.keep ?? Infinity) + 1),
    sideReasons: sided.reasons,
    evenly: evenlySpaced(frame),
    ...(sided.crowded ? { crowded: sided.crowded } : {}),
    negative: frame.series.some(({ values }) => values.some((value) => value !== null && value < 0)),
    nameLength: median(frame.across.values.map((value) => String(value).length)) ?? 0,
  });
  const leftOut = sortPicks(columns, picks).leftOut.map(({ why }) => ({
    id: 'left-out' as const,
    level: 'note' as const,
    message: why,
  }));
  const drawn = await Promise.allSettled(
    proposals.map(async (proposal) => {
      const own = await frameOf(proposal.spec, book);
      const fitted = fitScales(proposal.spec, {
        left: sideValues(own, proposal.spec, 'left'),
        right: sideValues(own, proposal.spec, 'right'),
      });
      const model = modelOfFrame(fitted, book, own, size);
      return {
        form: model.form,
        score: proposal.score,
        reasons: [...proposal.reasons],
        spec: fitted,
        model: { ...model, checks: [...model.checks, ...leftOut] },
      };
    }),
  );
  // A form that would come to more than a chart holds is none of those that suit; where none is left, it is said why.
  const found = drawn.flatMap((one) => (one.status === 'fulfilled' ? [one.value] : []));
  const failed = drawn.find((one) => one.status === 'rejected' && !(found.length > 0 && isTooMuch(one.reason)));
  if (failed?.status === 'rejected') throw failed.reason;
  return found;
}

const isTooMuch = (error: unknown): boolean =>
  error instanceof InvalidInput || (error instanceof Problem && error.status === 422);

/** More splits than these are not even drafted: the largest stand alone from the start. */
const TOO_MANY_SPLITS = 200;

function fewSplits(spec: ChartSpec, columns: Columns): ChartSpec {
  const { split } = spec;
  const many = split && !split.step && (columns.get(split.column)?.stats.distinct ?? 0) > TOO_MANY_SPLITS;
  return many ? { ...spec, split: { ...split, keep: KEPT_SPLITS } } : spec;
}

const dated = ({ across }: ChartSpec, columns: Columns) => {
  const found = columns.get(across.column);
  return found !== undefined && hasSteps(found);
};

/** Of more groups than these (common practice, no source) the largest stand alone and the rest is taken together. */
const MANY_GROUPS = 60;
const KEPT_GROUPS = 25;
const MANY_SPLITS = 24;
const KEPT_SPLITS = 7;

/** Many different values rank by amount, with the rest as Other; numbers and steps of a scale have an order of their own. */
function keepLargest(spec: ChartSpec, { across, series }: Frame): ChartSpec {
  const { across: by, split } = spec;
  const ranked = by.as === 'group' && across.values.length > MANY_GROUPS && defaultOrder(across.values).by === 'value';
  const splits = series.length / spec.layers.length;
  return {
    ...spec,
    ...(ranked ? { across: { ...by, keep: KEPT_GROUPS } } : {}),
    ...(split && !split.step && by.as !== 'time' && splits > MANY_SPLITS
      ? { split: { ...split, keep: KEPT_SPLITS } }
      : {}),
  };
}

const LEAST_EVEN = 5;

/** Whether the numbers across stand at equal steps, one row each. */
function evenlySpaced({ points = [], series }: Frame): boolean {
  const own = points.filter(({ series: id }) => id === series[0]?.id);
  const at = own.map(({ x }) => x).sort((a, b) => a - b);
  if (at.length < LEAST_EVEN || own.some(({ count }) => count > 1)) return false;
  const step = (at[at.length - 1] - at[0]) / (at.length - 1);
  return step > 0 && at.every((x, i) => Math.abs(x - at[0] - i * step) <= step * 1e-6);
}

function layerValues(frame: Frame, layer: string): (number | null)[] {
  if (frame.points) {
    const ids = new Set(frame.series.filter((series) => series.layer === layer).map((series) => series.id));
    return frame.points.filter((point) => ids.has(point.series)).map((point) => point.y);
  }
  return frame.series.filter((series) => series.layer === layer).flatMap((series) => [...series.values]);
}

function sideValues(frame: Frame, spec: ChartSpec, side: Side): number[] {
  return spec.layers
    .filter((layer) => layer.side === side)
    .flatMap((layer) => layerValues(frame, layer.id))
    .filter((value): value is number => value !== null);
}
