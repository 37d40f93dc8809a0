import { addDecimals } from '../decimals';
import {
  placeWord,
  type Offering,
  type Run,
  type ThenBy,
  type ThenContext,
  type Transform,
  type Values,
} from './transform';
import { placesBefore } from './year-before';

/**
 * The change of each value against another one: null where either is missing. In percent it is a fraction of the size of
 * the other (a loss that halves is a change of +50 %), null from 0. Source of the method: the percentage change between
 * two periods as in the index handbooks, (later − earlier) / earlier.
 * Example: `changeFrom(15, 10, true)` is `0.5`.
 */
export function changeFrom(value: number | null, against: number | null | undefined, percent: boolean): number | null {
  if (value === null || against === null || against === undefined) return null;
  if (!percent) return addDecimals([value, -against]);
  return against === 0 ? null : addDecimals([value, -against]) / Math.abs(against);
}

/** What each value is compared with: the place before it, or the same step a year before. */
function againstOf(
  series: readonly Values[],
  context: ThenContext,
): (s: number, place: number) => number | null | undefined {
  const { by, step, calendar, places, splits } = context;
  if (by.against !== 'year-before') return (s, place) => series[s][place - 1];
  if (step) {
    const before = placesBefore(places, step, calendar);
    return (s, place) => {
      const found = before[place];
      return found === undefined ? undefined : series[s][found];
    };
  }
  // One series per year over a cycle: the year before is another series, at the same place.
  const byYear = new Map(splits.map((split, s) => [split, s]));
  return (s, place) => {
    const year = /^(\d{4})(\/\d\d)?$/.exec(String(splits[s]));
    const name = year && (year[2] ? `${+year[1] - 1}/${year[1].slice(2)}` : String(+year[1] - 1));
    const found = name ? byYear.get(name) : undefined;
    return found === undefined ? undefined : series[found][place];
  };
}

const before = ({ against }: ThenBy, run: Run) =>
  against === 'year-before' ? `the same ${placeWord(run)} a year before` : `the ${placeWord(run)} before`;

const transform = (percent: boolean): Transform => {
  const what = percent ? 'change in percent' : 'change';
  const offered = percent ? 'Change in percent' : 'Change';
  return {
    options: ['against'],
    unit: percent ? '%' : 'same',
    keepsDecimals: !percent,
    parts: false,
    title: 'Change in …',
    words: (by, run) => `${what} against ${before(by, run)}`,
    offers: (offering: Offering) => [
      ...(offering.follows ? [{ words: `${offered} against the ${placeWord(offering)} before` }] : []),
      ...(offering.yearBefore
        ? [{ words: `${offered} against a year before`, by: { against: 'year-before' as const } }]
        : []),
    ],
    apply: (series, context) => {
      const against = againstOf(series, context);
      return series.map((values, s) => values.map((value, place) => changeFrom(value, against(s, place), percent)));
    },
  };
};

export const change = transform(false);
export const changePercent = transform(true);
