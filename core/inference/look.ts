import type { CellLook } from '../reading';
import { monthNumber, weekdayNumber } from './calendar-words';
import { scanDate } from './date';
import { readDuration } from './duration';
import { readNumber } from './number';
import { currencyCode, isHeaderUnit } from './units';
import { isErrorCell, isMissingWord } from './words';

const YEAR = /^(?:19|20)\d{2}$/;

function readsAsNumber(cell: string) {
  return readNumber(cell, '.') ?? readNumber(cell, ',');
}

/** What single cells look like, for finding how a table stands in its file. */
export const cellLook: CellLook = {
  kind(cell) {
    const text = cell.trim();
    if (text === '' || isMissingWord(text) || isErrorCell(text)) return 'empty';
    if (readsAsNumber(text) || readDuration(text)) return 'number';
    return scanDate(text) ? 'step' : 'text';
  },
  number(cell) {
    const found = readsAsNumber(cell.trim());
    return found && Number(found.value);
  },
  isUnit: (cell) => isHeaderUnit(cell.trim()) || currencyCode(cell.trim()) !== undefined,
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
