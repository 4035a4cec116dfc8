'use client';

import { useSyncExternalStore } from 'react';
import { type Theme, themeCookie, themeOf } from './palette';

const changed = new EventTarget();
const listen = (again: () => void) => {
  changed.addEventListener('change', again);
  const machine = window.matchMedia('(prefers-color-scheme: dark)');
  machine.addEventListener('change', again);
  return () => {
    changed.removeEventListener('change', again);
    machine.removeEventListener('change', again);
  };
};
/** As the server has put it on the page, or as it was chosen since. */
const chosen = (): Theme => themeOf(document.documentElement.dataset.theme);

export const themeWords: Record<Theme, string> = {
  auto: 'automatic',
  light: 'light',
  dark: 'dark',
  sun: 'for sunlight',
};

/** The colours of this browser; kept in a cookie, so that the first picture of a page has them already. */
export function useTheme(): [Theme, (theme: Theme) => void] {
  const theme = useSyncExternalStore(listen, chosen, (): Theme => 'auto');
  return [theme, chooseTheme];
}

export function chooseTheme(theme: Theme): void {
  document.documentElement.dataset.theme = theme;
  document.cookie = `${themeCookie}=${theme}; path=/; max-age=31536000; samesite=strict`;
  changed.dispatchEvent(new Event('change'));
}

/** Changes whenever colours do: for what is drawn on a canvas. */
export const useShade = (): string =>
  useSyncExternalStore(
    listen,
    () => `${chosen()} ${window.matchMedia('(prefers-color-scheme: dark)').matches}`,
    () => '',
  );
