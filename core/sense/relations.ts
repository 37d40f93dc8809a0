import { numbersIn, type SheetSample, type Value } from './sample';

/** How far a figure may be from what it should be, by rounding: by so much, and by such a part of itself. */
export interface Slack {
  readonly by: number;
  readonly part: number;
}

/** Columns are named by their places in the sheet. */
export interface Relations {
  /** The column that is the sum of others, with these. */
  readonly sums: readonly { readonly sum: number; readonly parts: readonly number[]; readonly slack: Slack }[];
  /** The column that is one times another. */
  readonly products: readonly {
    readonly product: number;
    readonly factors: readonly [number, number];
    readonly slack: Slack;
  }[];
  /** Neighbours that add up to 1 or to 100 in all rows. */
  readonly shares: readonly { readonly parts: readonly number[]; readonly whole: 1 | 100; readonly slack: Slack }[];
  /** Columns that have one value in all rows of a group, by the column of the groups. */
  readonly repeated: ReadonlyMap<number, number>;
}

/** So many rows in a hundred have to fit: a slip of the pen does not hide a relation. */
export const FITTING = 0.97;
const LEAST_ROWS = 6;
/** From so many of the rows on, other than noughts, a fit tells something. */
const TELLING = 0.1;
/** More columns than these are not tried against each other. */
const MOST_COLUMNS = 40;
/** So many rows show whether it is worth looking at all of them. */
const FIRST_LOOK = 12;

type Numbers = readonly (number | null)[];

/** Whether `made` equals `is` in nearly all rows where both are there, as rounded cells do. */
function fits(is: Numbers, made: (row: number) => number | null, slack: Slack): boolean {
  let seen = 0;
  let right = 0;
  for (let row = 0; row < is.length; row++) {
    const [a, b] = [is[row], made(row)];
    // Noughts fit anything.
    if (a === null || b === null || (a === 0 && b === 0)) continue;
    seen++;
    const off = a < b ? b - a : a - b;
    if (off <= slack.by + (a < 0 ? -a : a) * slack.part) right++;
    if (seen === FIRST_LOOK && right < FIRST_LOOK - 1) return false;
  }
  return seen >= LEAST_ROWS && seen >= is.length * TELLING && right >= seen * FITTING;
}

/** Half of the last place that the cells of a column are written with. */
function half(numbers: Numbers): number {
  let decimals = 0;
  for (const one of numbers.slice(0, 200))
    if (one !== null) decimals = Math.max(decimals, (/\.(\d+)$/.exec(String(one))?.[1] ?? '').length);
  return 0.5 * 10 ** -Math.min(decimals, 6);
}

function varies(numbers: Numbers): boolean {
  const some = numbers.filter((one) => one !== null);
  return new Set(some).size > Math.min(4, some.length / 2) && some.some((one) => Math.abs(one) > 1);
}

/** How the columns of numbers `amounts` relate, and which of them repeat within the groups of the columns `groups`. */
export function relationsIn(sample: SheetSample, amounts: readonly number[], groups: readonly number[]): Relations {
  const tried = amounts.slice(0, MOST_COLUMNS);
  const numbers = new Map(tried.map((c) => [c, numbersIn(sample.columns[c])]));
  const of = (c: number) => numbers.get(c) ?? [];
  const varying = tried.filter((c) => varies(of(c)));
  const halves = new Map(tried.map((c) => [c, half(of(c))]));
  const slackOf = (columns: readonly number[]): Slack => ({
    by: columns.reduce((sum, c) => sum + (halves.get(c) ?? 0), 0) * 1.05,
    part: 0,
  });
  return {
    sums: sumsIn(varying, of, slackOf),
    products: productsIn(varying, of, halves),
    shares: sharesIn(tried, of, slackOf),
    repeated: repeatedIn(sample, tried, groups),
  };
}

type Of = (column: number) => Numbers;

