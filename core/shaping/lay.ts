import { floor, isoDate, isoDateTime } from '../calendar';
import {
  addDecimals,
  axesOf,
  binsOf,
  measureAt,
  portionQuery,
  portionsOf,
  sameAxis,
  type Cut,
  type Grain,
  type GrainAxis,
  type GrainValue,
  type GroupedQuery,
  type Portion,
  type RowFilter,
} from '../grain';
import { BLANK, column, type ChartSpec, type Layer, type Sources } from '../spec';
import { queryKey, type Asking } from './ask';
import { ownPlace } from './order';
import { rollerFor, type Roller } from './figures';
import {
  compareGroups,
  daysToCycle,
  filterValue,
  foldText,
  groupText,
  placesAcross,
  toInstant,
  type Places,
} from './places';

/** One series of a split: what it is called, and the keys of the rows that make it. */
export interface Split {
  /** Absent where there is no split. */
  readonly value?: GrainValue;
  readonly keys: readonly GrainValue[];
}

/** A portion with its grain laid on the places and splits of the chart. */
export interface LaidPortion {
  readonly portion: Portion;
  readonly query: GroupedQuery;
  readonly grain: Grain;
  /** For each group of rows its place and its split, or -1. */
  readonly at: readonly number[];
  readonly splitAt: readonly number[];
  readonly keys: readonly GrainValue[];
  readonly splitKeys: readonly GrainValue[];
}

export interface Laid {
  readonly spec: ChartSpec;
  readonly places: Places;
  readonly splits: readonly Split[];
  readonly portions: readonly LaidPortion[];
}

/** Asks what a chart begins with and lays it on the places across and the splits. @throws Pending */
export function lay(
  spec: ChartSpec,
  sources: Sources,
  ask: Asking,
  /** Keys across that have a place whether or not rows have them: those of all small copies together. */
  common: readonly GrainValue[] = [],
): Laid {
  const asked = portionsOf(spec, sources).map((portion) => {
    const query = portionQuery(portion);
    return { portion, query, grain: ask.grain(query) };
  });
  ask.settle();
  const keyed = asked.map((one) => {
    const { across, name, split } = axesOf(one.portion);
    return {
      ...one,
      keys: acrossKeys(one, across),
      splitKeys: split ? keysOf(one, split) : [],
      ...(name ? { rows: { names: keysOf(one, name), places: placesOf(one) } } : {}),
    };
  });
  const known = keyed.map(({ portion, keys, rows }) => ({
    keys,
    ...(rows ? { rows } : {}),
    profile: column(portion.columns, portion.across),
    other: portion.other,
    stretches: portion.stretches,
  }));
  const more = { keys: common, profile: column(sources.columns, spec.across.column), other: false, stretches: [] };
  const places = placesAcross(
    spec,
    common.length > 0 ? [...known, more] : known,
    spec.across.as === 'bins' ? binsOf(column(sources.columns, spec.across.column), spec.across.count) : undefined,
  );
  const { splits, at } = splitsOf(keyed, spec);
  return {
    spec,
    places,
    splits,
    portions: keyed.map((one, p) => ({ ...one, at: places.at[p], splitAt: at[p] })),
  };
}

interface Keyed {
  readonly portion: Portion;
  readonly query: GroupedQuery;
  readonly grain: Grain;
}

/** The places of single rows in their order. */
function placesOf({ query, grain }: Pick<Keyed, 'query' | 'grain'>): number[] {
  const found = grain.measures[measureAt(query.measures, { want: 'place' })];
  return (found ?? []).map(Number);
}

/** The keys of one axis of an answer; none where the question did not have it. */
export function keysOf({ query, grain }: Pick<Keyed, 'query' | 'grain'>, axis: GrainAxis): readonly GrainValue[] {
  const found = query.axes.findIndex((one) => sameAxis(one, axis));
  return found < 0 ? [] : grain.axes[found];
}

/** What stands across for each group of rows; days become places of the cycle. */
export function acrossKeys(one: Keyed, axis: GrainAxis | undefined): readonly GrainValue[] {
  const { across } = one.portion.spec;
  if (!axis) return [];
  const keys = keysOf(one, axis);
  return across.as === 'cycle' && axis.as === 'step' ? daysToCycle(keys, across.cycle) : keys;
}

