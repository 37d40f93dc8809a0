import { Problem } from '../problem';

/** How long a change waits for the one before it, in ms. */
const PATIENCE_MS = 60_000;

interface Turn {
  readonly what: string;
  readonly since: Date;
  readonly done: Promise<void>;
}

/** The last change of each sheet that is being changed. */
const last = new Map<string, Turn>();

/**
 * One change of a sheet at a time: each waits until the one before it is through, and begins with what that left. What is
 * to be changed has to be looked up within `work`.
 * @param what the change in words, for those who wait: “another column is corrected”
 * @throws Problem 409 where the one before takes too long, saying what is being done
 */
export async function inTurn<T>(sheet: string, what: string, work: () => Promise<T>): Promise<T> {
  const before = last.get(sheet);
  const begun = (before ? patiently(before) : Promise.resolve()).then(work);
  const settled = begun.then(
    () => undefined,
    () => undefined,
  );
  const turn: Turn = {
    what,
    since: new Date(),
    // Whoever gave up waiting is through only when the one that it waited for is.
    done: Promise.all([before?.done, settled]).then(() => undefined),
  };
  last.set(sheet, turn);
  void turn.done.then(() => {
    if (last.get(sheet) === turn) last.delete(sheet);
  });
  return begun;
}

async function patiently({ what, since, done }: Turn): Promise<void> {
  let timer: NodeJS.Timeout | undefined;
  const late = new Promise<'late'>((resolve) => {
    timer = setTimeout(() => resolve('late'), PATIENCE_MS);
  });
  const ended = await Promise.race([done, late]);
  clearTimeout(timer);
  if (ended === 'late')
    throw new Problem(
      409,
      'The sheet is being changed',
      `Since ${since.toISOString().slice(11, 19)} UTC ${what}. Try again when that is done.`,
    );
}
