import type { LayerUse } from '@pelkin/core';

/** What becomes of a line or a layer, in words. */
export const USE_WORDS: Readonly<Record<LayerUse, string>> = {
  body: 'outline and openings',
  outline: 'outline',
  opening: 'openings',
  hole: 'holes',
  screw: 'screws',
  pot: 'pots',
  ferrule: 'ferrules',
  guard: 'pickguard',
  guide: 'guide lines',
  leave: 'leave out',
};
