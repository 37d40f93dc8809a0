'use client';

import { memo, useEffect, useRef, type CSSProperties } from 'react';
import { isLying, isBare, eachDrawing, type ChartModel, type Plot } from '@/core/layout';
import type { ChartSpec, Sources } from '@/core/spec';
import { CardPopover } from '../cards/CardPopover';
import styles from './ChartPane.module.css';
import { InPlaceText } from './InPlaceText';
import { cardOf } from './parts/card-of';
import { SeriesName } from './SeriesName';
import { faceCss } from '../chart/letters';
import { plotWords, type PlotWord } from '../chart/PlotWords';
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
  const { plot } = model.size;
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
      {plotWords(model, true).map((word) => (
        <Word key={`${word.is} ${word.series ?? ''}`} word={word} model={model} spec={spec} />
      ))}
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

/** What lies over a word at the plot: it is rewritten where it is drawn. */
function Word({ word, model, spec }: { word: PlotWord; model: ChartModel; spec: ChartSpec }) {
  const edit = useWork((state) => state.edit);
  const { is, x, y, anchor, room, face, text } = word;
  if (is === 'each' || is === 'shown') return null;
  const left = anchor === 'start' ? x : anchor === 'middle' ? x - room / 2 : x - room;
  const box: CSSProperties = {
    left,
    top: y - WORD_HEIGHT / 2,
    width: room,
    justifyContent: anchor === 'start' ? 'flex-start' : anchor === 'middle' ? 'center' : 'flex-end',
  };
  const style = faceCss(face);
  const named = is === 'end' ? model.series.find(({ id }) => id === word.series) : undefined;
  if (is === 'end')
    return (
      named && (
        <span className={`${styles.word} ${styles.end}`} style={box}>
          <SeriesName series={named} spec={spec} className={styles.ghost} style={style} />
        </span>
      )
    );
  return (
    <span className={styles.word} style={box}>
      <InPlaceText
        className={styles.ghost}
        style={style}
        text={text}
        what={is === 'across' ? 'Across title' : `${is === 'left' ? 'Left' : 'Right'} axis title`}
        written={spec.text[is] !== undefined}
        onChange={(next) => edit((now) => ({ ...now, text: { ...now.text, [is]: next } }))}
        placeholder={is === 'across' ? 'Add a title' : undefined}
      />
    </span>
  );
}
const WORD_HEIGHT = 24;
