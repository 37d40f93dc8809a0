import {
  portionQuery,
  sameAxis,
  type Cut,
  type GrainAxis,
  type GrainValue,
  type Portion,
  type RowFilter,
} from '../grain';
import type { ChartSpec, Sources } from '../spec';
import { queryKey, type Asking } from './asking';
import { begin, type Begun } from './groups';
import { keysFilter } from './keys-filter';
import { layCut, standsOf, type Laid, type LaidPortion } from './laid';
import { checkCopies } from './limits';
import { Values } from './values';
import { seriesOf } from './which-series';

/** The values that have a small copy each: by a Group. */
export type ByGroup = Exclude<NonNullable<ChartSpec['panels']>, { by: 'layer' }>;

/** One small copy: what it is called, and the values whose rows it shows. */
export interface Copy {
  readonly value: string;
  readonly keys: readonly GrainValue[];
}

/** The copies of a chart, the largest by the first layer first, and past `keep` of them the rest together. @throws InvalidInput */
export function* copiesOf(whole: ChartSpec, panels: ByGroup, sources: Sources): Asking<Copy[]> {
  const rest = { ...whole };
  delete rest.split;
  delete rest.setAside;
  const first = whole.layers.find((layer) => !layer.from) ?? whole.layers[0];
  const scatter = whole.across.as === 'number';
  const { laid, arrangement } = yield* begin(
    {
      ...rest,
      across: {
        as: 'group',
        column: panels.column,
        ...(panels.keep === undefined ? {} : { keep: panels.keep }),
        order: { by: 'value', descending: true },
      },
      layers: [
        scatter
          ? { id: first.id, amount: { rows: true }, summary: 'count', shape: 'column', side: 'left' }
          : { ...first, then: undefined },
      ],
    },
    sources,
  );
  checkCopies(arrangement.values.length);
  const [portion] = laid.portions;
  return arrangement.values.map((value, i) => {
    const within = new Set(arrangement.places[i]);
    return { value: String(value), keys: [...new Set(portion.keys.filter((_, k) => within.has(portion.at[k])))] };
  });
}

/** The axis that tells the copies apart. */
const copyAxis = ({ column: key }: ByGroup): GrainAxis => ({ as: 'value', column: key });

/** What a portion is asked for beside: the copies as one more axis. Layers out of another sheet are alike in all copies. */
export function copyCuts(panels: ByGroup, { other }: Portion): Cut[] {
  return other ? [] : [{ also: copyAxis(panels) }];
}

/** The rows of one copy, as a filter. */
export function copyFilter({ keys }: Copy, panels: ByGroup, portion: Pick<Portion, 'columns'>): RowFilter {
  return keysFilter(keys, copyAxis(panels), portion);
}

/**
 * A chart's copies, each on the places, splits and order of the whole: its rows are picked out of the answer about all
 * copies. What cannot be rolled up of several values is asked for when its values are.
 */
export function begunCopies(begun: Begun, copies: readonly Copy[], panels: ByGroup): Begun[] {
  const portions = begun.laid.portions.map((one) => (one.portion.other ? one : forCopies(one, begun.laid, panels)));
  return copies.map((copy) => {
    const narrowed = portions.map((one) => ('rows' in one ? narrow(one, copy, panels) : one));
    const laid: Laid = { ...begun.laid, portions: narrowed };
    const values = new Values(laid);
    const present = new Set(narrowed.flatMap(({ portion, splitAt }) => (portion.other ? [] : [...new Set(splitAt)])));
    const parted = {
      kept: begun.parted.kept.filter((split) => present.has(split)),
      rest: begun.parted.rest.filter((split) => present.has(split)),
    };
    return { ...begun, laid, values, parted, series: seriesOf(laid, values, parted) };
  });
}

interface ForCopies {
  /** The answer about all copies, laid on the chart's places. */
  readonly all: LaidPortion;
  /** Its groups of rows by the value that has a copy. */
  readonly rows: ReadonlyMap<GrainValue, readonly number[]>;
}

function forCopies(one: LaidPortion, { early }: Laid, panels: ByGroup): ForCopies {
  const cut: Cut = { also: copyAxis(panels) };
  const query = portionQuery(one.portion, cut);
  const grain = early.get(queryKey(query));
  if (!grain) throw new RangeError('the copies were not asked for');
  const all = layCut(one, standsOf(one), query, grain, cut);
  const keys = grain.axes[query.axes.findIndex((axis) => sameAxis(axis, copyAxis(panels)))];
  const rows = new Map<GrainValue, number[]>();
  keys.forEach((key, i) => {
    const own = rows.get(key);
    if (own) own.push(i);
    else rows.set(key, [i]);
  });
  return { all, rows };
}

function narrow({ all, rows }: ForCopies, copy: Copy, panels: ByGroup): LaidPortion {
  const kept = copy.keys.flatMap((key) => rows.get(key) ?? []).sort((a, b) => a - b);
  const pick = <T>(list: readonly T[]): T[] => (list.length === 0 ? [] : kept.map((i) => list[i]));
  return {
    portion: all.portion,
    query: all.query,
    grain: { size: kept.length, axes: all.grain.axes.map(pick), measures: all.grain.measures.map(pick) },
    keys: pick(all.keys),
    splitKeys: pick(all.splitKeys),
    at: pick(all.at),
    splitAt: pick(all.splitAt),
    copy: { filter: copyFilter(copy, panels, all.portion), several: all.portion.atLevel && copy.keys.length > 1 },
  };
}
