import type { Design, Finding } from '@pelkin/core';
import { acceptanceOf, createFinder, remember } from '@pelkin/core';
import { create } from 'zustand';
import { derive } from './derived.ts';
import { useLongSteps } from './longResults.ts';
import { useRested } from './rested.ts';

export interface Found {
  readonly finding: Finding;
  /** Why it was accepted; null where it is open. */
  readonly reason: string | null;
}

const look = createFinder();

/** What the rules found in a design. */
interface Looked {
  readonly found: readonly Found[];
  /** Rules that wait for a result that takes long. */
  readonly checking: number;
}
/** `_steps`: how far long results are, for the rules that read them. */
const lookedIn = remember((design: Design, _steps: number): Looked => {
  const { findings, checking } = look(design, derive(design));
  const found = findings.map((finding) => ({
    finding,
    reason: acceptanceOf(design, finding)?.reason ?? null,
  }));
  return { found, checking: checking.length };
});

const NONE: Looked = { found: [], checking: 0 };

/** What the rules find in the open design, as it last came to rest. */
export function useLooked(): Looked {
  const steps = useLongSteps((s) => s.steps);
  return useRested((s) => (s.design ? lookedIn(s.design, steps) : NONE));
}
export const useFound = (): readonly Found[] => useLooked().found;

/** Whether the list of findings is open. */
export const useFindingsList = create<{ readonly open: boolean; setOpen(open: boolean): void }>((set) => ({
  open: false,
  setOpen: (open) => set({ open }),
}));
