'use client';

import { ColorPicker } from 'antd';
import { useState } from 'react';
import { PALETTE } from '@/core/layout';

const OWN = 'up-chart:colours';
/** So many colours of a user's own are offered again, the latest first. */
const MOST = 12;

/** The colours that a user chose beside ours, kept in the browser. */
function ownColors(): string[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(OWN) ?? '[]');
    return Array.isArray(kept) ? kept.filter((one): one is string => /^#[0-9a-f]{6}$/.test(String(one))) : [];
  } catch {
    return [];
  }
}

function keep(color: string): string[] {
  const next = [color, ...ownColors().filter((one) => one !== color)].slice(0, MOST);
  try {
    localStorage.setItem(OWN, JSON.stringify(next));
  } catch {
    // Without room in the browser the colour holds for this chart alone.
  }
  return next;
}

interface Props {
  label: string;
  value: string | undefined;
  onChange: (color: string) => void;
  /** What is offered: our palette where nothing else is said. */
  ours?: { label: string; colors: readonly string[] };
  /** Without the colour's code beside it. */
  bare?: boolean;
}

/** A colour, chosen from ours, from those of one's own that were chosen before, or freely. */
export function ColorField({ label, value, onChange, ours = { label: 'Ours', colors: PALETTE }, bare }: Props) {
  const [own, setOwn] = useState(ownColors);
  const known = new Set(ours.colors.map((color) => color.toLowerCase()));
  return (
    <ColorPicker
      size="small"
      disabledAlpha
      showText={!bare}
      value={value}
      aria-label={label}
      onChangeComplete={(chosen) => {
        const color = chosen.toHexString().slice(0, 7).toLowerCase();
        if (!known.has(color)) setOwn(keep(color));
        onChange(color);
      }}
      presets={[
        { label: ours.label, colors: [...ours.colors] },
        ...(own.length > 0 ? [{ label: 'Your own', colors: own }] : []),
      ]}
    />
  );
}
