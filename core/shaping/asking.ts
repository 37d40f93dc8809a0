import type { Answer, Grain, GrainQuery, GroupedQuery, PointsGrain, PointsQuery } from '../grain';

/**
 * Work that asks tables on its way: it yields the questions that it needs, goes on with their answers in the same order,
 * and returns what it came to. It never goes on without an answer. Example:
 *
 *     function* rowsOf(query: GroupedQuery): Asking<number> {
 *       const grain = yield* askGroups(query);
 *       return grain.size;
 *     }
 */
export type Asking<T> = Generator<readonly GrainQuery[], T, readonly Answer[]>;

/** Under what an answer is kept. */
export const queryKey = (query: GrainQuery): string => JSON.stringify(query);

/** Answers that are there, by `queryKey`. */
export type Known = Pick<ReadonlyMap<string, Answer>, 'get'>;

/** Asks one question about groups of rows. @throws RangeError where it is answered with pairs */
export function* askGroups(query: GroupedQuery): Asking<Grain> {
  const [answer] = yield [query];
  if (!('size' in answer)) throw new RangeError('a question about groups was answered with pairs');
  return answer;
}

/** Asks one question about pairs of numbers. @throws RangeError where it is answered with groups */
export function* askPoints(query: PointsQuery): Asking<PointsGrain> {
  const [answer] = yield [query];
  if (!('points' in answer)) throw new RangeError('a question about pairs was answered with groups');
  return answer;
}

type Results<Works> = { -readonly [K in keyof Works]: Works[K] extends Asking<infer T> ? T : never };

/** Several works side by side: what they ask in one round is asked together. Example: `const [a, b] = yield* together([one, other])` */
export function* together<const Works extends readonly Asking<unknown>[]>(works: Works): Asking<Results<Works>> {
  const done: unknown[] = [];
  let open: { work: Asking<unknown>; at: number; asks: readonly GrainQuery[] }[] = [];
  const go = (work: Asking<unknown>, at: number, turn: IteratorResult<readonly GrainQuery[], unknown>) => {
    if (turn.done) done[at] = turn.value;
    else open.push({ work, at, asks: turn.value });
  };
  works.forEach((work, at) => go(work, at, work.next([])));
  while (open.length > 0) {
    const answers = yield open.flatMap(({ asks }) => asks);
    const before = open;
    open = [];
    let from = 0;
    for (const { work, at, asks } of before) go(work, at, work.next(answers.slice(from, (from += asks.length))));
  }
  return done as Results<Works>;
}

/**
 * Does a work to its end, asking round by round; the same question is asked once.
 * @param known what was answered before, by `queryKey`
 */
export async function answered<T>(
  work: Asking<T>,
  ask: (query: GrainQuery) => Promise<Answer>,
  known: Known = new Map(),
): Promise<T> {
  const asked = new Map<string, Promise<Answer>>();
  const answerTo = (query: GrainQuery): Answer | Promise<Answer> => {
    const key = queryKey(query);
    const found = known.get(key);
    if (found) return found;
    let waiting = asked.get(key);
    if (!waiting) asked.set(key, (waiting = ask(query)));
    return waiting;
  };
  let turn = work.next([]);
  while (!turn.done) turn = work.next(await Promise.all(turn.value.map(answerTo)));
  return turn.value;
}

/** Does a work to its end with answers that are there; `undefined` where one of them is not. */
export function fromHeld<T>(work: Asking<T>, held: Known): T | undefined {
  let turn = work.next([]);
  while (!turn.done) {
    const answers: Answer[] = [];
    for (const query of turn.value) {
      const answer = held.get(queryKey(query));
      if (!answer) return undefined;
      answers.push(answer);
    }
    turn = work.next(answers);
  }
  return turn.value;
}
