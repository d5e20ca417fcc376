import { useDeskOf } from '../../shared/DeskTabs.tsx';
import { WORDS } from './words.ts';

/** What is laid out: parts, what is routed, the neck, the wires, lines of one's own. */
export const LAYOUT_DESKS = [
  ['parts', WORDS.parts],
  ['openings', 'Openings'],
  ['neck', 'Neck join'],
  ['wires', 'Wires'],
  ['lines', 'Lines'],
] as const;
export type LayoutDesk = (typeof LAYOUT_DESKS)[number][0];

/** The desk at hand, kept in the address. */
export const useLayoutDesk = (): readonly [LayoutDesk, (desk: LayoutDesk) => void] =>
  useDeskOf<LayoutDesk>(LAYOUT_DESKS);
