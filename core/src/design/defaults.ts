import type { Design } from './schema.ts';
import type { Begin } from './section.ts';
import { SECTIONS } from './sections/all.ts';
import { DESIGN_FORMAT, DESIGN_VERSION } from './version.ts';

/** A new design: valid, plain, ready to be changed. */
export function newDesign(name: string, count = 6, scaleLength = 640): Design {
  const begin: Begin = { name, count, scaleLength };
  return {
    format: DESIGN_FORMAT,
    version: DESIGN_VERSION,
    lengths: 'mm',
    ...Object.fromEntries(Object.entries(SECTIONS).map(([key, { plain }]) => [key, plain(begin)])),
  } as unknown as Design;
}
