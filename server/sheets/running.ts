/** What is being read now, by its sheet, so that it can be stopped. */
const held = globalThis as typeof globalThis & { upChartRunning?: Map<string, Set<AbortController>> };
const running = (held.upChartRunning ??= new Map());

/** Does something that `stopReading` of its sheet stops. */
export async function stoppably<T>(sheet: string, work: (signal: AbortSignal) => Promise<T>): Promise<T> {
  const mine = new AbortController();
  const all = running.get(sheet) ?? new Set();
  running.set(sheet, all.add(mine));
  try {
    return await work(mine.signal);
  } finally {
    all.delete(mine);
    if (all.size === 0 && running.get(sheet) === all) running.delete(sheet);
  }
}

export function stopReading(sheet: string): void {
  for (const one of running.get(sheet) ?? []) one.abort();
}

export const isBeingRead = (sheet: string): boolean => running.has(sheet);
