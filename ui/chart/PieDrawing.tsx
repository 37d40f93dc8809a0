'use client';

import { useState } from 'react';
import { arc } from 'd3-shape';
import { inksOn, type Inks, type SingleDrawing, type Slice } from '@/core/layout';
import type { DrawingProps } from './drawing';
import { HoverBox } from './HoverBox';

/** Edges between more slices than this would hide them. */
const MANY_SLICES = 60;

type Props = DrawingProps & Pick<Extract<SingleDrawing, { is: 'pie' }>, 'slices' | 'hole'>;

/** The words in the middle of a ring by its inner radius; those that are smaller than can be read are left out, in pixels. */
const HOLE_LETTERS = 0.42;
const LEAST_LETTERS = 9;

/** Slices of one whole, clockwise from the top, each with its name and share beside it. */
export function PieDrawing({ model, slices, hole, small = false, width, height, onPoint }: Props) {
  const [over, setOver] = useState<number>();
  const { plot } = model.size;
  const room = hole?.half ? Math.min(width / 2, height) - 6 : Math.min(width, height) / 2 - 4;
  const scale = small ? room : plot.width / 2;
  const center = small
    ? { x: width / 2, y: hole?.half ? height - 4 : height / 2 }
    : { x: plot.left + plot.width / 2, y: plot.top + plot.height / 2 };
  const inner = hole ? scale * hole.share : 0;
  const inks = inksOn(model.look?.ground);
  const shown = slices.find(({ at }) => at === over);
  return (
    <div style={{ position: 'relative', width, height }} data-drawing>
      <svg
        width={width}
        height={height}
        role="img"
        aria-label={slices.map(({ name, words }) => `${name} ${words}`).join(', ')}
      >
        {slices.map((slice) => (
          <path
            key={slice.at}
            d={slicePath(slice, scale, inner)}
            transform={`translate(${center.x},${center.y})`}
            fill={slice.color}
            fillOpacity={model.series[0]?.clear === undefined ? undefined : 1 - model.series[0].clear}
            stroke={model.look?.ground ?? '#fffdf8'}
            strokeWidth={slices.length > MANY_SLICES ? 0 : small ? 0.6 : 1.5}
            opacity={over === undefined || over === slice.at ? 1 : 0.6}
            style={{ cursor: onPoint ? 'pointer' : undefined }}
            onPointerEnter={small ? undefined : () => setOver(slice.at)}
            onPointerLeave={small ? undefined : () => setOver(undefined)}
            onClick={
              onPoint ? () => onPoint(slice.at, onCircle((slice.from + slice.to) / 2, center, scale / 2)) : undefined
            }
          />
        ))}
        {hole && !small && inner * HOLE_LETTERS >= LEAST_LETTERS && (
          <text
            x={center.x}
            y={hole.half ? center.y - inner * 0.12 : center.y}
            dy={hole.half ? 0 : '0.35em'}
            textAnchor="middle"
            fontSize={Math.min(inner * HOLE_LETTERS, 30)}
            fontWeight={600}
            fill={inks.ink}
          >
            {hole.words}
          </text>
        )}
        {!small &&
          slices.map(
            (slice) => slice.label && <SliceName key={slice.at} slice={slice} center={center} r={scale} inks={inks} />,
          )}
      </svg>
      {shown && !shown.label && (
        <HoverBox coordinate={center}>
          <strong>{shown.name}</strong> {shown.words}
        </HoverBox>
      )}
    </div>
  );
}

interface Point {
  x: number;
  y: number;
}

/** Where a fraction of a turn stands on a circle, clockwise from the top. */
function onCircle(turn: number, { x, y }: Point, r: number): Point {
  const angle = turn * 2 * Math.PI;
  return { x: x + Math.sin(angle) * r, y: y - Math.cos(angle) * r };
}

/** A slice around the point 0, 0, clockwise from the top. */
const slicePath = ({ from, to }: Slice, r: number, inner: number): string =>
  arc()({
    startAngle: from * 2 * Math.PI,
    endAngle: to * 2 * Math.PI,
    outerRadius: r,
    innerRadius: inner,
  }) ?? '';

const REACH = 16;

function SliceName({ slice, center, r, inks }: { slice: Slice; center: Point; r: number; inks: Inks }) {
  if (!slice.label) return null;
  const { y, side } = slice.label;
  const sign = side === 'right' ? 1 : -1;
  const from = onCircle((slice.from + slice.to) / 2, center, r);
  const x = center.x + sign * (r + REACH);
  return (
    <g>
      <path d={`M${from.x},${from.y}L${x},${y}h${sign * 6}`} fill="none" stroke={inks.rule} strokeWidth={0.8} />
      <text
        x={x + sign * 10}
        y={y}
        dy="0.35em"
        textAnchor={side === 'right' ? 'start' : 'end'}
        fontSize={13}
        fill={inks.ink}
      >
        {slice.label.name} <tspan fill={inks.ink2}>{slice.label.words}</tspan>
        {(slice.label.name !== slice.name || slice.label.words !== slice.words) && (
          <title>{`${slice.name} ${slice.words}`.trim()}</title>
        )}
      </text>
    </g>
  );
}
