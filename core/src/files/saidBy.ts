import type { SaidCut } from '../geometry/chains.ts';

/** Application name of our extended data in DXF: a cut's name, face and depth. */
export const SAID_BY = 'PELKIN';

/** Kinds of lines in a file that are not openings in a face. */
const ASIDE = ['island', 'edge', 'run', 'core'] as const;

/** Returns the kind that a file gives a line; null for an opening in a face. */
export const asideIn = (words: string | undefined): SaidCut['aside'] =>
  ASIDE.find((aside) => aside === words) ?? null;
