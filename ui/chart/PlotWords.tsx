import {
  cutText,
  eachDrawing,
  faceWidth,
  hasScales,
  inksOn,
  isBare,
  isLying,
  scrollOf,
  wordColor,
  INK_2,
  type ChartModel,
  type Face,
} from '@/core/layout';
import type { Side } from '@/core/spec';
import { faceStyle } from './letters';

/** The titles of axes are a little larger than their other words. */
const AXIS_TITLE: Face = { face: 'sans', size: 13, bold: false, italic: false, color: INK_2 };
const END_NAME: Face = { ...AXIS_TITLE, bold: true };
/** The title of bare copies' scale stands above the first one's label, in pixels. */
const ABOVE_BARE = 40;
/** Half the height of a text that can be pointed at. */
const HALF = 12;
const SCROLL_BAR = 18;
/** The most of the width that the title of a scale takes beside another one, or beside how many are shown. */
const SIDE_SHARE = 0.48;

/** A word at a drawing, and the box of its middle line. */
export interface PlotWord {
  readonly is: Side | 'across' | 'end' | 'each' | 'shown';
  /** The series that it names. */
  readonly series?: string;
  readonly text: string;
  readonly x: number;
  /** Its middle. */
  readonly y: number;
  readonly anchor: 'start' | 'middle' | 'end';
  readonly face: Face;
  readonly room: number;
}

/** Where the words at the plot begin, and the model of the room that they stand in: small copies have them at the first one. */
export function wordsRoom(model: ChartModel): { top: number; model: ChartModel } {
  const { cell } = model.size;
  const bare = isBare(model);
  return {
    top: (model.panels?.[0]?.top ?? 0) - (bare ? ABOVE_BARE : 0),
    model: cell && !bare ? { ...model, size: { ...model.size, ...cell } } : model,
  };
}

/** The titles of the axes and the names at the ends of lines, each at its place. `empty` ones are where one would stand. */
export function plotWords(model: ChartModel, empty = false): PlotWord[] {
  const { plot, width, height } = model.size;
  const lying = isLying(model);
  const bare = isBare(model);
  const face = axisFace(model);
  const below = { x: plot.left + plot.width / 2, y: height - HALF, anchor: 'middle' as const, room: plot.width };
  const alone = !model.scales.right && !model.shownOf;
  const above = { x: 0, y: HALF, anchor: 'start' as const, room: width * (alone ? 1 : SIDE_SHARE) };
  const words: PlotWord[] = [];
  for (const side of ['left', 'right'] as const) {
    const scale = model.scales[side];
    if (!scale) continue;
    const own = model.series.filter((series) => series.side === side);
    const both = model.scales.left && model.scales.right;
    const colored =
      both && own.length === 1 ? { ...face, bold: true, color: wordColor(own[0].color, model.look?.ground) } : face;
    const place =
      lying && side === 'left' ? below : side === 'right' ? { ...above, x: width, anchor: 'end' as const } : above;
    const shown = { ...colored, ...(model.look?.axisLetters?.color ? { color: model.look.axisLetters.color } : {}) };
    words.push({ is: side, text: scale.untitled ? '' : scale.title, ...place, face: shown });
    if (bare)
      words.push({
        is: 'each',
        text: `${scale.title === '' ? '' : ', '}${scale.labels[0]} to ${scale.labels[scale.labels.length - 1]} in each`,
        ...above,
        x: faceWidth(scale.title, shown),
        face,
      });
  }
  if (hasScales(model) && !bare)
    words.push({
      is: 'across',
      text: model.across.untitled ? '' : model.across.title,
      ...(lying ? above : { ...below, y: below.y - (scrollOf(model) ? SCROLL_BAR : 0) }),
      face,
    });
  if (model.naming === 'ends' && eachDrawing(model).is === 'plot')
    for (const { id, name, color, endLabel } of model.series) {
      if (!endLabel) continue;
      const x = plot.left + plot.width + 8;
      words.push({
        is: 'end',
        series: id,
        text: name,
        x,
        y: endLabel.y,
        anchor: 'start',
        face: { ...END_NAME, color: wordColor(color, model.look?.ground) },
        room: width - x,
      });
    }
  if (model.shownOf)
    words.push({
      is: 'shown',
      text: `${model.shownOf.shown} of ${model.shownOf.all} shown`,
      x: width,
      y: lying || !model.scales.right ? HALF : height - HALF,
      anchor: 'end',
      room: width / 2,
      face: { ...AXIS_TITLE, size: 12, color: inksOn(model.look?.ground).ink2 },
    });
  return words
    .filter(({ text }) => empty || text !== '')
    .map((word) => ({ ...word, text: cutText(word.text, word.room, word.face) }));
}

function axisFace({ look }: ChartModel): Face {
  const {
    face = AXIS_TITLE.face,
    size,
    bold = false,
    italic = false,
    color = inksOn(look?.ground).ink2,
  } = look?.axisLetters ?? {};
  return { face, size: size ? size + 1 : AXIS_TITLE.size, bold, italic, color };
}

/** The words at the plot as they are drawn. */
export function PlotWords({ model }: { model: ChartModel }) {
  const { width, height } = model.size;
  return (
    <svg
      width={width}
      height={height}
      aria-hidden
      data-words="plot"
      style={{ display: 'block', overflow: 'visible', pointerEvents: 'none' }}
    >
      {plotWords(model).map(({ is, series, text, x, y, anchor, face }) => (
        <text
          key={`${is} ${series ?? ''}`}
          x={x}
          y={y}
          dy="0.35em"
          textAnchor={anchor}
          {...faceStyle(face)}
          data-words={is}
        >
          {text}
        </text>
      ))}
    </svg>
  );
}
