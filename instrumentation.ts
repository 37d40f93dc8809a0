/**
 * Once, when the server starts: what an earlier stop cut short is put in order, and so it is every hour; deliveries go out. None
 * of it is waited for: a database that comes later than the server is found when it comes.
 */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs' || !process.env.DATABASE_URL) return;
  const { DATABASE, untilItWorks } = await import('./server/outage');
  const { isDatabaseAway } = await import('./server/db/error');
  const { keepSweeping } = await import('./server/sheets/sweep');
  const { keepDelivering } = await import('./server/deliveries/queue');
  const { senseOlder } = await import('./server/sheets/sense-anew');
  keepDelivering();
  void untilItWorks(DATABASE, keepSweeping, isDatabaseAway)
    .then(senseOlder)
    .catch((error: unknown) => console.error('Putting things in order at the start:', error));
}
