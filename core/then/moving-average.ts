import { stepsInWords, type Step } from '../calendar';
import { addDecimals } from '../decimals';
import type { Run, ThenBy, Transform, Values } from './transform';

/**
 * Trailing moving average over `over` places, the place itself the last of them. The first `over − 1` places have none;
 * places without a value have none and are not counted in those after them. Source of the method: NIST/SEMATECH
 * e-Handbook of Statistical Methods, 6.4.2.1, "Single Moving Average".
 * @throws RangeError where `over` is less than 2.
 */
export function averageOver(values: Values, over: number): (number | null)[] {
  if (!(over >= 2)) throw new RangeError(`invalid over: ${over}`);
  return values.map((value, i) => {
    if (value === null || i < over - 1) return null;
    const within = values.slice(i - over + 1, i + 1).filter((one): one is number => one !== null);
    return addDecimals(within) / within.length;
  });
}

/** How many steps it takes where its user did not say: a week of days, a quarter of months. */
const OVER: Readonly<Record<Step, number>> = { hour: 24, day: 7, week: 4, month: 3, quarter: 4, year: 3 };

/** How many steps it is offered over. */
const OFFERED: Readonly<Record<Step, readonly number[]>> = {
  hour: [24],
  day: [7, 28],
  week: [4, 13],
  month: [3, 12],
  quarter: [4],
  year: [3],
};

/** How many places a moving average takes. */
export function placesOver({ over }: ThenBy, { step }: Run): number {
  return over ?? (step ? OVER[step] : 3);
}

export const movingAverage: Transform = {
  options: ['over'],
  unit: 'same',
  keepsDecimals: false,
  parts: false,
  title: 'Moving average of …',
  words: (by, run) => {
    const over = placesOver(by, run);
    return `an average over ${run.step ? stepsInWords(over, run.step) : `${over} places`}`;
  },
  offers: ({ step }) =>
    step ? OFFERED[step].map((over) => ({ words: `Average over ${stepsInWords(over, step)}`, by: { over } })) : [],
  apply: (series, context) => {
    const over = placesOver(context.by, context);
    return series.map((values) => averageOver(values, over));
  },
};
