import { axesOf, portionQuery, type Cut, type GrainValue, type RowFilter } from '../grain';
import { isNaming, type Layer } from '../spec';
import { askGroups, queryKey, type Asking } from './asking';
import { rollerFor, textsFor, type Roller } from './figures';
import { keysFilter } from './keys-filter';
import { isSplit, layCut, portionOf, standsOf, type Laid, type LaidPortion, type Stands } from './laid';
import { addUp, carriedOn } from './levels';

/** Some series of the split, or all rows whatever they are split by. */
export type Splits = readonly number[] | 'all';

type Numbers = (number | null)[];

/** The values of layers over places and splits: rolled up from the grain, or asked for where they cannot be. */
export class Values {
  private readonly bySplit = new Map<LaidPortion, number[][]>();
  private readonly cuts = new Map<string, LaidPortion>();
  private readonly stands = new Map<LaidPortion, Stands>();
  private readonly rollers = new Map<LaidPortion, Map<string, Roller>>();

  constructor(private readonly laid: Laid) {}

  /** One value per place, of the rows of some splits. */
  *vector(layer: Layer, splits: Splits): Asking<Numbers> {
    const { found, cells } = yield* this.cellsFor(layer, splits);
    const roll = this.rollerOf(layer, found);
    if (found.portion.per !== undefined)
      return carriedOn(cells, { keys: this.perKeys(found), roll, overTime: this.laid.spec.across.as === 'time' });
    if (!found.portion.atLevel) return cells.map(roll);
    const values: Numbers = [];
    for (const [place, rows] of cells.entries())
      // Several spellings of one group: their rows are asked for together.
      values.push(rows.length < 2 ? roll(rows) : yield* this.joint(layer, [place], splits));
    return values;
  }

  /** One text per place: what all rows there hold alike. */
  *texts(layer: Layer, splits: Splits): Asking<(string | null)[]> {
    const { found, cells } = yield* this.cellsFor(layer, splits);
    const read = textsFor(layer, found.query, found.grain);
    const texts: (string | null)[] = [];
    for (const [place, rows] of cells.entries())
      texts.push(rows.length < 2 ? read(rows) : yield* this.jointText(layer, [place], splits));
    return texts;
  }

  /** One value of the rows of some places and splits together. */
  *joint(layer: Layer, places: readonly number[] | 'all', splits: Splits): Asking<number | null> {
    const one = this.portionOf(layer);
    if (!one.portion.atLevel) {
      const within = new Set(places === 'all' ? [] : places);
      const rows = this.rowsIn(one, splits);
      return this.rollerOf(layer, one)(places === 'all' ? rows : rows.filter((row) => within.has(one.at[row])));
    }
    const { found, rows } = yield* this.jointly(one, places, splits);
    const roll = this.rollerOf(layer, found);
    return one.portion.per === undefined ? roll(rows.slice(0, 1)) : addUp(rows.map((row) => roll([row])));
  }

  /** What the rows of some places and splits hold alike. */
  *jointText(layer: Layer, places: readonly number[], splits: Splits): Asking<string | null> {
    const { found, rows } = yield* this.jointly(this.portionOf(layer), places, splits);
    return textsFor(layer, found.query, found.grain)(rows.slice(0, 1));
  }

  portionOf(layer: Layer): LaidPortion {
    return portionOf(this.laid, layer);
  }

  /** Whether a layer is words to be read, not numbers. */
  names(layer: Layer): boolean {
    return isNaming(layer, this.portionOf(layer).portion.columns);
  }

  isSplit(layer: Layer): boolean {
    return isSplit(this.laid.spec, layer, this.portionOf(layer).portion);
  }

  /** The groups of rows at each place: those that were asked for first, or where these do not tell, asked for anew. */
  private *cellsFor(
    layer: Layer,
    splits: Splits,
  ): Asking<{ found: LaidPortion; cells: readonly (readonly number[])[] }> {
    const one = this.portionOf(layer);
    const single = this.single(one, splits);
    const told = !one.portion.atLevel || (single && !one.copy?.several);
    if (told) return { found: one, cells: this.cellsOf(one, one.portion.split === undefined ? 'all' : splits) };
    const found = yield* this.cut(one, {
      across: true,
      split: single,
      filters: single ? [] : this.splitFilters(one, splits),
    });
    return { found, cells: this.cellsOf(found, single && one.portion.split !== undefined ? splits : 'all') };
  }

