import {
  headingAsks,
  headingCounts,
  headingSaysDate,
  headingSaysDuration,
  headingSaysKey,
  headingSaysTimestamp,
  headingSaysYear,
} from './headings';
import type { ColumnFormat, ColumnType, DateOrder, Meaning } from './profile';
import { FACT, MORE, type ColumnTally } from './tally';
import { isMissingWord, readYesNo } from './words';

/** A type is taken where it reads at least this share of the cells that hold something. */
export const ENOUGH = 0.8;

export interface TypeDecision {
  readonly type: ColumnType;
  readonly meaning?: Meaning;
  readonly format: ColumnFormat;
  /** Cells that the type reads, of those that hold something. */
  readonly read: number;
  readonly filled: number;
  readonly currency?: string;
  /** The unit that the cells themselves carry. */
  readonly unit?: string;
  /** The numbers name things and keep their digits. */
  readonly codes?: boolean;
  readonly percent: boolean;
  readonly reasons: readonly string[];
}

const n = (value: number) => value.toLocaleString('en-GB');

/** Decides the type of a column from the tally of all its cells and its header. */
export function decideType(tally: ColumnTally, name: string): TypeDecision {
  const empty = tally.having(FACT.empty);
  const words = tally.having(FACT.missingWord);
  // A word for "missing" counts as empty only beside cells of a type; in a column of text it is text.
  const filled = tally.cells - empty - words;
  const text: TypeDecision = {
    type: 'text',
    format: {},
    read: tally.cells - empty,
    filled: tally.cells - empty,
    percent: false,
    reasons: [],
  };
  if (filled <= 0) return { ...text, reasons: ['The column is empty.'] };
  return (
    decideYesNo(tally, name, filled) ??
    decideDate(tally, filled) ??
    decideCounted(tally, name, filled) ??
    decideDuration(tally, name, filled) ??
    decideNumber(tally, name, filled) ??
    decideTime(tally, filled) ??
    decideCalendarWord(tally, filled) ??
    text
  );
}

function decideYesNo(tally: ColumnTally, name: string, filled: number): TypeDecision | undefined {
  const said = tally.having(FACT.yesNo);
  if (said >= filled * ENOUGH && !hasThirdAnswer(tally, said))
    return {
      type: 'boolean',
      format: {},
      read: said,
      filled,
      percent: false,
      reasons: [`${n(said)} of ${n(filled)} cells say yes or no.`],
    };
  const digits = tally.having(FACT.zeroOne);
  if (digits === filled && headingAsks(name))
    return {
      type: 'boolean',
      format: {},
      read: digits,
      filled,
      percent: false,
      reasons: ['The header asks a question and every cell is 1 or 0.'],
    };
  return undefined;
}

/** From this share of the cells on what is neither yes nor no is an answer of its own, not a slip. */
const THIRD = 0.03;
const MOST_ANSWERS = 3;

/** Whether a few other words stand again and again among yes and no: "partly", "none", or the m beside the f. */
function hasThirdAnswer(tally: ColumnTally, said: number): boolean {
  const others = tally.cells - tally.having(FACT.empty) - said;
  const words = tally
    .texts(2 * MOST_ANSWERS + 4)
    ?.filter((text) => readYesNo(text) === undefined && (!isMissingWord(text) || text.toLowerCase() === 'none'));
  if (!words || words.length === 0 || words.length > MOST_ANSWERS) return false;
  return others >= 2 * words.length && others >= (tally.cells - tally.having(FACT.empty)) * THIRD;
}

function decideDate(tally: ColumnTally, filled: number): TypeDecision | undefined {
  const reads: Record<DateOrder, number> = {
    DMY: tally.having(FACT.dmy),
    MDY: tally.having(FACT.mdy),
    YMD: tally.having(FACT.ymd),
  };
  const most = Math.max(reads.DMY, reads.MDY, reads.YMD);
  if (most < filled * ENOUGH) return undefined;
  const orderMatters = tally.having(FACT.orderMatters);
  const ambiguous =
    orderMatters > 0 &&
    tally.having(FACT.dmy | FACT.mdy | FACT.orderMatters) > 0 &&
    reads.DMY === reads.MDY &&
    most === reads.DMY;
  const order: DateOrder =
    orderMatters === 0 && reads.YMD === most ? 'YMD' : reads.DMY === most ? 'DMY' : reads.MDY === most ? 'MDY' : 'YMD';
  const reasons = [`${n(most)} of ${n(filled)} cells are dates.`];
  if (ambiguous)
    reasons.push(
      'Nothing in the column tells day and month apart; it is read day first. Say so if the month comes first.',
    );
  else if (orderMatters > 0 && order !== 'YMD') {
    const other = order === 'DMY' ? 'MDY' : 'DMY';
    reasons.push(
      `Read ${order === 'DMY' ? 'day' : 'month'} first: ${n(reads[order] - reads[other])} cells make no date the other way round.`,
    );
  }
  if (tally.having(FACT.zoned) > 0) reasons.push('Offsets from UTC are left off: the time on the clock is kept.');
  const format: ColumnFormat = { dateOrder: order, ...(ambiguous ? { ambiguous: true } : {}) };
  if (tally.havingMore(MORE.financialYear) >= most * 0.95)
    return {
      type: 'date',
      meaning: 'year',
      format: { ...format, financialYear: true },
      read: most,
      filled,
      percent: false,
      reasons: [...reasons, 'Each is a financial year; it is placed at the January of its first year.'],
    };
  const grade = gradeOf(tally);
  if (grade)
    return {
      type: 'date',
      meaning: grade,
      format,
      read: most,
      filled,
      percent: false,
      reasons: [...reasons, `Each stands for the first day of its ${grade}.`],
    };
  return {
    type: tally.having(FACT.withTime) > 0 ? 'datetime' : 'date',
    format,
    read: most,
    filled,
    percent: false,
    reasons,
  };
}

