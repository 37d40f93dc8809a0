import type { Answer, Grain, GrainQuery, GroupedQuery, PointsGrain, PointsQuery } from '../grain';

/** Under what an answer is kept. */
export const queryKey = (query: GrainQuery): string => JSON.stringify(query);

/** What was answered so far, by `queryKey`. */
export type Known = Pick<ReadonlyMap<string, Answer>, 'get'>;

/** Further questions that a chart turned out to need; thrown inside shaping and answered outside it. */
export class Pending extends Error {
  override readonly name = 'Pending';
  constructor(readonly queries: readonly GrainQuery[]) {
    super('more has to be asked');
  }
}

/** What shaping asks through. */
export type Asking = Pick<Ask, 'grain' | 'points' | 'settle' | 'names'>;

/** Texts by number, from 1 on, so that they go among values. */
export class Names {
  readonly list: string[] = [];
  private readonly known = new Map<string, number>();

  numberOf(text: string): number {
    let found = this.known.get(text);
    if (found === undefined) this.known.set(text, (found = this.list.push(text)));
    return found;
  }
}

/** The answers that are there, and the questions that are not answered yet. */
export class Ask {
  readonly names = new Names();
  private readonly needs = new Map<string, GrainQuery>();

  constructor(private readonly answers: Known) {}

  grain(query: GroupedQuery): Grain {
    const empty: Grain = { axes: query.axes.map(() => []), measures: query.measures.map(() => []), size: 0 };
    return (this.find(query) as Grain | undefined) ?? empty;
  }

  points(query: PointsQuery): PointsGrain {
    return (this.find(query) as PointsGrain | undefined) ?? { points: [], merged: false, incomplete: 0 };
  }

  /** Goes on only where all that was asked is answered. @throws Pending */
  settle(): void {
    if (this.needs.size > 0) throw new Pending([...this.needs.values()]);
  }

  private find(query: GrainQuery): Answer | undefined {
    const key = queryKey(query);
    const found = this.answers.get(key);
    if (!found) this.needs.set(key, query);
    return found;
  }
}
