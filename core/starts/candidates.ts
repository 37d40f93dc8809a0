import { isNumeric, rankWhens, type ColumnProfile } from '../inference';
import { ideasOf, numbersIn, type RowSense, type SheetSample } from '../sense';
import { isTargetName } from '../recommend';
import { hasSteps } from '../spec';
import { correlation, explained, paired } from '../statistics';

export const START_KINDS = [
  'time',
  'split',
  'ranked',
  'season',
  'weekdays',
  'pair',
  'figure',
  'spread',
  'count',
] as const;
export type StartKind = (typeof START_KINDS)[number];

/** A chart that may be worth making of a sheet, before it is drawn. */
export interface Candidate {
  readonly kind: StartKind;
  /** Keys of columns, in the order of picking. */
  readonly picks: readonly string[];
  /** How worth it seems by the columns and a sample of the rows, 0 to 1. */
  readonly worth: number;
  /** Of pairs: how closely they go together, -1 to 1. */
  readonly together?: number;
}

/** Bounds of common practice, no source. */
const MOST_LINES = 8;
const MOST_SPLITS = 12;
const MOST_RANKED = 60;
const MOST_THINGS = 60;
const LEAST_TOGETHER = 0.3;
/** Two columns that are one figure in two units go together perfectly, and say nothing. */
const SAME = 0.9995;
const COLOURS = 6;
const LEAST_TIMES = 3;

interface Ranked {
  readonly column: ColumnProfile;
  readonly at: number;
  readonly weight: number;
}

/** What makes an amount what a sheet is about, most first: what adds up before what is averaged, money and totals before others. */
function rankAmounts(columns: readonly ColumnProfile[], is: RowSense['is']): Ranked[] {
  return columns
    .flatMap((column, at) => {
      const { role, summary, stats } = column;
      if (role !== 'amount' || !isNumeric(column) || stats.count === 0 || stats.min === stats.max) return [];
      const ideas = ideasOf(column.name);
      if (PLACE.test(column.name)) return [];
      const adds = summary === 'sum' || summary === 'count';
      const weight =
        // Over things a total mostly tells how many there are.
        (adds ? (is === 'thing' ? 0.75 : 1) : summary === 'last' ? 0.8 : 0.6) +
        (column.meaning === 'currency' && adds ? 0.25 : 0) +
        (ideas.has('trade') ? 0.1 : 0) +
        0.03 * Math.log10(1 + Math.abs(stats.mean ?? 0)) +
        (ideas.has('total') ? 0.1 : 0) -
        at * 0.004;
      return [{ column, at, weight }];
    })
    .sort((a, b) => b.weight - a.weight);
}

/** Where something is on the globe is no amount of it. */
const PLACE = /^(lat|latitude|lon|lng|long|longitude|breitengrad|längengrad)$/i;

/** Groups that could split or rank, with the cells of the sample. */
function groupsOf(columns: readonly ColumnProfile[]): { column: ColumnProfile; at: number }[] {
  return columns.flatMap((column, at) =>
    column.role === 'group' && column.stats.distinct >= 2 ? [{ column, at }] : [],
  );
}

/** How much of the differences of an amount a group explains, by the rows of the sample. */
function explains(sample: SheetSample, group: number, amount: number): number {
  const numbers = numbersIn(sample.columns[amount]);
  const parts = new Map<string, number[]>();
  sample.columns[group].forEach((value, row) => {
    const number = numbers[row];
    if (value === null || number === null) return;
    const held = parts.get(String(value));
    if (held) held.push(number);
    else parts.set(String(value), [number]);
  });
  return explained([...parts.values()]);
}

/** How unequal the totals of the groups are: the largest part of the whole, less an equal share; 0 to 1. */
function unequal(sample: SheetSample, group: number, amount: number): number {
  const numbers = numbersIn(sample.columns[amount]);
  const totals = new Map<string, number>();
  sample.columns[group].forEach((value, row) => {
    if (value !== null) totals.set(String(value), (totals.get(String(value)) ?? 0) + Math.abs(numbers[row] ?? 0));
  });
  const all = [...totals.values()];
  const sum = all.reduce((a, b) => a + b, 0);
  return sum > 0 && all.length > 1 ? (Math.max(...all) / sum - 1 / all.length) / (1 - 1 / all.length) : 0;
}

/** How far from all in one the rows are spread over the groups, 0 to 1. */
function variety(sample: SheetSample, group: number): number {
  const counts = new Map<string, number>();
  for (const value of sample.columns[group])
    if (value !== null) counts.set(String(value), (counts.get(String(value)) ?? 0) + 1);
  const all = [...counts.values()];
  const rows = all.reduce((sum, one) => sum + one, 0);
  return rows > 0 ? 1 - Math.max(...all) / rows : 0;
}

