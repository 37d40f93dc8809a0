/** What was before, the oldest first, and what was undone, the last undone last. */
export interface Steps<T> {
  readonly past: readonly T[];
  readonly future: readonly T[];
}

export const NO_STEPS: Steps<never> = { past: [], future: [] };
const MOST_STEPS = 100;

/** After a change: `before` can be gone back to, and what was undone is gone. */
export const stepped = <T>({ past }: Steps<T>, before: T): Steps<T> => ({
  past: [...past, before].slice(-MOST_STEPS),
  future: [],
});

/** What undoing leads to; nothing where there is nothing to undo. */
export function undone<T>({ past, future }: Steps<T>, now: T): { to: T; steps: Steps<T> } | undefined {
  if (past.length === 0) return undefined;
  return { to: past[past.length - 1], steps: { past: past.slice(0, -1), future: [...future, now] } };
}

/** What doing it again leads to; nothing where nothing was undone. */
export function redone<T>({ past, future }: Steps<T>, now: T): { to: T; steps: Steps<T> } | undefined {
  if (future.length === 0) return undefined;
  return { to: future[future.length - 1], steps: { past: [...past, now], future: future.slice(0, -1) } };
}
