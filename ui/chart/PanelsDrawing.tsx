import { cutText, eachDrawing, INK, inksOn, isBare, type ChartModel, type Face, type Panel } from '@/core/layout';
import { faceStyle } from './letters';
import { Piece } from './Piece';
import { PlotDrawing } from './PlotDrawing';
import type { DrawingProps } from './drawing';

/** The name of a copy stands above its cell, in a line of so many pixels. */
const LABEL = 19;
const LABEL_FACE: Face = { face: 'sans', size: 13, bold: true, italic: false, color: INK };

/** Small copies beside each other, each with its label. */
export function PanelsDrawing({ model, small = false, width, height, onPoint, onDot, onPart }: DrawingProps) {
  const scale = { x: width / model.size.width, y: height / model.size.height };
  const cell = model.size.cell ?? model.size;
  return (
    <div style={{ position: 'relative', width, height }}>
      {(model.panels ?? []).map((panel) => {
        const box = small
          ? {
              left: panel.left * scale.x,
              top: (panel.top - 16) * scale.y,
              width: cell.width * scale.x,
              height: (cell.height + 16) * scale.y,
            }
          : { left: panel.left, top: panel.top, ...cell };
        return (
          <Piece key={panel.value} left={box.left} top={box.top}>
            {!small && (
              <Piece left={0} top={-LABEL}>
                <svg width={box.width + 6} height={LABEL} style={{ display: 'block' }}>
                  <text
                    x={0}
                    y={LABEL - 5}
                    {...faceStyle(LABEL_FACE)}
                    fill={inksOn(model.look?.ground).ink}
                    data-words="copy"
                  >
                    {cutText(panel.label, box.width, LABEL_FACE)}
                    <title>{panel.label}</title>
                  </text>
                </svg>
              </Piece>
            )}
            <PlotDrawing
              model={copyOf(model, panel)}
              small={small}
              bare={isBare(model)}
              copy
              width={box.width}
              height={box.height}
              {...(onPoint
                ? {
                    onPoint: (place: number, at: { x: number; y: number }, series?: string) =>
                      onPoint(place, { x: at.x + box.left, y: at.y + box.top }, series),
                  }
                : {})}
              {...(onPart ? { onPart } : {})}
              {...(onDot ? { onDot: dotIn(model, panel, box, onDot) } : {})}
            />
          </Piece>
        );
      })}
    </div>
  );
}

/** A dot of one copy as one of the whole chart. */
function dotIn(
  model: ChartModel,
  panel: Panel,
  box: { left: number; top: number },
  onDot: NonNullable<DrawingProps['onDot']>,
): NonNullable<DrawingProps['onDot']> {
  const own = new Set(panel.series);
  const places = (model.points ?? []).flatMap(({ series }, i) => (own.has(series) ? [i] : []));
  return (dot, at) => onDot(places[dot], { x: at.x + box.left, y: at.y + box.top });
}

/** One copy as a chart of its own, on the scales of all. */
function copyOf(model: ChartModel, panel: Panel): ChartModel {
  const { panels, ...rest } = model;
  void panels;
  const each = eachDrawing(model);
  const own = new Set(panel.series);
  const cell = model.size.cell ?? model.size;
  return {
    ...rest,
    series: model.series.filter(({ id }) => own.has(id)),
    ...(model.points ? { points: model.points.filter(({ series }) => own.has(series)) } : {}),
    ...(model.values ? { values: model.values.filter(({ series }) => own.has(series)) } : {}),
    ...(model.trends ? { trends: model.trends.filter(({ of }) => own.has(of)) } : {}),
    drawing: each.is === 'pie' ? { ...each, slices: panel.slices ?? [] } : each,
    scales: { ...model.scales, ...panel.scales },
    size: { ...cell, plot: model.size.plot },
    naming: 'none',
  };
}
