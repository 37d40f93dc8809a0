/** What this process needs and does not reach at present, such as "The database"; kept across reloads of modules. */
const held = globalThis as typeof globalThis & { upChartAway?: Set<string> };
const away = (): Set<string> => (held.upChartAway ??= new Set());

/** The services by the names that the log has for them. */
export const DATABASE = 'The database';

/** Notes that a service does not answer. The log says so once, not for each of those who ask meanwhile. */
export function noteAway(service: string, error: unknown): void {
  if (away().has(service)) return;
  away().add(service);
  console.error(`${service} does not answer: ${messageOf(error)}. It is tried again until it does.`);
}

/** Notes that a service answers; the log says so where it was away. */
export function noteBack(service: string): void {
  if (away().delete(service)) console.info(`${service} answers again.`);
}

function messageOf(error: unknown): string {
  const { message, code } = (error ?? {}) as { message?: string; code?: string };
  // Where a name has several addresses, Node's error has a code and no message of its own.
  return message || code || String(error);
}

/** How long after a failure something is tried again, in ms: at first, and at most. */
const FIRST_MS = 500;
const LONGEST_MS = 5_000;

/**
 * Does something that needs a service, again and again until it works. The first failure is logged; a process that ends
 * meanwhile is not kept alive by it.
 * @param service what is not reached where it fails, for the log
 * @param isOutage which errors are those of the service; all others are thrown
 */
export async function untilItWorks<T>(
  service: string,
  work: () => Promise<T>,
  isOutage: (error: unknown) => boolean = () => true,
): Promise<T> {
  for (let tries = 0; ; tries++) {
    try {
      const answer = await work();
      noteBack(service);
      return answer;
    } catch (error) {
      if (!isOutage(error)) throw error;
      noteAway(service, error);
      await new Promise((resolve) => setTimeout(resolve, Math.min(FIRST_MS * 2 ** tries, LONGEST_MS)).unref());
    }
  }
}

/** A promise that is made once for many who ask, and anew after it failed: what is kept for good is a success alone. */
export function keptOnce<T>(make: () => Promise<T>): { get: () => Promise<T>; forget: () => void } {
  let kept: Promise<T> | undefined;
  return {
    get: () => {
      if (!kept) {
        const made = make();
        kept = made;
        made.catch(() => {
          if (kept === made) kept = undefined;
        });
      }
      return kept;
    },
    forget: () => (kept = undefined),
  };
}
