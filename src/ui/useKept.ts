'use client';

import { useSyncExternalStore } from 'react';

const changed = new EventTarget();
const listen = (again: () => void) => {
  changed.addEventListener('change', again);
  return () => changed.removeEventListener('change', again);
};

/** A word of the interface that this browser keeps. */
function useKeptWord(key: string, initial: string): [string, (value: string) => void] {
  const name = `nestle-${key}`;
  const value = useSyncExternalStore(
    listen,
    () => localStorage.getItem(name) ?? initial,
    () => initial,
  );
  const set = (next: string) => {
    localStorage.setItem(name, next);
    changed.dispatchEvent(new Event('change'));
  };
  return [value, set];
}

/** A yes or no of the interface that this browser keeps, for example whether a panel is open. */
export function useKept(key: string, initial: boolean): [boolean, (value: boolean) => void] {
  const [value, set] = useKeptWord(key, String(initial));
  return [value === 'true', (next) => set(String(next))];
}

/** A size of the interface that this browser keeps, for example the height of a panel; the initial one where what is kept is no number. */
export function useKeptNumber(
  key: string,
  initial: number,
): [number, (next: (now: number) => number) => void] {
  const [value, set] = useKeptWord(key, String(initial));
  const of = (word: string | null) => {
    const number = Number(word ?? initial);
    return Number.isFinite(number) ? number : initial;
  };
  // of two keys one right after the other the second counts from what the first has made
  return [of(value), (next) => set(String(next(of(localStorage.getItem(`nestle-${key}`)))))];
}
