import type { ChartSpec } from '../../spec';
import { COPIES } from './copies';
import { BY_GROUP } from './groups';
import { PAIRS } from './pairs';
import type { Evidence, Proposal, Rule } from './rule';
import { OVER_TIME } from './time';

export type { Evidence, Proposal } from './rule';

/** The forms in order of preference among equals; each names where it comes from (`SOURCES`). */
const RULES: readonly Rule[] = [...COPIES, ...OVER_TIME, ...BY_GROUP, ...PAIRS];

/** At most this many suggestions stand beside each other. */
const MOST = 6;

/** The forms that suit a draft, best first, no two alike. */
export function propose(evidence: Evidence): Proposal[] {
  const found = RULES.flatMap((rule) => rule.propose(evidence) ?? []).map((proposal) => ({
    ...proposal,
    spec: withoutAbsent(proposal.spec),
  }));
  const sorted = found
    .map((proposal, i) => ({ proposal, i }))
    .sort((a, b) => b.proposal.score - a.proposal.score || a.i - b.i)
    .map(({ proposal }) => proposal);
  const seen = new Set<string>();
  return sorted
    .filter(({ spec }) => {
      const key = JSON.stringify([spec.across, spec.split, spec.panels, spec.layers]);
      const fresh = !seen.has(key);
      seen.add(key);
      return fresh;
    })
    .slice(0, MOST);
}

function withoutAbsent(spec: ChartSpec): ChartSpec {
  const { split, ...rest } = spec;
  return split ? { ...rest, split } : rest;
}
