import type { TypeDecision } from './decide';
import {
  headingCounts,
  headingNamesEvent,
  headingNamesNumber,
  headingSaysCode,
  headingSaysHour,
  headingSaysKey,
  headingSaysLevel,
  headingSaysMonth,
  headingSaysRate,
  headingWords,
  isRateUnit,
} from './headings';
import { ownOrder } from './own-order';
import { MOST_RANGES } from './ranges';
import type { Meaning, Role, Summary } from './profile';
import { FACT, MORE, type ColumnTally } from './tally';

export interface RoleDecision {
  readonly role: Role;
  readonly meaning?: Meaning;
  readonly reason: string;
}

/** Names of which hardly two are alike are too many to group by from here on. */
const MANY_NAMES = 1_000;
const MOSTLY_OTHERS = 0.9;
/** So few capitals without a figure are names of states or firms that a chart has room for. */
const FEW_NAMES = 60;
/** As few different numbers tell kinds apart. */
const FEW_CODES = 12;

const n = (value: number) => value.toLocaleString('en-GB');

/** What a column is good for, from its type, its header and how its values repeat. */
export function decideRole(decision: TypeDecision, tally: ColumnTally, name: string): RoleDecision {
  const { type, meaning, filled } = decision;
  const distinct = tally.distinct() ?? Infinity;
  if (type === 'date' || type === 'datetime' || meaning === 'year')
    return { role: 'when', reason: 'Dates can run across a chart.' };
  if (meaning === 'month-of-year' || meaning === 'weekday')
    return { role: 'when', reason: 'They come round in the order of the calendar.' };
  if (type === 'time') return { role: 'when', reason: 'Times of day, to go by the hour.' };
  if (type === 'boolean') return { role: 'group', reason: 'Yes and no make two groups.' };
  if (decision.codes) {
    if (distinct <= 30 && distinct < filled * 0.2)
      return { role: 'group', reason: `${n(distinct)} different codes to group by.` };
    return { role: 'key', reason: 'Codes, each naming one thing.' };
  }
  if (type === 'integer') {
    if (headingSaysMonth(name) && tally.havingMore(MORE.monthNumber) >= filled * 0.99 && distinct <= 12)
      return {
        role: 'when',
        meaning: 'month-of-year',
        reason: 'The numbers 1 to 12 under such a header are the months of the year.',
      };
    if (headingSaysHour(name) && tally.havingMore(MORE.hourNumber) >= filled * 0.99)
      return { role: 'group', reason: 'Hours of the day, to group by.' };
    // A few numbers again and again tell kinds apart. "Number" alone may count something: the whole sheet tells (core/sense).
    const few = distinct <= FEW_CODES && filled >= distinct * 4;
    if (headingNamesNumber(name) && !/^\s*(number|num)\s*$/i.test(name))
      return few
        ? { role: 'group', reason: `${n(distinct)} different numbers that stand for kinds, not amounts.` }
        : { role: 'key', reason: 'The header says that each number names one thing.' };
    const most = / size $/.test(headingWords(name)) ? FEW_CODES : 30;
    if (headingSaysCode(name) && !headingCounts(name) && distinct <= most && (distinct < filled * 0.8 || filled < 5))
      return { role: 'group', reason: `${n(distinct)} different small numbers that stand for kinds, not amounts.` };
    return { role: 'amount', reason: 'Numbers to summarise.' };
  }
  if (type === 'decimal') return { role: 'amount', reason: 'Numbers to summarise.' };
  return decideTextRole(tally, name, filled, distinct);
}

function decideTextRole(tally: ColumnTally, name: string, filled: number, distinct: number): RoleDecision {
  if (filled <= 0) return { role: 'note', reason: 'There is nothing to group by.' };
  const steps = stepsOf(tally);
  if (steps)
    return {
      role: 'group',
      meaning: 'ordinal',
      reason: `They are steps of one scale, from “${steps[0]}” to “${steps[steps.length - 1]}”, and are kept in that order.`,
    };
  const share = distinct / filled;
  const long = tally.having(FACT.long) / filled;
  const spaced = tally.having(FACT.spaced) / filled;
  const digits = tally.having(FACT.withDigit) / filled;
  if (headingSaysKey(name) && share > 0.2 && spaced < 0.5)
    return { role: 'key', reason: 'The header says that each value names one thing.' };
  // What repeats is a group, however long its words.
  if (long > 0.3 && share > 0.5)
    return { role: 'note', reason: 'Long texts, hardly two alike: to be read rather than grouped by.' };
  const codes = tally.havingMore(MORE.code) / filled;
  if (headingNamesEvent(name) && codes > 0.95 && share > 0.2)
    return { role: 'key', reason: 'Codes under a header that names one of what happened.' };
  if (
    share > 0.95 &&
    filled >= 10 &&
    ((digits > 0.9 && spaced < 0.2) ||
      (codes > 0.95 && (spaced < 0.2 || digits > 0.9) && (digits > 0 || distinct > FEW_NAMES)))
  )
    return { role: 'key', reason: 'Short codes, no two alike.' };
  if (codes > 0.95 && distinct > MANY_NAMES) return { role: 'key', reason: 'Very many short codes.' };
  if (share > MOSTLY_OTHERS && distinct > MANY_NAMES)
    return { role: 'note', reason: `${n(distinct)} different texts, hardly two alike: too many to group by.` };
  if (!Number.isFinite(distinct)) return { role: 'note', reason: 'Very many different texts: too many to group by.' };
  return { role: 'group', reason: `${n(distinct)} different ${distinct === 1 ? 'value' : 'values'} to group by.` };
}

/** The different texts of a column in their own order, where they have one. */
function stepsOf(tally: ColumnTally): string[] | undefined {
  const texts = tally.texts(MOST_RANGES);
  const place = texts && ownOrder(texts);
  return place && [...texts].sort((a, b) => place(a) - place(b));
}

/**
 * The summary that a column asks for by itself: flows are totalled, rates averaged, levels take the last, keys are counted.
 * How the amounts of a sheet are summarised is decided when it is looked at as a whole (core/sense).
 */
export function defaultSummary(
  role: Role,
  decision: Pick<TypeDecision, 'percent' | 'meaning'>,
  name: string,
  unit: string | undefined,
): { summary: Summary; reason?: string } {
  if (role === 'key') return { summary: 'distinct', reason: 'Counted, not added up.' };
  if (role !== 'amount') return { summary: 'count' };
  if (headingSaysLevel(name)) return { summary: 'last', reason: 'A level: the last of a period is taken.' };
  if (
    decision.percent ||
    decision.meaning === 'ratio' ||
    ((isRateUnit(unit) || headingSaysRate(name)) && !headingCounts(name))
  )
    return { summary: 'mean', reason: 'A rate or measure: averaged, since its sum means nothing.' };
  return { summary: 'sum', reason: 'A quantity: totalled.' };
}
