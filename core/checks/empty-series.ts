import { column, columnsOf, layerWords, type Layer } from '../spec';
import type { Check } from '../layout';
import type { CheckContext, CheckFinder } from './check';

/** Layers, and series of a split, that show nothing, and what would fill them. */
export const emptySeries: CheckFinder = (context) => {
  const { spec, frame, model } = context;
  if (frame.points || model.panels) return [];
  const shows = (values: readonly (number | null)[]) => values.some((value) => value !== null);
  // Where nothing is drawn at all, that is said instead.
  if (!frame.series.some(({ values }) => shows(values))) return [];
  return spec.layers.flatMap((layer): Check[] => {
    const own = frame.series.filter((series) => series.layer === layer.id);
    if (own.some(({ values }) => shows(values))) return [];
    return [{ id: 'empty-series', level: 'warning', ...fillOf(layer, context) }];
  });
};

function fillOf(layer: Layer, context: CheckContext): Pick<Check, 'message' | 'edit' | 'changeWords'> {
  const { spec, sources } = context;
  const name = layerWords(layer, sources);
  const filled = spec.layers.find(({ id }) => id === layer.fills);
  if (filled)
    return {
      message: `${name} shows nothing: it carries on where ${layerWords(filled, sources)} ends, and has no value there. Drawn beside it, all its values show.`,
      edit: { do: 'standBeside', with: [layer.id] },
      changeWords: 'Draw it beside',
    };
  if (layer.from) {
    const own = column(context.columns, spec.across.column);
    const theirs = column(columnsOf(layer, sources), layer.from.across);
    const range = rangeWords(theirs.stats.min, theirs.stats.max);
    return {
      message: `${name} shows nothing: its sheet has no ${theirs.name} that this chart has${range ? ` (there it goes ${range})` : ''}. It fills where ${own.name} and ${theirs.name} meet, or where its own filter is taken away.`,
    };
  }
  return {
    message: `${name} shows nothing: its cells are empty in all rows of this chart. Other rows, or another column, would fill it.`,
  };
}

const rangeWords = (min: unknown, max: unknown) =>
  min === undefined || max === undefined ? '' : `from ${String(min).slice(0, 10)} to ${String(max).slice(0, 10)}`;