/** The values that the series are split by, in order of name; those of other sheets are matched by text. */
function splitsOf(
  keyed: readonly (Keyed & { splitKeys: readonly GrainValue[] })[],
  spec: ChartSpec,
): { splits: readonly Split[]; at: number[][] } {
  const none = { splits: [{ keys: [] }], at: keyed.map(({ grain }) => new Array<number>(grain.size).fill(0)) };
  if (!spec.split) return none;
  const named = keyed.map((one) => one.splitKeys.map((key) => splitName(key, one.portion, spec)));
  const own = keyed.flatMap(({ portion }, p) => (portion.other ? [] : [p]));
  const leading = own.length > 0 ? own : keyed.map((_, p) => p);
  const values = [...new Set(leading.flatMap((p) => named[p]))].sort(compareGroups);
  const place = ownPlace(values.filter((value) => value !== null && value !== BLANK).map(String));
  if (place) values.sort((a, b) => placeOf(a, place) - placeOf(b, place));
  const places = new Map(values.map((value, i) => [value, i]));
  const folded = new Map(values.map((value, i) => [foldText(groupText(value, { type: 'text' })), i]));
  const keys = values.map(() => new Set<GrainValue>());
  const at = keyed.map((one, p) => {
    if (one.portion.split === undefined) return new Array<number>(one.grain.size).fill(0);
    return named[p].map((name, i) => {
      const found = leading.includes(p)
        ? (places.get(name) ?? -1)
        : (folded.get(foldText(groupText(name, { type: 'text' }))) ?? -1);
      if (found >= 0 && !one.portion.other) keys[found].add(one.splitKeys[i]);
      return found;
    });
  });
  return { splits: values.map((value, i) => ({ value, keys: [...keys[i]] })), at };
}

const placeOf = (value: GrainValue, place: (value: string) => number) =>
  value === null || value === BLANK ? Infinity : place(String(value));

/** What a series of a split is called: dates by their step, all else as it is. */
function splitName(key: GrainValue, portion: Portion, spec: ChartSpec): GrainValue {
  const profile = column(portion.columns, portion.split ?? '');
  const step = spec.split?.step;
  if (step && !(profile.meaning === 'year' && profile.type === 'integer'))
    return stepName(toInstant(key, profile), step, spec);
  return profile.type === 'date' || profile.type === 'datetime' ? (typeof key === 'number' ? isoDate(key) : key) : key;
}

function stepName(at: number | undefined, step: 'year' | 'quarter', spec: ChartSpec): GrainValue {
  if (at === undefined) return null;
  const start = floor(at, step, spec.calendar);
  const year = Number(isoDate(start).slice(0, 4));
  if (step === 'year')
    return (spec.calendar?.yearStart ?? 1) === 1
      ? String(year)
      : `${year}/${String((year + 1) % 100).padStart(2, '0')}`;
  const month = Number(isoDate(start).slice(5, 7));
  const quarter = Math.floor(((((month - (spec.calendar?.yearStart ?? 1)) % 12) + 12) % 12) / 3) + 1;
  return `${year} Q${quarter}`;
}

/** Some series of the split, or all rows whatever they are split by. */
export type Splits = readonly number[] | 'all';

interface Stands {
  readonly place: ReadonlyMap<GrainValue, number>;
  readonly split: ReadonlyMap<GrainValue, number>;
}

/** The values of layers over places and splits: rolled up from the grain, or asked for where they cannot be. */
export class Values {
  private readonly bySplit = new Map<LaidPortion, number[][]>();
  private readonly cuts = new Map<string, LaidPortion>();
  private readonly stands = new Map<LaidPortion, Stands>();
  private readonly rollers = new Map<LaidPortion, Map<string, Roller>>();

  constructor(
    private readonly laid: Laid,
    private readonly ask: Asking,
  ) {}

