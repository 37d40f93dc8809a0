import { singleRows } from './single-rows';
import { emptySeries } from './empty-series';
import { formulaBlank } from './formula-blank';
import { mixedMeasures } from './mixed-measures';
import { partsOfAverages } from './parts-of-averages';
import { faint } from './faint';
import { drawnFrame, type ChartModel, type Check } from '../layout';
import { changeBy, drawnPart } from '../spec';
import { ambiguous } from './ambiguous';
import { averages } from './averages';
import type { CheckContext, CheckFinder } from './check';
import { cutOff } from './cut-off';
import { empty } from './empty';
import { filterHides } from './filter-hides';
import { form } from './form';
import { gaps } from './gaps';
import { logRefused } from './log-refused';
import { logSuggested } from './log-suggested';
import { mergedPoints } from './merged-points';
import { missing } from './missing';
import { notFromZero } from './not-from-zero';
import { oddSums } from './odd-sums';
import { partial } from './partial';
import { scales } from './scales';
import { setAside } from './set-aside';
import { seriesCount } from './series-count';
import { slices } from './slices';
import { totalsRows } from './totals-rows';
import { unmatched } from './unmatched';
import { unread } from './unread';
import { carriedOn, conditionNone, filledTrends, inSightOnly, movesTogether, notDrawn, weakTrends } from './looking';

/** In the order that they are shown: what could make the chart wrong first. */
const FINDERS: readonly CheckFinder[] = [
  empty,
  ambiguous,
  unread,
  unmatched,
  totalsRows,
  mixedMeasures,
  formulaBlank,
  notDrawn,
  carriedOn,
  weakTrends,
  filledTrends,
  conditionNone,
  emptySeries,
  oddSums,
  partsOfAverages,
  averages,
  setAside,
  form,
  slices,
  logRefused,
  cutOff,
  partial,
  gaps,
  notFromZero,
  scales,
  movesTogether,
  inSightOnly,
  seriesCount,
  logSuggested,
  filterHides,
  missing,
  mergedPoints,
  singleRows,
  faint,
];

/** The drawing model with everything that its maker should know. */
export function withChecks(given: Omit<CheckContext, 'columns'>): ChartModel {
  const context: CheckContext = {
    ...given,
    spec: drawnPart(given.spec),
    frame: drawnFrame(given.frame, given.spec),
    columns: given.sources.columns,
  };
  const checks = FINDERS.flatMap((find) => find(context)).map((check): Check => {
    const change = check.edit && changeBy(given.spec, check.edit);
    return change ? { ...check, change } : check;
  });
  return {
    ...context.model,
    checks: [
      ...checks.filter((check) => check.level === 'warning'),
      ...checks.filter((check) => check.level === 'note'),
    ],
  };
}

export type { CheckContext } from './check';
export { goneChecks } from './gone';
