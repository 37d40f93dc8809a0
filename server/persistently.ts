/** How often something is tried, and after how long in ms the first time. */
const TRIES = 8;
const AGAIN_MS = 500;

/** Does something that must not be left undone because the database was away for a while: it is tried for about two minutes. */
export async function persistently(what: string, work: () => Promise<unknown>): Promise<void> {
  for (let tries = 0; tries < TRIES; tries++) {
    try {
      await work();
      return;
    } catch (error) {
      console.error(`${what} did not work yet:`, error instanceof Error ? error.message : error);
      await new Promise((resolve) => setTimeout(resolve, AGAIN_MS * 2 ** tries));
    }
  }
}
