import { useDeskOf } from '../../shared/DeskTabs.tsx';

/** What is looked at: each has its particulars and its picture. */
export const DESKS = [
  ['weight', 'Weight'],
  ['standing', 'Standing'],
  ['sitting', 'Sitting'],
  ['mends', 'Mends'],
  ['player', 'Player'],
] as const;
export type Desk = (typeof DESKS)[number][0];

/** What is looked at, kept in the address. */
export const useDesk = (): readonly [Desk, (desk: Desk) => void] => useDeskOf<Desk>(DESKS);
