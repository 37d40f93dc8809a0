import { headingWords, type ColumnProfile } from '../inference';
import type { RowKind, RowSense } from './row-kinds';
import type { Said } from './said';
import type { SheetSample } from './sample';
import type { TableFacts } from './table';
import { wordsOf } from './words';

const DAYS = [
  [0.9, 1.1, 'day'],
  [6.5, 7.5, 'week'],
  [27, 32, 'month'],
  [88, 93, 'quarter'],
  [360, 370, 'year'],
] as const;

/** The step of the calendar that a number of days is. */
const stepName = (days: number | undefined) =>
  DAYS.find(([from, to]) => days !== undefined && days >= from && days <= to)?.[2];

/** How many of the amounts add up. */
export interface Adding {
  readonly adding: number;
  readonly of: number;
}

/** From this share of the amounts on that do not add up the rows are readings. */
const MOSTLY = 0.5;
/** A name for each row is one where hardly two are alike. */
const NEARLY = 0.97;

/** What a row is, from the dates and what they keep, the keys, and whether the amounts add up. */
export function rowsAre(
  columns: readonly ColumnProfile[],
  sample: SheetSample,
  table: TableFacts,
  amounts: Adding,
  said: Said,
): RowSense {
  const found = kindOf(columns, sample, table, amounts, said.sheetName);
  const is = said.row?.is ?? found.is;
  const thing = table.things[0] ?? (is === 'thing' ? table.named : undefined);
  const name = said.row?.name ?? nameOf(is, columns, table, said.sheetName);
  return {
    is,
    ...(name ? { name } : {}),
    ...(thing === undefined ? {} : { thing: columns[thing].key }),
    reasons: said.row?.is ? ['You said what a row is.'] : found.reasons,
  };
}

type Found = Pick<RowSense, 'is' | 'reasons'>;

function kindOf(
  columns: readonly ColumnProfile[],
  sample: SheetSample,
  table: TableFacts,
  amounts: Adding,
  sheetName: string,
): Found {
  const name = (c: number | undefined) => (c === undefined ? '' : `“${columns[c].name}”`);
  const { when, things, times, step, named, dated, persons } = table;
  const reads = amounts.of > 0 && amounts.of - amounts.adding > amounts.of * MOSTLY;
  const each = stepName(step) ?? 'date';
  if (table.cells)
    return { is: 'cell', reasons: ['Only groups stand beside the figure, and each combination of them occurs once.'] };
  if (when === undefined || (persons && !dated)) return withoutDate(table, name, namesEvents(columns, sheetName));
  if (things.length > 0)
    return step !== undefined && (step < 0.9 || (reads && step < 6))
      ? {
          is: 'reading',
          reasons: [`Each of ${name(things[0])} is there once at each time, and its figures do not add up.`],
        }
      : { is: 'thing-in-period', reasons: [`Each of ${name(things[0])} has one row for each ${each}.`] };
  if (times >= sample.rows * NEARLY && sample.rows > 1) {
    if (reads && step !== undefined)
      return { is: 'reading', reasons: [`There is one row for each ${each}, and most of its figures do not add up.`] };
    if (step === undefined)
      return dated && (!reads || namesEvents(columns, sheetName))
        ? { is: 'event', reasons: ['The rows come at irregular dates.'] }
        : { is: 'reading', reasons: ['Each row has a time of its own, and most of its figures do not add up.'] };
    return step < 0.9 || !namesEvents(columns, sheetName)
      ? { is: 'period', reasons: [`There is one row for each ${each}.`] }
      : { is: 'event', reasons: ['The sheet names what happened, mostly one a date.'] };
  }
  if (named !== undefined && NAMED.test(headingWords(columns[named].name)))
    return { is: 'thing', reasons: [`${name(named)} is different in every row; the dates stand beside it.`] };
  if (!dated && named !== undefined)
    return { is: 'thing', reasons: [`${name(named)} is different in every row; the years stand beside it.`] };
  // What is measured of many things on the same dates: the dates stand beside them.
  if (reads && !namesEvents(columns, sheetName))
    return manyNames(columns)
      ? { is: 'thing', reasons: ['Most of the figures do not add up, and each row has a name.'] }
      : {
          is: 'reading',
          reasons: [`Several rows share one date in ${name(when)}, and most of the figures do not add up.`],
        };
  return {
    is: 'event',
    reasons: [
      `Several rows share one ${dated ? 'date' : 'year'} in ${name(when)}, and no other column tells them apart in time.`,
    ],
  };
}

