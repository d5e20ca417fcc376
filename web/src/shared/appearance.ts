import { create } from 'zustand';

export type Appearance = 'light' | 'dark';
const KEY = 'pelkin.appearance';

/** The stored choice, or what the system asks for. */
function initial(): Appearance {
  try {
    const stored = localStorage.getItem(KEY);
    if (stored === 'light' || stored === 'dark') return stored;
  } catch {
    // Storage may be closed to the page; the system's wish stands.
  }
  return window.matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light';
}

function show(appearance: Appearance): void {
  document.documentElement.classList.toggle('dark', appearance === 'dark');
  document.documentElement.style.colorScheme = appearance;
}

export const useAppearance = create<{ appearance: Appearance; turn: () => void }>((set, get) => {
  const appearance = initial();
  show(appearance);
  return {
    appearance,
    turn: () => {
      const next = get().appearance === 'dark' ? 'light' : 'dark';
      show(next);
      try {
        localStorage.setItem(KEY, next);
      } catch {
        // The choice then lasts as long as the page.
      }
      set({ appearance: next });
    },
  };
});
