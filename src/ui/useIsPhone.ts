'use client';

import { useSyncExternalStore } from 'react';

/** As in globals.css: one column, the drawing between its storeys and its lists. */
const query = '(max-width: 699px)';

const listen = (changed: () => void) => {
  const media = window.matchMedia(query);
  media.addEventListener('change', changed);
  return () => media.removeEventListener('change', changed);
};

/** Is the window as narrow as a phone? On the server it is not. */
export const useIsPhone = (): boolean =>
  useSyncExternalStore(
    listen,
    () => window.matchMedia(query).matches,
    () => false,
  );
