import type { ChartSpec, Sources } from '../spec';
import type { Asking } from './asking';
import type { Frame } from './frame';
import { shapeGroups } from './groups';
import { shapePanels } from './panels';
import { shapePoints } from './points';

/**
 * From a spec to the frame that is drawn, asking the tables on the way. Example:
 * `await answered(shape(spec, sources), (query) => askTable(query))`
 * @throws InvalidInput where the chart would be more than can be shown
 */
export function* shape(spec: ChartSpec, sources: Sources): Asking<Frame> {
  if (spec.panels) return yield* shapePanels(spec, sources);
  if (spec.across.as === 'number') return yield* shapePoints(spec, sources);
  return (yield* shapeGroups(spec, sources)).frame;
}
