import { area, line } from 'd3-shape';
import {
  isLying,
  alongPlaces,
  alongScale,
  inksOn,
  isBanded,
  REMARK_RADIUS,
  wordColor,
  type ChartModel,
  type ModelReference,
  type ModelTrend,
  type Plot,
} from '@/core/layout';
import type { RemarkLight } from './drawing';
import type { ChartPart } from './part';
import { spotsIn, type Spots } from './places';

const DASHES = { solid: undefined, dashed: '6 4', dotted: '2 4' } as const;

interface Props {
  model: ChartModel;
  plot: Plot;
  small: boolean;
  onPart?: (part: ChartPart) => void;
}

/** What lies under the marks: the ground of what is carried on, and the bands of references. */
export function UnderMarks({ model, plot, small }: Omit<Props, 'onPart'>) {
  const ahead = aheadBox(model, plot);
  const inks = inksOn(model.look?.ground);
  return (
    <g className="under-marks" pointerEvents="none">
      {ahead && <rect {...ahead} fill={inks.ahead} data-mark="ahead" />}
      {ahead && !small && ahead.width > 66 && (
        <text x={ahead.x + 8} y={plot.top + 14} fontSize={12} fill={inks.ink2}>
          carried on
        </text>
      )}
      {(model.references ?? []).map((one, i) => {
        const box = one.to === undefined ? undefined : bandOf(one, model, plot);
        return box && <rect key={i} {...box} fill={one.color} fillOpacity={0.1} data-mark="reference-band" />;
      })}
    </g>
  );
}

/** What lies over them: trends with their bands, and the lines and names of references. */
export function OverMarks({ model, plot, small, onPart }: Props) {
  const spots = spotsIn(model, plot);
  const open = (part: ChartPart) =>
    onPart && {
      style: { cursor: 'pointer' },
      onClick: (event: { stopPropagation: () => void }) => {
        event.stopPropagation();
        onPart(part);
      },
    };
  const references = model.references ?? [];
  return (
    <g className="over-marks">
      {(model.trends ?? []).map((trend, i) => (
        <g key={`${trend.id} ${i}`} data-trend={trend.id} {...open({ is: 'trend', id: trend.id })}>
          <TrendMarks trend={trend} model={model} plot={plot} spots={spots} small={small} />
        </g>
      ))}
      {references.map((one, i) => (
        <g key={i} data-reference={one.id} {...open({ is: 'reference', id: one.id })}>
          {edgesOf(one, model, plot).map((d, e) => (
            <g key={e}>
              <path d={d} stroke="transparent" strokeWidth={9} fill="none" pointerEvents="stroke">
                <title>{one.label}</title>
              </path>
              <path
                d={d}
                stroke={one.color}
                strokeWidth={small ? 1 : one.width}
                strokeDasharray={DASHES[one.dash]}
                fill="none"
                pointerEvents="none"
                data-mark="reference"
              />
            </g>
          ))}
        </g>
      ))}
      {!small &&
        references.map(
          (one, i) =>
            one.spot && (
              <text
                key={i}
                x={one.spot.x}
                y={one.spot.y}
                dy="0.35em"
                textAnchor={one.spot.anchor}
                fontSize={12}
                fontWeight={600}
                fill={wordColor(one.color, model.look?.ground)}
                stroke={model.look?.ground ?? '#fffdf8'}
                strokeWidth={3}
                paintOrder="stroke"
                data-mark="reference-name"
                {...open({ is: 'reference', id: one.id })}
              >
                {one.spot.text}
              </text>
            ),
        )}
    </g>
  );
}

