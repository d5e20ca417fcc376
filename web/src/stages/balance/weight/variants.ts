import type { Standing, Variant } from '@pelkin/core';
import { AS_IT_IS, MOST_VARIANTS } from '@pelkin/core';
import { useEffect, useState } from 'react';
import { create } from 'zustand';
import { useRested } from '../../../design/rested.ts';
import { weighVariants } from '../../../workers/mends.ts';

/** The variants that are looked at beside the design as it is. Not part of the design. */
export const useVariants = create<{
  readonly list: readonly Variant[];
  readonly add: () => void;
  readonly change: (index: number, change: Partial<Variant>) => void;
  readonly remove: (index: number) => void;
}>((set) => ({
  list: [],
  add: () => set(({ list }) => (list.length < MOST_VARIANTS ? { list: [...list, AS_IT_IS] } : {})),
  change: (index, change) =>
    set(({ list }) => ({ list: list.map((v, i) => (i === index ? { ...v, ...change } : v)) })),
  remove: (index) => set(({ list }) => ({ list: list.filter((_, i) => i !== index) })),
}));

/** How each variant balances, of the design at rest; null while it is worked out. */
export function useStandings(): readonly Standing[] | null {
  const rested = useRested((s) => s.design);
  const list = useVariants((s) => s.list);
  const [found, set] = useState<{ of: unknown; list: unknown; standings: readonly Standing[] } | null>(null);
  useEffect(() => {
    if (!rested || list.length === 0) return undefined;
    const work = weighVariants(rested, list);
    work.answer.then(
      (standings) => set({ of: rested, list, standings }),
      // Stopped: another one is under way.
      () => undefined,
    );
    return work.stop;
  }, [rested, list]);
  return found && found.of === rested && found.list === list ? found.standings : null;
}