/** What is to be reached beside what was: an amount that is called a target, and another in the same unit. */
function targets(
  amounts: readonly Ranked[],
  groups: readonly { column: ColumnProfile; at: number }[],
  is: RowSense['is'],
): Candidate[] {
  const target = amounts.find(({ column }) => isTargetName(column.name));
  const actual = amounts.find(({ column }) => column !== target?.column && column.unit === target?.column.unit);
  const group = [...groups].sort((a, b) => b.column.stats.distinct - a.column.stats.distinct)[0];
  if (!target || !actual || !group || is === 'period' || group.column.stats.distinct > MOST_THINGS) return [];
  return [{ kind: 'ranked', picks: [group.column.key, actual.column.key, target.column.key], worth: 0.99 }];
}

function strength(sample: SheetSample, group: number, { column, at }: Ranked, is: RowSense['is']): number {
  const filled = sample.columns[group].filter((cell) => cell !== null).length / Math.max(1, sample.rows);
  const of = explains(sample, group, at);
  // The totals of groups of things differ mostly by how many things there are.
  const totals = column.summary === 'sum' && is !== 'thing';
  return filled * (totals ? (Math.sqrt(unequal(sample, group, at)) + Math.sqrt(of)) / 2 : of);
}

/** The charts that may be worth making of a sheet, the likeliest first. */
export function candidates(
  columns: readonly ColumnProfile[],
  row: RowSense | undefined,
  sample: SheetSample,
): Candidate[] {
  const is = row?.is ?? 'event';
  const amounts = rankAmounts(columns, is);
  const groups = groupsOf(columns);
  const when = rankWhens(columns)[0];
  // Readings one after the other are first of all a line; those of a day like many others are pairs.
  const evenly = when !== undefined && when.stats.distinct >= when.stats.count * 0.4;
  const found = [
    ...targets(amounts, groups, is),
    ...(when ? overTime(columns, when, amounts, groups, { row, evenly }, sample) : []),
    ...amongGroups(amounts, groups, sample, is),
    ...pairs(amounts, groups, sample, is, evenly),
    ...amounts
      .filter(({ column }) => column.summary !== 'last')
      .slice(0, 2)
      .map(({ column }, i) => ({
        kind: 'spread' as const,
        picks: [column.key],
        worth: (is === 'thing' || is === 'reading' ? 0.42 : 0.22) - i * 0.05,
      })),
  ];
  return found.length > 0 ? found.sort((a, b) => b.worth - a.worth) : lastResort(columns);
}

/** Where nothing seems worth it: two numbers against each other, one alone, or the rows by any group. */
function lastResort(columns: readonly ColumnProfile[]): Candidate[] {
  const numbers = columns.filter((column) => column.role === 'amount' && isNumeric(column) && column.stats.count > 0);
  const group = columns.find(({ role }) => role === 'group' || role === 'when');
  return [
    ...(numbers.length >= 2 ? [{ kind: 'pair' as const, picks: [numbers[0].key, numbers[1].key], worth: 0.3 }] : []),
    ...(numbers.length >= 1 ? [{ kind: 'spread' as const, picks: [numbers[0].key], worth: 0.25 }] : []),
    ...(group ? [{ kind: 'count' as const, picks: [group.key], worth: 0.2 }] : []),
  ];
}

function overTime(
  columns: readonly ColumnProfile[],
  when: ColumnProfile,
  amounts: readonly Ranked[],
  groups: readonly { column: ColumnProfile; at: number }[],
  { row, evenly }: { readonly row: RowSense | undefined; readonly evenly: boolean },
  sample: SheetSample,
): Candidate[] {
  const is = row?.is ?? 'event';
  const beside = is === 'thing' || (is === 'reading' && !evenly && row?.thing === undefined);
  const main = beside ? 0.45 : 1;
  const stepped = hasSteps(when);
  if (when.stats.distinct < LEAST_TIMES) return [];
  const thing = columns.find(({ key }) => key === row?.thing);
  const few = (column: ColumnProfile) => column.stats.distinct <= MOST_LINES && column.stats.distinct >= 2;
  const found: Candidate[] = [];
  amounts.slice(0, 3).forEach(({ column, weight }, i) => {
    const worth = main * (0.98 - i * 0.16) * (0.75 + 0.25 * Math.min(1, weight));
    const things = thing && thing.role === 'group' && few(thing) ? thing : undefined;
    // Readings and levels of several things are lines beside each other before they are an average of all.
    const apart = things && column.summary !== 'sum';
    found.push({ kind: 'time', picks: [when.key, column.key], worth: worth * (apart ? 0.85 : 1) });
    if (things && things.key !== when.key)
      found.push({ kind: 'split', picks: [when.key, column.key, things.key], worth: worth * (apart ? 1 : 0.86) });
  });
  const best = amounts[0];
  if (best) {
    const splits = groups
      .filter(({ column }) => column.stats.distinct <= MOST_SPLITS && column.key !== thing?.key)
      .map(({ column, at }) => ({ column, of: strength(sample, at, best, is) }))
      .sort((a, b) => b.of - a.of);
    splits.slice(0, 2).forEach(({ column, of }, i) =>
      found.push({
        kind: 'split',
        picks: [when.key, best.column.key, column.key],
        worth:
          main *
          (is === 'reading' && of > LEAST_TOGETHER ? 0.9 + 0.05 * of : 0.68 + 0.16 * of) *
          (1 - i * 0.16) *
          (few(column) ? 1 : 0.9),
      }),
    );
    if (stepped && best.column.summary !== 'last') {
      found.push({ kind: 'season', picks: [when.key, best.column.key], worth: main * 0.72 });
      found.push({ kind: 'weekdays', picks: [when.key, best.column.key], worth: main * 0.6 });
    }
    if (stepped) found.push({ kind: 'figure', picks: [when.key, best.column.key], worth: main * 0.5 });
  }
  const flows = amounts.some(({ column }) => column.summary === 'sum');
  if (is === 'event' || is === 'thing')
    found.push({ kind: 'count', picks: [when.key], worth: main * (flows ? 0.4 : 0.97) });
  return found;
}

