import { useSyncExternalStore } from 'react';

const never = () => () => undefined;

/** Whether the page is the browser's own by now: what only the browser keeps is shown from then on, not before. */
export const useHydrated = (): boolean =>
  useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