/** A whole month, quarter or week, where nearly all dated cells are such. */
function gradeOf(tally: ColumnTally): 'month' | 'quarter' | 'week' | undefined {
  const dated = tally.havingAny(FACT.dmy | FACT.mdy | FACT.ymd);
  const grades = [
    ['month', FACT.month],
    ['quarter', FACT.quarter],
    ['week', FACT.week],
  ] as const;
  return grades.find(([, fact]) => tally.having(fact) >= dated * 0.95)?.[0];
}

/** So many numbers are times without a header that says so. */
const LEAST_UNNAMED = 3;

/** Day numbers of a spreadsheet and times counted since 1970 look like any number: only the header can say so. */
function decideCounted(tally: ColumnTally, name: string, filled: number): TypeDecision | undefined {
  const all = (fact: number) => tally.havingMore(fact) >= filled * 0.95;
  const decided = (type: ColumnType, counted: NonNullable<ColumnFormat['counted']>, fact: number, reason: string) => ({
    type,
    format: { counted },
    read: tally.havingMore(fact),
    filled,
    percent: false,
    reasons: [reason],
  });
  if (headingSaysDate(name) && all(MORE.dayNumber))
    return decided(
      'date',
      'days',
      MORE.dayNumber,
      "The header says dates, and every number is a spreadsheet's count of days.",
    );
  if (!headingSaysTimestamp(name)) {
    // Without a word for it all of them have to be times of these decades, and the header must not say that they name things.
    if (filled < LEAST_UNNAMED || headingSaysKey(name) || headingCounts(name)) return undefined;
    for (const [fact, counted] of [
      [MORE.recentSeconds, 'seconds'],
      [MORE.recentMilliseconds, 'milliseconds'],
    ] as const)
      if (tally.havingMore(fact) === filled)
        return decided(
          'datetime',
          counted,
          fact,
          `Every number counts ${counted} since 1970 (UTC), between 2001 and 2034.`,
        );
    return undefined;
  }
  if (all(MORE.unixSeconds))
    return decided(
      'datetime',
      'seconds',
      MORE.unixSeconds,
      'The header says times, and every number counts seconds since 1970 (UTC).',
    );
  if (all(MORE.unixMilliseconds))
    return decided(
      'datetime',
      'milliseconds',
      MORE.unixMilliseconds,
      'The header says times, and every number counts milliseconds since 1970 (UTC).',
    );
  return undefined;
}

/** "1:30" alone may be a time of day: a span of time needs words, more than a day, or a header that says so. */
function decideDuration(tally: ColumnTally, name: string, filled: number): TypeDecision | undefined {
  const spans = tally.havingMore(MORE.duration);
  if (spans < filled * ENOUGH) return undefined;
  const worded = tally.havingMore(MORE.wordedDuration) > 0;
  if (!worded && !headingSaysDuration(name) && tally.having(FACT.time) >= spans) return undefined;
  const duration = tally.havingMore(MORE.withSeconds) > 0 ? 's' : 'min';
  return {
    type: 'decimal',
    meaning: 'duration',
    format: { duration },
    read: spans,
    filled,
    percent: false,
    unit: duration,
    reasons: [
      `${n(spans)} of ${n(filled)} cells are spans of time, kept in ${duration === 's' ? 'seconds' : 'minutes'}.`,
    ],
  };
}

