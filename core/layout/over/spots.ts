import { alongPlaces } from '../along-places';
import { columnBoxes, stackSpans } from '../columns';
import { alongScale } from '../log-range';
import { shorten, textWidth } from '../measure';
import type { ChartModel, ModelReference, ModelRemark, ModelSeries, Plot, ValueLabel } from '../model';
import type { Overlay } from './overlay';

/** Where things stand that are laid over a drawing. */
interface Drawn {
  readonly series: readonly ModelSeries[];
  readonly scales: ChartModel['scales'];
  readonly plot: Plot;
  readonly lying: boolean;
  readonly banded: boolean;
  readonly across: { readonly kind: ChartModel['across']['kind']; readonly values: readonly (string | number)[] };
  readonly values: readonly ValueLabel[];
}

interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}
const meets = (a: Box, b: Box) =>
  a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height;

const SIZE = 12;
const HEIGHT = 15;
/** The number of a remark stands in a circle of this radius, in pixels. */
export const REMARK_RADIUS = 9;
const ROWS = 4;
const LONGEST = 150;

/** The overlay with the places of its names and numbers, in pixels; none covers another. */
export function withSpots(over: Overlay, drawn: Drawn): Overlay {
  if (over.references.length === 0 && over.remarks.length === 0) return over;
  const taken: Box[] = aheadWords(over.ahead, drawn);
  const ink = inkOf(drawn);
  const references = over.references.map((one) => referenceSpot(one, drawn, taken, ink));
  const boxes = [
    ...taken,
    ...drawn.values.map(({ x, y, text, anchor }) => {
      const width = textWidth(text, SIZE);
      return { x: anchor === 'start' ? x : anchor === 'end' ? x - width : x - width / 2, y: y - 7, width, height: 14 };
    }),
  ];
  return { ...over, references, remarks: remarkSpots(over.remarks, drawn, boxes, ink) };
}

/** The words on the ground of what is carried on. */
function aheadWords(ahead: number, { plot, lying, across, banded }: Drawn): Box[] {
  const count = across.values.length;
  if (ahead === 0 || lying || count === 0) return [];
  const x = plot.left + alongPlaces(Math.max(count - ahead, 0), count, banded) * plot.width;
  return [
    { x: Math.max(x - plot.width / Math.max(count - 1, 1) / 2, plot.left), y: plot.top, width: 76, height: HEIGHT + 4 },
  ];
}

/** The name of a reference at its end: over a level line, beside an upright one, a row lower where another stands. */
function referenceSpot(one: ModelReference, drawn: Drawn, taken: Box[], ink: (box: Box) => boolean): ModelReference {
  const { plot, lying } = drawn;
  const level = (one.on === 'across') === lying;
  const text = shorten(one.label, level ? plot.width * 0.6 : LONGEST, SIZE);
  const width = textWidth(text, SIZE) + 4;
  const at = pixelOf(one, drawn);
  if (at === undefined) return one;
  const tries: Box[] = [];
  if (level) {
    for (const x of [plot.left + 4, plot.left + plot.width - width - 4])
      for (const y of [at - HEIGHT - 1, at + 2]) tries.push({ x, y, width, height: HEIGHT });
  } else {
    for (let row = 0; row < ROWS; row++)
      for (const x of [at + 5, at - width - 5])
        tries.push({ x, y: plot.top + 2 + row * HEIGHT, width, height: HEIGHT });
  }
  const free = tries.filter(
    (box) =>
      box.x >= plot.left - 2 &&
      box.x + box.width <= plot.left + plot.width + 4 &&
      box.y >= plot.top - HEIGHT &&
      box.y + box.height <= plot.top + plot.height &&
      !taken.some((other) => meets(box, other)),
  );
  // Where no mark lies, else over one, with a light edge.
  const fits = free.find((box) => !ink(box)) ?? free[0];
  if (fits === undefined) return one;
  taken.push(fits);
  return { ...one, spot: { x: fits.x + 2, y: fits.y + HEIGHT / 2, anchor: 'start', text } };
}

/** Where a reference crosses the plot, in pixels along the side that it goes by; nothing outside it. */
function pixelOf({ on, value, to, at }: ModelReference, drawn: Drawn): number | undefined {
  const { plot, lying, scales, across, banded } = drawn;
  if (on === 'across') {
    const scale = scales.across;
    const count = across.values.length;
    const share = scale
      ? alongScale(Number(value), scale.domain, scale.kind)
      : at && at.from >= 0 && at.from < count
        ? alongPlaces(at.from, count, banded)
        : at && at.from < 0 && at.to >= 0
          ? 0
          : undefined;
    if (share === undefined || share < 0 || share > 1) return undefined;
    return lying ? plot.top + share * plot.height : plot.left + share * plot.width;
  }
  const scale = scales[on];
  if (!scale) return undefined;
  const highest = to === undefined ? Number(value) : Math.max(Number(value), Number(to));
  const share = alongScale(highest, scale.domain, scale.kind);
  if (!(share >= 0 && share <= 1)) return undefined;
  return lying ? plot.left + share * plot.width : plot.top + (1 - share) * plot.height;
}

