import { PALETTE } from '../layout';
import type { CheckFinder } from './check';

/** More series than there are colours to tell them apart. */
export const seriesCount: CheckFinder = ({ model }) =>
  model.series.length > PALETTE.length
    ? [
        {
          id: 'too-many-series',
          level: 'warning',
          message: `${model.series.length} series are hard to tell apart: colours repeat after ${PALETTE.length}.`,
        },
      ]
    : [];
