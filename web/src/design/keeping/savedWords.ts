import type { Kept } from './keeping.ts';

const clock = (at: Date): string =>
  at.toLocaleTimeString([], { hour: '2-digit', minute: '2-digit', hourCycle: 'h23' });

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
