import type { Range } from './range';
import { coveringTicks, roundStep } from './ticks';

/** What a scale has to hold. */
export interface Span {
  readonly low: number;
  readonly high: number;
}

/** How much one step more or less than wished counts against room that stays empty. */
const STEP_COST = 0.04;

/**
 * Ranges for two scales that share their grid lines: as many round steps on both, chosen so that little room stays empty
 * and about `most` steps are made. With `matchZero` their zeros stand at one height.
 */
export function sharedRanges(left: Span, right: Span, most: number, matchZero: boolean): [Range, Range] | undefined {
  const fewest = Math.min(3, most);
  let best: { cost: number; ranges: [Range, Range] } | undefined;
  for (let steps = fewest; steps <= most + 2; steps++) {
    const belows = matchZero ? Array.from({ length: steps + 1 }, (_, below) => below) : [undefined];
    for (const below of belows) {
      const [a, b] = [rangeOf(left, steps, below), rangeOf(right, steps, below)];
      if (!a || !b) continue;
      const cost = emptiness(a, left) + emptiness(b, right) + STEP_COST * Math.abs(steps - Math.min(most, 6));
      if (!best || cost < best.cost - 1e-9) best = { cost, ranges: [a, b] };
    }
  }
  return best?.ranges;
}

/** The range of so many round steps that holds a span; `below` of them lie under zero, where that is wished. */
function rangeOf({ low, high }: Span, steps: number, below: number | undefined): Range | undefined {
  if (!(high > low)) return undefined;
  if (below !== undefined) {
    if ((low < 0 && below === 0) || (high > 0 && below === steps)) return undefined;
    const need = Math.max(below > 0 ? -low / below : 0, below < steps ? high / (steps - below) : 0);
    return need > 0 ? made(-below, roundStep(need, 1), steps) : undefined;
  }
  for (let step = roundStep(high - low, steps), tries = 0; tries < 4; step = roundStep(step * 1.01, 1), tries++) {
    const first = Math.floor(low / step + 1e-9);
    if ((first + steps) * step >= high - step * 1e-9) return made(first, step, steps);
  }
  return undefined;
}

function made(first: number, step: number, steps: number): Range {
  const ticks = coveringTicks(first * step, (first + steps) * step, step);
  return { domain: [ticks[0], ticks[ticks.length - 1]], ticks, step };
}

/**
 * The range of a second scale whose zero stands at the height of that of the first, which is as it is: with a line for each
 * of its lines. `undefined` where the first one's zero lies outside it.
 */
export function rangeMatching(first: Range, { low, high }: Span): Range | undefined {
  const [from, to] = first.domain;
  if (!(from <= 0 && to >= 0 && to > from)) return undefined;
  const above = to / (to - from);
  const need = Math.max(high > 0 && above > 0 ? high / above : 0, low < 0 && above < 1 ? -low / (1 - above) : 0);
  if (!(need > 0) || (high > 0 && above === 0) || (low < 0 && above === 1)) return undefined;
  const step = roundStep((need * first.step) / (to - from), 1);
  const times = step / first.step;
  return {
    domain: [from * times, to * times],
    ticks: first.ticks.map((tick) => Number((tick * times).toPrecision(12))),
    step,
  };
}

/** How much of a range stays empty, against what it holds. */
const emptiness = ({ domain: [from, to] }: Range, { low, high }: Span) => (to - from) / (high - low) - 1;
