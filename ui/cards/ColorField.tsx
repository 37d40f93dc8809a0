'use client';

import { ColorPicker } from 'antd';
import { useState } from 'react';
import { PALETTE } from '@/core/layout';
import styles from './cards.module.css';

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

/** A colour, chosen from ours, from those of one's own that were chosen before, or freely; by pointer or by keyboard. */
export function ColorField({ label, value, onChange, ours = { label: 'Our colours', colors: PALETTE }, bare }: Props) {
  const [own, setOwn] = useState(ownColors);
  const [open, setOpen] = useState(false);
  const known = new Set(ours.colors.map((color) => color.toLowerCase()));
  const take = (color: string) => {
    if (!known.has(color)) setOwn(keep(color));
    onChange(color);
  };
  return (
    <ColorPicker
      size="small"
      disabledAlpha
      value={value}
      open={open}
      onOpenChange={setOpen}
      onChangeComplete={(chosen) => take(chosen.toHexString().slice(0, 7).toLowerCase())}
      panelRender={(_, { components: { Picker } }) => (
        <div className={styles.picker} role="group" aria-label={label}>
          <Swatches
            label={ours.label}
            colors={ours.colors}
            value={value}
            first
            onTake={(color) => {
              take(color);
              setOpen(false);
            }}
          />
          {own.length > 0 && <Swatches label="Colours of your own" colors={own} value={value} onTake={take} />}
          <Picker />
        </div>
      )}
    >
      <button
        type="button"
        className={styles.swatchField}
        aria-label={label}
        aria-haspopup="dialog"
        aria-expanded={open}
      >
        <span className={styles.swatch} style={{ background: value }} />
        {!bare && <span>{value?.toUpperCase()}</span>}
      </button>
    </ColorPicker>
  );
}

/** Colours to choose from; the first takes the focus, so that who came by keyboard is among them. */
function Swatches({
  label,
  colors,
  value,
  first = false,
  onTake,
}: {
  label: string;
  colors: readonly string[];
  value: string | undefined;
  first?: boolean;
  onTake: (color: string) => void;
}) {
  return (
    <div className={styles.swatches} role="group" aria-label={label}>
      <span className="second">{label}</span>
      {colors.map((color, i) => (
        <button
          key={color}
          type="button"
          autoFocus={first && i === 0}
          className={styles.swatch}
          style={{ background: color }}
          aria-label={color}
          aria-pressed={color.toLowerCase() === value?.toLowerCase()}
          onClick={() => onTake(color.toLowerCase())}
        />
      ))}
    </div>
  );
}
