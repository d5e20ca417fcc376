import type { Design, Finding } from '@pelkin/core';
import { acceptanceOf, alikeTogether, createFinder, remember } from '@pelkin/core';
import { create } from 'zustand';
import { derive } from './derived.ts';
import { useLongSteps } from './longResults.ts';
import { useRested } from './rested.ts';

export interface Found {
  readonly finding: Finding;
  /** Those that read the same, of the same thing, itself among them: one line of the list. */
  readonly alike: readonly Finding[];
  /** Why they were accepted; null where one is open. */
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
  const reasonFor = (finding: Finding): string | null => acceptanceOf(design, finding)?.reason ?? null;
  const found = alikeTogether(findings).map((alike): Found => {
    const open = alike.find((f) => reasonFor(f) === null);
    const finding = open ?? alike[0]!;
    return { finding, alike, reason: reasonFor(finding) };
  });
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