  /** One value per place, of the rows of some splits. */
  vector(layer: Layer, splits: Splits): (number | null)[] {
    const one = this.portionOf(layer);
    const wide = !one.portion.exact || this.single(one, splits);
    const found = wide ? one : this.cut(one, { across: true, split: false, filters: this.splitFilters(one, splits) });
    const cells = this.cellsOf(found, wide && one.portion.split !== undefined ? splits : 'all');
    if (one.portion.per !== undefined) return this.levels(found, cells, layer);
    const roll = this.rollerOf(layer, found);
    return cells.map((rows, place) => {
      if (!one.portion.exact || rows.length < 2) return roll(rows);
      // Several spellings of one group: their rows are asked for together.
      return this.lump(layer, [place], splits);
    });
  }

  /** The groups of rows of each split that have a place, in their order. */
  private rowsOf(one: LaidPortion): readonly (readonly number[])[] {
    let rows = this.bySplit.get(one);
    if (!rows) {
      rows = this.laid.splits.map((): number[] => []);
      for (let i = 0; i < one.grain.size; i++) if (one.at[i] >= 0 && one.splitAt[i] >= 0) rows[one.splitAt[i]].push(i);
      this.bySplit.set(one, rows);
    }
    return rows;
  }

  /** The groups of rows at each place that are of some splits. */
  private cellsOf(one: LaidPortion, splits: Splits): readonly (readonly number[])[] {
    const bySplit = this.rowsOf(one);
    const cells = this.laid.places.values.map((): number[] => []);
    for (const rows of splits === 'all' ? bySplit : splits.map((split) => bySplit[split]))
      for (const row of rows) cells[one.at[row]].push(row);
    return cells;
  }

  /** The groups of rows that have a place and are of some splits, in their order. */
  private rowsIn(one: LaidPortion, splits: Splits): readonly number[] {
    const bySplit = this.rowsOf(one);
    if (splits !== 'all' && one.portion.split !== undefined)
      return splits.length === 1
        ? bySplit[splits[0]]
        : splits.flatMap((split) => bySplit[split]).sort((one, other) => one - other);
    return one.at.flatMap((place, i) => (place >= 0 ? [i] : []));
  }

  private rollerOf(layer: Layer, one: LaidPortion): Roller {
    let ofPortion = this.rollers.get(one);
    if (!ofPortion) this.rollers.set(one, (ofPortion = new Map<string, Roller>()));
    let roll = ofPortion.get(layer.id);
    if (!roll) ofPortion.set(layer.id, (roll = rollerFor(layer, one.query, one.grain, this.ask.names)));
    return roll;
  }

  /** One value of the rows of some places and splits together. */
  lump(layer: Layer, places: readonly number[] | 'all', splits: Splits): number | null {
    const one = this.portionOf(layer);
    const within = new Set(places === 'all' ? [] : places);
    if (!one.portion.exact) {
      const rows = this.rowsIn(one, splits);
      return this.rollerOf(layer, one)(places === 'all' ? rows : rows.filter((row) => within.has(one.at[row])));
    }
    const single = this.single(one, splits);
    const found = this.cut(one, {
      across: false,
      split: single,
      filters: [
        ...this.placeFilters(one, places === 'all' ? undefined : within),
        ...(single ? [] : this.splitFilters(one, splits)),
      ],
    });
    const rows =
      single && splits !== 'all' && one.portion.split !== undefined
        ? this.rowsOf(found)[splits[0]]
        : found.splitAt.map((_, i) => i);
    const roll = this.rollerOf(layer, found);
    return one.portion.per === undefined ? roll(rows.slice(0, 1)) : addUp(rows.map((row) => roll([row])));
  }

  portionOf(layer: Layer): LaidPortion {
    const found = this.laid.portions.find(({ portion }) => portion.layers.some(({ id }) => id === layer.id));
    if (!found) throw new RangeError(`no portion of layer ${layer.id}`);
    return found;
  }

  /** Whether a layer has a series per split. */
  isSplit(layer: Layer): boolean {
    return this.laid.spec.split !== undefined && !layer.whole && this.portionOf(layer).portion.split !== undefined;
  }

