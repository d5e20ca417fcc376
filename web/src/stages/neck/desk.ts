import { useDeskOf } from '../../shared/DeskTabs.tsx';

/** The kinds of work on a neck: each has its particulars and its tools on the board. */
export const DESKS = [
  ['shaft', 'Shaft'],
  ['headstock', 'Headstock'],
  ['trace', 'Trace'],
] as const;
export type Desk = (typeof DESKS)[number][0];

/** The work at hand, kept in the address. */
export const useDesk = (): readonly [Desk, (desk: Desk) => void] => useDeskOf<Desk>(DESKS);
