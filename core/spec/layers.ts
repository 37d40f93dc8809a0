import { isNumeric, SUMMARY_KINDS } from '../inference';
import { TRANSFORMS } from '../then';
import type { Columns } from './against-columns';
import type { Amount, ChartSpec, Layer } from './chart-spec';
import { formulaToNames, parseFormula, type Formula } from './formula';
import { rowNoun } from './row-noun';
import { columnsOf, type Sources } from './sources';

type Worded = Pick<Layer, 'amount' | 'summary' | 'from' | 'then'>;

/** The unit of a layer's values: its amount's, none for counts, percent for shares and changes in percent. */
export function layerUnit(layer: Worded, sources: Sources): string | undefined {
  if (layer.then && TRANSFORMS[layer.then].unit === '%') return '%';
  if (SUMMARY_KINDS[layer.summary].counts) return undefined;
  return amountUnit(layer.amount, columnsOf(layer, sources));
}

/** The unit of single values of an amount; none for a count of rows. */
export function amountUnit(amount: Amount, columns: Columns): string | undefined {
  if ('rows' in amount) return undefined;
  if ('column' in amount) return columns.get(amount.column)?.unit;
  return amount.unit ?? formulaUnit(parseFormula(amount.formula), columns);
}

/** A sum keeps the unit of its parts, a product that of the one part that has one; a ratio of like units has none. */
function formulaUnit(formula: Formula, columns: Columns): string | undefined {
  switch (formula.is) {
    case 'number':
      return undefined;
    case 'column':
      return columns.get(formula.key)?.unit;
    case 'minus':
      return formulaUnit(formula.of, columns);
    default: {
      const [left, right] = [formulaUnit(formula.left, columns), formulaUnit(formula.right, columns)];
      if (formula.is === '/')
        return left === right ? undefined : right ? (left ? `${left}/${right}` : undefined) : left;
      if (left === right) return left;
      if (formula.is === '*')
        return left === '%' ? right : right === '%' ? left : left && right ? undefined : (left ?? right);
      const numbers = formula.left.is === 'number' || formula.right.is === 'number';
      return numbers ? (left ?? right) : undefined;
    }
  }
}

/** A text to be read: what all rows of a place hold alike, not a number. */
export function isNaming({ amount, summary }: Pick<Layer, 'amount' | 'summary'>, columns: Columns): boolean {
  if (summary !== 'first' || !('column' in amount)) return false;
  const found = columns.get(amount.column);
  return found !== undefined && !isNumeric(found);
}

/** What a layer shows, in a few words: "Takings", "Average unit price", "Running total of takings", "Rows". */
export function layerWords(layer: Layer, sources: Sources): string {
  if (layer.name) return layer.name;
  const words = summaryWords(layer, sources) + whose(layer, sources);
  return layer.then ? TRANSFORMS[layer.then].title.replace('…', lowerFirst(words)) : words;
}

/** What a layer shows in its chart: of single rows and of dots the amount itself, where nothing was summed up. */
export function shownWords(layer: Layer, { across }: Pick<ChartSpec, 'across'>, sources: Sources): string {
  const single =
    across.as === 'number' || (across.as === 'rows' && !SUMMARY_KINDS[layer.summary].counts && !layer.then);
  return single ? amountName(layer, sources) : layerWords(layer, sources);
}

/** An amount out of another sheet says whose it is. */
function whose({ from }: Pick<Layer, 'from'>, { names }: Sources): string {
  const name = from && names?.get(from.sheet);
  return name ? `, ${name}` : '';
}

function summaryWords(layer: Layer, sources: Sources): string {
  if ('rows' in layer.amount) return upperFirst(rowNoun(sources, layer).many);
  const name = amountName(layer, sources);
  const ratio = 'formula' in layer.amount && layer.summary === 'sum';
  const before = ratio || isNaming(layer, columnsOf(layer, sources)) ? '' : SUMMARY_KINDS[layer.summary].before;
  // "Average stay" is not called "Average average stay".
  const said = name.toLowerCase().startsWith(before.toLowerCase());
  return before && !said ? before + lowerFirst(name) : upperFirst(name);
}

/** The name of a column whose sheet is not there yet. */
const UNKNOWN = '…';

/** The name of a layer's amount: its own, the column's, the formula with the columns' names, or "Rows". */
export function amountName(layer: Pick<Layer, 'amount' | 'name' | 'from'>, sources: Sources): string {
  if (layer.name) return layer.name;
  const { amount } = layer;
  if ('rows' in amount) return upperFirst(rowNoun(sources, layer).many);
  const columns = columnsOf(layer, sources);
  const nameOf = (key: string) => columns.get(key)?.name ?? UNKNOWN;
  return 'column' in amount ? nameOf(amount.column) : formulaToNames(amount.formula, nameOf);
}

/** The groups that were stepped into, outermost first. */
export function withinPath({ across }: ChartSpec): readonly { column: string; value: string }[] {
  return across.as === 'group' ? (across.within ?? []) : [];
}

/** Lowers the first letter of a name inside a sentence, unless it is an abbreviation ("VAT") or a single letter. */
export function lowerFirst(name: string): string {
  return /^[A-Z][a-z]/.test(name) ? name.charAt(0).toLowerCase() + name.slice(1) : name;
}
export function upperFirst(name: string): string {
  return name.charAt(0).toUpperCase() + name.slice(1);
}

/** Example: `counted(1200, 'delivery', 'deliveries')` is `'1,200 deliveries'`. */
export const counted = (count: number, one: string, many = `${one}s`): string =>
  `${count.toLocaleString('en-GB')} ${count === 1 ? one : many}`;

/** Example: `andWords(['a', 'b', 'c'])` is `'a, b and c'`. */
export const andWords = (names: readonly string[]): string =>
  names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names[names.length - 1]}`;

/** Layers in the order in which they were added, whichever stands further back: their ids are numbered. */
export function layersByAge({ layers }: Pick<ChartSpec, 'layers'>): Layer[] {
  const number = ({ id }: Layer) => Number(/^l(\d+)$/.exec(id)?.[1] ?? Infinity);
  const age = (a: Layer, b: Layer) => (number(a) === number(b) ? 0 : number(a) - number(b));
  return [...layers].sort(age);
}
