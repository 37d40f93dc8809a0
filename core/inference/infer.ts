import { decideType, type TypeDecision } from './decide';
import { decideRole, defaultSummary } from './role';
import type { ColumnFormat, ColumnProfile, ColumnType, Role, Summary } from './profile';
import { FACT, type ColumnTally } from './tally';
import { splitHeader } from './units';

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
  const decision = percentByHeader(correct(guess, correction, tally), tally, correction.unit ?? split.unit);
  const retyped = correction.type !== undefined && correction.type !== guess.type;
  const guessedRole = decideRole(decision, tally, split.name);
  const roleOfType = retyped && correction.type ? ROLE_OF_TYPE[correction.type] : undefined;
  const role = correction.role ?? roleOfType ?? guessedRole.role;
  const unit = correction.unit ?? (decision.percent ? '%' : decision.currency) ?? split.unit;
  const meaning =
    decision.meaning ??
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
  const type = correction.type ?? guess.type;
  const retyped = type !== guess.type;
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
