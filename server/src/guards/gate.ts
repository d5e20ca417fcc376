import { Refused } from '../errors.ts';

/** Lets work of a limited amount through at once; more waits its turn, the first come first, but not for long. */
export interface Gate {
  /** Waits until there is room for `amount`, and returns the function that makes it free again. Refused (503) after `waitsMs`, by default the gate's. */
  readonly enter: (amount?: number, waitsMs?: number) => Promise<() => void>;
  readonly waiting: () => number;
}

/**
 * A gate for `room` of work at once; a single piece that is larger goes through alone. What waits over `usualWaitMs`, or comes
 * when `mostWaiting` wait already, is refused with the words `busy`.
 */
export function createGate(room: number, usualWaitMs: number, mostWaiting: number, busy: string): Gate {
  let held = 0;
  const queue: { readonly amount: number; readonly go: () => void }[] = [];
  const next = (): void => {
    for (let first = queue[0]; first && (held === 0 || held + first.amount <= room); first = queue[0]) {
      queue.shift();
      held += first.amount;
      first.go();
    }
  };
  const refused = (): Refused => new Refused(503, 'busy', `${busy}: try again in a moment`);
  return {
    waiting: () => queue.length,
    enter: (amount = 1, waitsMs = usualWaitMs) =>
      new Promise((done, failed) => {
        if (queue.length >= mostWaiting) return failed(refused());
        let left = false;
        const leave = (): void => {
          if (left) return;
          left = true;
          held -= amount;
          next();
        };
        const timer = setTimeout(() => {
          queue.splice(queue.indexOf(entry), 1);
          failed(refused());
        }, waitsMs);
        const entry = {
          amount,
          go: () => {
            clearTimeout(timer);
            done(leave);
          },
        };
        queue.push(entry);
        next();
      }),
  };
}
