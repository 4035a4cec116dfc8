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

/** «1:32», «0:05», «1:02:10»; over time with a plus: «+0:40». */
export function clockText(seconds: number): string {
  const s = Math.abs(Math.round(seconds));
  const [h, m, rest] = [Math.floor(s / 3600), Math.floor((s % 3600) / 60), String(s % 60).padStart(2, '0')];
  return `${seconds < 0 ? '+' : ''}${h ? `${h}:${String(m).padStart(2, '0')}` : m}:${rest}`;
}

const never = () => () => undefined;
/** Is this the browser? What hangs on the clock or on what this browser keeps is drawn only there. */
export const useInBrowser = (): boolean =>
  useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