  private *jointly(
    one: LaidPortion,
    places: readonly number[] | 'all',
    splits: Splits,
  ): Asking<{ found: LaidPortion; rows: readonly number[] }> {
    const single = this.single(one, splits);
    const found = yield* this.cut(one, {
      across: false,
      split: single,
      filters: [
        ...(places === 'all' ? [] : this.placeFilters(one, new Set(places))),
        ...(single ? [] : this.splitFilters(one, splits)),
      ],
    });
    const rows =
      single && splits !== 'all' && one.portion.split !== undefined
        ? (this.rowsOf(found)[splits[0]] ?? [])
        : found.splitAt.map((_, i) => i);
    return { found, rows };
  }

  /** The groups of rows of each split that have a place, in their order; of what is not split all together. */
  private rowsOf(one: LaidPortion): readonly (readonly number[])[] {
    let rows = this.bySplit.get(one);
    if (!rows) {
      const split = one.query.axes.length > 0 && one.splitKeys.length > 0;
      rows = split ? this.laid.splits.map((): number[] => []) : [[]];
      for (let i = 0; i < one.grain.size; i++) if (one.at[i] >= 0 && one.splitAt[i] >= 0) rows[one.splitAt[i]].push(i);
      this.bySplit.set(one, rows);
    }
    return rows;
  }

  /** The groups of rows at each place that are of some splits. */
  private cellsOf(one: LaidPortion, splits: Splits): readonly (readonly number[])[] {
    const bySplit = this.rowsOf(one);
    const cells = this.laid.places.values.map((): number[] => []);
    for (const rows of splits === 'all' ? bySplit : splits.map((split) => bySplit[split] ?? []))
      for (const row of rows) cells[one.at[row]].push(row);
    return cells;
  }

  /** The groups of rows that have a place and are of some splits, in their order. */
  private rowsIn(one: LaidPortion, splits: Splits): readonly number[] {
    const bySplit = this.rowsOf(one);
    if (splits !== 'all' && one.portion.split !== undefined)
      return splits.length === 1
        ? (bySplit[splits[0]] ?? [])
        : splits.flatMap((split) => bySplit[split] ?? []).sort((a, b) => a - b);
    return one.at.flatMap((place, i) => (place >= 0 ? [i] : []));
  }

  private rollerOf(layer: Layer, one: LaidPortion): Roller {
    let ofPortion = this.rollers.get(one);
    if (!ofPortion) this.rollers.set(one, (ofPortion = new Map<string, Roller>()));
    let roll = ofPortion.get(layer.id);
    if (!roll) ofPortion.set(layer.id, (roll = rollerFor(layer, one.query, one.grain)));
    return roll;
  }

  private perKeys({ portion, query, grain }: LaidPortion): readonly GrainValue[] {
    const at = query.axes.findIndex((axis) => axis.as === 'value' && axis.column === portion.per);
    return at < 0 ? [] : grain.axes[at];
  }

  /** Whether no more than one of the groups of rows asked for stands in each cell. */
  private single({ portion }: LaidPortion, splits: Splits): boolean {
    return portion.split === undefined || (splits !== 'all' && splits.length === 1);
  }

  /** Asks a portion's question cut otherwise, and lays the answer out; what many series need is asked and laid out once. */
  private *cut(one: LaidPortion, cut: Cut): Asking<LaidPortion> {
    const filters = [...(one.copy ? [one.copy.filter] : []), ...(cut.filters ?? [])];
    const query = portionQuery(one.portion, { ...cut, filters });
    const key = queryKey(query);
    const before = this.cuts.get(key);
    if (before?.portion === one.portion) return before;
    const grain = this.laid.early.get(key) ?? (yield* askGroups(query));
    const meanwhile = this.cuts.get(key);
    if (meanwhile?.portion === one.portion) return meanwhile;
    let stands = this.stands.get(one);
    if (!stands) this.stands.set(one, (stands = standsOf(one)));
    const found = layCut(one, stands, query, grain, cut);
    this.cuts.set(key, found);
    return found;
  }

  private placeFilters(one: LaidPortion, places: ReadonlySet<number>): RowFilter[] {
    const keys = [...new Set(one.keys.filter((_, i) => places.has(one.at[i])))];
    return [keysFilter(keys, axesOf(one.portion).across, one.portion)];
  }

  private splitFilters(one: LaidPortion, splits: Splits): RowFilter[] {
    if (splits === 'all' || one.portion.split === undefined) return [];
    const wanted = new Set(splits);
    const keys = [...new Set(one.splitKeys.filter((_, i) => wanted.has(one.splitAt[i])))];
    return [keysFilter(keys, axesOf(one.portion).split, one.portion)];
  }
}
