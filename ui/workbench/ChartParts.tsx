'use client';

import type { CSSProperties, ReactNode } from 'react';
import { Popover } from 'antd';
import { wordColor, type ChartModel, type ScaleModel } from '@/core/layout';
import type { ChartSpec, Side, Sources } from '@/core/spec';
import { AcrossCard } from './AcrossCard';
import styles from './ChartPane.module.css';
import { InPlaceText } from './InPlaceText';
import { LayerCard } from './LayerCard';
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
  const { plot, width, height } = model.size;
  const below = plot.top + plot.height;
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
          { left: 0, top: plot.top - 8, width: plot.left - 4, height: plot.height + 16 },
          'left',
          <ScaleCard side="left" model={model} spec={spec} sources={sources} />,
        )}
      {model.scales.right &&
        card(
          'right',
          'Right scale',
          {
            left: plot.left + plot.width + 4,
            top: plot.top - 8,
            width: width - plot.left - plot.width - 4,
            height: plot.height + 16,
          },
          'left',
          <ScaleCard side="right" model={model} spec={spec} sources={sources} />,
        )}
      {card(
        'across',
        'Across',
        {
          left: plot.left,
          top: below + 2,
          width: plot.width,
          height: Math.max(height - below - (model.across.title ? 20 : 0) - 2, 14),
        },
        'leftBottom',
        <AcrossCard model={model} spec={spec} sources={sources} />,
      )}
      {spec.layers.map((layer) =>
        card(
          `layer:${layer.id}`,
          `Layer ${layer.id}`,
          { left: 0, top: plot.top + plot.height / 2, width: 1, height: 1, opacity: 0, pointerEvents: 'none' },
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
  const own = model.series.filter((series) => series.side === side);
  const both = model.scales.left && model.scales.right;
  return (
    <span
      className={styles.axisTitle}
      data-side={side}
      style={{ ...style, ...(both && own.length === 1 ? { color: wordColor(own[0].color), fontWeight: 600 } : {}) }}
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
  return (
    <span className={styles.acrossTitle} style={{ left: plot.left, width: plot.width }}>
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
