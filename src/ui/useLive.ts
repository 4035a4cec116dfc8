import { useEffect, useSyncExternalStore } from 'react';

const never = () => () => undefined;

/**
 * Whether the page answers to clicks and keys: false in what the server sends, until the code of the page runs.
 * The document says it too (`data-live`): tests and pictures wait for it.
 */
export function useLive(): boolean {
  useEffect(() => {
    document.documentElement.dataset.live = 'true';
  }, []);
  return useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
}
