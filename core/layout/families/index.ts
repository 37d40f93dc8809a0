import { isFigure } from '../form';
import type { Drawn, Given } from './family';
import { figure } from './figure';
import { lying } from './lying';
import { pie } from './pie';
import { scatter, upright } from './upright';

/** Lays a chart out in one room, by the family of its form. */
export function drawnOf(given: Given): Drawn {
  const { frame, spec } = given;
  if (frame.points) return scatter(given);
  if (isFigure(spec, frame)) return figure(given);
  if (spec.layers.some(({ shape }) => shape === 'pie')) return pie(given);
  return spec.layers.some(({ shape }) => shape === 'bar') ? lying(given) : upright(given);
}

export type { Drawn, Given } from './family';
export { slicesOfCopy } from './pie';
export { isBanded } from './upright';
