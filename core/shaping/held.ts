import { LRUCache } from 'lru-cache';
import { deriveGrain, type Answer, type GrainQuery } from '../grain';
import { queryKey } from './asking';

interface Held {
  readonly query: GrainQuery;
  readonly answer: Answer;
}

const MOST = 60;

/**
 * Answers that were asked for before. A question that none of them answers is answered from a finer one where it follows
 * from it. What was not asked for longest goes first; an answer that others follow from is asked for with them.
 */
export class HeldAnswers implements Pick<ReadonlyMap<string, Answer>, 'get'> {
  private readonly held: LRUCache<string, Held>;
  /** The versions of the sheets that answers are held of. */
  private readonly versions = new Map<string, string>();

  constructor(most = MOST) {
    this.held = new LRUCache({ max: most });
  }

  /** Lets the answers of those sheets go whose rows or columns are others now. */
  holdFor(sheets: readonly { readonly id: string; readonly version: string }[]): void {
    for (const { id, version } of sheets) {
      if (this.versions.get(id) === version) continue;
      for (const [key, { query }] of this.held.entries()) if (query.sheet === id) this.held.delete(key);
      this.versions.set(id, version);
    }
  }

  put(query: GrainQuery, answer: Answer): void {
    this.held.set(queryKey(query), { query, answer });
  }

  get(key: string): Answer | undefined {
    const found = this.held.get(key);
    if (found) return found.answer;
    const wanted = JSON.parse(key) as GrainQuery;
    if (wanted.kind !== 'grouped') return undefined;
    for (const [from, { query, answer }] of this.held.entries()) {
      if (query.kind !== 'grouped' || !('size' in answer)) continue;
      const derived = deriveGrain(wanted, query, answer);
      if (!derived) continue;
      this.held.get(from);
      this.put(wanted, derived);
      return derived;
    }
    return undefined;
  }
}
