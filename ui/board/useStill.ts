import { startTransition, useEffect, useState } from 'react';

/**
 * Whether a tile is still the picture that came with its page. It becomes a chart to be read and clicked once its figures are
 * there, as soon as it is touched, or else when its turn comes while the browser has nothing to do.
 */
export function useStill(pictured: boolean, ready: boolean, touched: boolean): boolean {
  const [turned, setTurned] = useState(false);
  const waits = pictured && ready && !turned;
  useEffect(() => (waits ? inTurn(() => startTransition(() => setTurned(true))) : undefined), [waits]);
  return pictured && !(ready && (turned || touched));
}

const line = new Set<() => void>();
let asked = false;

/** Does one thing after another, each while nothing else is to be done. Answers how it is taken back. */
function inTurn(doing: () => void): () => void {
  line.add(doing);
  if (!asked) ask();
  return () => void line.delete(doing);
}

function ask(): void {
  asked = true;
  // Not every browser tells when it has nothing to do.
  const whenIdle = window.requestIdleCallback ?? ((then: () => void) => window.setTimeout(then, 60));
  whenIdle(() => {
    asked = false;
    const [first] = line;
    line.delete(first);
    first?.();
    if (line.size > 0) ask();
  });
}
