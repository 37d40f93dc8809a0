import {
  symbol,
  symbolCircle,
  symbolCross,
  symbolDiamond,
  symbolSquare,
  symbolStar,
  symbolTriangle,
  symbolWye,
  type SymbolType,
} from 'd3-shape';
import type { SymbolName } from '@/core/layout';

const TYPES: Readonly<Record<SymbolName, SymbolType>> = {
  circle: symbolCircle,
  square: symbolSquare,
  triangle: symbolTriangle,
  diamond: symbolDiamond,
  cross: symbolCross,
  star: symbolStar,
  wye: symbolWye,
};

/** Marks of equal area, one per series, so that colour is not the only sign: as large as a circle of radius `r`, around 0, 0. */
export function symbolPath(name: SymbolName, r: number): string {
  return symbol(TYPES[name], Math.PI * r * r)() ?? '';
}

interface MarkProps {
  name: SymbolName;
  color: string;
  r?: number;
  shape?: string;
  dash?: string;
}

/** The sign of a series around the point 0, 0: a stroke, a square, or its symbol. */
export function MarkShape({ name, color, r = 4.5, shape = 'dot', dash }: MarkProps) {
  if (shape === 'line' || shape === 'target')
    return (
      <path
        d="M-8 0H8"
        stroke={color}
        strokeWidth={shape === 'target' ? 4 : 2.4}
        strokeDasharray={dash === 'dashed' ? '4 2.5' : dash === 'dotted' ? '1.5 2.5' : undefined}
      />
    );
  if (shape === 'column' || shape === 'bar' || shape === 'area')
    return <rect x={-5} y={-5} width={10} height={10} rx={1} fill={color} />;
  return <path d={symbolPath(name, r)} fill={color} />;
}

export function Mark(props: MarkProps) {
  const { shape = 'dot' } = props;
  const stroke = shape === 'line' || shape === 'target';
  const width = stroke ? 18 : shape === 'column' || shape === 'bar' || shape === 'area' ? 12 : 14;
  const height = stroke ? 10 : width;
  return (
    <svg width={width} height={height} viewBox={`${-width / 2} ${-height / 2} ${width} ${height}`} aria-hidden>
      <MarkShape {...props} />
    </svg>
  );
}
