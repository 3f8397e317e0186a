import { create } from 'zustand';

export type Theme = 'day' | 'night';
const KEY = 'zebbit.theme';

/** The chosen theme, else what the system asks for. */
export function storedTheme(): Theme {
  const kept = localStorage.getItem(KEY);
  if (kept === 'day' || kept === 'night') return kept;
  return window.matchMedia('(prefers-color-scheme: dark)').matches ? 'night' : 'day';
}

export function applyTheme(theme: Theme): void {
  document.documentElement.dataset['theme'] = theme;
}

interface ThemeState {
  readonly theme: Theme;
  readonly toggle: () => void;
}

export const useTheme = create<ThemeState>((set, get) => ({
  theme: storedTheme(),
  toggle: () => {
    const theme = get().theme === 'day' ? 'night' : 'day';
    localStorage.setItem(KEY, theme);
    applyTheme(theme);
    set({ theme });
  },
}));
