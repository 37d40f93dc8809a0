import { stepsInWords } from '../../calendar';
import type { Relation } from '../../looking';
import { lowerFirst, type ChartSpec } from '../../spec';
import type { ModelSeries } from '../model';

/** Below this nobody would say that two things go together (common practice, no source). */
const WEAK = 0.3;

const r2 = (value: number) => value.toFixed(2).replace('-', '−');

/**
 * Whether two things move together, in one honest sentence: how closely, over how many places, at which lag most, and
 * whether their changes do. Never as a cause.
 */
export function relationWords(relation: Relation, series: readonly ModelSeries[], spec: ChartSpec): string {
  const { n, r, rho, ofChanges, lag } = relation;
  const step = spec.across.as === 'time' ? spec.across.step : undefined;
  const over = step ? stepsInWords(n, step) : `${n} ${spec.across.as === 'number' ? 'rows' : 'places'}`;
  const together =
    Math.abs(r) < WEAK
      ? `They hardly move together (${r2(r)} over ${over})`
      : r > 0
        ? `They rise and fall together (${r2(r)} over ${over})`
        : `Where one rises the other falls (${r2(r)} over ${over})`;
  const rank = Math.abs(r - rho) > 0.15 ? `, by their ranks ${r2(rho)}` : '';
  const name = (id: string) => lowerFirst(series.find((one) => one.id === id)?.name ?? '');
  const later =
    lag && step
      ? `, most when ${name(lag.steps > 0 ? relation.a : relation.b)} comes ${stepsInWords(Math.abs(lag.steps), step)} earlier (${r2(lag.r)})`
      : '';
  const changes =
    ofChanges === undefined || !step
      ? ''
      : Math.abs(ofChanges) < Math.abs(r) - 0.2 || Math.sign(ofChanges) !== Math.sign(r)
        ? `; from ${step} to ${step} ${Math.abs(ofChanges) < WEAK ? 'hardly' : 'less so'} (${r2(ofChanges)})`
        : `; from ${step} to ${step} too (${r2(ofChanges)})`;
  return `${together}${rank}${later}${changes}. That says nothing of why.`;
}
