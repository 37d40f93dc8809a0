import { decideType, type TypeDecision } from './decide';
import { keysFor } from './keys';
import { decideRole, defaultSummary } from './role';
import { isDated, type ColumnFormat, type ColumnProfile, type ColumnType, type Role, type Summary } from './profile';
import { FACT, type ColumnTally } from './tally';
import { currencyCode, splitHeader } from './units';

/** What a user said of a column against the tool's reading; each part wins over the guess. */
export interface Correction {
  type?: ColumnType;
  role?: Role;
  unit?: string;
  format?: Pick<ColumnFormat, 'dateOrder' | 'decimal' | 'group'>;
  summary?: Summary;
  name?: string;
}

const ROLE_OF_TYPE: Partial<Record<ColumnType, Role>> = {
  date: 'when',
  datetime: 'when',
  integer: 'amount',
  decimal: 'amount',
  boolean: 'group',
};

/**
 * The profile of a column from the tally of all its cells, its header and its user's correction. `stats` and `unread`
 * are filled when the cells are converted (`CellConverter`).
 */
export function inferColumn(
  key: string,
  header: string,
  tally: ColumnTally,
  correction: Correction = {},
): ColumnProfile {
  const split = splitHeader(header);
  const guess = decideType(tally, split.name);
  const decision = countedByHeader(
    percentByHeader(correct(guess, correction, tally), tally, correction.unit ?? split.unit),
    split.power,
  );
  const retyped = correction.type !== undefined && correction.type !== guess.type;
  const guessedRole = decideRole(decision, tally, split.name);
  const roleOfType = retyped && correction.type ? ROLE_OF_TYPE[correction.type] : undefined;
  const role = correction.role ?? roleOfType ?? guessedRole.role;
  const unit =
    unitCode(correction.unit) ?? (decision.percent ? '%' : (decision.unit ?? decision.currency)) ?? split.unit;
  const meaning =
    decision.meaning ??
    guessedRole.meaning ??
    (unit && /^[A-Z]{3}$/.test(unit) && role === 'amount'
      ? 'currency'
      : unit === '%' && role === 'amount'
        ? 'percent'
        : undefined);
  const summary = defaultSummary(role, { ...decision, meaning }, split.name, unit);
  const ambiguous = decision.format.ambiguous ? tally.having(FACT.orderMatters) + tally.having(FACT.separated) : 0;
  return {
    key,
    name: correction.name ?? split.name,
    type: decision.type,
    role,
    ...(meaning ? { meaning } : {}),
    ...(unit ? { unit } : {}),
    format: decision.format,
    summary: correction.summary ?? summary.summary,
    confidence: decision.filled > 0 ? Math.max(0, (decision.read - ambiguous) / decision.filled) : 1,
    stats: {
      count: 0,
      missing: 0,
      distinct: tally.distinct() ?? 0,
      ...(tally.distinct() === undefined ? { distinctAbout: true } : {}),
    },
    unread: { count: 0, samples: [] },
    reasons: [
      ...decision.reasons,
      correction.role ? 'You said what it is good for.' : guessedRole.reason,
      ...(summary.reason && !correction.summary ? [summary.reason] : []),
    ],
    ...(summary.reason && !correction.summary ? { weighed: { reasons: [summary.reason] } } : {}),
  };
}

/** A column that its user found good for something else; how it is summarised is asked of the whole sheet then. */
export function withRole(column: ColumnProfile, role: Role): ColumnProfile {
  const { weighed: _, per: __, ...rest } = column;
  void [_, __];
  return {
    ...rest,
    role,
    summary: role === 'key' ? 'distinct' : 'count',
    reasons: [column.reasons[0], 'You said what it is good for.'],
  };
}

/** A unit as its user typed it: the sign of a currency is its code. */
export const unitCode = (unit: string | undefined): string | undefined =>
  unit === undefined ? undefined : (currencyCode(unit.trim()) ?? unit.trim());

/** A header that counts in thousands: the cells are stored whole, so that scales and totals say what is meant. */
function countedByHeader(decision: TypeDecision, power: number | undefined): TypeDecision {
  if (!power || decision.percent || (decision.type !== 'integer' && decision.type !== 'decimal') || decision.meaning) {
    if (!power || decision.meaning !== 'currency') return decision;
  }
  const words = power === 3 ? 'thousands' : power === 6 ? 'millions' : 'billions';
  return {
    ...decision,
    format: { ...decision.format, power },
    reasons: [...decision.reasons, `The header counts in ${words}: each number is read as ${words}.`],
  };
}

/** Numbers without a sign under a header that says percent are percent too: 82 means 82 %, unless all lie within 1. */
function percentByHeader(decision: TypeDecision, tally: ColumnTally, unit: string | undefined): TypeDecision {
  if (
    unit !== '%' ||
    decision.percent ||
    (decision.type !== 'integer' && decision.type !== 'decimal') ||
    decision.meaning === 'year'
  )
    return decision;
  const points = tally.having(FACT.aboveOne) > 0;
  return {
    ...decision,
    type: 'decimal',
    meaning: 'percent',
    percent: true,
    format: { ...decision.format, ...(points ? { percentPoints: true } : {}) },
    reasons: [
      ...decision.reasons,
      points
        ? 'The header says percent: 82 is read as 82 %.'
        : 'The header says percent and all lie within 1: 0.82 is read as 82 %.',
    ],
  };
}

