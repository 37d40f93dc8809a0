interface DatabaseError {
  readonly code?: string;
  readonly message: string;
}

const DEEPEST = 8;

/** The driver's error in an error: the wrappers around it say nothing of their own. */
export function databaseError(error: unknown): DatabaseError | undefined {
  let one = error as (DatabaseError & { readonly cause?: unknown }) | undefined;
  for (let depth = 0; one?.cause && typeof one.code !== 'string' && depth < DEEPEST; depth++)
    one = one.cause as typeof one;
  return typeof one?.message === 'string' ? one : undefined;
}