function withoutDate(
  { persons, named }: TableFacts,
  name: (c: number | undefined) => string,
  happened: boolean,
): Found {
  if (happened) return { is: 'event', reasons: ['The sheet or its key names what happens.'] };
  if (persons)
    return { is: 'thing', reasons: ['The columns tell of persons, and no date says that something happened.'] };
  return {
    is: 'thing',
    reasons: [
      named === undefined
        ? 'No date says that the rows happened.'
        : `${name(named)} is different in every row, and there is no date.`,
    ],
  };
}

/** What happens, in the singular (common practice, no source). */
const EVENTS = new Set(
  (
    'job order sale visit booking invoice receipt ticket claim delivery return repair call trip run shipment parcel payment transaction loan donation gift ' +
    'appointment rental hire lesson class shift accident incident complaint request application purchase refund tip flight match game birth death crash ' +
    'bestellung auftrag rechnung buchung besuch verkauf lieferung commande facture vente visite livraison pedido factura venta visita entrega ordine fattura vendita consegna venda bestelling factuur verkoop'
  ).split(' '),
);

/** Whether the name of the sheet or of its key is a word for what happens. */
function namesEvents(columns: readonly ColumnProfile[], sheetName: string): boolean {
  const last = wordsOf(sheetName)
    .filter((word) => !/\d/.test(word))
    .at(-1);
  const key = keyStem(columns);
  return (
    (key !== undefined && key.some((word) => EVENTS.has(word))) ||
    (last !== undefined && (EVENTS.has(last) || EVENTS.has(singular(last) ?? '')))
  );
}

/** A text that is another in every other row at least. */
const manyNames = (columns: readonly ColumnProfile[]): boolean =>
  columns.some(
    ({ type, role, stats }) =>
      type === 'text' &&
      (role === 'group' || role === 'note') &&
      stats.distinct >= stats.count * 0.5 &&
      stats.count > 10,
  );

const NAMED = / (name|title|titel|titre|nom|nombre|nome|naam) /;
/** What stands in the header of a key beside the name of what it is the key of. */
const OF_KEYS = /^(no|nr|num|number|id|ids|ref|reference|code|key|nummer|numero|ndeg|n)$/;

function nameOf(
  is: RowKind,
  columns: readonly ColumnProfile[],
  table: TableFacts,
  sheetName: string,
): string | undefined {
  if (is === 'cell' || is === 'thing-in-period') return undefined;
  if (is === 'reading') return 'reading';
  if (is === 'period') return stepName(table.step);
  const stem = keyStem(columns);
  if (stem && stem.length > 0 && stem.length <= 2) return stem.join(' ');
  const last = wordsOf(sheetName)
    .filter((word) => !/\d/.test(word))
    .at(-1);
  const one = last && singular(last);
  // Receipts of several rows each: a row is a line of one.
  if (one && is === 'event' && keyOfSeveral(columns, one)) return `${one} line`;
  if (one) return one;
  return is === 'thing' && table.persons ? 'person' : undefined;
}

/** What the key of the rows is the key of: "Job no" is "job". */
function keyStem(columns: readonly ColumnProfile[]): string[] | undefined {
  const key = columns.find(
    ({ role, stats }) => role === 'key' && stats.count > 0 && stats.distinct >= stats.count * NEARLY,
  );
  return key && wordsOf(key.name).filter((word) => !OF_KEYS.test(word));
}

/** Whether a key of these things stands in several rows each. */
const keyOfSeveral = (columns: readonly ColumnProfile[], one: string): boolean =>
  columns.some(
    ({ role, name, stats }) => role === 'key' && wordsOf(name).includes(one) && stats.distinct < stats.count * NEARLY,
  );

/** One of what an English plural names; `undefined` for what is none. Example: `singular('deliveries')` is `'delivery'`. */
export function singular(word: string): string | undefined {
  if (!/[a-z]{2}s$/.test(word) || /(ss|us|is|ness)$/.test(word) || word.length < 4) return undefined;
  if (/ies$/.test(word)) return word.replace(/ies$/, 'y');
  if (/(ch|sh|x|ss)es$/.test(word)) return word.replace(/es$/, '');
  return word.replace(/s$/, '');
}