function amongGroups(
  amounts: readonly Ranked[],
  groups: readonly { column: ColumnProfile; at: number }[],
  sample: SheetSample,
  is: RowSense['is'],
): Candidate[] {
  const found: Candidate[] = [];
  const main = is === 'cell' ? 1.2 : is === 'thing' ? 1.05 : 0.95;
  const best = amounts[0];
  for (const { column, at } of groups) {
    const { distinct, count } = column.stats;
    // Each row a thing of its own: few of them stand as they are, many are no chart.
    const alone = distinct >= count * 0.97;
    if (alone && distinct > MOST_THINGS) continue;
    if (!alone && distinct > count / 2) continue;
    if (!alone && distinct > MOST_RANKED && distinct > count / 4) continue;
    const tried = amounts.slice(0, alone ? 1 : 2);
    tried.forEach((amount, i) =>
      found.push({
        kind: 'ranked',
        picks: [column.key, amount.column.key],
        worth:
          main *
          (alone ? 0.7 : 0.56 + 0.24 * strength(sample, at, amount, is)) *
          (1 - i * 0.14) *
          Math.min(1, amount.weight + 0.2),
      }),
    );
    if (!alone)
      found.push({
        kind: 'count',
        picks: [column.key],
        worth: (best ? (is === 'thing' ? 0.44 : 0.3) : 0.6) + 0.2 * variety(sample, at),
      });
  }
  if (is === 'cell' && best && groups.length >= 2) {
    const [a, b] = [...groups].sort((x, y) => y.column.stats.distinct - x.column.stats.distinct);
    found.push({ kind: 'ranked', picks: [a.column.key, best.column.key, b.column.key], worth: 0.66 });
  }
  return found;
}

function pairs(
  amounts: readonly Ranked[],
  groups: readonly { column: ColumnProfile; at: number }[],
  sample: SheetSample,
  is: RowSense['is'],
  timed: boolean,
): Candidate[] {
  const tried = amounts.filter(({ column }) => column.stats.distinct > 5).slice(0, 12);
  const single = is === 'thing' || (is === 'reading' && !timed);
  const found: Candidate[] = [];
  for (let i = 0; i < tried.length; i++)
    for (let j = i + 1; j < tried.length; j++) {
      const [x, y] = [tried[i], tried[j]].sort((a, b) => a.at - b.at);
      const r = togetherness(sample, x.at, y.at);
      if (r === undefined || Math.abs(r) < LEAST_TOGETHER || Math.abs(r) > SAME) continue;
      found.push({
        kind: 'pair',
        picks: [x.column.key, y.column.key],
        worth: single ? 0.55 + 0.38 * Math.abs(r) : 0.3 + 0.25 * Math.abs(r),
        together: r,
      });
    }
  found.sort((a, b) => b.worth - a.worth);
  const [best] = found;
  const y = best && amounts.find(({ column }) => column.key === best.picks[1]);
  const colour =
    y &&
    groups
      .filter(({ column: { stats } }) => stats.distinct <= COLOURS && stats.distinct <= stats.count / 4)
      .map(({ column, at }) => ({ column, of: explains(sample, at, y.at) }))
      .sort((a, b) => b.of - a.of)[0];
  if (best && single && colour && colour.of >= LEAST_TOGETHER)
    return [{ ...best, picks: [...best.picks, colour.column.key] }, ...found.slice(1, 3)];
  return found.slice(0, 2);
}

function togetherness(sample: SheetSample, x: number, y: number): number | undefined {
  const both = paired(numbersIn(sample.columns[x]), numbersIn(sample.columns[y]));
  return both.length < 8 ? undefined : correlation(both);
}
