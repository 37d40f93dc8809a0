/** Once, when the server starts: sheets whose reading a stop cut short say so. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs' || !process.env.DATABASE_URL) return;
  const { tidyUp } = await import('./server/sheets/sheets');
  await tidyUp();
}