function correct(guess: TypeDecision, correction: Correction, tally: ColumnTally): TypeDecision {
  const type = correction.type ?? typeUnder(guess.type, correction, tally);
  const retyped = correction.type !== undefined && type !== guess.type;
  if (!retyped && !correction.format) return guess;
  const format: ColumnFormat = { ...(retyped ? defaultFormat(type, tally) : guess.format), ...correction.format };
  if (correction.format?.dateOrder || correction.format?.decimal) delete format.ambiguous;
  const numeric = type === 'integer' || type === 'decimal';
  return {
    ...guess,
    type,
    format,
    meaning: retyped ? (numeric && guess.percent ? 'percent' : undefined) : guess.meaning,
    percent: numeric && guess.percent,
    currency: numeric ? guess.currency : undefined,
    reasons: [
      retyped ? `You said that it is ${TYPE_WORDS[type]}.` : (guess.reasons[0] ?? ''),
      ...(correction.format ? ['You said how its cells are written.'] : []),
    ],
  };
}

/** Under another decimal sign the same cells may be whole: 1.234 with a comma as the sign. */
function typeUnder(type: ColumnType, { format }: Correction, tally: ColumnTally): ColumnType {
  if (!format?.decimal || (type !== 'integer' && type !== 'decimal')) return type;
  const [all, whole] = format.decimal === '.' ? [FACT.point, FACT.pointWhole] : [FACT.comma, FACT.commaWhole];
  return tally.having(whole) >= tally.having(all) && tally.having(FACT.percent) === 0 ? 'integer' : 'decimal';
}

function defaultFormat(type: ColumnType, tally: ColumnTally): ColumnFormat {
  if (type === 'date' || type === 'datetime')
    return { dateOrder: tally.having(FACT.mdy) > tally.having(FACT.dmy) ? 'MDY' : 'DMY' };
  if (type === 'integer' || type === 'decimal')
    return { decimal: tally.having(FACT.comma) > tally.having(FACT.point) ? ',' : '.' };
  return {};
}

export const TYPE_WORDS: Readonly<Record<ColumnType, string>> = {
  boolean: 'yes or no',
  integer: 'whole numbers',
  decimal: 'numbers',
  date: 'dates',
  datetime: 'dates with times',
  time: 'times of day',
  text: 'text',
};

/**
 * The profiles of all columns of a sheet. Where nothing in a column decides between day and month, or between point and
 * comma, the other columns of the sheet do, if they agree.
 * @param headers one header a column, as written
 * @param known what the file itself says: the numbers of a workbook have a point
 * @param keys one key a column
 */
export function inferColumns(
  headers: readonly string[],
  tallies: readonly ColumnTally[],
  corrections: Readonly<Record<string, Correction>> = {},
  known: { readonly decimal?: '.' | ',' } = {},
  keys: readonly string[] = keysFor(headers),
): ColumnProfile[] {
  const alone = headers.map((header, i) => inferColumn(keys[i], header, tallies[i], corrections[keys[i]]));
  const first = withMissingWords(alone, tallies);
  const order = agreed(
    first.flatMap(({ format }) =>
      format.dateOrder && format.dateOrder !== 'YMD' && !format.ambiguous ? [format.dateOrder] : [],
    ),
  );
  const decimal =
    known.decimal ??
    agreed(
      first.flatMap(({ format }, i) =>
        format.decimal && !format.ambiguous && tallies[i].having(FACT.separated) > 0 ? [format.decimal] : [],
      ),
    );
  return first.map((profile, i) => {
    const { format } = profile;
    const other = isDated(profile) ? order && { dateOrder: order } : decimal && { decimal };
    if (!format.ambiguous || !other || corrections[keys[i]]?.format) return profile;
    const again = inferColumn(keys[i], headers[i], tallies[i], { ...corrections[keys[i]], format: other });
    const reason = isDated(profile)
      ? `Nothing in the column tells day and month apart; it is read as the other dates of the sheet are, ${order === 'DMY' ? 'day' : 'month'} first.`
      : `It could be read with a point or a comma as the decimal sign; the other columns use the ${decimal === '.' ? 'point' : 'comma'}.`;
    return { ...again, reasons: [profile.reasons[0], reason, ...profile.reasons.slice(2)] };
  });
}

/** What all say, where all say the same. */
function agreed<T>(said: readonly T[]): T | undefined {
  return said.length > 0 && said.every((one) => one === said[0]) ? said[0] : undefined;
}

/** Words that are texts in one file and stand for nothing in another. */
const MAY_BE_NOTHING = ['na', 'n.a.', 'k.a.', 'tbc', 'tba', 'tbd'] as const;

/** What stands for nothing among the numbers and dates of a file does so among its texts too. */
function withMissingWords(columns: readonly ColumnProfile[], tallies: readonly ColumnTally[]): ColumnProfile[] {
  const texts = columns.filter(({ type }) => type === 'text');
  if (texts.length === 0 || texts.length === columns.length) return [...columns];
  const said = MAY_BE_NOTHING.filter((word) =>
    columns.some(({ type }, i) => type !== 'text' && tallies[i].having(FACT.missingWord) > 0 && tallies[i].holds(word)),
  );
  return columns.map((column, i) => {
    if (column.type !== 'text') return column;
    const missing = said.filter((word) => tallies[i].holds(word));
    if (missing.length === 0) return column;
    return {
      ...column,
      format: { ...column.format, missing },
      stats: { ...column.stats, distinct: Math.max(0, column.stats.distinct - missing.length) },
      reasons: [
        ...column.reasons,
        `${missing.map((word) => `“${word.toUpperCase()}”`).join(' and ')} ${missing.length === 1 ? 'stands' : 'stand'} for nothing here, as among the numbers of this file.`,
      ],
    };
  });
}
