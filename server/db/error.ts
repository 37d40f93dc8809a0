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

/** Codes of Node and of PostgreSQL (its manual, appendix A) that say that the server is not reached, stops or starts. */
const NOT_THERE = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'ENOENT',
  'EPIPE',
  'ETIMEDOUT',
  '57P01',
  '57P02',
  '57P03',
  '08006',
  '08003',
  '08001',
  '53300',
]);

/** Whether an error is that of a database that is away for a while. */
export function isDatabaseAway(error: unknown): boolean {
  const { code, message } = databaseError(error) ?? {};
  if (code === 'ENOENT') return /connect ENOENT/.test(message ?? '');
  return (code !== undefined && NOT_THERE.has(code)) || /Connection terminated|connection timeout/i.test(message ?? '');
}