/** The numbers of remarks, reached by the keyboard too. A lit one is larger, filled and has a second ring. */
export function RemarkNumbers({ model, remarks }: { model: ChartModel; remarks?: RemarkLight }) {
  return (
    <g className="remark-numbers">
      {(model.remarks ?? []).map((remark) => {
        const { number, spot, at, text, strong } = remark;
        if (!spot || at < 0) return null;
        const lit = remarks?.lit === number;
        return (
          <g
            key={number}
            transform={`translate(${spot.x.toFixed(1)},${spot.y.toFixed(1)})`}
            role="button"
            tabIndex={remarks ? 0 : -1}
            aria-label={`Remark ${number}, ${model.across.labels[at] ?? ''}: ${[strong, text].filter(Boolean).join('. ')}`}
            data-remark={number}
            data-lit={lit || undefined}
            style={{ cursor: 'pointer', outline: 'none' }}
            onMouseEnter={() => remarks?.onLight(number)}
            onMouseLeave={() => remarks?.onLight(undefined)}
            onFocus={() => remarks?.onLight(number)}
            onBlur={() => remarks?.onLight(undefined)}
            onClick={(event) => {
              event.stopPropagation();
              remarks?.onChoose(number);
            }}
            onKeyDown={(event) => {
              if (event.key !== 'Enter' && event.key !== ' ') return;
              event.preventDefault();
              event.stopPropagation();
              remarks?.onChoose(number);
            }}
          >
            {lit && <circle r={REMARK_RADIUS + 5} fill="none" stroke="#24302c" strokeWidth={2} />}
            <circle
              r={lit ? REMARK_RADIUS + 1 : REMARK_RADIUS}
              fill={lit ? '#24302c' : '#fffdf8'}
              stroke="#24302c"
              strokeWidth={1.2}
            />
            <text dy="0.35em" textAnchor="middle" fontSize={11} fontWeight={600} fill={lit ? '#fffdf8' : '#24302c'}>
              {number}
            </text>
          </g>
        );
      })}
    </g>
  );
}

/** Where the places that lie beyond the data begin, to the end of the plot. */
function aheadBox(model: ChartModel, plot: Plot) {
  const { ahead = 0, values } = model.across;
  const count = values.length;
  if (ahead === 0 || count === 0) return undefined;
  const banded = isBanded(model.series, model);
  const first = count - ahead;
  const at = (place: number) => alongPlaces(place, count, banded);
  const share = first <= 0 ? 0 : (at(first - 1) + at(first)) / 2;
  return isLying(model)
    ? { x: plot.left, y: plot.top + share * plot.height, width: plot.width, height: (1 - share) * plot.height }
    : { x: plot.left + share * plot.width, y: plot.top, width: (1 - share) * plot.width, height: plot.height };
}

/** From where to where a reference goes along the side that it stands on, as shares of the plot; what lies outside is cut. */
function sharesOf({ on, value, to, at }: ModelReference, model: ChartModel): readonly [number, number] | undefined {
  if (on === 'across') {
    const scale = model.scales.across;
    if (scale) {
      const ends = [Number(value), Number(to ?? value)].map((one) => alongScale(one, scale.domain, scale.kind));
      return [Math.min(...ends), Math.max(...ends)];
    }
    const count = model.across.values.length;
    if (!at || count === 0) return undefined;
    const banded = isBanded(model.series, model);
    const half = to === undefined || !banded ? 0 : 0.5 / count;
    return [alongPlaces(at.from, count, banded) - half, alongPlaces(at.to, count, banded) + half];
  }
  const scale = model.scales[on];
  if (!scale) return undefined;
  const ends = [Number(value), Number(to ?? value)].map((one) => alongScale(one, scale.domain, scale.kind));
  return [Math.min(...ends), Math.max(...ends)];
}

/** Whether a share along its side is a height on the screen. */
const isLevel = ({ on }: ModelReference, model: ChartModel) => (on === 'across') === isLying(model);

function bandOf(one: ModelReference, model: ChartModel, plot: Plot) {
  const shares = sharesOf(one, model);
  if (!shares) return undefined;
  const [low, high] = shares.map((share) => Math.min(Math.max(share, 0), 1));
  if (!(high > low)) return undefined;
  if (!isLevel(one, model))
    return { x: plot.left + low * plot.width, y: plot.top, width: (high - low) * plot.width, height: plot.height };
  const top = one.on === 'across' ? low : 1 - high;
  return { x: plot.left, y: plot.top + top * plot.height, width: plot.width, height: (high - low) * plot.height };
}

function edgesOf(one: ModelReference, model: ChartModel, plot: Plot): string[] {
  const shares = sharesOf(one, model);
  if (!shares) return [];
  const inside = [...new Set(shares)].filter((share) => share >= -1e-9 && share <= 1 + 1e-9);
  return inside.map((share) => {
    if (!isLevel(one, model)) return `M${(plot.left + share * plot.width).toFixed(2)},${plot.top}v${plot.height}`;
    const down = one.on === 'across' ? share : 1 - share;
    return `M${plot.left},${(plot.top + down * plot.height).toFixed(2)}h${plot.width}`;
  });
}

interface TrendProps {
  trend: ModelTrend;
  model: ChartModel;
  plot: Plot;
  spots: Spots;
  small: boolean;
}

