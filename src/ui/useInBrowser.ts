'use client';

import { useSyncExternalStore } from 'react';

const never = () => () => undefined;
/** Is this the browser? What hangs on the clock, on fonts or on what this browser keeps is drawn only there. */
export const useInBrowser = (): boolean =>
  useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
