import type { Wood } from '../design/schema.ts';
import type { MassRange } from './masses.ts';

/** How exactly a board is measured and weighed at a bench, mm and g; and how far its density differs from one end to the other, as a share. */
const BOARD_ERROR = { length: 2, width: 1, thickness: 0.5, mass: 5 } as const;
const UNEVEN = 0.02;

/** The density of a board as measured and weighed, kg/m³ (formulas section 5), and how far it may be off by the errors of its measures. */
export function boardDensity(board: NonNullable<Wood['board']>): MassRange {
  const { length, width, thickness, mass } = board;
  // g/mm³ is 1e6 kg/m³.
  const likely = (mass / (length * width * thickness)) * 1e6;
  const off = Math.hypot(
    UNEVEN,
    BOARD_ERROR.length / length,
    BOARD_ERROR.width / width,
    BOARD_ERROR.thickness / thickness,
    BOARD_ERROR.mass / mass,
  );
  return { likely, from: likely * Math.max(0, 1 - off), to: likely * (1 + off) };
}

/** A wood’s density: of the user’s own board where it was weighed, else what is usual. kg/m³. */
export const densityOf = ({ board, density }: Wood): MassRange => (board ? boardDensity(board) : density);
