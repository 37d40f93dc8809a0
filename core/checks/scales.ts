import type { Check } from '../layout';
import { layerUnit, type ChartSpec } from '../spec';
import type { CheckFinder } from './check';

/** Two scales that could suggest a relation, and more units than there are scales. */
export const scales: CheckFinder = ({ spec, sources, model }) => {
  const found: ReturnType<CheckFinder> = [];
  // Copies per amount have a scale each.
  const apart = spec.panels !== undefined && 'by' in spec.panels;
  if (!apart && model.scales.left && model.scales.right)
    found.push({
      id: 'two-scales',
      level: 'note',
      message: 'Left and right have scales of their own: heights and crossings across the two say nothing.',
      ...copies(spec),
    });
  for (const side of apart ? [] : (['left', 'right'] as const)) {
    const units = new Set(
      spec.layers.filter((layer) => layer.side === side).map((layer) => layerUnit(layer, sources) ?? ''),
    );
    if (units.size > 1)
      found.push({
        id: 'third-unit',
        level: 'warning',
        message: `The ${side} scale holds amounts of different units.`,
        ...copies(spec),
      });
  }
  return found;
};

/** A small copy per amount answers both, where the chart is not split and has no copies yet. */
function copies({ across, split, panels }: ChartSpec): Pick<Check, 'edit' | 'changeWords'> {
  if (split || panels || across.as === 'number' || across.as === 'bins') return {};
  return { edit: { do: 'setPanels', with: [{ by: 'layer' }] }, changeWords: 'A small copy each' };
}
