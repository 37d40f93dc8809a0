import { sql, type SQL } from 'drizzle-orm';
import type { ColumnProfile, Correction } from '@/core/inference';
import { FITTING, senseOf, type Claims, type RowSaid, type Sense } from '@/core/sense';
import type { Rows } from './rhythms';
import { sampleOf } from './sampled-rows';

/** From so many rows on what was found in the sample is confirmed when the sheet is ready: its user does not wait for it. */
export const CONFIRMED_LATER = 200_000;

/** A sheet to be looked at as a whole. */
export interface Sensed {
  readonly name: string;
  readonly columns: readonly ColumnProfile[];
  readonly total: number;
  readonly corrections: Readonly<Record<string, Correction>>;
  readonly rowSaid?: RowSaid | null;
  /** The sample is believed for now; all rows are asked when the sheet is ready. */
  readonly unconfirmed?: boolean;
}

/**
 * What the rows and columns of a sheet are, from a bounded sample; how columns relate is confirmed on all rows.
 * @param table the rows, with their place `n` where `placed`
 */
export async function sense(rows: Rows, table: SQL, sheet: Sensed, placed = true): Promise<Sense> {
  const sample = await sampleOf(rows, table, sheet, placed);
  const said = {
    sheetName: sheet.name,
    corrections: sheet.corrections,
    ...(sheet.rowSaid ? { row: sheet.rowSaid } : {}),
  };
  const found = senseOf(sheet.columns, sample, said);
  if (sheet.unconfirmed || sheet.total <= sample.rows) return found;
  const held = await confirmed(rows, table, sheet.columns, found.claims);
  return held === found.claims ? found : senseOf(sheet.columns, sample, { ...said, held });
}

/** In so many of the groups a slip of the pen may differ. */
const MOST_DIFFERING = 0.01;

const off = (k: number) => sql.identifier(`off${k}`);
const own = (k: number) => sql.identifier(`own${k}`);

/** The claims that hold in all rows; the same object where all do. */
async function confirmed(rows: Rows, table: SQL, columns: readonly ColumnProfile[], claims: Claims): Promise<Claims> {
  const cell = (c: number) => sql.identifier(columns[c].key);
  const plus = (parts: readonly number[]) => sql`(${sql.join(parts.map(cell), sql` + `)})`;
  // What is made is worked out once a row; the part of rounding that grows with a figure only where it is needed.
  const made = [
    ...claims.sums.map(({ sum, parts, slack }) => ({ is: sql`${cell(sum)}`, of: plus(parts), slack })),
    ...claims.products.map(({ product, factors: [a, b], slack }) => ({
      is: sql`${cell(product)}`,
      of: sql`${cell(a)} * ${cell(b)}`,
      slack,
    })),
    ...claims.shares.map(({ parts, whole, slack }) => ({ is: sql`${whole}::numeric`, of: plus(parts), slack })),
  ];
  const each = made.flatMap(({ is, of }, k) => [sql`${is} - (${of}) AS ${off(k)}`, sql`${is} AS ${own(k)}`]);
  const wrongs = made.map(
    ({ slack: { by, part } }, k) =>
      sql`count(*) FILTER (WHERE abs(${off(k)}) > ${by}::numeric AND abs(${off(k)}) > ${by}::numeric + abs(${own(k)}) * ${part}::numeric)::float8 / greatest(count(${off(k)}), 1) AS ${sql.identifier(`k${k}`)}`,
  );
  const wrong = new Set<number>();
  if (made.length > 0) {
    const [told] = await rows(
      sql`SELECT ${sql.join(wrongs, sql`, `)} FROM (SELECT ${sql.join(each, sql`, `)} FROM ${table} OFFSET 0) AS made`,
    );
    made.forEach((_, k) => {
      if (Number(told[`k${k}`]) > 1 - FITTING) wrong.add(k);
    });
  }
  const fell = new Set<number>();
  for (const c of claims.rising) if (await falls(rows, table, columns, claims, c)) fell.add(c);
  const repeated = await repeating(rows, table, columns, claims.repeated);
  if (wrong.size === 0 && fell.size === 0 && repeated.size === claims.repeated.size) return claims;
  const { length: sums } = claims.sums;
  const { length: products } = claims.products;
  return {
    ...claims,
    sums: claims.sums.filter((_, i) => !wrong.has(i)),
    products: claims.products.filter((_, i) => !wrong.has(sums + i)),
    shares: claims.shares.filter((_, i) => !wrong.has(sums + products + i)),
    rising: claims.rising.filter((c) => !fell.has(c)),
    repeated,
  };
}

/** Whether an amount falls anywhere, from one time to the next, of each thing by itself. */
async function falls(
  rows: Rows,
  table: SQL,
  columns: readonly ColumnProfile[],
  { when, things }: Claims,
  c: number,
): Promise<boolean> {
  if (when === undefined) return false;
  const id = (at: number) => sql.identifier(columns[at].key);
  const by =
    things.length > 0
      ? sql`PARTITION BY ${sql.join(
          things.map((_, i) => sql.raw(`t${i}`)),
          sql`, `,
        )}`
      : sql``;
  const named = things.map((at, i) => sql`${id(at)} AS ${sql.raw(`t${i}`)}, `);
  const [{ found }] = await rows(sql`
    SELECT coalesce(bool_or(low < before), false) AS found FROM (
      SELECT low, lag(high) OVER (${by} ORDER BY at) AS before FROM (
        SELECT ${sql.join(named, sql``)}${id(when)} AS at, min(${id(c)}) AS low, max(${id(c)}) AS high FROM ${table}
        WHERE ${id(c)} IS NOT NULL GROUP BY ${sql.join(
          [...things, when].map((_, i) => sql.raw(String(i + 1))),
          sql`, `,
        )}
      ) AS times) AS steps`);
  return found === true;
}

/** The columns that have one value in nearly all groups of another; one question for each column of groups. */
async function repeating(
  rows: Rows,
  table: SQL,
  columns: readonly ColumnProfile[],
  repeated: Claims['repeated'],
): Promise<Map<number, number>> {
  const id = (at: number) => sql.identifier(columns[at].key);
  const held = new Map<number, number>();
  for (const group of new Set(repeated.values())) {
    const own = [...repeated].filter(([, of]) => of === group).map(([c]) => c);
    const ends = own.map((c) => sql`min(${id(c)}) <> max(${id(c)}) AS ${id(c)}`);
    const shares = own.map((c) => sql`coalesce(avg(${id(c)}::int), 0)::float8 AS ${id(c)}`);
    const [differing] = await rows(sql`
      SELECT ${sql.join(shares, sql`, `)}
      FROM (SELECT ${sql.join(ends, sql`, `)} FROM ${table} WHERE ${id(group)} IS NOT NULL GROUP BY ${id(group)}) AS groups`);
    for (const c of own) if (Number(differing[columns[c].key]) <= MOST_DIFFERING) held.set(c, group);
  }
  return held;
}
