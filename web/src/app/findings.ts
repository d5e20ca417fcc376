import type { Design, Finding } from '@pelkin/core';
import { acceptanceOf, findAll, remember } from '@pelkin/core';
import { create } from 'zustand';
import { derive } from '../design/derived.ts';
import { useRested } from '../design/rested.ts';

export interface Found {
  readonly finding: Finding;
  /** Why it was accepted; null where it is open. */
  readonly reason: string | null;
}

const foundIn = remember((design: Design): readonly Found[] =>
  findAll(design, derive(design)).map((finding) => ({
    finding,
    reason: acceptanceOf(design, finding)?.reason ?? null,
  })),
);

const NONE: readonly Found[] = [];

/** What the rules find in the open design, as it last came to rest. */
export const useFound = (): readonly Found[] => useRested((s) => (s.design ? foundIn(s.design) : NONE));

/** Whether the list of findings is open. */
export const useFindingsList = create<{ readonly open: boolean; setOpen(open: boolean): void }>((set) => ({
  open: false,
  setOpen: (open) => set({ open }),
}));
