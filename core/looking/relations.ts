import { bestLag, correlation, paired, rankCorrelation } from '../statistics';
import type { Frame } from '../shaping';
import { dotsOf } from './dots';
import type { Relation } from './looked';

/** Fewer places than this say nothing. */
const LEAST = 5;
/** A lag is told where it goes together by so much more. */
const BETTER = 0.1;

/** Whether two things move together: exactly two drawn series, or the dots of a scatter. */
export function relationsOf(frame: Frame): Relation[] {
  if (frame.panels) return [];
  if (frame.points) return ofDots(frame);
  if (frame.series.length !== 2) return [];
  const [a, b] = frame.series;
  const pairs = paired(a.values, b.values);
  const [r, rho] = [correlation(pairs), rankCorrelation(pairs)];
  if (pairs.length < LEAST || r === undefined || rho === undefined) return [];
  const found = { a: a.id, b: b.id, n: pairs.length, r, rho };
  if (frame.across.kind !== 'time') return [found];
  const changes = paired(changesOf(a.values), changesOf(b.values));
  const ofChanges = changes.length >= LEAST ? correlation(changes) : undefined;
  const lag = bestLag(a.values, b.values);
  return [
    {
      ...found,
      ...(ofChanges === undefined ? {} : { ofChanges }),
      ...(lag && lag.steps !== 0 && Math.abs(lag.r) - Math.abs(r) > BETTER ? { lag } : {}),
    },
  ];
}

/** Of dots, x and y of each series: a dot of several rows counts as many. */
function ofDots({ points = [], series }: Frame): Relation[] {
  return series.flatMap(({ id }) => {
    const pairs = dotsOf(points, id);
    const [r, rho] = [correlation(pairs), rankCorrelation(pairs)];
    return pairs.length < LEAST || r === undefined || rho === undefined
      ? []
      : [{ a: id, b: id, n: pairs.length, r, rho }];
  });
}

function changesOf(values: readonly (number | null)[]): (number | null)[] {
  return values.map((value, i) => {
    const before = values[i - 1] ?? null;
    return i === 0 || value === null || before === null ? null : value - before;
  });
}
