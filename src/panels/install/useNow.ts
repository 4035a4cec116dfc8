'use client';

import { useEffect, useState } from 'react';

/** The time, ms, looked at anew every second: timers are told from it and from what was noted, so they survive sleep. */
export function useNow(everyMs = 1000): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), everyMs);
    return () => clearInterval(timer);
  }, [everyMs]);
  return now;
}
