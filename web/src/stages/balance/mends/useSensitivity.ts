import type { Design, Sensitivity } from '@pelkin/core';
import { useEffect, useState } from 'react';
import { useRested } from '../../../design/rested.ts';
import { lookForSensitivity } from '../../../workers/mends.ts';

const known = new WeakMap<Design, readonly Sensitivity[]>();

/** What moves the balance of the design at rest, once it is worked out; null until then, or where it cannot be. */
export function useSensitivity(): readonly Sensitivity[] | null {
  const rested = useRested((s) => s.design);
  const [, tell] = useState(0);
  useEffect(() => {
    if (!rested || known.has(rested)) return undefined;
    const work = lookForSensitivity(rested, () => undefined);
    work.answer.then(
      (answer) => {
        known.set(rested, answer);
        tell((n) => n + 1);
      },
      // Stopped, or it cannot be worked out: nothing is shown.
      () => undefined,
    );
    return work.stop;
  }, [rested]);
  return (rested && known.get(rested)) ?? null;
}
