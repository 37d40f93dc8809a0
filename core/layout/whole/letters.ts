import type { ChartLook } from '../../spec';

/** How many times as large a chart of small or large letters is shown. */
export const LETTERS_SCALES: Readonly<Record<NonNullable<ChartLook['letters']>, number>> = {
  small: 0.86,
  normal: 1,
  large: 1.2,
};
