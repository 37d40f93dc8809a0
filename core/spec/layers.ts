import type { Summary } from '../inference';
import { column, type Columns } from './against-columns';
import type { Layer } from './chart-spec';
import { amountName } from './sentence';

/** The unit of a layer's values: its column's, but none for counts. */
export function layerUnit(layer: Pick<Layer, 'amount' | 'summary'>, columns: Columns): string | undefined {
  if (!('column' in layer.amount) || layer.summary === 'count' || layer.summary === 'distinct') return undefined;
  return column(columns, layer.amount.column).unit;
}

const BEFORE: Readonly<Record<Summary, string>> = {
  sum: '',
  last: '',
  mean: 'Average ',
  median: 'Median ',
  min: 'Smallest ',
  max: 'Largest ',
  first: 'First ',
  count: 'Count of ',
  distinct: 'Different ',
};

/** What a layer shows, in a few words: "Takings", "Average unit price", "Rows". */
export function layerWords(layer: Layer, columns: Columns): string {
  if (layer.name) return layer.name;
  if ('rows' in layer.amount) return 'Rows';
  const before = BEFORE[layer.summary];
  const name = amountName(layer, columns);
  return before ? before + lowerFirst(name) : upperFirst(name);
}

/** Lowers the first letter of a name inside a sentence, unless it is an abbreviation ("VAT") or a single letter. */
export function lowerFirst(name: string): string {
  return /^[A-Z][a-z]/.test(name) ? name.charAt(0).toLowerCase() + name.slice(1) : name;
}
export function upperFirst(name: string): string {
  return name.charAt(0).toUpperCase() + name.slice(1);
}
