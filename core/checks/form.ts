import { isNumeric } from '../inference';
import { column } from '../spec';
import type { CheckFinder } from './check';

/** Shapes that do not suit what runs across: a line over groups without an order, stacked negatives. */
export const form: CheckFinder = ({ spec, columns, model }) => {
  const found: ReturnType<CheckFinder> = [];
  const across = column(columns, spec.across.column);
  const ordered = across.role === 'when' || across.meaning === 'ordinal' || isNumeric(across);
  const joins = (layer: { shape: string }) => layer.shape === 'line' || layer.shape === 'area';
  if (spec.across.as === 'group' && !ordered && spec.layers.some(joins)) {
    found.push({
      id: 'form-unsuited',
      level: 'warning',
      message: `${spec.layers.some(({ shape }) => shape === 'line') ? 'A line' : 'An area'} joins ${across.name} as if they followed on each other.`,
      edit: {
        do: 'setShape',
        with: [spec.layers.filter(joins).map(({ id }) => id), spec.layers.length > 1 ? 'dot' : 'column'],
      },
      changeWords: spec.layers.length > 1 ? 'Use dots' : 'Use columns',
    });
  }
  if (model.series.some((series) => series.stack && series.values.some((value) => value !== null && value < 0))) {
    found.push({
      id: 'stacked-negative',
      level: 'warning',
      message: 'Negative values stand below zero and are not taken off the stack.',
      edit: { do: 'unstack', with: [spec.layers.map(({ id }) => id)] },
      changeWords: 'Unstack',
    });
  }
  return found;
};