/** A trend: solid where it follows what was measured, dashed on beyond it, its band around it. */
function TrendMarks({ trend, model, plot, spots, small }: TrendProps) {
  const { side, color, values, low, high } = trend;
  const width = small ? 1 : trend.width;
  if (trend.curve) return <CurveMarks trend={trend} model={model} plot={plot} width={width} small={small} />;
  const count = values.length;
  const first = count - Math.min(model.across.ahead ?? 0, count);
  const at = (place: number) => {
    const value = values[place];
    return value === null ? undefined : spots(place, value, side);
  };
  const rests = new Set(model.across.rests);
  // What is carried on of a season stands alone: joined to the last value it would look measured.
  const alone = trend.kind === 'seasonal' && trend.ahead > 0;
  const measured = alone ? '' : pathOver(0, first, at, rests);
  const beyond = pathOver(alone ? first : Math.max(first - 1, 0), count, at, rests);
  const around = (place: number) => {
    const [from, to] = [low?.[place] ?? null, high?.[place] ?? null];
    return from === null || to === null ? undefined : [spots(place, from, side), spots(place, to, side)];
  };
  const band = low && high ? bandPath(count, around) : '';
  return (
    <>
      {band !== '' && <path d={band} fill={color} fillOpacity={0.16} pointerEvents="none" data-mark="trend-band" />}
      {[measured, beyond].map(
        (d, i) =>
          d !== '' && (
            <g key={i}>
              {!small && <path d={d} stroke="transparent" strokeWidth={9} fill="none" pointerEvents="stroke" />}
              <path
                d={d}
                fill="none"
                stroke={color}
                strokeWidth={width}
                strokeDasharray={i === 1 ? '7 5' : DASHES[trend.dash]}
                strokeLinejoin="round"
                pointerEvents="none"
                data-mark={i === 1 ? 'trend-ahead' : 'trend'}
              />
            </g>
          ),
      )}
    </>
  );
}

type Spot = { x: number; y: number };

/** A line over places; closed days are joined over, other gaps are not. */
function pathOver(
  from: number,
  to: number,
  at: (place: number) => Spot | undefined,
  rests: ReadonlySet<number>,
): string {
  const draw = line<Spot>(
    ({ x }) => x,
    ({ y }) => y,
  ).digits(2);
  const runs: Spot[][] = [[]];
  for (let place = from; place < to; place++) {
    const spot = at(place);
    if (spot) runs[runs.length - 1].push(spot);
    else if (!rests.has(place) && runs[runs.length - 1].length > 0) runs.push([]);
  }
  return runs
    .filter((run) => run.length > 1)
    .map((run) => draw(run) ?? '')
    .join('');
}

function bandPath(count: number, around: (place: number) => readonly Spot[] | undefined): string {
  const edges = Array.from({ length: count }, (_, place) => around(place)).filter((one) => one !== undefined);
  if (edges.length < 2) return '';
  return (
    area<readonly Spot[]>()
      .x(([low]) => low.x)
      .y0(([low]) => low.y)
      .y1(([, high]) => high.y)
      .digits(2)(edges) ?? ''
  );
}

/** A trend through dots: the curve between the lowest and the highest number across. */
function CurveMarks({ trend, model, plot, width, small }: Omit<TrendProps, 'spots'> & { width: number }) {
  const scale = model.scales[trend.side];
  const { across } = model.scales;
  const { curve = [], low = [], high = [] } = trend;
  if (!scale || !across) return null;
  const x = (value: number) => plot.left + alongScale(value, across.domain, across.kind) * plot.width;
  const y = (value: number) => plot.top + (1 - alongScale(value, scale.domain, scale.kind)) * plot.height;
  const d = line<{ x: number; y: number }>(
    (point) => x(point.x),
    (point) => y(point.y),
  ).digits(2)(curve);
  const band = bandPath(curve.length, (i) => {
    const [from, to] = [low[i] ?? null, high[i] ?? null];
    return from === null || to === null
      ? undefined
      : [
          { x: x(curve[i].x), y: y(from) },
          { x: x(curve[i].x), y: y(to) },
        ];
  });
  return (
    <>
      {band !== '' && (
        <path d={band} fill={trend.color} fillOpacity={0.14} pointerEvents="none" data-mark="trend-band" />
      )}
      {!small && <path d={d ?? ''} stroke="transparent" strokeWidth={9} fill="none" pointerEvents="stroke" />}
      <path
        d={d ?? ''}
        fill="none"
        stroke={trend.color}
        strokeWidth={width}
        strokeDasharray={DASHES[trend.dash]}
        pointerEvents="none"
        data-mark="trend"
      />
    </>
  );
}