function decideNumber(tally: ColumnTally, name: string, filled: number): TypeDecision | undefined {
  const unitMark = mostUsed(tally.units);
  const withUnit = tally.havingMore(MORE.unitPoint | MORE.unitComma) >= filled * 0.5;
  const scaled = tally.havingMore(MORE.scaledPoint | MORE.scaledComma) >= filled * 0.5;
  const point = tally.havingMore((withUnit ? MORE.unitPoint : 0) | (scaled ? MORE.scaledPoint : 0), FACT.point);
  const comma = tally.havingMore((withUnit ? MORE.unitComma : 0) | (scaled ? MORE.scaledComma : 0), FACT.comma);
  const most = Math.max(point, comma);
  const codes = (reason: string): TypeDecision => ({
    type: 'text',
    format: {},
    read: filled,
    filled,
    percent: false,
    codes: true,
    reasons: [reason],
  });
  if (tally.havingMore(MORE.phone) >= filled * ENOUGH)
    return codes('The cells are written as telephone numbers, and keep their digits.');
  if (most < filled * ENOUGH) return undefined;
  const lettered = tally.havingMore(MORE.lettered);
  const plainWhole = tally.having(FACT.pointWhole | FACT.commaWhole, FACT.currency | FACT.percent | FACT.separated);
  if (lettered >= 2 && lettered >= (filled - most) / 2 && plainWhole === most && tally.having(FACT.bareThousand) < most)
    return codes(
      `${n(lettered)} cells are figures with a letter, as in the numbers of rooms: the column names things.`,
    );
  const leadingZeros = tally.having(FACT.leadingZero);
  if (leadingZeros >= most * 0.01 || (leadingZeros > 0 && headingSaysKey(name)))
    return codes(`${n(leadingZeros)} cells begin with a nought: they are codes, and keep their digits.`);

  const equal = point === comma && tally.having(FACT.separated) > 0;
  const grouping = equal ? groupingSign(tally, most) : undefined;
  const tie = equal && grouping === undefined;
  // All that is separated reads both ways: either all are "1,234" (then the point is the decimal sign and nothing is
  // decimal) or all are "1.234". Both keep the sign most used in data files, the point, and the doubt is said.
  const decimal = grouping ? (grouping === ',' ? '.' : ',') : tie || point >= comma ? '.' : ',';
  const whole =
    tally.having(decimal === '.' ? FACT.pointWhole : FACT.commaWhole) +
    (withUnit || scaled ? tally.havingMore(MORE.tailWhole) : 0);
  const percent = tally.having(FACT.percent) >= most * 0.5;
  const currency = mostUsed(tally.currencies);
  const format: ColumnFormat = {
    decimal,
    ...(currency ? { currency } : {}),
    ...(withUnit && unitMark ? { unitMark } : {}),
    ...(scaled ? { scaled } : {}),
    ...(tie ? { ambiguous: true } : {}),
    ...(tally.having(FACT.big) > 0 ? { big: true } : {}),
  };
  const reasons = [`${n(most)} of ${n(filled)} cells are numbers.`];
  if (tie)
    reasons.push(
      'Every separated number could be read with a point or with a comma as the decimal sign; the point is taken.',
    );
  else if (grouping)
    reasons.push(
      `The ${grouping === ',' ? 'comma' : 'point'} parts the thousands: it stands in every number from 1,000 on and in no smaller one.`,
    );
  else if (decimal === ',')
    reasons.push(`The comma is the decimal sign: ${n(comma - point)} cells are numbers only that way.`);
  if (currency) reasons.push(`The cells carry the sign of ${currency}.`);
  if (withUnit && unitMark) reasons.push(`The cells carry the unit ${unitMark}.`);
  if (scaled) reasons.push('The cells count in thousands or millions (k, M).');
  const years = tally.having(FACT.year);
  if (whole >= most && years === filled && !currency && (headingSaysYear(name) || filled >= 3)) {
    return {
      type: 'integer',
      meaning: 'year',
      format: {},
      read: most,
      filled,
      percent: false,
      reasons: ['Every cell is a year.'],
    };
  }
  return {
    type: whole >= most && !percent ? 'integer' : 'decimal',
    meaning: percent ? 'percent' : currency ? 'currency' : undefined,
    format,
    read: most,
    filled,
    currency,
    ...(withUnit && unitMark ? { unit: unitMark } : {}),
    percent,
    reasons,
  };
}

/**
 * The thousands separator of a column whose separated cells all read both ways ("1,234"): with separators it would be
 * the decimal sign only if every cell carried it, so smaller numbers without one, and none from 1000 on, decide.
 */
function groupingSign(tally: ColumnTally, most: number): ',' | '.' | undefined {
  const bare = most - tally.having(FACT.separated);
  if (bare === 0 || tally.having(FACT.bareThousand) > 0) return undefined;
  if (tally.having(FACT.pointWhole) === most) return ',';
  return tally.having(FACT.commaWhole) === most ? '.' : undefined;
}

function decideTime(tally: ColumnTally, filled: number): TypeDecision | undefined {
  const times = tally.having(FACT.time);
  return times >= filled * ENOUGH
    ? {
        type: 'time',
        format: {},
        read: times,
        filled,
        percent: false,
        reasons: [`${n(times)} of ${n(filled)} cells are times of day.`],
      }
    : undefined;
}

function decideCalendarWord(tally: ColumnTally, filled: number): TypeDecision | undefined {
  const kinds = [
    ['month-of-year', FACT.monthWord, 'months'],
    ['weekday', FACT.weekdayWord, 'days of the week'],
  ] as const;
  for (const [meaning, fact, words] of kinds) {
    const named = tally.having(fact);
    if (named === filled)
      return {
        type: 'text',
        meaning,
        format: {},
        read: named,
        filled,
        percent: false,
        reasons: [`Every cell names one of the ${words}.`],
      };
  }
  return undefined;
}

function mostUsed(counts: ReadonlyMap<string, number>): string | undefined {
  return [...counts].sort((a, b) => b[1] - a[1] || (a[0] < b[0] ? -1 : 1))[0]?.[0];
}
