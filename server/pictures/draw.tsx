import { flushSync } from 'react-dom';
import { createRoot } from 'react-dom/client';
import type { ReactElement } from 'react';
import { innerSvg, type Drawn, type Taking } from './to-svg';

/** Draws what the screen draws, in a small document, and takes it over as the inside of an SVG. */
export async function drawn(
  page: Document,
  element: ReactElement,
  size: { width: number; height: number },
  title: string,
  taking?: Taking,
): Promise<Drawn> {
  const holder = page.createElement('div');
  page.body.appendChild(holder);
  const root = createRoot(holder);
  try {
    flushSync(() => root.render(element));
    // The library learns its axes in effects: one turn later they are there.
    await new Promise((resolve) => setTimeout(resolve, 0));
    flushSync(() => undefined);
    return { ...size, inner: innerSvg(holder, taking), title };
  } finally {
    flushSync(() => root.unmount());
    holder.remove();
  }
}
