'use client';

import { useMemo } from 'react';
import { CartesianGrid, ComposedChart, Line, ReferenceLine, Tooltip, XAxis, YAxis } from 'recharts';
import { inksOn, isLying, isBanded, type ChartModel, type Plot, type ScaleModel } from '@/core/layout';
import { AcrossLabel } from './AcrossLabel';
import { axisLine, clickedAt, lyingAxis, placeAt, roomOf, sideAxis, type DrawingProps } from './drawing';
import { EnterPoint } from './EnterPoint';
import { GridHits } from './GridHits';
import { Marks, seriesAt } from './Marks';
import { OverMarks, RemarkNumbers, UnderMarks } from './Overlay';
import { PlaceCursor } from './PlaceCursor';
import { PlumbLines } from './PlumbLines';
import { ReadAcross } from './ReadAcross';
import { ValueLabels } from './ValueLabels';

/** Lines, areas, columns, bars, dots and target marks over time, cycles, groups and bins. */
export function GroupedDrawing(props: DrawingProps) {
  const { model, small = false, width, height, onPoint, onPart } = props;
  const rows = useMemo(() => rowsFor(model), [model]);
  const lying = isLying(model);
  // Without the words of axes: small pictures, and small copies that have no room for them.
  const wordless = small || props.bare === true;
  const banded = isBanded(model.series, model);
  const room = roomOf(props);
  const { left, right } = model.scales;
  const firstSide = left ? 'left' : 'right';
  const firstScale = left ?? right;
  const plot = useMemo(
    () =>
      small
        ? {
            left: room.left,
            top: room.top,
            width: width - room.left - room.right,
            height: height - room.top - room.bottom,
          }
        : model.size.plot,
    [small, model.size.plot, width, height, room.left, room.right, room.top, room.bottom],
  );
  const inks = inksOn(model.look?.ground);
  const grid = model.look?.grid ?? 'amounts';
  const places = {
    dataKey: 'i',
    type: 'category',
    scale: banded ? 'band' : 'point',
    hide: wordless,
    interval: 0,
    ticks: model.across.ticks.map((tick) => tick.at),
    tick: <AcrossLabel model={model} />,
    axisLine: axisLine(model),
  } as const;
  return (
    <ComposedChart
      width={width}
      height={height}
      data={rows}
      layout={lying ? 'vertical' : 'horizontal'}
      margin={{
        top: lying && right && !wordless ? room.top - 26 : room.top,
        left: !wordless && (left ?? lying) ? 0 : room.left,
        right: right && !wordless && !lying ? 0 : room.right,
        bottom: wordless ? room.bottom : 0,
      }}
      accessibilityLayer={!small}
      tabIndex={small ? -1 : 0}
      style={{ outlineOffset: -2, cursor: onPoint ? 'pointer' : undefined }}
      onClick={(_, event) => {
        const at = clickedAt(event);
        const place = placeAt(model, at, banded);
        if (place === undefined) onPart?.({ is: 'look' });
        else onPoint?.(place, at, seriesAt(model, plot, place, at, event.target as Element));
      }}
    >
      {!small && grid !== 'none' && (
        <CartesianGrid
          vertical={lying ? grid !== 'places' : grid !== 'amounts'}
          horizontal={lying ? grid !== 'amounts' : grid !== 'places'}
          stroke={inks.grid}
          {...(lying ? { xAxisId: firstSide, yAxisId: 'places' } : { yAxisId: firstSide })}
        />
      )}
      {!small && model.look?.minor && grid !== 'none' && <MinorGrid model={model} plot={plot} />}
      {lying ? (
        <YAxis
          {...places}
          yAxisId="places"
          width={wordless ? 0 : room.left}
          tickLine={model.look?.ticks ? axisLine(model) : false}
        />
      ) : (
        <XAxis
          {...places}
          padding={small || banded ? undefined : { left: 0, right: 0 }}
          height={wordless ? 0 : room.bottom}
          tickLine={(model.look?.ticks ?? !banded) ? axisLine(model) : false}
        />
      )}
      {(['left', 'right'] as const).map((side) => {
        if (lying) {
          const axis = lyingAxis(model, side, wordless, side === 'left' ? room.bottom : 26);
          return axis && <XAxis key={side} {...axis} />;
        }
        const axis = sideAxis(model, side, wordless, room[side]);
        return axis && <YAxis key={side} {...axis} />;
      })}
      {!small && (
        <Tooltip
          content={<ReadAcross model={model} copy={props.copy} />}
          cursor={<PlaceCursor model={model} />}
          isAnimationActive={false}
          // Rows hold no values of their own: what is read comes from the model.
          filterNull={false}
          shared
          {...(lying ? { axisId: 'places' } : {})}
        />
      )}
      {!small && onPoint && <EnterPoint onPoint={onPoint} />}
      {!small && onPart && <GridHits model={model} onPart={onPart} />}
      {firstScale && crossesZero(firstScale) && (
        <ReferenceLine
          {...(lying ? { xAxisId: firstSide, yAxisId: 'places', x: 0 } : { yAxisId: firstSide, y: 0 })}
          stroke={inks.rule}
        />
      )}
      {!small && model.look?.plumb && <PlumbLines model={model} />}
      {(['left', 'right'] as const).map(
        (side) =>
          model.scales[side] && (
            <Line
              key={side}
              dataKey={side}
              {...(lying ? { xAxisId: side, yAxisId: 'places' } : { yAxisId: side })}
              stroke="none"
              dot={false}
              // The library marks a value that stands alone, whatever it is told.
              r={0}
              activeDot={false}
              legendType="none"
              isAnimationActive={false}
            />
          ),
      )}
      <UnderMarks model={model} plot={plot} small={small} />
      <Marks model={model} small={small} plot={plot} />
      <OverMarks model={model} plot={plot} small={small} onPart={small ? undefined : onPart} />
      {!small && model.values && <ValueLabels model={model} onPart={onPart} />}
      {!small && model.remarks && <RemarkNumbers model={model} remarks={props.remarks} />}
    </ComposedChart>
  );
}

