import type { Summary } from '../inference';
import { layerMeasures, measureAt, portionsOf, type GroupedQuery, type Portion, type RowFilter } from '../grain';
import {
  dividesByColumn,
  isNaming,
  parseFormula,
  type Amount,
  type ChartSpec,
  type Condition,
  type Layer,
  type Sources,
} from '../spec';
import { askGroups, type Asking } from './asking';
import { rollerFor } from './figures';

/** What a layer comes to over some rows, and how many these are. */
export interface AmountOver {
  readonly value: number | null;
  readonly rows: number;
}

/** What a layer comes to over all rows that some filters leave. */
export function* amountOver(
  layer: Pick<Layer, 'amount' | 'summary'>,
  portion: Portion,
  filters: readonly RowFilter[],
): Asking<AmountOver> {
  const query: GroupedQuery = {
    kind: 'grouped',
    sheet: portion.sheet,
    axes: [],
    measures: [{ want: 'rows' }, ...layerMeasures(layer, portion)],
    filters,
  };
  const grain = yield* askGroups(query);
  return {
    // What is read has no amount.
    value: isNaming(layer, portion.columns) ? null : rollerFor(layer, query, grain)([0]),
    rows: Number(grain.measures[measureAt(query.measures, { want: 'rows' })]?.[0] ?? 0),
  };
}

/**
 * The chart of one figure that a condition looks at: what is checked of charts is checked of it.
 * @throws RangeError where the sheet has no columns
 */
export function conditionSpec({ sheet, amount, summary, filters = [] }: Condition, { columns }: Sources): ChartSpec {
  const [first] = columns.keys();
  if (first === undefined) throw new RangeError('the sheet has no columns');
  return {
    version: 1,
    sheet,
    across: { as: 'group', column: acrossOf(amount, first) },
    layers: [{ id: 'condition', amount, summary, shape: 'column', side: 'left' }],
    filters: [...filters],
    scales: { left: { fit: 'zero' } },
    text: {},
  };
}

const acrossOf = (amount: Amount, first: string) => ('column' in amount ? amount.column : first);

/** The summaries that are nothing, and not unknown, where there are no rows. */
const NOTHING_IS_ZERO: ReadonlySet<Summary> = new Set(['sum', 'count', 'distinct']);

/** Whether an amount of no rows is 0: nothing was taken, so nothing was. A ratio of nothing is unknown. */
export const nothingIsZero = ({ amount, summary }: Pick<Layer, 'amount' | 'summary'>): boolean =>
  NOTHING_IS_ZERO.has(summary) && !('formula' in amount && dividesByColumn(parseFormula(amount.formula)));

/** The figure of a condition as it stands now. */
export function* conditionFigure(condition: Condition, sources: Sources): Asking<AmountOver> {
  const spec = conditionSpec(condition, sources);
  const [portion] = portionsOf(spec, sources);
  const found = yield* amountOver(spec.layers[0], portion, portion.filters);
  return found.rows === 0 && nothingIsZero(condition) ? { ...found, value: 0 } : found;
}
