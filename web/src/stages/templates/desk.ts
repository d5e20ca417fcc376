import type { Derived, Drawing, SheetPlan } from '@pelkin/core';
import { useSeen } from '../seen.ts';
import { useDeskOf } from '../../shared/DeskTabs.tsx';
import { WORDS } from './words.ts';

/** What is on the paper: the body’s templates, or the neck’s. */
export const DESKS = [
  ['body', WORDS.body],
  ['neck', WORDS.neck],
] as const;
export type Desk = (typeof DESKS)[number][0];

/** The paper at hand, kept in the address. */
export const useDesk = (): readonly [Desk, (desk: Desk) => void] => useDeskOf<Desk>(DESKS);

export const planOn = (desk: Desk, derived: Derived): SheetPlan =>
  desk === 'neck' ? derived.neckSheets : derived.plan;
export const templateOn = (desk: Desk, derived: Derived): Drawing =>
  desk === 'neck' ? derived.neckTemplate : derived.template;

/** The sheets of the paper at hand. */
export function usePlan(): SheetPlan {
  const [desk] = useDesk();
  return planOn(desk, useSeen());
}
