import { count, floor, isoDate, isoDateTime, type Calendar, type Instant, type Step } from '../calendar';
import { InvalidInput } from '../spec';

/** What a chart may come to before it is drawn. */
export const LARGEST_CHART = {
  /** Steps of time from the first to the last. */
  places: 20_000,
  /** Groups of rows that a table answers with. */
  groups: 200_000,
  /** Places times series, before the smallest go together. */
  cells: 500_000,
  /** Small copies. */
  copies: 210,
  /** Values that are drawn. */
  marks: 60_000,
} as const;

const n = (value: number) => value.toLocaleString('en-GB');

const tooMuch = (path: string, message: string) => new InvalidInput([{ path, message }]);

const STEPS: Readonly<Record<Step, string>> = {
  hour: 'hours',
  day: 'days',
  week: 'weeks',
  month: 'months',
  quarter: 'quarters',
  year: 'years',
};

/** @throws InvalidInput where a run of steps is longer than is drawn: one mistyped year makes it so */
export function checkRun(first: Instant, last: Instant, step: Step, calendar: Calendar): void {
  const steps = count(floor(first, step, calendar), floor(last, step, calendar), step) + 1;
  if (steps <= LARGEST_CHART.places) return;
  const write = step === 'hour' ? isoDateTime : isoDate;
  throw tooMuch(
    'across.step',
    `from ${write(first)} to ${write(last)} there are ${n(steps)} ${STEPS[step]}, and at most ${n(LARGEST_CHART.places)} are drawn. Choose a longer step; or, where one of these dates is mistyped, leave it out with “only some rows”`,
  );
}

/** @throws InvalidInput where a table has more groups of rows to answer with than are taken */
export function checkGroups(groups: number): void {
  if (groups > LARGEST_CHART.groups)
    throw tooMuch(
      'across',
      `this would make more than ${n(LARGEST_CHART.groups)} groups of rows. Choose a longer step, split by a column with fewer values, or take only some rows`,
    );
}

/** @throws InvalidInput where there are more places times series than are shaped */
export function checkCells(places: number, series: number): void {
  if (places * series > LARGEST_CHART.cells)
    throw tooMuch(
      'split',
      `${n(places)} places times ${n(series)} series are more than can be shown. Split by a column with fewer values, take only some rows, or choose a longer step`,
    );
}

/** @throws InvalidInput where there would be more small copies than a chart holds */
export function checkCopies(copies: number): void {
  if (copies > LARGEST_CHART.copies)
    throw tooMuch(
      'panels',
      `there would be ${n(copies)} small copies, and at most ${n(LARGEST_CHART.copies)} are drawn. Keep the largest, or take a column with fewer values`,
    );
}

/** @throws InvalidInput where more values would be drawn than a chart holds */
export function checkMarks(values: number): void {
  if (values > LARGEST_CHART.marks)
    throw tooMuch(
      'layers',
      `${n(values)} values would be drawn, and at most ${n(LARGEST_CHART.marks)} are. Choose a longer step, fewer series, or take only some rows`,
    );
}
