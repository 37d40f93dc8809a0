import { isNumeric, SUMMARY_KINDS, type ColumnProfile, type Correction } from '../inference';
import { codesOf } from './codes';
import type { AmountFacts } from './evidence';
import { figuresOf, neverFalls, reach, smoothness } from './figures';
import { relationsIn, type Relations } from './relations';
import type { Claims, Said } from './said';
import { rowsAre } from './row';
import type { RowKind, RowSense } from './row-kinds';
import { numbersIn, type SheetSample } from './sample';
import { LEAST_RISING, weigh, type Weighed } from './summary';
import { tableFacts, type TableFacts } from './table';
import { ideasOf } from './words';

/** What a sheet is as a whole: what a row is, and its columns with the roles and summaries that follow. */
export interface Sense {
  readonly row: RowSense;
  readonly columns: ColumnProfile[];
  /** What was found in the sample and has to hold in all rows. */
  readonly claims: Claims;
}

/**
 * Looks at a sheet as a whole: which whole numbers are codes, what a row is, how amounts are summarised. What the user
 * said stands.
 * @param columns as each was inferred by itself; `sample` has their cells
 */
export function senseOf(columns: readonly ColumnProfile[], sample: SheetSample, said: Said): Sense {
  const coded = columns.map((column, at) => withCode(column, at, sample, said.corrections[column.key]));
  const table = tableFacts(coded, sample, said.sheetName);
  const at = (test: (column: ColumnProfile) => boolean) => coded.flatMap((column, c) => (test(column) ? [c] : []));
  const amounts = at((column) => column.role === 'amount' && isNumeric(column));
  const relations =
    said.held ??
    relationsIn(
      sample,
      amounts,
      at(({ role }) => role === 'group' || role === 'key'),
    );
  const ideas = coded.map(({ name }) => ideasOf(name));
  const facts = new Map(
    amounts.map((c) => {
      const found = amountFacts(c, coded, sample, table, relations, ideas);
      // What does not hold in all rows does not hold.
      return [c, said.held ? { ...found, rising: said.held.rising.includes(c) } : found] as const;
    }),
  );
  const alike = amounts.filter((c) => isSilentAndLarge(facts.get(c)));
  const settled = { ...table, ...asSaid(said.row?.is) };
  const weighed = new Map(
    [...facts].map(([c, { rising, ...plain }]) => {
      const known = { ...plain, table: settled, alike: alike.length >= 3 && alike.includes(c) };
      return [c, weigh(known, rising)] as const;
    }),
  );
  const adding = [...weighed.values()].filter(({ summary }) => summary === 'sum').length;
  const row = rowsAre(coded, sample, table, { adding, of: weighed.size }, said);
  const { when, things } = table;
  return {
    row,
    claims: {
      ...relations,
      rising: amounts.filter((c) => facts.get(c)?.rising),
      ...(when === undefined ? {} : { when }),
      things,
    },
    columns: coded.map((column, c) => {
      const found = weighed.get(c);
      const own = facts.get(c)?.levelOf;
      const thing = own === undefined ? row.thing : coded[own].key;
      return found ? withSummary(column, found, said.corrections[column.key], thing) : column;
    }),
  };
}

/** What follows for the table from what its user says of its rows. */
function asSaid(is: RowKind | undefined): Partial<TableFacts> {
  if (is === undefined) return {};
  const happened = is === 'event' || is === 'period' || is === 'thing-in-period';
  return {
    cells: is === 'cell',
    ...(is === 'reading' || is === 'thing' ? { dated: false } : {}),
    ...(happened ? { dated: true, persons: false, named: undefined } : {}),
  };
}

const isSilentAndLarge = (facts: AmountFacts | undefined) =>
  facts !== undefined &&
  facts.ideas.size === 0 &&
  facts.unit === undefined &&
  facts.figures.whole &&
  facts.figures.usual >= 1000;

function withCode(column: ColumnProfile, at: number, sample: SheetSample, said: Correction = {}): ColumnProfile {
  if (said.role || said.type) return column;
  const code = codesOf(column, at, sample);
  if (!code) return column;
  return {
    ...column,
    role: code.role,
    summary: said.summary ?? (code.role === 'key' ? 'distinct' : 'count'),
    reasons: [column.reasons[0], code.reason],
  };
}

