import { layerMeasures, portionsOf, type GroupedQuery, type Portion, type RowFilter } from '../grain';
import { isNaming, type Amount, type ChartSpec, type Condition, type Layer, type Sources } from '../spec';
import { askGroups, type Asking } from './asking';
import { rollerFor } from './figures';

/** What a layer comes to over all rows that some filters leave. */
export function* amountOver(
  layer: Pick<Layer, 'amount' | 'summary'>,
  portion: Portion,
  filters: readonly RowFilter[],
): Asking<number | null> {
  const query: GroupedQuery = {
    kind: 'grouped',
    sheet: portion.sheet,
    axes: [],
    measures: [{ want: 'rows' }, ...layerMeasures(layer, portion)],
    filters,
  };
  const grain = yield* askGroups(query);
  // What is read has no amount.
  return isNaming(layer, portion.columns) ? null : rollerFor(layer, query, grain)([0]);
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

/** The figure of a condition as it stands now. */
export function* conditionFigure(condition: Condition, sources: Sources): Asking<number | null> {
  const spec = conditionSpec(condition, sources);
  const [portion] = portionsOf(spec, sources);
  return yield* amountOver(spec.layers[0], portion, portion.filters);
}
