import type { Figure, ModelSeries } from '@/core/layout';
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
  const size = Math.min(height * 0.34, (width * 1.5) / Math.max(figure.words.length, 4), small ? 30 : 96);
  const line = figure.line && series && { width: Math.min(width * 0.6, 420), height: Math.min(height * 0.2, 72) };
  return (
    <div
      onClick={onPart && series ? () => onPart({ is: 'layer', id: series.layer }) : undefined}
      style={{
        width,
        height,
        cursor: onPart ? 'pointer' : undefined,
        display: 'flex',
        flexDirection: 'column',
        alignItems: 'center',
        justifyContent: 'center',
      }}
    >
      {!small && figure.of && <span style={{ fontSize: 15, color: '#5c615a' }}>{figure.of}</span>}
      <span
        style={{
          fontSize: size,
          // The face's own height, so that its words keep clear of it.
          lineHeight: 1.5,
          fontWeight: 600,
          fontVariantNumeric: 'tabular-nums',
          color: '#24302c',
        }}
      >
        {figure.words}
      </span>
      {!small && figure.change && (
        <span style={{ fontSize: 16, color: '#24302c' }}>
          <span aria-hidden>{figure.change.up ? '▲ ' : '▼ '}</span>
          {figure.change.words}
        </span>
      )}
      {line && <SmallLine series={series} {...line} small={small} />}
    </div>
  );
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
    <svg width={width} height={height} aria-hidden style={{ marginTop: small ? 2 : 14 }}>
      <path d={path} fill="none" stroke={series.color} strokeWidth={small ? 1.2 : 1.8} strokeLinejoin="round" />
      <circle cx={x(last.at)} cy={y(last.value)} r={small ? 2 : 3.5} fill={series.color} />
    </svg>
  );
}
