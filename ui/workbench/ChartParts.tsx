'use client';

import type { CSSProperties, ReactNode } from 'react';
import { Popover } from 'antd';
import { wordColor, type ChartModel, type Plot, type ScaleModel } from '@/core/layout';
import type { ChartSpec, Side, Sources } from '@/core/spec';
import { AcrossCard } from './AcrossCard';
import styles from './ChartPane.module.css';
import { GridCard } from './GridCard';
import { InPlaceText } from './InPlaceText';
import { LayerCard } from './LayerCard';
import { LookCard } from './LookCard';
import { ScaleCard } from './ScaleCard';
import { SeriesName } from './SeriesName';
import { useWork } from './store';

interface Props {
  model: ChartModel;
  spec: ChartSpec;
  sources: Sources;
  open: string | undefined;
  onOpen: (part: string | undefined) => void;
}

/** What lies over the drawing: axis titles and names that are rewritten in place, and the areas whose click opens a card. */
export function ChartParts({ model, spec, sources, open, onOpen }: Props) {
  const { plot, width } = model.size;
  const areas = areasOf(model);
  // Cards open towards the sheet, so that the chart they change stays in view.
  const card = (
    part: string,
    label: string,
    style: CSSProperties,
    placement: 'left' | 'leftBottom',
    content: ReactNode,
  ) => (
    <Popover
      key={part}
      open={open === part}
      onOpenChange={(next) => onOpen(next ? part : undefined)}
      trigger="click"
      placement={placement}
      content={content}
      destroyOnHidden
    >
      <button
        type="button"
        className={styles.part}
        style={style}
        aria-label={label}
        aria-haspopup="dialog"
        aria-expanded={open === part}
        data-no-export
      />
    </Popover>
  );
  return (
    <>
      {model.scales.left &&
        card(
          'left',
          'Left scale',
          areas.left,
          'left',
          <ScaleCard side="left" model={model} spec={spec} sources={sources} />,
        )}
      {model.scales.right &&
        card(
          'right',
          'Right scale',
          areas.right,
          'left',
          <ScaleCard side="right" model={model} spec={spec} sources={sources} />,
        )}
      {!model.slices &&
        card(
          'across',
          'Across',
          areas.across,
          'leftBottom',
          <AcrossCard model={model} spec={spec} sources={sources} />,
        )}
      {card('grid', 'Grid', hidden(plot), 'left', <GridCard spec={spec} />)}
      {card('look', 'Whole chart', hidden(plot), 'left', <LookCard spec={spec} />)}
      {spec.layers.map((layer) =>
        card(
          `layer:${layer.id}`,
          `Layer ${layer.id}`,
          hidden(plot),
          'left',
          <LayerCard layer={layer} model={model} spec={spec} sources={sources} />,
        ),
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
  const beside = (left: number, room: number) => ({ left, top: plot.top - 8, width: room, height: plot.height + 16 });
  const along = (top: number, room: number) => ({
    left: plot.left,
    top,
    width: plot.width,
    height: Math.max(room, 14),
  });
  const first = beside(0, plot.left - 4);
  const under = along(below + 2, height - below - (model.across.title ? 20 : 0) - 2);
  if (model.lying) return { across: first, left: under, right: along(plot.top - 26, 24) };
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
      className={model.lying && side === 'left' ? styles.acrossTitle : styles.axisTitle}
      data-side={side}
      style={{
        ...(model.lying && side === 'left' ? { left: plot.left, width: plot.width } : style),
        ...(both && own.length === 1 ? { color: wordColor(own[0].color), fontWeight: 600 } : {}),
      }}
    >
      <InPlaceText
        text={scale.title}
        what={`${side === 'left' ? 'Left' : 'Right'} axis title`}
        written={spec.text[side] !== undefined}
        onChange={(text) => edit((now) => ({ ...now, text: { ...now.text, [side]: text } }))}
      />
    </span>
  );
}

function AcrossTitle({ model, spec }: { model: ChartModel; spec: ChartSpec }) {
  const edit = useWork((state) => state.edit);
  const { plot } = model.size;
  if (model.slices) return null;
  return (
    <span
      className={model.lying ? styles.axisTitle : styles.acrossTitle}
      style={model.lying ? { left: 0 } : { left: plot.left, width: plot.width }}
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
