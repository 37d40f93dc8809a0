import { SHAPE_KINDS } from '../../spec';
import type { Frame } from '../../shaping';
import { acrossWords, tickSize, within, type AcrossWords } from '../across-ticks';
import { spreadLabels } from '../end-labels';
import { alongScale } from '../log-range';
import type { ChartModel, ModelSeries, Plot, ScaleModel, Scroll } from '../model';
import { plotFor } from '../plot';
import { scalesOf } from '../scales';
import { scrollFor } from '../scroll';
import { valuesOn, wholePlot, type Drawn, type Given } from './family';

/** What the bar takes by which places are scrolled, in pixels. */
export const SCROLL_ROOM = 14;
/** A plot that is less high is more words than marks, in pixels. */
const LOW_PLOT = 64;

/** Marks on scales, the places along the bottom. */
export function upright(given: Given): Drawn {
  const { frame, spec, sources, size, series } = given;
  const scales = scalesOf(frame, series, spec, sources, size.height, false, given.over);
  let place = placed(given, scales);
  const banded = isBanded(series, frame);
  const named = given.naming === 'ends' ? nameEnds(series, scales, place.plot) : undefined;
  // Where the names find no room at the ends, none is left free for them.
  if (given.naming === 'ends' && !named) place = placed({ ...given, naming: 'legend' }, scales);
  const { plot, scroll, ...rest } = place;
  return {
    drawing: { is: 'plot', lying: false, ...(scroll ? { scroll } : {}) },
    plot,
    ...rest,
    ...(named ? { named } : {}),
    values: valuesOn(given, scales, { plot: wholePlot(plot, scroll, frame, false), lying: false, banded }),
  };
}

/** Pairs of numbers: dots on two scales. */
export function scatter(given: Given): Drawn {
  const { frame, spec, sources, size, series } = given;
  const scales = scalesOf(frame, series, spec, sources, size.height, false, given.over);
  return { drawing: { is: 'scatter' }, ...placed(given, scales), values: [] };
}

interface Place {
  readonly plot: Plot;
  readonly words: AcrossWords;
  readonly untitled?: boolean;
  readonly scroll?: Scroll;
  readonly scales: ChartModel['scales'];
}

/** What a low drawing does without, one after the other; `undefined` where that gives no room. */
const LEANER: readonly ((given: Given, place: Place) => { given: Given; scales: ChartModel['scales'] } | undefined)[] =
  [
    (given, { scales }) => (given.acrossTitle === '' ? undefined : { given: { ...given, acrossTitle: '' }, scales }),
    (given, { words, scales }) => {
      const { spec } = given;
      if (!words.turned || spec.look?.labels) return undefined;
      return { given: { ...given, spec: { ...spec, look: { ...spec.look, labels: 'level' } } }, scales };
    },
    // How many of all places are in sight is said in the row of the titles.
    (given, { scales, scroll }) => (scroll ? undefined : { given, scales: mapScales(scales, { untitled: true }) }),
  ];

/** Where there is little height the marks keep theirs before the words. */
function placed(whole: Given, scales: ChartModel['scales']): Place {
  let given = whole;
  let place = placedWith(given, scales);
  if (given.copies) return place;
  for (const lean of LEANER) {
    if (place.plot.height >= LOW_PLOT) break;
    const leaner = lean(given, place);
    if (!leaner) continue;
    ({ given } = leaner);
    place = placedWith(given, leaner.scales);
  }
  return given.acrossTitle === whole.acrossTitle ? place : { ...place, untitled: true };
}

const mapScales = (
  { left, right, ...rest }: ChartModel['scales'],
  change: Partial<ScaleModel>,
): ChartModel['scales'] => ({
  ...rest,
  ...(left ? { left: { ...left, ...change } } : {}),
  ...(right ? { right: { ...right, ...change } } : {}),
});

function placedWith(given: Given, scales: ChartModel['scales']): Place {
  const { frame, spec, sources, size, series, acrossTitle } = given;
  const room = widest(scales, given);
  const endNames = given.naming === 'ends' ? series : [];
  const letters = tickSize(spec.look);
  const first = plotFor(size, room, acrossTitle, endNames, undefined, letters);
  const banded = isBanded(series, frame);
  const scroll = banded && !given.copies ? scrollFor(spec, frame, series, first.width, false) : undefined;
  if (scroll) {
    const whole = wholePlot(first, scroll, frame, false).width;
    const words = acrossWords(spec, frame, sources, whole);
    const above = { ...size, height: size.height - SCROLL_ROOM };
    return { plot: plotFor(above, room, acrossTitle, endNames, words, letters), words, scroll, scales };
  }
  const words = acrossWords(spec, frame, sources, first.width);
  const plot = plotFor(size, room, acrossTitle, endNames, words, letters);
  return { plot, words: within(words, plot, size.width, banded, letters), scales };
}

/** Copies with scales of their own share the room that the widest numbers of any of them need. */
function widest(scales: ChartModel['scales'], { copies = [] }: Given): ChartModel['scales'] {
  const own = copies.flatMap((copy) => copy.scales?.left ?? copy.scales?.right ?? []);
  if (own.length === 0 || !scales.left) return scales;
  return {
    ...scales,
    left: { ...scales.left, labels: [...scales.left.labels, ...own.flatMap(({ labels }) => labels)] },
  };
}

/** Places are as wide as their columns; for lines alone they are points. */
export function isBanded(series: readonly Pick<ModelSeries, 'shape'>[], { across }: Pick<Frame, 'across'>): boolean {
  return series.some(({ shape }) => SHAPE_KINDS[shape].banded) || across.values.length === 1 || across.kind === 'group';
}

/** Names at the lines' ends, spread so that none covers another; `undefined` where there is no room. */
function nameEnds(series: readonly ModelSeries[], scales: ChartModel['scales'], plot: Plot): ModelSeries[] | undefined {
  const { left } = scales;
  if (!left) return undefined;
  const ends = series.map((one) => {
    const last = [...one.values].reverse().find((value) => value !== null) ?? left.domain[0];
    return plot.top + plot.height * (1 - alongScale(last, left.domain, left.kind));
  });
  const heights = spreadLabels(ends, plot.top + 6, plot.top + plot.height - 2);
  return heights && series.map((one, i) => ({ ...one, endLabel: { y: heights[i] } }));
}
