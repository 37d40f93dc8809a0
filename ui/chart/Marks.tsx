import { memo, useId, useMemo } from 'react';
import { area, curveLinear, curveMonotoneX, curveMonotoneY, curveStepAfter, line, type CurveFactory } from 'd3-shape';
import { isLying, WIDEST, type ChartModel, type ModelSeries, type Plot } from '@/core/layout';
import { columnPaths, type ColumnPath } from './columns';
import { cutsOff } from './drawing';
import { spotsIn, type Spots } from './places';
import { straightPath } from './straight';
import { runsOf, thinnedRun, type Run, type RunPoint } from './runs';
import { symbolPath } from './symbols';

const DASHES = { solid: undefined, dashed: '7 5', dotted: '2 4' } as const;
/** A target mark is as wide as all columns of its place. */
const FREE = 0.32;

interface Props {
  model: ChartModel;
  small: boolean;
  /** Where the plot stands on the screen. */
  plot: Plot;
}

/** The marks of all series, drawn in their order, the last on top. */
export const Marks = memo(function Marks({ model, small, plot }: Props) {
  const clip = useId();
  const spots = useMemo(() => spotsIn(model, plot), [model, plot]);
  const columns = useMemo(() => columnsBySeries(columnPaths(model, plot, small ? 20 : WIDEST)), [model, plot, small]);
  const clipped = cutsOff(model, 'left') || cutsOff(model, 'right');
  return (
    <g className="marks" clipPath={clipped ? `url(#${clip})` : undefined}>
      {clipped && (
        <clipPath id={clip}>
          <rect x={plot.left} y={plot.top} width={plot.width} height={plot.height} />
        </clipPath>
      )}
      {model.series.map((series) => {
        const column = columns.get(series.id);
        if (column !== undefined)
          return column.map(({ color, d }) => (
            <path
              key={`${series.id} ${color}`}
              d={d}
              fill={color}
              fillOpacity={series.clear === undefined ? undefined : 1 - series.clear}
              data-mark={series.shape}
              data-series={series.id}
            />
          ));
        return (
          <g key={series.id} data-series={series.id}>
            <SeriesMarks series={series} model={model} spots={spots} small={small} plot={plot} />
          </g>
        );
      })}
    </g>
  );
});

function columnsBySeries(paths: readonly ColumnPath[]): ReadonlyMap<string, ColumnPath[]> {
  const found = new Map<string, ColumnPath[]>();
  for (const path of paths) found.set(path.series.id, [...(found.get(path.series.id) ?? []), path]);
  return found;
}

/** How near a click must be to a line's point, in pixels. */
const NEAR = 12;

/** The series whose mark was clicked at a place, or whose line or dot is nearest there. */
export function seriesAt(
  model: ChartModel,
  plot: Plot,
  place: number,
  at: { x: number; y: number },
  target: Element,
): string | undefined {
  const hit = target.closest('[data-series]')?.getAttribute('data-series');
  if (hit) return hit;
  const spots = spotsIn(model, plot);
  const near = model.series
    .filter(({ shape, stack }) => (shape === 'line' || shape === 'dot') && stack === undefined)
    .flatMap(({ id, side, values }) => {
      const value = values[place];
      if (value === null) return [];
      const spot = spots(place, value, side);
      const away = Math.abs(isLying(model) ? spot.x - at.x : spot.y - at.y);
      return away <= NEAR ? [{ id, away }] : [];
    });
  return near.sort((a, b) => a.away - b.away)[0]?.id;
}

function SeriesMarks({ series, model, spots, small, plot }: Props & { series: ModelSeries; spots: Spots }) {
  const long = isLying(model) ? plot.height : plot.width;
  const runs = runsOf(series, model).map((run) => thinnedRun(run, long));
  const colorAt = (point: RunPoint) => series.colors?.[point.at] ?? undefined;
  const at = (point: RunPoint) => ({ ...spots(point.at, point.value, series.side), color: colorAt(point) });
  switch (series.shape) {
    case 'dot':
      return (
        <Symbols
          d={symbolPath(series.symbol, small ? 2.5 : (series.pointSize ?? dotSize(model)) / 2)}
          points={runs.flatMap(({ points }) => points.map(at))}
          series={series}
        />
      );
    case 'target':
      return <Targets points={runs.flatMap(({ points }) => points.map(at))} {...{ series, model, small, plot }} />;
    case 'area':
      return (
        <>
          {runs.map((run, i) => (
            <AreaRun key={i} run={run} {...{ series, model, spots, small }} />
          ))}
        </>
      );
    default:
      return (
        <>
          {runs.map((run, i) => (
            <LineRun key={i} run={run} {...{ series, model, spots, small }} />
          ))}
        </>
      );
  }
}

/** Many dots are smaller, so that they do not melt into a band. */
function dotSize({ across }: ChartModel): number {
  const many = across.values.length;
  return many > 300 ? 4 : many > 120 ? 6 : 10;
}

