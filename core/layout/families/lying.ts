import { acrossWords, lyingWords, tickSize } from '../across-ticks';
import { lyingPlot } from '../plot';
import { scalesOf } from '../scales';
import { scrollFor } from '../scroll';
import { valuesOn, wholePlot, type Drawn, type Given } from './family';
import { isBanded, SCROLL_ROOM } from './upright';

/** Bars that lie down: groups along the left side, amounts along the bottom. */
export function lying(given: Given): Drawn {
  const { frame, spec, sources, size, series } = given;
  const scales = scalesOf(frame, series, spec, sources, size.width, true, given.over);
  const { labels } = acrossWords(spec, frame, sources, size.height);
  const letters = tickSize(spec.look);
  const first = lyingPlot(size, scales, labels, letters);
  const scroll = given.copies ? undefined : scrollFor(spec, frame, series, first.height, true);
  const plot = scroll ? lyingPlot({ ...size, width: size.width - SCROLL_ROOM }, scales, labels, letters) : first;
  const whole = wholePlot(plot, scroll, frame, true);
  return {
    drawing: { is: 'plot', lying: true, ...(scroll ? { scroll } : {}) },
    plot,
    words: lyingWords(labels, whole, letters),
    scales,
    values: valuesOn(given, scales, { plot: whole, lying: true, banded: isBanded(series, frame) }),
  };
}
