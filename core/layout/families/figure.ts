import { acrossWords } from '../across-ticks';
import { figureOf } from '../figure';
import type { Drawn, Given } from './family';

/** A single figure, over the whole room. */
export function figure({ frame, spec, sources, size, series }: Given): Drawn {
  return {
    drawing: { is: 'figure', figure: figureOf(frame, series.at(0), spec, sources) },
    plot: { left: 0, top: 0, width: size.width, height: size.height },
    words: acrossWords(spec, frame, sources, size.width),
    scales: {},
    values: [],
  };
}
