import { deriveGrain, type Answer, type GrainQuery } from '../grain';
import { queryKey } from './ask';

/** Answers that were asked for before. A question that none of them answers is answered from a finer one where it follows from it. */
export class HeldAnswers implements Pick<ReadonlyMap<string, Answer>, 'get'> {
  private readonly held = new Map<string, { query: GrainQuery; answer: Answer }>();

  constructor(private readonly most = 60) {}

  put(query: GrainQuery, answer: Answer): void {
    this.held.delete(queryKey(query));
    this.held.set(queryKey(query), { query, answer });
    const [oldest] = this.held.keys();
    if (this.held.size > this.most) this.held.delete(oldest);
  }

  clear(): void {
    this.held.clear();
  }

  get(key: string): Answer | undefined {
    const found = this.held.get(key);
    if (found) return found.answer;
    const wanted = JSON.parse(key) as GrainQuery;
    if (wanted.kind !== 'grouped') return undefined;
    for (const { query, answer } of this.held.values()) {
      if (query.kind !== 'grouped' || !('size' in answer)) continue;
      const derived = deriveGrain(wanted, query, answer);
      if (!derived) continue;
      this.put(wanted, derived);
      return derived;
    }
    return undefined;
  }
}
