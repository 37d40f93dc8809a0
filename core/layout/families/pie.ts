import { layerUnit } from '../../spec';
import { acrossWords } from '../across-ticks';
import { slicesOf, type PieWish } from '../slices';
import type { Slice } from '../model';
import type { Drawn, Given } from './family';

const wishOf = ({ spec, sources }: Given): PieWish => {
  const { layers, look } = spec;
  return {
    style: layers[0].style,
    unit: layerUnit(layers[0], sources),
    ...(look?.locale ? { locale: look.locale } : {}),
    ...(look?.colors || sources.groupColors ? { colors: { ...sources.groupColors, ...look?.colors } } : {}),
    ...(look?.palette ? { palette: look.palette } : {}),
  };
};

/** A pie or ring of the first series: one slice a place. */
export function pie(given: Given): Drawn {
  const { frame, spec, sources, size, series } = given;
  const words = acrossWords(spec, frame, sources, size.width);
  const { slices, plot, hole } = slicesOf(frame, series.at(0), words.labels, size, wishOf(given));
  return { drawing: { is: 'pie', slices, ...(hole ? { hole } : {}) }, plot, words, scales: {}, values: [] };
}

/** The slices of the pie of one small copy. */
export function slicesOfCopy(given: Given, series: readonly string[], labels: readonly string[]): Slice[] {
  const own = given.series.find(({ id }) => series.includes(id));
  return slicesOf(given.frame, own, labels, given.size, wishOf(given)).slices;
}
