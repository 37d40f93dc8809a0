'use client';

import { memo, useEffect, useRef, type CSSProperties } from 'react';
import {
  isLying,
  isBare,
  scrollOf,
  eachDrawing,
  hasScales,
  wordColor,
  type ChartModel,
  type Plot,
  type ScaleModel,
} from '@/core/layout';
import type { ChartSpec, Side, Sources } from '@/core/spec';
import { CardPopover } from '../cards/CardPopover';
import styles from './ChartPane.module.css';
import { InPlaceText } from './InPlaceText';
import { cardOf } from './parts/card-of';
import { SeriesName } from './SeriesName';
import { lettersStyle } from '../chart/letters';
import { partKey, samePart, type ChartPart } from '../chart/part';
import { useWork } from './store';

interface Props {
  model: ChartModel;
  spec: ChartSpec;
  sources: Sources;
  open: ChartPart | undefined;
  onOpen: (part: ChartPart | undefined) => void;
}

/** What lies over the drawing: axis titles and names that are rewritten in place, and the areas whose click opens a card. */
export const ChartParts = memo(function ChartParts({ model, spec, sources, open, onOpen }: Props) {
  const { plot, width } = model.size;
  const areas = areasOf(model);
  const pressed = useRef<ChartPart>(undefined);
  const area = (name: keyof typeof areas, part: ChartPart, label: string) => (
    <button
      type="button"
      className={styles.part}
      style={areas[name]}
      aria-label={label}
      aria-haspopup="dialog"
      aria-expanded={samePart(open, part)}
      // A press outside closes the card before the click comes: what was open then is not opened again.
      onPointerDown={() => (pressed.current = open)}
      onClick={() => {
        onOpen(samePart(pressed.current, part) ? undefined : part);
        pressed.current = undefined;
      }}
      data-no-export
    />
  );
  const card = open === undefined ? undefined : cardOf(open, model, spec, sources, onOpen);
  const gone = open !== undefined && !card;
  useEffect(() => {
    // The card of a part that a change took away closes with it.
    if (gone) onOpen(undefined);
  }, [gone, onOpen]);
  return (
    <>
      {!isBare(model) && eachDrawing(model).is !== 'figure' && (
        <>
          {model.scales.left && area('left', { is: 'scale', side: 'left' }, 'Left scale')}
          {model.scales.right && area('right', { is: 'scale', side: 'right' }, 'Right scale')}
          {eachDrawing(model).is !== 'pie' && area('across', { is: 'across' }, 'Across')}
        </>
      )}
      {open !== undefined && card && (
        // Cards open towards the sheet, so that the chart they change stays in view.
        <CardPopover
          key={partKey(open)}
          open
          onOpenChange={(next) => !next && onOpen(undefined)}
          placement="left"
          content={card}
        >
          <span className={styles.anchor} style={anchorOf(open, areas, plot)} data-no-export />
        </CardPopover>
      )}
      <AxisTitle side="left" scale={model.scales.left} model={model} spec={spec} style={{ left: 0 }} />
      <AxisTitle side="right" scale={model.scales.right} model={model} spec={spec} style={{ right: 0 }} />
      <AcrossTitle model={model} spec={spec} />
      {model.naming === 'ends' &&
        model.series.map(
          (series) =>
            series.endLabel && (
              <span
                key={series.id}
                className={styles.end}
                style={{
                  left: plot.left + plot.width + 8,
                  top: series.endLabel.y - 8,
                  color: wordColor(series.color),
                  width: width - plot.left - plot.width - 8,
                }}
              >
                <SeriesName series={series} spec={spec} />
              </span>
            ),
        )}
    </>
  );
});

/** Where a card opens: beside its scale, where the axis across begins, or from the middle. */
function anchorOf(part: ChartPart, areas: ReturnType<typeof areasOf>, plot: Plot): CSSProperties {
  if (part.is === 'across') return { ...areas.across, width: 1 };
  return part.is === 'scale' ? areas[part.side] : hidden(plot);
}

/** Cards without a place of their own on the drawing open from its middle. */
const hidden = (plot: Plot): CSSProperties => ({
  left: 0,
  top: plot.top + plot.height / 2,
  width: 1,
  height: 1,
  opacity: 0,
  pointerEvents: 'none',
});

/** Where the axes stand that open a card when they are clicked. */
function areasOf(model: ChartModel): Record<'left' | 'right' | 'across', CSSProperties> {
  const { plot, width, height } = model.size;
  const below = plot.top + plot.height;
  const beside = (left: number, room: number) => ({
    left,
    top: plot.top - 8,
    width: Math.max(room, 0),
    height: plot.height + 16,
  });
  const along = (top: number, room: number) => ({
    left: plot.left,
    top,
    width: plot.width,
    height: Math.max(room, 14),
  });
  const first = beside(0, plot.left - 4);
  const under = along(below + 2, height - below - (model.across.title ? 20 : 0) - 2);
  if (isLying(model)) return { across: first, left: under, right: along(plot.top - 26, 24) };
  const last = beside(plot.left + plot.width + 4, width - plot.left - plot.width - 4);
  return { left: first, across: under, right: last };
}

/** A scale's title, in the colour of its layer where it has only one. */
function AxisTitle({
  side,
  scale,
  model,
  spec,
  style,
}: {
  side: Side;
  scale: ScaleModel | undefined;
  model: ChartModel;
  spec: ChartSpec;
  style: CSSProperties;
}) {
  const edit = useWork((state) => state.edit);
  if (!scale) return null;
  const { plot } = model.size;
  const own = model.series.filter((series) => series.side === side);
  const both = model.scales.left && model.scales.right;
  return (
    <span
      className={isLying(model) && side === 'left' ? styles.acrossTitle : styles.axisTitle}
      data-side={side}
      style={{
        ...(isLying(model) && side === 'left' ? { left: plot.left, width: plot.width } : style),
        ...(both && own.length === 1 ? { color: wordColor(own[0].color), fontWeight: 600 } : {}),
        ...axisTitleStyle(spec),
      }}
    >
      <InPlaceText
        text={scale.title}
        what={`${side === 'left' ? 'Left' : 'Right'} axis title`}
        written={spec.text[side] !== undefined}
        onChange={(text) => edit((now) => ({ ...now, text: { ...now.text, [side]: text } }))}
      />
      {isBare(model) && (
        <span>
          , {scale.labels[0]} to {scale.labels[scale.labels.length - 1]} in each
        </span>
      )}
    </span>
  );
}

/** The titles of axes are a little larger than their other words. */
function axisTitleStyle({ look }: ChartSpec): CSSProperties {
  const letters = look?.axisLetters;
  return lettersStyle(letters?.size ? { ...letters, size: letters.size + 1 } : letters);
}

function AcrossTitle({ model, spec }: { model: ChartModel; spec: ChartSpec }) {
  const edit = useWork((state) => state.edit);
  const { plot } = model.size;
  if (!hasScales(model) || isBare(model)) return null;
  return (
    <span
      className={isLying(model) ? styles.axisTitle : styles.acrossTitle}
      style={{
        ...(isLying(model) ? { left: 0 } : { left: plot.left, width: plot.width, bottom: scrollOf(model) ? 18 : 0 }),
        ...axisTitleStyle(spec),
      }}
    >
      <InPlaceText
        text={model.across.title}
        what="Across title"
        written={spec.text.across !== undefined}
        onChange={(text) => edit((now) => ({ ...now, text: { ...now.text, across: text } }))}
        placeholder="Add a title"
      />
    </span>
  );
}