/** Finer lines halfway and quarterway between those of the amounts, where they do not melt together. */
function MinorGrid({ model, plot }: { model: ChartModel; plot: Plot }) {
  const scale = model.scales.left ?? model.scales.right;
  if (!scale || scale.kind === 'log' || scale.ticks.length < 2) return null;
  const [low, high] = scale.domain;
  const step = scale.ticks[1] - scale.ticks[0];
  const length = isLying(model) ? plot.width : plot.height;
  const parts = [4, 2].find((one) => (step / (high - low)) * length >= one * LEAST_APART);
  if (!parts) return null;
  const fine = step / parts;
  const lines = Array.from(
    { length: Math.floor((high - low) / fine) + 2 },
    (_, i) => Math.ceil(low / fine) * fine + i * fine,
  )
    .filter((value) => value <= high && Math.abs(value / step - Math.round(value / step)) > 1e-6)
    .map((value) => (value - low) / (high - low));
  const d = lines
    .map((share) =>
      isLying(model)
        ? `M${plot.left + share * plot.width},${plot.top}v${plot.height}`
        : `M${plot.left},${plot.top + (1 - share) * plot.height}h${plot.width}`,
    )
    .join('');
  return (
    <path
      className="minor-grid"
      d={d}
      stroke={inksOn(model.look?.ground).grid}
      strokeWidth={0.6}
      strokeDasharray="2 3"
      fill="none"
    />
  );
}
/** Finer lines than so many pixels apart are a grey. */
const LEAST_APART = 9;

/** The library draws axes, grid and what is read across; our own marks stand on its places. Its scales need a value each, of which one is enough. */
function rowsFor({ across, scales }: ChartModel): readonly Readonly<Record<string, number>>[] {
  const rows = across.values.map((_, i) => ({
    i,
    ...(i === 0 && scales.left ? { left: scales.left.domain[0] } : {}),
    ...(i === 0 && scales.right ? { right: scales.right.domain[0] } : {}),
  }));
  // Frozen as a whole, so that the library does not freeze each by itself whenever they change.
  return Object.freeze(rows);
}

function crossesZero({ domain: [low, high] }: ScaleModel): boolean {
  return low < 0 && high > 0;
}