interface RunProps {
  run: Run;
  series: ModelSeries;
  model: ChartModel;
  spots: Spots;
  small: boolean;
}

function curveOf({ curve }: ModelSeries, lying: boolean): CurveFactory {
  if (curve === 'smooth') return lying ? curveMonotoneY : curveMonotoneX;
  return curve === 'step' ? curveStepAfter : curveLinear;
}

function LineRun({ run, series, model, spots, small }: RunProps) {
  const points = run.points.map(({ at, value }) => ({
    ...spots(at, value, series.side),
    color: series.colors?.[at] ?? undefined,
  }));
  const many = model.across.values.length > 200;
  const plain = series.curve === undefined || series.curve === 'straight';
  const drawn = line<{ x: number; y: number }>(
    ({ x }) => x,
    ({ y }) => y,
  )
    .curve(curveOf(series, isLying(model)))
    .digits(2);
  const width =
    series.width !== undefined && !small ? series.width : (small ? 1.4 : many ? 1.5 : 2.2) * (series.joins ? 0.8 : 1);
  const shown = run.alone || ((series.points || series.colors !== undefined) && !small);
  return (
    <>
      <path
        d={plain ? straightPath(points) : (drawn(points) ?? '')}
        fill="none"
        stroke={series.color}
        strokeWidth={width}
        strokeOpacity={series.joins ? 0.75 : 1}
        strokeDasharray={DASHES[series.dash ?? 'solid']}
        strokeLinejoin="round"
        data-mark="line"
      />
      {shown && (
        <Symbols
          d={symbolPath(series.marker ?? 'circle', small ? 1.5 : (series.pointSize ?? (series.marker ? 9 : 6)) / 2)}
          {...{ points, series }}
        />
      )}
    </>
  );
}

function AreaRun({ run, series, model, spots, small }: RunProps) {
  const lying = isLying(model);
  const ground = groundOf(model, series);
  const tops = run.points.map(({ at, value, from }) => ({
    top: spots(at, value, series.side),
    foot: spots(at, from ?? ground, series.side),
  }));
  const curve = curveOf(series, lying);
  type Edge = (typeof tops)[number];
  const filled = lying
    ? area<Edge>()
        .y(({ top }) => top.y)
        .x0(({ foot }) => foot.x)
        .x1(({ top }) => top.x)
    : area<Edge>()
        .x(({ top }) => top.x)
        .y0(({ foot }) => foot.y)
        .y1(({ top }) => top.y);
  const edge = line<Edge>(
    ({ top }) => top.x,
    ({ top }) => top.y,
  );
  const clear = series.clear ?? (series.stack ? 0.18 : 0.72);
  return (
    <>
      <path
        d={filled.curve(curve).digits(2)(tops) ?? ''}
        fill={series.color}
        fillOpacity={1 - clear}
        data-mark="area"
      />
      <path
        d={edge.curve(curve).digits(2)(tops) ?? ''}
        fill="none"
        stroke={series.color}
        strokeWidth={small ? 1 : (series.width ?? 1.6)}
        strokeDasharray={DASHES[series.dash ?? 'solid']}
      />
      {run.alone && <Symbols d={symbolPath('circle', small ? 1.5 : 3)} points={[tops[0].top]} series={series} />}
    </>
  );
}

/** An area stands on zero, or on the end of its scale that is nearest to it. */
function groundOf(model: ChartModel, { side }: ModelSeries): number {
  const [low, high] = model.scales[side]?.domain ?? [0, 1];
  return Math.min(Math.max(0, low), high);
}

function Symbols({
  d,
  points,
  series,
}: {
  d: string;
  points: readonly { x: number; y: number; color?: string | undefined }[];
  series: ModelSeries;
}) {
  return (
    <g fill={series.color} data-mark="dots">
      {points.map(({ x, y, color }, i) => (
        <path key={i} d={d} fill={color} transform={`translate(${x.toFixed(2)},${y.toFixed(2)})`} />
      ))}
    </g>
  );
}

/** Thick strokes across the columns of their places (up and down across bars that lie), with a light edge so that they show on them. */
function Targets({
  points,
  series,
  model,
  small,
  plot,
}: Props & { points: readonly { x: number; y: number }[]; series: ModelSeries }) {
  const band = (isLying(model) ? plot.height : plot.width) / Math.max(model.across.values.length, 1);
  const half = Math.min((band * (1 - FREE)) / 2, small ? 8 : 38) + (small ? 0 : 3);
  const [long, thick] = [half * 2, small ? 2 : 4];
  return (
    <g fill={series.color} stroke="#fffdf8" strokeWidth={small ? 0.5 : 1.5} data-mark="targets">
      {points.map(({ x, y }, i) =>
        isLying(model) ? (
          <rect key={i} x={x - thick / 2} y={y - half} width={thick} height={long} rx={1} />
        ) : (
          <rect key={i} x={x - half} y={y - thick / 2} width={long} height={thick} rx={1} />
        ),
      )}
    </g>
  );
}
