'use client';

import { useEffect, useState, useSyncExternalStore } from 'react';

/** The time, ms, looked at anew every second: timers are told from it and from what was noted, so they survive sleep. */
export function useNow(everyMs = 1000): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), everyMs);
    return () => clearInterval(timer);
  }, [everyMs]);
  return now;
}

const never = () => () => undefined;
/** Is this the browser? What hangs on the clock or on what this browser keeps is drawn only there. */
export const useInBrowser = (): boolean =>
  useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
