'use client';

import { useSyncExternalStore } from 'react';

const changed = new EventTarget();
const listen = (again: () => void) => {
  changed.addEventListener('change', again);
  return () => changed.removeEventListener('change', again);
};

/** A yes or no of the interface that this browser keeps, for example whether a panel is open. */
export function useKept(key: string, initial: boolean): [boolean, (value: boolean) => void] {
  const name = `nestle-${key}`;
  const value = useSyncExternalStore(
    listen,
    () => localStorage.getItem(name) ?? String(initial),
    () => String(initial),
  );
  const set = (next: boolean) => {
    localStorage.setItem(name, String(next));
    changed.dispatchEvent(new Event('change'));
  };
  return [value === 'true', set];
}
