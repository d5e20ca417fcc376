import type { Kept } from './keeping.ts';

const clock = (at: Date): string =>
  at.toLocaleTimeString([], { hour: '2-digit', minute: '2-digit', hourCycle: 'h23' });

const two = (n: number): string => String(n).padStart(2, '0');
/** A moment as it stands on paper, the same in every language: 2026-11-22 05:34. */
const stamp = (at: Date): string =>
  `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())} ${two(at.getHours())}:${two(at.getMinutes())}`;

/** What is said of a state where only what was frozen has a number. */
interface Named {
  readonly kept: Kept;
  readonly save: string | null;
  readonly waiting: number;
  readonly frozen: { readonly save: string; readonly number: number } | null;
}
/** “revision 2” while the open state is a frozen one; null otherwise. */
export const revisionOpen = ({ save, waiting, frozen }: Named): string | null =>
  frozen !== null && frozen.save === save && waiting === 0 ? `revision ${frozen.number}` : null;
/** What stands on paper and in files for the open state: its frozen revision, or when it was saved. */
export const stateWords = (state: Named): string =>
  revisionOpen(state) ??
  (state.kept.kind === 'saved' ? `saved ${stamp(state.kept.at)}` : 'with changes that are not saved yet');

/** Where the present state is, in words. What is called kept is kept for certain. */
export function savedWords(state: {
  readonly kept: Kept;
  readonly waiting: number;
  readonly onDevice: boolean;
  readonly deviceProblem: string | null;
}): string {
  const { kept, waiting, onDevice, deviceProblem } = state;
  const changes = `${waiting} ${waiting === 1 ? 'change' : 'changes'}`;
  const onThisDevice = onDevice
    ? 'kept on this device'
    : deviceProblem !== null
      ? 'on this page only'
      : 'being kept on this device';
  switch (kept.kind) {
    case 'saved':
      return `saved ${clock(kept.at)}`;
    case 'waiting':
      return `${changes} waiting for the server`;
    case 'away':
      return `server away: ${changes} ${onThisDevice}`;
    case 'stale':
      return 'changed elsewhere: choose below';
    case 'refused':
      return `not saved: ${changes} ${onThisDevice}`;
  }
}
