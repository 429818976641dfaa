import { useSyncExternalStore } from 'react';

/** *paper* for daylight, *dark-cloth* for under the cloth and at dusk. */
export const THEMES = ['paper', 'dark-cloth'] as const;
export type Theme = (typeof THEMES)[number];

const KEY = 'gangway.theme';
const listeners = new Set<() => void>();

function stored(): Theme | null {
  try {
    const text = localStorage.getItem(KEY);
    return THEMES.find((theme) => theme === text) ?? null;
  } catch {
    return null;
  }
}

const system = matchMedia('(prefers-color-scheme: dark)');
const chosen = (): Theme => stored() ?? (system.matches ? 'dark-cloth' : 'paper');
let current: Theme = chosen();
// A device that turns dark at dusk takes the page along, unless a theme was chosen here.
system.addEventListener('change', () => applyTheme(chosen()));

/** Puts the theme on the page; before the first drawing, and at every change. */
export function applyTheme(theme: Theme = current): void {
  current = theme;
  document.documentElement.dataset.theme = theme;
  listeners.forEach((listener) => listener());
}

/** Chooses a theme and remembers it in this browser. */
export function chooseTheme(theme: Theme): void {
  try {
    localStorage.setItem(KEY, theme);
  } catch (error) {
    console.warn('Gangway cannot remember the theme in this browser.', error);
  }
  applyTheme(theme);
}

export function useTheme(): Theme {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => current,
  );
}