function sumsIn(columns: readonly number[], of: Of, slackOf: (columns: readonly number[]) => Slack): Relations['sums'] {
  const found: { sum: number; parts: number[]; slack: Slack }[] = [];
  const add = (parts: readonly number[]) => (row: number) => {
    let sum = 0;
    let filled = 0;
    for (const part of parts) {
      const one = of(part)[row];
      if (one === null || one === undefined) return null;
      sum += one;
      if (one !== 0) filled++;
    }
    // One part alone is the sum of nothing.
    return filled > 1 || sum === 0 ? sum : null;
  };
  for (const sum of columns) {
    const others = columns.filter((c) => c !== sum);
    const at = columns.indexOf(sum);
    const runs: number[][] = [];
    for (let size = 2; size <= others.length; size++) {
      runs.push(columns.slice(Math.max(0, at - size), at), columns.slice(at + 1, at + 1 + size));
    }
    for (let i = 0; i < others.length; i++)
      for (let j = i + 1; j < others.length; j++) runs.push([others[i], others[j]]);
    const parts = runs.find((run) => run.length >= 2 && fits(of(sum), add(run), slackOf([sum, ...run])));
    if (parts) found.push({ sum, parts, slack: slackOf([sum, ...parts]) });
  }
  return found;
}

function productsIn(columns: readonly number[], of: Of, halves: ReadonlyMap<number, number>): Relations['products'] {
  const found: { product: number; factors: [number, number]; slack: Slack }[] = [];
  for (const product of columns)
    for (let i = 0; i < columns.length; i++)
      for (let j = i + 1; j < columns.length; j++) {
        const [a, b] = [columns[i], columns[j]];
        if (a === product || b === product) continue;
        const made = (row: number) => {
          const [x, y] = [of(a)[row], of(b)[row]];
          return x === null || y === null || x === undefined || y === undefined ? null : x * y;
        };
        const slack: Slack = { by: (halves.get(product) ?? 0) * 1.05, part: 0.002 };
        if (fits(of(product), made, slack)) found.push({ product, factors: [a, b], slack });
      }
  return found;
}

function sharesIn(
  columns: readonly number[],
  of: Of,
  slackOf: (columns: readonly number[]) => Slack,
): Relations['shares'] {
  for (const whole of [1, 100] as const)
    for (let from = 0; from < columns.length; from++)
      for (let to = columns.length; to >= from + 2; to--) {
        const parts = columns.slice(from, to);
        // Two columns that add up to 1 may be chance or a flag and its opposite.
        if (parts.some((c) => new Set(of(c)).size < 3)) continue;
        const made = (row: number) => {
          const cells = parts.map((c) => of(c)[row]);
          return cells.every((one) => one !== null && one >= 0)
            ? cells.reduce<number>((sum, one) => sum + (one ?? 0), 0)
            : null;
        };
        const wholes = of(parts[0]).map((_, row) => (made(row) === null ? null : whole));
        const slack: Slack = { by: slackOf(parts).by + whole * 0.005, part: 0 };
        if (fits(wholes, made, slack)) return [{ parts, whole, slack }];
      }
  return [];
}

function repeatedIn(sample: SheetSample, columns: readonly number[], groups: readonly number[]): Map<number, number> {
  const found = new Map<number, number>();
  for (const group of groups) {
    const rowsOf = new Map<Value, number[]>();
    sample.columns[group].forEach((value, row) => {
      if (value === null) return;
      const held = rowsOf.get(value);
      if (held) held.push(row);
      else rowsOf.set(value, [row]);
    });
    const several = [...rowsOf.values()].filter((rows) => rows.length > 1);
    const rows = several.reduce((sum, one) => sum + one.length, 0);
    if (several.length < 3 || rows < sample.rows * 0.6) continue;
    for (const column of columns) {
      if (column === group || found.has(column)) continue;
      const cells = sample.columns[column];
      const differs = several.reduce(
        (sum, one) => sum + one.filter((row) => cells[row] !== null && cells[row] !== cells[one[0]]).length,
        0,
      );
      const values = new Set(several.map((one) => cells[one[0]]));
      if (differs <= rows * (1 - 0.99) && values.size >= 3) found.set(column, group);
    }
  }
  return found;
}
