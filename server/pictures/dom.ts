import { Window } from 'happy-dom';

/** What React and the drawing library look for in a browser. */
const NAMES = [
  'document',
  'navigator',
  'Node',
  'Element',
  'HTMLElement',
  'SVGElement',
  'HTMLIFrameElement',
  'Event',
  'MouseEvent',
  'getComputedStyle',
  'requestAnimationFrame',
  'cancelAnimationFrame',
  'ResizeObserver',
  'MutationObserver',
] as const;

/**
 * A small document in the place of a browser's, for the thread that draws. Nothing in it loads anything: scripts, styles and
 * addresses are left alone.
 */
export function makeDocument(): Document {
  const window = new Window({
    url: 'http://localhost/',
    settings: {
      disableJavaScriptEvaluation: true,
      disableJavaScriptFileLoading: true,
      disableCSSFileLoading: true,
      navigation: { disableMainFrameNavigation: true, disableChildFrameNavigation: true },
    },
  });
  const from = window as unknown as Record<string, unknown>;
  Object.defineProperty(globalThis, 'window', { value: window, configurable: true, writable: true });
  for (const name of NAMES)
    Object.defineProperty(globalThis, name, { value: from[name], configurable: true, writable: true });
  return window.document as unknown as Document;
}
