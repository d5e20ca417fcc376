import type { TemplateLay } from '@pelkin/core';
import { create } from 'zustand';

/** The curve template that lies on the board. */
interface Laid {
  /** Its key in the set; null while none lies there. */
  readonly key: string | null;
  readonly lay: TemplateLay;
  set(change: Partial<Pick<Laid, 'key' | 'lay'>>): void;
}

export const useTemplateLay = create<Laid>((set) => ({
  key: null,
  lay: { at: { x: 0, y: 0 }, turn: 0, flipped: false },
  set: (change) => set(change),
}));
