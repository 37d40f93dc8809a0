import type { SymbolName } from '@/core/layout';

/** Marks of equal weight, one per series, so that colour is not the only sign. */
export function symbolPath(name: SymbolName, r: number): string {
  switch (name) {
    case 'circle':
      return `M${-r},0a${r},${r} 0 1,0 ${2 * r},0a${r},${r} 0 1,0 ${-2 * r},0Z`;
    case 'square':
      return `M${-r * 0.9},${-r * 0.9}h${r * 1.8}v${r * 1.8}h${-r * 1.8}Z`;
    case 'triangle':
      return `M0,${-r * 1.15}L${r * 1.05},${r * 0.8}H${-r * 1.05}Z`;
    case 'diamond':
      return `M0,${-r * 1.25}L${r * 1.1},0L0,${r * 1.25}L${-r * 1.1},0Z`;
    case 'cross':
      return `M${-r * 0.4},${-r * 1.1}h${r * 0.8}v${r * 0.7}h${r * 0.7}v${r * 0.8}h${-r * 0.7}v${r * 0.7}h${-r * 0.8}v${-r * 0.7}h${-r * 0.7}v${-r * 0.8}h${r * 0.7}Z`;
    case 'star':
      return (
        Array.from({ length: 10 }, (_, i) => {
          const a = (i * Math.PI) / 5 - Math.PI / 2;
          const d = i % 2 ? r * 0.55 : r * 1.3;
          return `${i ? 'L' : 'M'}${(Math.cos(a) * d).toFixed(2)},${(Math.sin(a) * d).toFixed(2)}`;
        }).join('') + 'Z'
      );
    case 'wye':
      return `M0,${r * 1.15}L${r * 1.05},${-r * 0.8}H${-r * 1.05}Z`;
  }
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
