import { count, DAY, floor, offset, type Instant, type Step } from '../calendar';
import type { ColumnProfile } from '../inference';
import type { ChartSpec } from '../spec';
import type { Partials } from './frame';
import { placesFrom, type Placed } from './placed';

/** A step counts as whole where no more than this share of it is missing at its edge: a shop closed on New Year's Day still had a January. */
const TOLERANCE = 0.1;

/** Whether the first and the last step are whole, judged from the first and last day with rows. Days and hours always are. */
export function findPartials(
  first: Instant,
  last: Instant,
  step: Step,
  profile: Pick<ColumnProfile, 'meaning' | 'rhythm'>,
  spec: Pick<ChartSpec, 'calendar'>,
  /** The start of the first step along the axis, where it is not that of the data. */
  run?: Instant,
): Partials {
  if (step === 'day' || step === 'hour') return {};
  const grade = gradeStep(profile);
  if (grade === step) return {};
  const reach = grade ? offset(floor(last, grade, spec.calendar), grade, 1) - DAY : last;
  const begun = grade ? floor(first, grade, spec.calendar) : first;
  const firstStart = floor(first, step, spec.calendar);
  const lastStart = floor(last, step, spec.calendar);
  const lastEnd = offset(lastStart, step, 1);
  const days = (from: Instant, to: Instant) => Math.round((to - from) / DAY);
  const whole = (start: Instant) => days(start, offset(start, step, 1));
  const atFirst = days(Math.max(floor(begun, 'day'), firstStart), offset(firstStart, step, 1));
  const atLast = days(lastStart, floor(reach, 'day') + DAY);
  // Weeks do not begin with months: up to one of them may stick out.
  const sticks = grade === 'week' ? 6 : 1;
  const missing = (held: number, of: number) => of - held > Math.max(sticks, of * TOLERANCE);
  const at = (start: Instant) => Math.max(count(run ?? firstStart, start, step), 0);
  return {
    ...(missing(atFirst, whole(firstStart))
      ? { first: { days: atFirst, of: whole(firstStart), at: at(firstStart) } }
      : {}),
    ...(missing(atLast, days(lastStart, lastEnd))
      ? { last: { days: atLast, of: days(lastStart, lastEnd), at: at(lastStart) } }
      : {}),
  };
}

/** A column of months or quarters, and dates that keep such a step, know no days: each stands for its whole step. */
function gradeStep({ meaning, rhythm }: Pick<ColumnProfile, 'meaning' | 'rhythm'>): Step | undefined {
  if (rhythm) return rhythm;
  return meaning === 'month' || meaning === 'quarter' || meaning === 'week' || meaning === 'year' ? meaning : undefined;
}

/**
 * Leaves the steps that are not whole out: at the ends of the axis the places go, inside it (where a plan or a window goes
 * on) the series of the chart's own sheet, `own`, stand empty there.
 */
export function leaveOutPartials(placed: Placed, { first, last }: Partials, own: ReadonlySet<string>): Placed {
  const { frame, places } = placed;
  const length = frame.across.values.length;
  const from = first?.at === 0 ? 1 : 0;
  const to = length - (last?.at === length - 1 ? 1 : 0);
  if (to <= from) return placed;
  const inside = new Set([first?.at, last?.at].filter((at) => at !== undefined));
  const leave = <T>(list: readonly (T | null)[]) => list.map((value, i) => (inside.has(i) ? null : value));
  const series = frame.series.map((one) =>
    own.has(one.layer) ? { ...one, values: leave(one.values), ...(one.texts ? { texts: leave(one.texts) } : {}) } : one,
  );
  return placesFrom({ frame: { ...frame, series }, places }, from, to);
}
