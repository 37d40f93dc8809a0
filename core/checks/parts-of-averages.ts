import { SUMMARY_KINDS } from '../inference';
import { TRANSFORMS } from '../then';
import { dividesByColumn, layerWords, lowerFirst, parseFormula, setShape, type ChartSpec, type Layer } from '../spec';
import type { Check } from '../layout';
import type { CheckFinder } from './check';

/** Averages, medians, extremes and ratios are no parts of a whole: they do not add up to anything. */
export function isNoPart({ amount, summary }: Pick<Layer, 'amount' | 'summary'>): boolean {
  if (summary === 'count') return false;
  if ('formula' in amount && dividesByColumn(parseFormula(amount.formula))) return true;
  return !SUMMARY_KINDS[summary].addsUp;
}

/** Slices, stacks and shares that are made of what does not add up. */
export const partsOfAverages: CheckFinder = ({ spec, sources }) =>
  spec.layers.flatMap((layer): Check[] => {
    const found = isNoPart(layer) ? partsIn(layer, spec) : undefined;
    if (!found) return [];
    const words = lowerFirst(layerWords({ ...layer, name: undefined, then: undefined }, sources));
    return [
      {
        id: 'parts-of-averages',
        level: 'warning',
        message: `${found.what} add up to a whole; ${words} does not: the values of the groups do not sum to that of all.`,
        ...found.answer,
      },
    ];
  });

function partsIn(
  layer: Layer,
  spec: ChartSpec,
): { what: string; answer: Pick<Check, 'change' | 'changeWords'> } | undefined {
  const change = (parts: Partial<Layer>) => ({
    layers: spec.layers.map((one) => (one.id === layer.id ? { ...one, ...parts } : one)),
  });
  if (layer.shape === 'pie') {
    const { layers, scales } = setShape(spec, [layer.id], 'bar');
    return { what: 'Slices', answer: { change: { layers, scales }, changeWords: 'Use bars' } };
  }
  if (layer.stack === 'stacked' || layer.stack === 'share')
    return {
      what: layer.stack === 'share' ? 'Parts of 100 %' : 'Stacked parts',
      answer: { change: change({ stack: undefined }), changeWords: 'Unstack' },
    };
  if (layer.then && TRANSFORMS[layer.then].parts)
    return {
      what: 'Shares',
      answer: { change: change({ then: undefined, thenBy: undefined }), changeWords: 'Show it as it is' },
    };
  return undefined;
}
