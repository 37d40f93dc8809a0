import { SUMMARY_KINDS } from '../inference';
import { TRANSFORMS } from '../then';
import { dividesByColumn, layerWords, lowerFirst, parseFormula, type Layer } from '../spec';
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
    const found = isNoPart(layer) ? partsIn(layer) : undefined;
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

function partsIn(layer: Layer): { what: string; answer: Pick<Check, 'edit' | 'changeWords'> } | undefined {
  if (layer.shape === 'pie') {
    return { what: 'Slices', answer: { edit: { do: 'setShape', with: [[layer.id], 'bar'] }, changeWords: 'Use bars' } };
  }
  if (layer.stack === 'stacked' || layer.stack === 'share')
    return {
      what: layer.stack === 'share' ? 'Parts of 100 %' : 'Stacked parts',
      answer: { edit: { do: 'unstack', with: [[layer.id]] }, changeWords: 'Unstack' },
    };
  if (layer.then && TRANSFORMS[layer.then].parts)
    return {
      what: 'Shares',
      answer: { edit: { do: 'asSummarised', with: [layer.id] }, changeWords: 'Show it as it is' },
    };
  return undefined;
}