/** The numbers of remarks: beside the marks of their place, clear of every mark, name and other number. */
function remarkSpots(
  remarks: readonly ModelRemark[],
  drawn: Drawn,
  taken: readonly Box[],
  ink: (box: Box) => boolean,
): ModelRemark[] {
  const { plot, lying, across, banded } = drawn;
  const count = across.values.length;
  const boxes = [...taken];
  return remarks.map((remark) => {
    if (remark.at < 0 || remark.at >= count) return remark;
    const share = alongPlaces(remark.at, count, banded);
    const free = (x: number, y: number) => {
      const box = {
        x: x - REMARK_RADIUS - 1,
        y: y - REMARK_RADIUS - 1,
        width: 2 * REMARK_RADIUS + 2,
        height: 2 * REMARK_RADIUS + 2,
      };
      const inside =
        box.x >= plot.left - REMARK_RADIUS &&
        box.x + box.width <= plot.left + plot.width + REMARK_RADIUS + 2 &&
        box.y >= plot.top - 2 * REMARK_RADIUS - 4 &&
        box.y + box.height <= plot.top + plot.height + 1;
      return inside && !boxes.some((other) => meets(box, other)) && !ink(box) ? box : undefined;
    };
    const wanted = ownHeight(remark, drawn);
    const tries = lying
      ? sweep(wanted ?? plot.left, REMARK_RADIUS + 4, plot.left, plot.left + plot.width).map(
          (x) => [x, plot.top + share * plot.height] as const,
        )
      : [0, 1, -1, 2, -2].flatMap((aside) =>
          sweep(wanted ?? plot.top, REMARK_RADIUS + 4, plot.top - 2 * REMARK_RADIUS, plot.top + plot.height).map(
            (y) => [plot.left + share * plot.width + aside * (REMARK_RADIUS + 3), y] as const,
          ),
        );
    for (const [x, y] of tries) {
      const box = free(x, y);
      if (!box) continue;
      boxes.push(box);
      return { ...remark, spot: { x, y } };
    }
    return remark;
  });
}

/** Heights from a wanted one outwards, the nearer first. */
function sweep(wanted: number, away: number, low: number, high: number): number[] {
  const found: number[] = [];
  for (let by = away; by < high - low + away; by += 4) found.push(wanted - by, wanted + by);
  return found.filter((one) => one >= low && one <= high);
}

/** Where the mark of a remark ends: that of its series, or the outermost of its place. */
function ownHeight({ at, series: id }: ModelRemark, drawn: Drawn): number | undefined {
  const { plot, lying, scales } = drawn;
  const spans = stackSpans(drawn.series);
  const own = id === undefined ? drawn.series : drawn.series.filter((one) => one.id === id);
  const heights = own.flatMap((one) => {
    const scale = scales[one.side];
    const value = one.values[at];
    if (!scale || value === null || value === undefined) return [];
    const share = alongScale(spans.get(one.id)?.[at]?.[1] ?? value, scale.domain, scale.kind);
    return [lying ? plot.left + share * plot.width : plot.top + (1 - share) * plot.height];
  });
  if (heights.length === 0) return undefined;
  return lying ? Math.max(...heights) : Math.min(...heights);
}

/** Whether a box lies on a mark: on a column, or on a line between two places. */
function inkOf(drawn: Drawn): (box: Box) => boolean {
  const { plot, lying, scales, across, banded, series } = drawn;
  const columns = columnBoxes(
    { series: [...series], scales, lying, across: { ...across, values: [...across.values] } },
    plot,
  ).flatMap(({ boxes }) => boxes);
  const count = across.values.length;
  const spans = stackSpans(series);
  const lines = series
    .filter(({ shape }) => shape !== 'column' && shape !== 'bar')
    .map((one) => {
      const scale = scales[one.side];
      return one.values.map((value, at) => {
        if (value === null || !scale) return undefined;
        const share = alongScale(spans.get(one.id)?.[at]?.[1] ?? value, scale.domain, scale.kind);
        return plot.top + (1 - share) * plot.height;
      });
    });
  const x = (at: number) => plot.left + alongPlaces(at, count, banded) * plot.width;
  const step = count > 1 ? x(1) - x(0) : plot.width;
  return (box) => {
    if (columns.some((column) => meets(box, column))) return true;
    if (lying) return false;
    const first = Math.max(Math.floor((box.x - x(0)) / step), 0);
    const last = Math.min(Math.ceil((box.x + box.width - x(0)) / step), count - 1);
    return lines.some((line) => {
      for (let at = first; at <= last; at++) {
        const [a, b] = [line[at], line[at + 1]];
        if (a === undefined) continue;
        if (crosses(box, x(at), a, x(at + 1), b ?? a)) return true;
      }
      return false;
    });
  };
}

/** Whether a straight line meets a box, with a little room around it. */
function crosses(box: Box, x1: number, y1: number, x2: number, y2: number): boolean {
  const [left, right] = [box.x - 1, box.x + box.width + 1];
  const [a, b] = [Math.max(Math.min(x1, x2), left), Math.min(Math.max(x1, x2), right)];
  if (a > b) return false;
  const height = (x: number) => (x2 === x1 ? y1 : y1 + ((y2 - y1) * (x - x1)) / (x2 - x1));
  const [low, high] = [Math.min(height(a), height(b)), Math.max(height(a), height(b))];
  return low < box.y + box.height + 2 && high > box.y - 2;
}
