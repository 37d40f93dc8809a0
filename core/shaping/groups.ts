import { binsOf, type Cut, type Portion } from '../grain';
import { column, type ChartSpec, type Sources } from '../spec';
import { asLaid, type Arrangement } from './arrange';
import { arrangeGroups, orderCuts } from './arrange-groups';
import { together, type Asking } from './asking';
import { factsOf } from './facts';
import { applyFills } from './fills';
import type { FrameAcross, FrameFacts, FrameSeries } from './frame';
import { fillGaps } from './gaps';
import { lay, type Laid } from './laid';
import { checkCells } from './limits';
import { leaveOutPartials } from './partial';
import type { Placed } from './placed';
import { endWithRows, reachOf } from './reach';
import { emptyAside, findAside, withAside } from './set-aside';
import { applyThen } from './apply-then';
import { Values } from './values';
import { partSplits, rankingCuts, seriesOf, type Parted, type SeriesOf } from './which-series';

/** What is settled of a chart before its values are asked for. */
export interface Begun {
  readonly laid: Laid;
  readonly values: Values;
  readonly parted: Parted;
  readonly series: readonly SeriesOf[];
  readonly arrangement: Arrangement;
  readonly across: Omit<FrameAcross, 'values' | 'blankAt' | 'otherAt'>;
  readonly facts: FrameFacts;
}

/** A frame, and how its places and series came about: what the rows behind a point are found by. */
export interface Shaped extends Placed {
  readonly laid: Laid;
  readonly values: Values;
  readonly series: readonly SeriesOf[];
}

/** The frame of a chart whose parts are not pairs of numbers, with its trace. */
export function* shapeGroups(spec: ChartSpec, sources: Sources): Asking<Shaped> {
  return yield* finish(yield* begin(spec, sources), spec);
}

/**
 * Asks the first questions of a chart and settles its places, its series and their order.
 * @param also further cuts of the portions that will be needed
 */
export function* begin(
  spec: ChartSpec,
  sources: Sources,
  also: (portion: Portion) => readonly Cut[] = () => [],
): Asking<Begun> {
  const laid = yield* lay(spec, sources, (portion) => [
    ...rankingCuts(spec, portion),
    ...orderCuts(spec, sources, portion),
    ...also(portion),
  ]);
  const values = new Values(laid);
  const parted = yield* partSplits(laid, values);
  const series = seriesOf(laid, values, parted);
  const { places } = laid;
  checkCells(places.values.length, series.length);
  const { across } = spec;
  const arranged =
    across.as === 'group'
      ? yield* arrangeGroups(across, laid, values, series)
      : { arrangement: asLaid(places), aside: [] };
  const facts = factsOf(laid, sources);
  return {
    laid,
    values,
    parted,
    series,
    arrangement: arranged.arrangement,
    across: {
      kind: across.as === 'rows' ? 'group' : across.as,
      ...(places.labels ? { labels: places.labels } : {}),
      ...(across.as === 'bins' ? { width: binsOf(column(sources.columns, across.column), across.count).width } : {}),
    },
    facts: arranged.aside.length > 0 ? { ...facts, setAside: arranged.aside } : facts,
  };
}

/** Asks for the values of what was begun, and makes of them what the spec wishes. */
export function* finish(begun: Begun, spec: ChartSpec): Asking<Shaped> {
  const { laid, values, arrangement, facts, series } = begun;
  const { places, ...across } = arrangement;
  const drawn = yield* together(series.map((one) => valuesOf(one, values, arrangement)));
  const raw: Placed = { frame: { across: { ...begun.across, ...across }, series: drawn, facts }, places };
  const { frame, places: left } = spec.across.as === 'group' ? groupsOf(raw, spec) : stepsOf(raw, laid, spec);
  return { frame: applyFills(applyThen(frame, spec), spec), places: left, laid, values, series };
}

/** The values of a series at what stands across, those of several places taken together. */
function* valuesOf(
  { id, layer, split, splits }: SeriesOf,
  values: Values,
  { places }: Arrangement,
): Asking<FrameSeries> {
  const about = { id, layer: layer.id, ...(split === undefined ? {} : { split }), gaps: 'open' as const };
  const several = places.filter((one) => one.length > 1);
  if (values.names(layer)) {
    const [vector, joint] = yield* together([
      values.texts(layer, splits),
      together(several.map((one) => values.jointText(layer, one, splits))),
    ]);
    const texts = places.map((one) => (one.length === 1 ? vector[one[0]] : joint[several.indexOf(one)]));
    return { ...about, values: texts.map(() => null), texts };
  }
  const [vector, joint] = yield* together([
    values.vector(layer, splits),
    together(several.map((one) => values.joint(layer, one, splits))),
  ]);
  return { ...about, values: places.map((one) => (one.length === 1 ? vector[one[0]] : joint[several.indexOf(one)])) };
}

/** Groups that are set aside have left already; single points of them stand empty. */
function groupsOf({ frame, places }: Placed, spec: ChartSpec): Placed {
  const aside = findAside(frame.across.values, frame.series, spec.setAside, spec);
  return { frame: emptyAside(withAside(frame, aside.found), { ...aside, places: new Set() }), places };
}

/** Time, cycles, bins and single rows: gaps, part steps and points set aside. */
function stepsOf({ frame, places }: Placed, laid: Laid, spec: ChartSpec): Placed {
  const { across } = spec;
  const aside = findAside(frame.across.values, frame.series, spec.setAside, spec);
  const told = withAside(frame, aside.found);
  if (across.as !== 'time') return { frame: emptyAside(told, aside), places };
  const reach = reachOf(laid);
  const { gaps, rests, partials } = frame.facts;
  const filled = fillGaps(endWithRows(told, laid, reach), { gaps, rests }, reach);
  const emptied = { frame: emptyAside(filled, aside), places };
  if (across.partial !== 'leave-out') return emptied;
  const own = new Set(spec.layers.filter((layer) => !layer.from).map(({ id }) => id));
  return leaveOutPartials(emptied, partials, own);
}
