import { cutText, inksOn, type Face, type Figure, type ModelSeries } from '@/core/layout';
import type { DrawingProps } from './drawing';

/** A single figure, as large as its room allows, with its change and a small line of the steps before it. */
export function FigureDrawing({
  model,
  figure,
  small = false,
  width,
  height,
  onPart,
}: DrawingProps & { figure: Figure }) {
  const [series] = model.series;
  const place = placed(figure, { width, height, small });
  const { size, above, change, line, x, anchor } = place;
  const { ink, ink2 } = inksOn(model.look?.ground);
  const top = place.left ? 0 : (height - place.tall) / 2;
  const text = { x, textAnchor: anchor };
  return (
    <svg
      width={width}
      height={height}
      onClick={onPart && series ? () => onPart({ is: 'layer', id: series.layer }) : undefined}
      style={{ display: 'block', cursor: onPart ? 'pointer' : undefined }}
    >
      {onPart && <rect width={width} height={height} fill="transparent" />}
      {above && (
        <text {...text} y={top + above.size * 1.05} fontSize={above.size} fill={ink2}>
          {above.words}
        </text>
      )}
      <text
        {...text}
        // The face's own height, so that its words keep clear of it.
        y={top + (above ? above.size * 1.6 : 0) + size * (place.left ? 0.98 : 1.06)}
        fontSize={size}
        fontWeight={600}
        fill={ink}
      >
        {figure.words}
      </text>
      {change && (
        <text
          {...text}
          y={top + (above ? above.size * 1.6 : 0) + size * (place.left ? 1.3 : 1.5) + change.size * 1.1}
          fontSize={change.size}
          fill={figure.change ? ink : ink2}
        >
          {figure.change && !figure.change.even && <tspan aria-hidden>{figure.change.up ? '▲ ' : '▼ '}</tspan>}
          {change.words}
        </text>
      )}
      {line && series && (
        <g transform={`translate(${line.x},${top + line.y})`}>
          <SmallLine series={series} width={line.width} height={line.height} small={small} />
        </g>
      )}
    </svg>
  );
}

/** Lower than this (a tile of a board) a figure stands on the left, and what finds no room beside it is left out, in pixels. */
const LOW = 190;
const ROOM_FOR_LINE = 46;

const sans = (size: number): Face => ({ face: 'sans', size, bold: false, italic: false, color: '#24302c' });

/** How large a figure and what belongs to it are in a room, and where its line stands. */
function placed(figure: Figure, { width, height, small }: { width: number; height: number; small: boolean }) {
  const left = !small && height < LOW;
  const said = !small && figure.of ? { words: figure.of, size: left ? 13 : 15 } : undefined;
  const told = figure.change?.words ?? figure.lacks;
  const changed = !small && told ? { words: told, size: left ? 13 : 16 } : undefined;
  const wide = (width * (left ? 1.7 : 1.5)) / Math.max(figure.words.length, 4);
  const size = Math.min(left ? height * 0.42 : height * 0.34, wide, small ? 30 : left ? 34 : 96);
  const cut = (one: { words: string; size: number } | undefined) =>
    one && { ...one, words: cutText(one.words, width - 20, sans(one.size)) };
  const words = (said ? said.size * 1.6 : 0) + size * (left ? 1.3 : 1.5) + (changed ? changed.size * 1.6 : 0);
  // Words before the line: a line finds what room they leave.
  const above = left && words > height ? undefined : cut(said);
  const tall = words - (said && !above ? said.size * 1.6 : 0);
  const room = left ? height - tall - 8 : Math.min(height * 0.2, 72);
  const line =
    figure.line && (!left || room >= ROOM_FOR_LINE / 2)
      ? {
          width: left ? width : Math.min(width * 0.6, 420),
          height: Math.min(room, 72),
          x: left ? 0 : (width - Math.min(width * 0.6, 420)) / 2,
          y: tall + (left ? 6 : small ? 2 : 14),
        }
      : undefined;
  return {
    left,
    size,
    above,
    change: cut(changed),
    line,
    tall: tall + (line ? line.height + (small ? 2 : 14) : 0),
    x: left ? 0 : width / 2,
    anchor: left ? ('start' as const) : ('middle' as const),
  };
}

function SmallLine({
  series,
  width,
  height,
  small,
}: {
  series: ModelSeries;
  width: number;
  height: number;
  small: boolean;
}) {
  const known = series.values.flatMap((value, at) => (value === null ? [] : [{ value, at }]));
  const low = known.reduce((least, { value }) => Math.min(least, value), Infinity);
  const high = known.reduce((most, { value }) => Math.max(most, value), -Infinity);
  const last = known[known.length - 1];
  const x = (at: number) => 4 + (at / Math.max(series.values.length - 1, 1)) * (width - 8);
  const y = (value: number) => height - 4 - ((value - low) / (high - low || 1)) * (height - 8);
  const path = known
    .map(({ value, at }, i) => `${i === 0 ? 'M' : 'L'}${x(at).toFixed(1)},${y(value).toFixed(1)}`)
    .join('');
  return (
    <>
      <path d={path} fill="none" stroke={series.color} strokeWidth={small ? 1.2 : 1.8} strokeLinejoin="round" />
      <circle cx={x(last.at)} cy={y(last.value)} r={small ? 2 : 3.5} fill={series.color} />
    </>
  );
}
