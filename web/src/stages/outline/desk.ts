import { useSearchParams } from 'react-router';

/** The kinds of work on an outline: each has its particulars and its tools on the board. */
export const DESKS = [
  ['draw', 'Draw'],
  ['trace', 'Trace'],
  ['judge', 'Judge'],
] as const;
export type Desk = (typeof DESKS)[number][0];

/** The work at hand, kept in the address. */
export function useDesk(): readonly [Desk, (desk: Desk) => void] {
  const [params, setParams] = useSearchParams();
  const asked = params.get('desk');
  const desk = DESKS.find(([key]) => key === asked)?.[0] ?? 'draw';
  return [desk, (next) => setParams(next === 'draw' ? {} : { desk: next }, { replace: true })];
}
