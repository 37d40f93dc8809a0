import { stepsInWords, type Step } from '../calendar';
import { averageOver } from '../statistics';
import type { Run, ThenBy, Transform } from './transform';

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
