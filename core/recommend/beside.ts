import { coarser, floor, offset } from '../calendar';
import { isDated, type ColumnProfile } from '../inference';
import { hasSteps, type ChartSpec } from '../spec';
import { spanOf } from './draft';

/** How an amount out of another sheet stands in a chart. */
export type Standing = 'beside' | 'plan' | 'target';

/** What amounts that are to be reached are called. */
const TARGET = /\b(targets?|goals?|quotas?|soll|ziel|objectifs?|objetivos?)\b/i;

/**
 * How an amount out of another sheet is drawn, by what fits: as a target where groups run across and it is called one; as
 * a plan that carries on where its dates begin when those of the chart end, in the same unit; otherwise beside the others.
 */
export function standingOf(
  spec: Pick<ChartSpec, 'across' | 'calendar'>,
  own: { readonly across: ColumnProfile; readonly unit?: string },
  other: { readonly across: ColumnProfile; readonly unit?: string; readonly name: string },
): Standing {
  if (spec.across.as === 'group') return TARGET.test(other.name) ? 'target' : 'beside';
  if (spec.across.as !== 'time' || own.unit !== other.unit) return 'beside';
  return carriesOn(own.across, other.across, spec.across.step, spec.calendar) ? 'plan' : 'beside';
}

/** Whether the dates of one column begin where those of another end: no later than a step or two behind, and not before. */
function carriesOn(
  own: ColumnProfile,
  other: ColumnProfile,
  step: Extract<ChartSpec['across'], { as: 'time' }>['step'],
  calendar: ChartSpec['calendar'],
): boolean {
  if (![own, other].every((one) => (isDated(one) || hasSteps(one)) && one.stats.min !== undefined)) return false;
  const [, last] = spanOf(own);
  const [first] = spanOf(other);
  const end = floor(last, step, calendar);
  // A break of up to two of the next coarser steps is still a carrying on.
  const reach = offset(end, coarser(step) ?? step, 2);
  return first > last && floor(first, step, calendar) >= end && first <= reach;
}
