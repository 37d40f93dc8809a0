import type { Form } from '../layout';
import type { Proposal } from '../recommend';
import { correlation, paired } from '../statistics';
import type { Candidate, StartKind } from './candidates';

/** Of each kind so many at most: a sheet has more to show than one thing many times. */
const MOST: Readonly<Record<StartKind, number>> = {
  time: 2,
  split: 2,
  ranked: 3,
  season: 1,
  weekdays: 1,
  pair: 2,
  figure: 1,
  spread: 2,
  count: 2,
};
/** So many are shown where they are clearly worth it; more only up to the least. */
const USUAL = 6;
const LEAST = 3;
const WORTH = 0.45;
/** One start is enough for one column, and for as few rows as this. */
const FEW_ROWS = 3;

/** So many candidates are drawn before it is chosen among them. */
const DRAWN = 14;

export interface Scored {
  readonly candidate: Candidate;
  readonly form: Form;
  readonly score: number;
  /** Of one line over time: its values. */
  readonly course?: readonly (number | null)[];
}

/** Lines that go along this closely show one thing twice (common practice, no source). */
const SAME_COURSE = 0.9;

function sameCourse(a: Scored, b: Scored): boolean {
  if (!a.course || !b.course || a.course.length !== b.course.length) return false;
  return (correlation(paired(a.course, b.course)) ?? 0) > SAME_COURSE;
}

/** The proposal of a form that a kind of start is: the best, but for seasons, weekdays and figures. */
export function proposalFor({ kind }: Candidate, proposals: readonly Proposal[]): Proposal | undefined {
  if (kind === 'season') return proposals.find(({ spec }) => spec.across.as === 'cycle' && spec.split?.step === 'year');
  if (kind === 'weekdays')
    return proposals.find(({ spec }) => spec.across.as === 'cycle' && spec.across.cycle === 'weekday' && !spec.split);
  if (kind === 'figure') return proposals.find(({ spec }) => spec.layers[0].shape === 'figure');
  return proposals.at(0);
}

/** Which candidates are worth drawing: the likeliest, and of every kind one. */
export function worthDrawing(candidates: readonly Candidate[]): Candidate[] {
  const counts = new Map<StartKind, number>();
  return candidates
    .filter(({ kind }) => {
      const before = counts.get(kind) ?? 0;
      counts.set(kind, before + 1);
      return before < MOST[kind] + 1;
    })
    .slice(0, DRAWN);
}

/** The second of a kind is worth less beside the first, the third still less. */
const AGAIN = 0.78;

/** The best first, each time allowing for what is shown already. */
function variedFirst<T extends Scored>(drawn: readonly T[]): T[] {
  const left = [...drawn];
  const counts = new Map<StartKind, number>();
  const order: T[] = [];
  while (left.length > 0) {
    const worth = ({ score, candidate: { kind } }: Scored) => score * AGAIN ** (counts.get(kind) ?? 0);
    const best = left.reduce((most, one) => (worth(one) > worth(most) ? one : most));
    left.splice(left.indexOf(best), 1);
    order.push({ ...best, score: worth(best) });
    counts.set(best.candidate.kind, (counts.get(best.candidate.kind) ?? 0) + 1);
  }
  return order;
}

/** The starts of a sheet, best first: no two on the same columns and form, and no kind too often. */
export function choose<T extends Scored>(
  drawn: readonly T[],
  { rows, columns }: { rows: number; columns: number },
): T[] {
  const ranked = variedFirst(drawn);
  const counts = new Map<StartKind, number>();
  const seen = new Set<string>();
  const shown: T[] = [];
  const isFresh = (one: T, most: (kind: StartKind) => number) => {
    const {
      candidate: { kind, picks },
      form,
    } = one;
    const key = `${[...picks].sort().join(' ')} ${form} ${form === 'line' ? kind : ''}`;
    const before = counts.get(kind) ?? 0;
    if (seen.has(key) || before >= most(kind) || shown.some((other) => sameCourse(one, other))) return false;
    seen.add(key);
    shown.push(one);
    counts.set(kind, before + 1);
    return true;
  };
  const fresh = ranked.filter((one) => isFresh(one, (kind) => MOST[kind]));
  // A sheet of groups alone has one kind of start: more of it stand before fewer than the least.
  const more = ranked.filter((one) => fresh.length < LEAST && isFresh(one, () => LEAST));
  fresh.push(...more.slice(0, LEAST - fresh.length));
  fresh.sort((a, b) => b.score - a.score);
  if (rows <= FEW_ROWS || columns <= 1) return fresh.slice(0, 1);
  const worth = fresh.filter(({ score }) => score >= WORTH).slice(0, USUAL);
  return worth.length >= LEAST ? worth : fresh.slice(0, LEAST);
}
