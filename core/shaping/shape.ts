import type { ChartSpec, Sources } from '../spec';
import { together, type Asking } from './asking';
import type { Frame, FrameNotes } from './frame';
import { shapeGroups } from './groups';
import { askDates, askRemarks, colorsApart, placedRemarks, withColorLayers } from './notes';
import { shapePanels } from './panels';
import { shapePoints } from './points';

/**
 * From a spec to the frame that is drawn, asking the tables on the way. Example:
 * `await answered(shape(spec, sources), (query) => askTable(query))`
 * @throws InvalidInput where the chart would be more than can be shown
 */
export function* shape(spec: ChartSpec, sources: Sources): Asking<Frame> {
  const asked = withColorLayers(spec);
  const noted = spec.references?.some(({ from }) => from) ?? false;
  const [frame, dates] = yield* together([values(asked, sources), noted ? askDates(spec, sources) : nothing()]);
  const notes: FrameNotes = { ...frame.notes, ...(dates ? { dates } : {}) };
  return colorsApart(Object.keys(notes).length > 0 ? { ...frame, notes } : frame);
}

// eslint-disable-next-line require-yield -- a work that asks nothing
function* nothing(): Asking<undefined> {
  return undefined;
}

function* values(spec: ChartSpec, sources: Sources): Asking<Frame> {
  if (spec.panels) return yield* shapePanels(spec, sources);
  if (spec.across.as === 'number') return yield* shapePoints(spec, sources);
  if (!spec.remarks?.columns?.length) return (yield* shapeGroups(spec, sources)).frame;
  const [shaped, remarks] = yield* together([shapeGroups(spec, sources), askRemarks(spec, sources)]);
  return remarks
    ? { ...shaped.frame, notes: { remarks: placedRemarks(remarks, shaped, spec, sources) } }
    : shaped.frame;
}
