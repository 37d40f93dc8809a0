/** Once, when the server starts: what an earlier stop cut short is put in order, and so it is every hour. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs' || !process.env.DATABASE_URL) return;
  const { keepSweeping } = await import('./server/sheets/sweep');
  await keepSweeping();
  const { keepDelivering } = await import('./server/deliveries/queue');
  keepDelivering().catch((error: unknown) => console.error('Deliveries do not go out:', error));
  const { senseOlder } = await import('./server/sheets/sense-anew');
  senseOlder().catch((error: unknown) => console.error('Older sheets could not be looked at:', error));
}
