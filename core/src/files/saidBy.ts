import type { SaidCut } from '../geometry/chains.ts';

/** Whose data beside an entity of a DXF drawing it is: a cut's name, face and depth. */
export const SAID_BY = 'PELKIN';

/** What a line can be that is no opening in a face, as files say it. */
const ASIDE = ['island', 'edge', 'run', 'core'] as const;

/** What a file says that a line is beside; null for a plain opening. */
export const asideIn = (words: string | undefined): SaidCut['aside'] =>
  ASIDE.find((aside) => aside === words) ?? null;
