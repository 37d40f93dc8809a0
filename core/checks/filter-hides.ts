import type { CheckFinder } from './check';

/** A filter that leaves less than a tenth of the rows. */
export const filterHides: CheckFinder = ({ spec, frame, rowCount }) => {
  const { rows } = frame.facts;
  if (spec.filters.length === 0 || rowCount === 0 || rows === 0 || rows >= rowCount * 0.1) return [];
  return [
    {
      id: 'filter-hides',
      level: 'note',
      message: `The filters leave ${rows.toLocaleString('en-GB')} of ${rowCount.toLocaleString('en-GB')} rows.`,
      edit: { do: 'showAllRows', with: [] },
      changeWords: 'Show all rows',
    },
  ];
};
