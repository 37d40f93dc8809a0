'use client';

import { memo, useMemo } from 'react';
import { inView, type ChartModel } from '@/core/layout';
import { ChartDrawing } from './ChartDrawing';
import type { DrawingProps } from './drawing';
import { Piece } from './Piece';
import { PlotWords, wordsRoom } from './PlotWords';
import { WholeWords } from './WholeWords';

type Props = Omit<DrawingProps, 'width' | 'height' | 'small'>;

/** A chart with all its words, as it is in a picture; the model was laid out for the whole (`layoutWhole`). */
export const WholeDrawing = memo(function WholeDrawing(props: Props) {
  const { model } = props;
  const { whole } = model;
  const seen = useMemo(() => inView(model), [model]);
  if (!whole) return null;
  const { letters } = whole;
  return (
    <div style={{ position: 'relative', width: whole.width, height: whole.height }} data-whole>
      <div
        data-scale={letters === 1 ? undefined : letters}
        style={{
          position: 'absolute',
          width: whole.width / letters,
          height: whole.height / letters,
          transform: letters === 1 ? undefined : `scale(${letters})`,
          transformOrigin: '0 0',
        }}
      >
        <Piece left={0} top={0}>
          <WholeWords model={model} />
        </Piece>
        <Piece left={whole.plot.left} top={whole.plot.top}>
          <ChartDrawing {...props} width={model.size.width} height={model.size.height} />
          <WordsAtPlot model={seen} />
        </Piece>
      </div>
    </div>
  );
});

/** The words at the plot, at their place over a drawing. */
export function WordsAtPlot({ model }: { model: ChartModel }) {
  const room = wordsRoom(model);
  return (
    <Piece left={0} top={room.top} through>
      <PlotWords model={room.model} />
    </Piece>
  );
}
