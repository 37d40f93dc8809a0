import type { CellLook } from '../reading';
import { monthNumber, weekdayNumber } from './calendar-words';
import { scanDate } from './date';
import { readDuration } from './duration';
import { readNumber } from './number';
import { headingCounts, headingSaysLevel, headingSaysRate } from './headings';
import { currencyCode, isHeaderUnit, splitHeader } from './units';
import { isErrorCell, isMissingWord } from './words';

const YEAR = /^(?:19|20)\d{2}$/;

function readsAsNumber(cell: string) {
  return readNumber(cell, '.') ?? readNumber(cell, ',');
}

/** What firms call the lines of their figures (common practice, no source). */
const MEASURE =
  /\b(takings|sales|revenues?|turnover|income|expenses?|costs?|profits?|loss(es)?|wages|rent|visitors?|visits|customers?|guests?|orders?|bookings?|units|hours|staff|headcount|footfall|returns?|refunds?|average|rate|share|price|stock|balance|members?|subscribers?|clicks|views|downloads|tickets|calls|complaints|deliveries|miles|litres|energy|water|gas|electricity)\b/i;

/** What single cells look like, for finding how a table stands in its file. */
export const cellLook: CellLook = {
  kind(cell) {
    const text = cell.trim();
    if (text === '' || isMissingWord(text) || isErrorCell(text)) return 'empty';
    if (readsAsNumber(text) || readDuration(text)) return 'number';
    return scanDate(text) ? 'step' : 'text';
  },
  number(cell, decimal) {
    const text = cell.trim();
    const found = decimal ? readNumber(text, decimal) : readsAsNumber(text);
    return found && Number(found.value);
  },
  settles(cell) {
    const text = cell.trim();
    const [point, comma] = [readNumber(text, '.'), readNumber(text, ',')];
    if (Boolean(point) === Boolean(comma)) return undefined;
    return point ? '.' : ',';
  },
  isUnit: (cell) => isHeaderUnit(cell.trim()) || currencyCode(cell.trim()) !== undefined,
  measure(cell) {
    const { name, unit } = splitHeader(cell.trim());
    const says = MEASURE.test(name) || headingCounts(name) || headingSaysRate(name) || headingSaysLevel(name);
    return { says, ...(unit ? { unit } : {}) };
  },
  step(cell) {
    const text = cell.trim();
    if (YEAR.test(text)) return { name: 'Year', whole: true };
    if (monthNumber(text)) return { name: 'Month', whole: false };
    if (weekdayNumber(text)) return { name: 'Day', whole: true };
    if (/^[QqT][1-4]$/.test(text)) return { name: 'Quarter', whole: false };
    if (/^\d+(?:[.,]\d+)?$/.test(text)) return undefined;
    const scan = scanDate(text);
    if (!scan) return undefined;
    const names = {
      day: 'Date',
      time: 'Date',
      week: 'Week',
      month: 'Month',
      quarter: 'Quarter',
      year: 'Year',
    } as const;
    return { name: names[scan.grade], whole: true };
  },
};
