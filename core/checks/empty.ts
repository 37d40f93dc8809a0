import type { CheckFinder } from './check';

/** Nothing to draw: every value is missing. */
export const empty: CheckFinder = ({ frame, spec }) => {
  const any = frame.points
    ? frame.points.length > 0
    : frame.series.some((series) => series.values.some((value) => value !== null));
  if (any) return [];
  return [
    {
      id: 'empty',
      level: 'warning',
      message:
        spec.filters.length > 0
          ? 'No rows are left after the filters.'
          : 'There is nothing to draw: the picked columns hold no values together.',
      ...(spec.filters.length > 0 ? { edit: { do: 'showAllRows', with: [] }, changeWords: 'Show all rows' } : {}),
    },
  ];
};
