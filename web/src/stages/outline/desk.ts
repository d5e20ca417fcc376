import { useDeskOf } from '../../shared/DeskTabs.tsx';
import { WORDS } from './words.ts';

/** The kinds of work on an outline: each has its particulars and its tools on the board. */
export const DESKS = [
  ['draw', 'Draw'],
  ['trace', WORDS.trace],
  ['judge', WORDS.judge],
] as const;
export type Desk = (typeof DESKS)[number][0];

/** The work at hand, kept in the address. */
export const useDesk = (): readonly [Desk, (desk: Desk) => void] => useDeskOf<Desk>(DESKS);
