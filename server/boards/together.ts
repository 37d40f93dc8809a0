import {
  axisFrom,
  deriveGrain,
  isRollable,
  measureAt,
  type Answer,
  type GrainQuery,
  type GroupedQuery,
} from '@/core/grain';
import { queryKey, type Asking } from '@/core/shaping';

type Ask = (query: GrainQuery) => Promise<Answer>;

/** What a work came to, or why it failed. */
export type Outcome<T> = { readonly done: T } | { readonly failed: unknown };

/**
 * Does many works side by side, round by round; what they ask in one round is asked together (`askTogether`). A work that
 * fails, or whose question does, fails alone. The outcomes stand in the order of the works.
 */
export async function doneApart<T>(works: readonly Asking<T>[], ask: Ask): Promise<Outcome<T>[]> {
  const outcomes = new Array<Outcome<T>>(works.length);
  let open: { at: number; work: Asking<T>; queries: readonly GrainQuery[] }[] = [];
  const go = (at: number, work: Asking<T>, turn: () => IteratorResult<readonly GrainQuery[], T>) => {
    try {
      const next = turn();
      if (next.done) outcomes[at] = { done: next.value };
      else open.push({ at, work, queries: next.value });
    } catch (failed) {
      outcomes[at] = { failed };
    }
  };
  works.forEach((work, at) => go(at, work, () => work.next([])));
  while (open.length > 0) {
    const round = open;
    open = [];
    const answers = await askTogether(
      round.flatMap(({ queries }) => queries),
      ask,
    );
    for (const { at, work, queries } of round) {
      const own = queries.map((query) => answers.get(queryKey(query)));
      const failed = own.find((one) => one && 'failed' in one);
      if (failed && 'failed' in failed) outcomes[at] = failed;
      else go(at, work, () => work.next(own.flatMap((one) => (one && 'done' in one ? [one.done] : []))));
    }
  }
  return outcomes;
}

/**
 * Asks questions with as few as answer them all: what follows from another one, or from another one with some more measures,
 * is not asked by itself.
 */
export async function askTogether(queries: readonly GrainQuery[], ask: Ask): Promise<Map<string, Outcome<Answer>>> {
  const wanted = new Map(queries.map((query) => [queryKey(query), query]));
  const asked = merged([...wanted.values()].filter((query) => query.kind === 'grouped'));
  const answers = new Map<string, Outcome<Answer>>();
  const settled = async (query: GrainQuery): Promise<Outcome<Answer>> =>
    ask(query).then(
      (done) => ({ done }),
      (failed: unknown) => ({ failed }),
    );
  await Promise.all([
    ...[...wanted].flatMap(([key, query]) =>
      query.kind === 'grouped' ? [] : [settled(query).then((outcome) => answers.set(key, outcome))],
    ),
    ...asked.map(async ({ query, serves }) => {
      const outcome = await settled(query);
      for (const one of serves) {
        const key = queryKey(one);
        if ('failed' in outcome || key === queryKey(query)) answers.set(key, outcome);
        else {
          const derived = 'size' in outcome.done ? deriveGrain(one, query, outcome.done) : undefined;
          // What does not follow after all is asked by itself.
          answers.set(key, derived ? { done: derived } : await settled(one));
        }
      }
    }),
  ]);
  return answers;
}

interface Merged {
  query: GroupedQuery;
  readonly serves: GroupedQuery[];
}

/** More measures than these in one question would be too wide. */
const MOST_MEASURES = 40;

function merged(queries: readonly GroupedQuery[]): Merged[] {
  const found: Merged[] = [];
  // Those with the most axes first: the others follow from them.
  for (const query of [...queries].sort((a, b) => b.axes.length - a.axes.length)) {
    const host = found.find((one) => holds(one, query));
    if (!host) found.push({ query, serves: [query] });
    else {
      host.serves.push(query);
      const more = query.measures.filter((measure) => measureAt(host.query.measures, measure) < 0);
      if (more.length > 0) host.query = { ...host.query, measures: [...host.query.measures, ...more] };
    }
  }
  return found;
}

/** Whether a question follows from another one that has its measures too: the same rows, axes that are as fine or finer. */
function holds({ query: host }: Merged, query: GroupedQuery): boolean {
  if (host.sheet !== query.sheet || JSON.stringify(host.filters) !== JSON.stringify(query.filters)) return false;
  if ([...host.axes, ...query.axes].some(({ as }) => as === 'row' || as === 'bin')) return false;
  if (![...host.measures, ...query.measures].every(isRollable)) return false;
  if (host.measures.length + query.measures.length > MOST_MEASURES) return false;
  return query.axes.every((axis) => axisFrom(axis, host) !== undefined);
}
