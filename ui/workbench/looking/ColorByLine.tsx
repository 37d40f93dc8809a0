'use client';

import { useState } from 'react';
import type { ChartSpec, Layer, Sources } from '@/core/spec';
import { CardPopover } from '../../cards/CardPopover';
import { ColorsCard } from './ColorsCard';

/** The way from the card of a layer to its colours by a condition or an amount. */
export function ColorByLine({ layer, spec, sources }: { layer: Layer; spec: ChartSpec; sources: Sources }) {
  const [open, setOpen] = useState(false);
  const by = layer.style?.colorBy;
  return (
    <p>
      <CardPopover
        open={open}
        onOpenChange={setOpen}
        placement="left"
        content={<ColorsCard spec={spec} sources={sources} layer={layer.id} />}
      >
        <button
          type="button"
          className="action"
          aria-haspopup="dialog"
          aria-expanded={open}
          onClick={() => setOpen(!open)}
        >
          {!by
            ? 'Colour by a condition or an amount'
            : 'when' in by
              ? 'Colours go by a condition'
              : 'Colours go by an amount'}
        </button>
      </CardPopover>
    </p>
  );
}
