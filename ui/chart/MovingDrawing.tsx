import { alongPlaces, alongScale, inksOn, isBanded, type ChartModel, type ScaleModel } from '@/core/layout';
import { AcrossLabel } from './AcrossLabel';
import { axisLine } from './drawing';
import { tickStyle } from './letters';
import { Marks } from './Marks';
import { OverMarks, UnderMarks } from './Overlay';

/** How far the words of an axis stand from it, in pixels: as the library has them. */
const AWAY = 8;
const STROKE = 6;

/**
 * An upright chart while its stretch in sight is moved: the same marks and words at the same places, without what reads
 * and clicks them, so that each picture is there in time.
 */
export function MovingDrawing({ model, width, height }: { model: ChartModel; width: number; height: number }) {
  const { plot } = model.size;
  const { left, right } = model.scales;
  const grid = model.look?.grid ?? 'amounts';
  const first = left ?? right;
  const style = tickStyle(model.look);
  const inks = inksOn(model.look?.ground);
  const count = model.across.values.length;
  const banded = isBanded(model.series, model);
  const x = (at: number) => plot.left + alongPlaces(at, count, banded) * plot.width;
  const y = (value: number, scale: ScaleModel) =>
    plot.top + (1 - alongScale(value, scale.domain, scale.kind)) * plot.height;
  const bottom = plot.top + plot.height;
  const strokes = model.look?.ticks ?? !banded;
  return (
    <svg width={width} height={height} data-moving aria-hidden style={{ display: 'block' }}>
      {first && grid !== 'none' && grid !== 'places' && (
        <path
          d={first.ticks.map((tick) => `M${plot.left},${y(tick, first)}h${plot.width}`).join('')}
          stroke={inks.grid}
          fill="none"
        />
      )}
      {(grid === 'places' || grid === 'both') && (
        <path
          d={model.across.ticks.map(({ at }) => `M${x(at)},${plot.top}v${plot.height}`).join('')}
          stroke={inks.grid}
          fill="none"
        />
      )}
      <path d={`M${plot.left},${bottom}h${plot.width}`} {...axisLine(model)} />
      {strokes && (
        <path d={model.across.ticks.map(({ at }) => `M${x(at)},${bottom}v${STROKE}`).join('')} {...axisLine(model)} />
      )}
      {model.across.ticks.map(({ at }) => (
        <AcrossLabel key={at} x={x(at)} y={bottom + AWAY} payload={{ value: at }} model={model} />
      ))}
      {([left, right] as const).map((scale, side) =>
        scale?.ticks.map((tick, i) => (
          <text
            key={`${side} ${tick}`}
            x={side === 0 ? plot.left - AWAY : plot.left + plot.width + AWAY}
            y={y(tick, scale)}
            dy="0.355em"
            textAnchor={side === 0 ? 'end' : 'start'}
            {...style}
          >
            {scale.labels[i]}
          </text>
        )),
      )}
      <UnderMarks model={model} plot={plot} small={false} />
      {first && first.domain[0] < 0 && first.domain[1] > 0 && (
        <path d={`M${plot.left},${y(0, first)}h${plot.width}`} stroke={inks.rule} />
      )}
      <Marks model={model} small={false} plot={plot} />
      <OverMarks model={model} plot={plot} small={false} />
    </svg>
  );
}
