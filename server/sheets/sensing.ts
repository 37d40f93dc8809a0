import { sql, type SQL } from 'drizzle-orm';
import type { ColumnProfile, Correction } from '@/core/inference';
import { FITTING, senseOf, type Claims, type RowSaid, type Sense, type Slack } from '@/core/sense';
import type { Rows } from './rhythms';
import { sampleOf } from './sampled-rows';

/** A sheet to be looked at as a whole. */
export interface Sensed {
  readonly name: string;
  readonly columns: readonly ColumnProfile[];
  readonly total: number;
  readonly corrections: Readonly<Record<string, Correction>>;
  readonly rowSaid?: RowSaid | null;
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
  if (sheet.total <= sample.rows) return found;
  const held = await confirmed(rows, table, sheet.columns, found.claims);
  return held === found.claims ? found : senseOf(sheet.columns, sample, { ...said, held });
}

/** The claims that hold in all rows; the same object where all do. */
async function confirmed(rows: Rows, table: SQL, columns: readonly ColumnProfile[], claims: Claims): Promise<Claims> {
  const cell = (c: number) => sql.identifier(columns[c].key);
  const plus = (parts: readonly number[]) => sql`(${sql.join(parts.map(cell), sql` + `)})`;
  /** The share of the rows, other than noughts, that are further off than rounding makes them. */
  const off = (is: SQL, made: SQL, { by, part }: Slack) =>
    sql`count(*) FILTER (WHERE abs(${is} - ${made}) > ${by}::float8 + abs(${is}) * ${part}::float8)::float8 / greatest(count(*) FILTER (WHERE ${made} <> 0), 1)`;
  const checks = [
    ...claims.sums.map(({ sum, parts, slack }) => off(sql`${cell(sum)}`, plus(parts), slack)),
    ...claims.products.map(({ product, factors: [a, b], slack }) =>
      off(sql`${cell(product)}`, sql`${cell(a)} * ${cell(b)}`, slack),
    ),
    ...claims.shares.map(({ parts, whole, slack }) => off(sql`${whole}::numeric`, plus(parts), slack)),
  ];
  const wrong = new Set<number>();
  if (checks.length > 0) {
    const [told] = await rows(
      sql`SELECT ${sql.join(
        checks.map((check, i) => sql`${check} AS ${sql.identifier(`k${i}`)}`),
        sql`, `,
      )} FROM ${table}`,
    );
    checks.forEach((_, i) => {
      if (Number(told[`k${i}`]) > 1 - FITTING) wrong.add(i);
    });
  }
  const fell = new Set<number>();
  for (const c of claims.rising) if (await falls(rows, table, columns, claims, c)) fell.add(c);
  const repeated = new Map<number, number>();
  for (const [c, group] of claims.repeated)
    if (await repeats(rows, table, cell(c), cell(group))) repeated.set(c, group);
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

/** Whether a column has one value in nearly all groups of another. */
async function repeats(
  rows: Rows,
  table: SQL,
  cell: SQL | ReturnType<typeof sql.identifier>,
  group: typeof cell,
): Promise<boolean> {
  const [{ differing }] = await rows(sql`
    SELECT coalesce(avg((low <> high)::int), 0)::float8 AS differing
    FROM (SELECT min(${cell}) AS low, max(${cell}) AS high FROM ${table} WHERE ${group} IS NOT NULL GROUP BY ${group}) AS groups`);
  return Number(differing) <= 0.01;
}
