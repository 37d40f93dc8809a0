import type { Form } from '../layout';
import type { Proposal } from '../recommend';
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
export const MOST_STARTS = 8;
/** So many are shown where they are clearly worth it; more only up to the least. */
const USUAL = 6;
const LEAST = 3;
const WORTH = 0.45;
/** One start is enough for one column, and for as few rows as this. */
const FEW_ROWS = 3;

/** So many candidates are drawn before it is chosen among them. */
export const DRAWN = 14;

export interface Scored {
  readonly candidate: Candidate;
  readonly form: Form;
  readonly score: number;
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

/** The starts of a sheet, best first: no two on the same columns and form, and no kind too often. */
export function choose<T extends Scored>(
  drawn: readonly T[],
  { rows, columns }: { rows: number; columns: number },
): T[] {
  const ranked = [...drawn].sort((a, b) => b.score - a.score);
  const counts = new Map<StartKind, number>();
  const seen = new Set<string>();
  const fresh = ranked.filter(({ candidate: { kind, picks }, form }) => {
    const key = `${[...picks].sort().join(' ')} ${form} ${form === 'line' ? kind : ''}`;
    const before = counts.get(kind) ?? 0;
    if (seen.has(key) || before >= MOST[kind]) return false;
    seen.add(key);
    counts.set(kind, before + 1);
    return true;
  });
  if (rows <= FEW_ROWS || columns <= 1) return fresh.slice(0, 1);
  const worth = fresh.filter(({ score }) => score >= WORTH).slice(0, USUAL);
  return worth.length >= LEAST ? worth : fresh.slice(0, LEAST);
}
