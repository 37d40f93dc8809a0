import { SHAPE_KINDS } from '../spec';
import type { CheckFinder } from './check';

/** Beyond about so many series a chart is hard to follow (common practice, no source). */
const MANY = 7;
const KEPT = 5;

/** More series than can be followed. */
export const seriesCount: CheckFinder = ({ spec, model }) => {
  if (model.series.length <= MANY || model.panels) return [];
  const stacked = model.series.every(({ stack, shape }) => stack !== undefined && SHAPE_KINDS[shape].solid);
  const change =
    spec.split && !spec.split.step && (spec.split.keep ?? Infinity) > KEPT
      ? { edit: { do: 'keepSeries' as const, with: [KEPT] as const }, changeWords: `Keep the largest ${KEPT}` }
      : {};
  return [
    {
      id: 'too-many-series',
      level: 'warning',
      message: `${model.series.length} ${stacked ? 'parts' : 'series'} are hard to tell apart.`,
      ...change,
    },
  ];
};
