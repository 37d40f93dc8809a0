import type { ChartSpec } from '../../spec';
import type { Evidence } from './evidence';
import { FACTS, type Fact } from './facts';
import { FORMS, type FormName } from './forms';
import { isWord, sentencesOf } from './says';
import { SOURCES, type SourceName } from './sources';
import { TABLE } from './table';

export type { Evidence } from './evidence';
export { SOURCES } from './sources';

export interface Proposal {
  readonly spec: ChartSpec;
  readonly score: number;
  readonly reasons: readonly string[];
}

/** One line of the table. */
export interface Rule {
  readonly looksAt: readonly { readonly fact: Fact; readonly not: boolean }[];
  readonly form: FormName;
  readonly score: number;
  readonly from: SourceName;
  readonly says: readonly string[];
}

export const RULES: readonly Rule[] = readRules(TABLE);

/** Reads rules, one a line. @throws RangeError naming the line and what in it is not known */
export function readRules(table: string): Rule[] {
  return table.split('\n').flatMap((line, i) => {
    if (line.trim() === '') return [];
    const [facts, form, score, from, ...says] = line.split('|').map((cell) => cell.trim());
    const wrong = (what: string) => new RangeError(`line ${i + 1} of the rules: ${what}`);
    const looksAt = facts.split(',').map((cell) => {
      const not = /^not /.test(cell.trim());
      const fact = cell.trim().replace(/^not /, '');
      if (!isOne(FACTS, fact)) throw wrong(`no fact "${fact}"`);
      return { fact, not };
    });
    if (!isOne(FORMS, form)) throw wrong(`no form "${form}"`);
    if (!isOne(SOURCES, from)) throw wrong(`no source "${from}"`);
    if (!(Number(score) > 0 && Number(score) <= 1)) throw wrong(`"${score}" is no score`);
    const sentences = says.join('|').split(' / ');
    const word = [...sentences.join().matchAll(/\{(\w+)\}/g)].find(([, name]) => !isWord(name));
    if (word) throw wrong(`no word "${word[1]}"`);
    return [{ looksAt, form, score: Number(score), from, says: sentences }];
  });
}

function isOne<T extends object>(of: T, name: string): name is Extract<keyof T, string> {
  return Object.hasOwn(of, name);
}

/** At most this many suggestions stand beside each other. */
const MOST = 6;

/** The forms that suit a draft, best first, no two alike. */
export function propose(evidence: Evidence): Proposal[] {
  const found = RULES.flatMap(({ looksAt, form, score, says }): Proposal[] => {
    if (!looksAt.every(({ fact, not }) => FACTS[fact](evidence) !== not)) return [];
    const spec = FORMS[form](evidence);
    return spec ? [{ spec: withoutAbsent(spec), score, reasons: sentencesOf(says, evidence) }] : [];
  });
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
