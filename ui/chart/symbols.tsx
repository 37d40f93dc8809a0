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

export function Mark({
  name,
  color,
  r = 4.5,
  shape = 'dot',
  dash,
}: {
  name: SymbolName;
  color: string;
  r?: number;
  shape?: string;
  dash?: string;
}) {
  if (shape === 'line' || shape === 'target')
    return (
      <svg width="18" height="10" aria-hidden>
        <path
          d="M1 5H17"
          stroke={color}
          strokeWidth={shape === 'target' ? 4 : 2.4}
          strokeDasharray={dash === 'dashed' ? '4 2.5' : dash === 'dotted' ? '1.5 2.5' : undefined}
        />
      </svg>
    );
  if (shape === 'column' || shape === 'bar' || shape === 'area')
    return (
      <svg width="12" height="12" aria-hidden>
        <rect x="1" y="1" width="10" height="10" rx="1" fill={color} />
      </svg>
    );
  return (
    <svg width="14" height="14" viewBox="-7 -7 14 14" aria-hidden>
      <path d={symbolPath(name, r)} fill={color} />
    </svg>
  );
}
