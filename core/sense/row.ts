import { headingWords, type ColumnProfile } from '../inference';
import type { RowKind, RowSense } from './row-kinds';
import type { Said } from './said';
import type { SheetSample } from './sample';
import type { TableFacts } from './table';
import { keyOfSeveral, keyStem, namesRows, singular } from './row-names';
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
  const found = kindOf(columns, sample, table, amounts);
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

function kindOf(columns: readonly ColumnProfile[], sample: SheetSample, table: TableFacts, amounts: Adding): Found {
  const name = (c: number | undefined) => (c === undefined ? '' : `“${columns[c].name}”`);
  const { when, things, times, step, named, dated, persons } = table;
  const reads = amounts.of > 0 && amounts.of - amounts.adding > amounts.of * MOSTLY;
  const each = stepName(step) ?? 'date';
  if (table.cells)
    return { is: 'cell', reasons: ['Only groups stand beside the figure, and each combination of them occurs once.'] };
  if (when === undefined || (persons && !dated)) return withoutDate(table, name, table.happened);
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
      return dated && (!reads || table.happened)
        ? { is: 'event', reasons: ['The rows come at irregular dates.'] }
        : { is: 'reading', reasons: ['Each row has a time of its own, and most of its figures do not add up.'] };
    return step < 0.9 || !table.happened
      ? { is: 'period', reasons: [`There is one row for each ${each}.`] }
      : { is: 'event', reasons: ['The sheet names what happened, mostly one a date.'] };
  }
  if (named !== undefined && NAMED.test(headingWords(columns[named].name)))
    return { is: 'thing', reasons: [`${name(named)} is different in every row; the dates stand beside it.`] };
  if (!dated && named !== undefined)
    return { is: 'thing', reasons: [`${name(named)} is different in every row; the years stand beside it.`] };
  // What is measured of many things on the same dates: the dates stand beside them.
  if (reads && !table.happened)
    return manyNames(columns)
      ? { is: 'thing', reasons: ['Most of the figures do not add up, and each row has a name.'] }
      : {
          is: 'reading',
          reasons: [`Several rows share one date in ${name(when)}, and most of the figures do not add up.`],
        };
  return {
    is: 'event',
    reasons: [`Several rows share one ${dated ? 'date' : 'year'} in ${name(when)}.`],
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
  if (one && namesRows(one)) return one;
  return is === 'thing' && table.persons ? 'person' : undefined;
}