  private single({ portion }: LaidPortion, splits: Splits): boolean {
    return portion.split === undefined || (splits !== 'all' && splits.length === 1);
  }

  /** Where the keys of a portion stand, across and among the splits. */
  private standsOf(one: LaidPortion): Stands {
    let stands = this.stands.get(one);
    if (!stands) {
      stands = {
        place: new Map(one.keys.map((key, i) => [key, one.at[i]])),
        split: new Map(one.splitKeys.map((key, i) => [key, one.splitAt[i]])),
      };
      this.stands.set(one, stands);
    }
    return stands;
  }

  /** Asks a portion's question cut otherwise, and lays the answer out. */
  private cut(one: LaidPortion, cut: Cut): LaidPortion {
    const query = portionQuery(one.portion, cut);
    const grain = this.ask.grain(query);
    const key = queryKey(query);
    const before = this.cuts.get(key);
    // The same question is asked for many series: its answer is laid out once, and so is that it is not there yet.
    const same = before && (before.grain === grain || before.grain.size + grain.size === 0);
    if (same && before.portion === one.portion) return before;
    const axes = axesOf(one.portion, cut);
    const keys = acrossKeys({ portion: one.portion, query, grain }, axes.across);
    const splitKeys = axes.split ? keysOf({ query, grain }, axes.split) : [];
    const { place, split } = this.standsOf(one);
    const all = new Array<number>(grain.size).fill(0);
    const found = {
      portion: one.portion,
      query,
      grain,
      keys,
      splitKeys,
      at: axes.across ? keys.map((key) => place.get(key) ?? -1) : all,
      splitAt: axes.split ? splitKeys.map((key) => split.get(key) ?? -1) : all,
    };
    this.cuts.set(key, found);
    return found;
  }

  private placeFilters(one: LaidPortion, places: ReadonlySet<number> | undefined): RowFilter[] {
    if (!places) return [];
    const keys = [...new Set(one.keys.filter((_, i) => places.has(one.at[i])))];
    return [keysFilter(keys, axesOf(one.portion).across, one.portion)];
  }

  private splitFilters(one: LaidPortion, splits: Splits): RowFilter[] {
    if (splits === 'all' || one.portion.split === undefined) return [];
    const wanted = new Set(splits);
    const keys = [...new Set(one.splitKeys.filter((_, i) => wanted.has(one.splitAt[i])))];
    return [keysFilter(keys, axesOf(one.portion).split, one.portion)];
  }

  /** Levels of each value of a column added up. Over time one without a row in a step carries its last one on. */
  private levels(found: LaidPortion, cells: readonly (readonly number[])[], layer: Layer): (number | null)[] {
    const { per } = axesOf(found.portion);
    const perKeys = per ? keysOf(found, per) : [];
    const roll = this.rollerOf(layer, found);
    const overTime = this.laid.spec.across.as === 'time';
    const held = new Map<GrainValue, number>();
    return cells.map((rows) => {
      if (!overTime) held.clear();
      for (const row of rows) {
        const value = roll([row]);
        if (value !== null) held.set(perKeys[row], value);
      }
      return held.size > 0 ? addUp([...held.values()]) : null;
    });
  }
}

/** The rows that have one of some keys of an axis. */
export function keysFilter(keys: readonly GrainValue[], axis: GrainAxis | undefined, portion: Portion): RowFilter {
  if (!axis) throw new RangeError('no axis to filter by');
  if (axis.as === 'step')
    return {
      column: axis.column,
      step: axis.step,
      calendar: axis.calendar,
      starts: keys.map((key) => (key === null ? null : isoDateTime(Number(key)))),
    };
  if (axis.as === 'row') return { column: axis.column, rows: keys.map(Number) };
  if (axis.as === 'cycle') return { column: axis.column, cycle: axis.cycle, place: Number(keys[0]) };
  const profile = column(portion.columns, axis.column);
  return { column: axis.column, keep: keys.map((key) => filterValue(key, profile)) };
}

function addUp(values: readonly (number | null)[]): number | null {
  const known = values.filter((value): value is number => value !== null);
  return known.length > 0 ? addDecimals(known) : null;
}
