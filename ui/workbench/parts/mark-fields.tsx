'use client';

import { InputNumber } from 'antd';

/** How lines are drawn, and which values are written on marks: the same words for a layer and for one series of it. */
export const DASHES = [
  { value: 'solid', label: 'Solid' },
  { value: 'dashed', label: 'Dashed' },
  { value: 'dotted', label: 'Dotted' },
] as const;
export const VALUES = [
  { value: 'none', label: 'None' },
  { value: 'all', label: 'All that fit' },
  { value: 'ends', label: 'First and last' },
  { value: 'extremes', label: 'Highest and lowest' },
] as const;

interface Props {
  value: number | undefined;
  /** Said where nothing was chosen. */
  placeholder: string;
  onChange: (value: number | undefined) => void;
}

/** How wide lines are, in pixels. */
export const LineWidth = ({ onChange, ...props }: Props) => (
  <InputNumber
    size="small"
    aria-label="Line width"
    min={0.5}
    max={12}
    step={0.5}
    onChange={(width) => onChange(width ?? undefined)}
    {...props}
  />
);

/** How large points are, in pixels. */
export const PointSize = ({ onChange, ...props }: Props) => (
  <InputNumber
    size="small"
    aria-label="Point size"
    min={1}
    max={30}
    onChange={(size) => onChange(size ?? undefined)}
    {...props}
  />
);
