interface DatabaseError {
  readonly code?: string;
  readonly message: string;
}

/** The driver's error in an error: the wrappers around it say nothing of their own. */
export function databaseError(error: unknown): DatabaseError | undefined {
  for (let one = error, depth = 0; one instanceof Error && depth < 8; one = one.cause, depth++)
    if (typeof (one as { code?: unknown }).code === 'string' || !one.cause)
      return one as Error & { readonly code?: string };
  return undefined;
}