function amountFacts(
  c: number,
  columns: readonly ColumnProfile[],
  sample: SheetSample,
  table: TableFacts,
  relations: Relations,
  ideas: readonly AmountFacts['ideas'][],
): AmountFacts & { readonly rising: boolean } {
  const column = columns[c];
  const name = (at: number) => columns[at].name;
  const numbers = numbersIn(sample.columns[c]);
  const sequences = table.sequences.map((rows) => rows.map((row) => numbers[row]));
  const sum = relations.sums.find((one) => one.sum === c);
  const part = relations.sums.find(({ parts }) => parts.includes(c));
  const product = relations.products.find((one) => one.product === c);
  const group = relations.repeated.get(c);
  const things =
    table.things.length > 0 || !ideas[c].has('level') ? undefined : levelThing(numbers, columns, sample, table);
  return {
    ...(things === undefined ? {} : { levelOf: things }),
    name: column.name,
    ...(column.unit ? { unit: column.unit } : {}),
    percent: column.meaning === 'percent' || column.meaning === 'ratio',
    money: column.meaning === 'currency',
    counted: column.format.power !== undefined,
    ideas: ideas[c],
    figures: figuresOf(numbers),
    reach: reach(numbers),
    smooth: smoothness(sequences),
    ...(sum ? { sumOf: sum.parts.map(name) } : {}),
    ...(part ? { partOf: name(part.sum) } : {}),
    ...(product ? { productOf: [name(product.factors[0]), name(product.factors[1])] } : {}),
    share: relations.shares.some(({ parts }) => parts.includes(c)),
    ...(group === undefined ? {} : { within: name(group) }),
    alike: false,
    table,
    rising: neverFalls(sequences, LEAST_RISING),
  };
}

/** A thing has at least so many readings on average, and goes on from one to the next this closely. */
const LEAST_READINGS = 4;
const GOES_ON = 0.6;
const CLEARLY = 0.15;

/** Of a level in rows of many things, such as the stock after each movement: the column that names what it is the level of. */
function levelThing(
  numbers: readonly (number | null)[],
  columns: readonly ColumnProfile[],
  sample: SheetSample,
  { sequences }: TableFacts,
): number | undefined {
  const [all] = sequences;
  if (!all) return undefined;
  const apart = (c: number) => {
    const rows = new Map<string, (number | null)[]>();
    for (const row of all) {
      const name = String(sample.columns[c][row]);
      const held = rows.get(name);
      if (held) held.push(numbers[row]);
      else rows.set(name, [numbers[row]]);
    }
    return rows.size > 1 && all.length >= rows.size * LEAST_READINGS ? smoothness([...rows.values()]) : 0;
  };
  const together = smoothness([all.map((row) => numbers[row])]);
  const tried = columns
    .flatMap(({ role }, c) => (role === 'group' || role === 'key' ? [{ c, of: apart(c) }] : []))
    .sort((a, b) => b.of - a.of);
  const best = tried.at(0);
  return best && best.of > GOES_ON && best.of > together + CLEARLY ? best.c : undefined;
}

/** The column with its summary; why stands last among its reasons. */
function withSummary(
  column: ColumnProfile,
  weighed: Weighed,
  said: Correction = {},
  thing: string | undefined,
): ColumnProfile {
  const summary = said.summary ?? weighed.summary;
  const reasons = said.summary
    ? [`You said that it is summarised as ${SUMMARY_KINDS[summary].words}.`]
    : weighed.reasons;
  const before = column.reasons.slice(0, column.reasons.length - (column.weighed?.reasons.length ?? 0));
  const { weighed: _, per: __, ...rest } = column;
  void _;
  void __;
  const other = summary === weighed.summary ? weighed.other : undefined;
  return {
    ...rest,
    summary,
    reasons: [...before, ...reasons],
    weighed: { reasons: [...reasons], ...(other ? { other: { ...other } } : {}) },
    ...(weighed.perThing && thing && summary === 'last' && thing !== column.key ? { per: thing } : {}),
  };
}
